import { Text } from '@chakra-ui/react'
import type { JobState } from '../state/job.js'

const ALARMING: ReadonlySet<JobState['saving']> = new Set(['offline', 'conflict', 'refused'])

/** Save state of the open job. */
export function SaveMark({ job }: { job: JobState }) {
  const time = job.savedAt ? new Date(job.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }) : ''
  const words: Record<JobState['saving'], string> = {
    saved: 'Saved',
    saving: 'Saving…',
    unsaved: 'Saving…',
    offline: 'Server not responding. Changes are kept on this computer.',
    conflict: 'Changed in another window',
    refused: `Not saved: ${job.problem}`,
  }
  const alarming = ALARMING.has(job.saving)
  return (
    <Text
      role="status"
      fontSize="14px"
      lineHeight="1.15"
      mr="4px"
      whiteSpace={alarming ? 'normal' : 'nowrap'}
      color={alarming ? 'break' : 'inkSoft'}
      fontWeight={alarming ? 600 : 400}
      data-testid="save-state"
      data-state={job.saving}
    >
      {words[job.saving]}
      {job.saving === 'saved' && <Text as="span" display={{ base: 'none', sm: 'inline' }}>{` ${time}`}</Text>}
    </Text>
  )
}
