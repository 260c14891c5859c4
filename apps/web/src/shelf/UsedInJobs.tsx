import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { jobAddress } from '../app/views.js'
import { resultWords } from '../jobs/PowerBar.js'
import { api } from '../state/api.js'
import { useFetchedUntil } from '../state/queries.js'
import { versionOf, type ItemKind } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'

interface UsedProps {
  readonly kind: ItemKind
  readonly id: string
}

/** Number of jobs that are listed at first. */
const FIRST = 5

/** Jobs that use an item, with their result now and before the latest change of the item. */
export function UsedInJobs({ kind, id }: UsedProps) {
  const [open, setOpen] = useState(false)
  const { data, error } = useFetchedUntil(
    ['jobs', 'using', id, versionOf(kind, id)],
    () => api.jobsUsing(id),
    ({ jobs: all }) => all.some(({ outcome }) => outcome === null),
  )
  if (error) return <Text color="break">{`Jobs using this item could not be loaded: ${error.message}`}</Text>
  if (!data || data.total === 0) return null
  const { jobs, total, changedAt } = data
  const shown = open ? jobs : jobs.slice(0, FIRST)
  return (
    <Box mb="2" data-testid="fitted-in">
      <Text fontSize="small">
        {`In ${total === 1 ? 'one job' : `${total} jobs`}, installed or as received. Editing it changes their results. Saved revisions do not change.${
          total > jobs.length ? ` The first ${jobs.length} are listed.` : ''
        }`}
      </Text>
      <RuledTable look="list">
        <TableHead words={['Job', ...(changedAt ? [`Before the edit of ${new Date(changedAt).toLocaleString()}`] : []), 'Now']} />
        <tbody>
          {shown.map(({ number, name, before, outcome, heldW, savedSince }) => (
            <tr key={number} data-testid={`used-in-${number}`}>
              <td>
                <Link to={jobAddress(number, 'power-flow')} style={{ textDecoration: 'underline' }}>{`Job ${number}, ${name}`}</Link>
              </td>
              {changedAt && <td>{before ? resultWords(before.outcome, before.heldW) : 'did not use it'}</td>}
              <td className={outcome !== null && outcome !== 'holds' && isLess(before?.heldW, heldW) ? 'short' : ''}>
                {`${outcome === null ? 'being rated again' : resultWords(outcome, heldW)}${savedSince ? ' (the job was edited since)' : ''}`}
              </td>
            </tr>
          ))}
        </tbody>
      </RuledTable>
      {jobs.length > FIRST && (
        <TextButton onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Show fewer jobs' : `Show ${jobs.length - FIRST} more jobs`}
        </TextButton>
      )}
    </Box>
  )
}

/** Power held below which two results count as different, W. */
const SAME_W = 1

const isLess = (before: number | null | undefined, now: number | null): boolean =>
  before !== null && before !== undefined && (now === null || now < before - SAME_W)
