import { chakra, Flex, Link as ChakraLink, Text } from '@chakra-ui/react'
import type { JobSummary } from '@plucky/contract'
import { Archive, ArchiveRestore, CopyPlus, Pencil, RotateCcw, Trash2 } from 'lucide-react'
import { useState, type FormEvent } from 'react'
import { Link } from 'react-router'
import { useMay } from '../access/use-may.js'
import { IconButton } from '../app/IconButton.js'
import { jobAddress } from '../app/views.js'
import { api } from '../state/api.js'
import { PrimaryButton, TextButton } from '../ui/buttons.js'
import { TextBox } from '../ui/TextBox.js'
import { useJobAction } from './job-queries.js'
import { tellDone } from './undo.js'
import { ProblemText } from '../ui/ProblemText.js'

/** Link to a job: number and name. */
export function JobName({ job }: { job: JobSummary }) {
  const words = `${job.number} · ${job.name}`
  const below = [job.customer, job.unitName].filter(Boolean).join(' · ')
  return (
    <>
      {job.state === 'deleted' ? (
        <Text>{words}</Text>
      ) : (
        <ChakraLink asChild color="ink" fontWeight={600} minH="28px" display="inline-flex" alignItems="center" title={job.sentence}>
          <Link to={jobAddress(job.number)}>{words}</Link>
        </ChakraLink>
      )}
      <Text fontSize="note" color="inkSoft" display={{ base: 'block', lg: 'none' }}>
        {below}
      </Text>
    </>
  )
}

/** Action buttons of a job in the list. */
export function JobActions({ job, onRename }: { job: JobSummary; onRename: () => void }) {
  const { number, name, state } = job
  const archive = useJobAction(
    (archived: boolean) => api.patchJob(number, { archived }),
    (archived) => {
      if (archived) tellDone({ words: `Job ${number}, ${name}, archived.`, undo: () => api.patchJob(number, { archived: false }) })
    },
  )
  const copy = useJobAction(() => api.copyJob(number))
  const remove = useJobAction(
    () => api.deleteJob(number),
    () => tellDone({ words: `Job ${number}, ${name}, deleted.`, undo: () => api.restoreJob(number) }),
  )
  const restore = useJobAction(() => api.restoreJob(number))
  const mayChange = useMay('builder')
  const of = `job ${number}`
  if (!mayChange) return null
  if (state === 'deleted')
    return (
      <IconButton
        label={`Restore ${of}`}
        icon={<RotateCcw size={17} />}
        onClick={() => restore.mutate(undefined)}
        testId={`restore-${number}`}
      />
    )
  return (
    <Flex wrap={{ base: 'wrap', md: 'nowrap' }} justify="flex-end" maxW={{ base: '76px', md: 'none' }}>
      <IconButton label={`Rename ${of}`} icon={<Pencil size={17} />} onClick={onRename} testId={`rename-${number}`} />
      <IconButton
        label={`Duplicate ${of} (brief, parts and house rules)`}
        icon={<CopyPlus size={17} />}
        onClick={() => copy.mutate(undefined)}
        testId={`copy-${number}`}
      />
      {state === 'archived' ? (
        <IconButton
          label={`Return ${of} to open jobs`}
          icon={<ArchiveRestore size={17} />}
          onClick={() => archive.mutate(false)}
          testId={`unarchive-${number}`}
        />
      ) : (
        <IconButton
          label={`Archive ${of}`}
          icon={<Archive size={17} />}
          onClick={() => archive.mutate(true)}
          testId={`archive-${number}`}
        />
      )}
      <IconButton label={`Delete ${of}`} icon={<Trash2 size={17} />} onClick={() => remove.mutate(undefined)} testId={`delete-${number}`} />
    </Flex>
  )
}

/** Form that replaces a row of the list to edit name and customer. */
export function RenameCell({ job, onDone }: { job: JobSummary; onDone: () => void }) {
  const [name, setName] = useState(job.name)
  const [customer, setCustomer] = useState(job.customer)
  const save = useJobAction(() => api.patchJob(job.number, { name: name.trim(), customer: customer.trim() }), onDone)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save.mutate(undefined)
  }
  return (
    <td colSpan={6}>
      <chakra.form onSubmit={submit} display="flex" gap="2" flexWrap="wrap" alignItems="center">
        <TextBox
          width="220px"
          aria-label="Job name"
          autoFocus
          maxLength={60}
          value={name}
          onChange={(e) => setName(e.target.value)}
          data-testid="rename-name"
        />
        <TextBox
          width="200px"
          aria-label="Customer"
          placeholder="Customer"
          maxLength={80}
          value={customer}
          onChange={(e) => setCustomer(e.target.value)}
          data-testid="rename-customer"
        />
        <PrimaryButton type="submit" disabled={name.trim() === '' || save.isPending}>
          Save
        </PrimaryButton>
        <TextButton onClick={onDone}>Cancel</TextButton>
        {save.isError && <ProblemText>{save.error.message}</ProblemText>}
      </chakra.form>
    </td>
  )
}
