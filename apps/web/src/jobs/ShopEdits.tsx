import { Box, Flex, Progress, Text } from '@chakra-ui/react'
import { type LessJob, type ShopEdit } from '@plucky/contract'
import { useState } from 'react'
import { Link } from 'react-router'
import { jobAddress } from '../app/views.js'
import { api } from '../state/api.js'
import { useFetchedUntil } from '../state/queries.js'
import { keep, readStored } from '../state/storage.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { resultWords } from './PowerBar.js'

/** Name under which the time of the latest hidden edit is stored. */
const HIDDEN = 'edits-hidden-until'

const isRunning = ({ jobs, rated }: ShopEdit) => rated < jobs

const useEdits = () => useFetchedUntil(['jobs', 'edits'], api.latestEdits, (edits) => edits.some(isRunning)).data ?? []

/** Effect of the latest edits of parts, operations and transmissions: how many jobs are rated again, and which hold less. */
export function ShopEdits() {
  const [hidden, setHidden] = useState(() => readStored<string>(HIDDEN) ?? '')
  const edits = useEdits().filter((edit) => edit.changedAt > hidden && (isRunning(edit) || edit.less > 0))
  const [latest] = edits
  if (!latest) return null
  const hide = () => {
    keep(HIDDEN, latest.changedAt)
    setHidden(latest.changedAt)
  }
  return (
    <Panel
      title="Results after edits"
      aside={
        <TextButton onClick={hide} data-testid="edits-hide">
          Hide
        </TextButton>
      }
      data-testid="shop-edits"
    >
      {edits.map((edit) => (
        <Edit key={edit.kind + edit.id + edit.changedAt} edit={edit} />
      ))}
    </Panel>
  )
}

const KIND_WORDS = {
  parts: ', part, edited ',
  operations: ', operation, edited ',
  units: ', transmission, edited ',
  program: ', installed ',
} as const

const Edit = ({ edit }: { edit: ShopEdit }) => (
  <Box fontSize="small" py="1" borderTopWidth="1px" borderColor="ruleSoft" data-testid={`edit-${edit.id}`}>
    <Text>
      <EditName edit={edit} />
      {`${KIND_WORDS[edit.kind]}${new Date(edit.changedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}: `}
      <strong className={edit.less > 0 ? 'short' : undefined}>{lessWords(edit)}</strong>
    </Text>
    {isRunning(edit) && (
      <Flex gap="2.5" align="center" my="1">
        <Progress.Root value={edit.rated} max={edit.jobs} size="sm" flex="1" aria-label="Jobs rated again">
          <Progress.Track>
            <Progress.Range bg="torque" />
          </Progress.Track>
        </Progress.Root>
        <Text data-testid="edit-progress">{`${edit.rated} of ${edit.jobs} jobs rated again`}</Text>
      </Flex>
    )}
    {edit.worst.map((job) => (
      <Text key={job.number} color="inkSoft">
        <Link to={jobAddress(job.number, 'power-flow')} style={{ textDecoration: 'underline' }}>{`Job ${job.number}, ${job.name}`}</Link>
        {`: ${changeWords(job)}`}
      </Text>
    ))}
    {edit.less > edit.worst.length && <Text color="inkSoft">{`and ${edit.less - edit.worst.length} more`}</Text>}
  </Box>
)

/** The item, linked to the page that lists all its jobs. */
function EditName({ edit: { kind, id, name } }: { edit: ShopEdit }) {
  if (kind === 'program') return 'New version of the program'
  if (kind === 'units') return name
  return (
    <Link to={`/parts-shelf/${kind}/${id}`} style={{ textDecoration: 'underline' }}>
      {name}
    </Link>
  )
}

function lessWords({ jobs, less, short }: ShopEdit): string {
  if (less === 0) return 'no job holds less so far.'
  const shortWords = short === 0 ? '' : `; ${short === 1 ? 'one no longer holds its target' : `${short} no longer hold their target`}`
  return `${less} of ${jobs} jobs ${less === 1 ? 'holds' : 'hold'} less than before${shortWords}.`
}

const changeWords = ({ before, outcome, heldW }: LessJob) => `${resultWords(before.outcome, before.heldW)} → ${resultWords(outcome, heldW)}`
