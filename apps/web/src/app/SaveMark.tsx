import { Text } from '@chakra-ui/react'
import type { JobState } from '../state/job.js'

const ALARMING: ReadonlySet<JobState['saving']> = new Set(['offline', 'conflict', 'refused'])

/** Save state of the open job. */
export function SaveMark({ job }: { job: JobState }) {
  const time = job.savedAt ? new Date(job.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }) : ''
  const kept = job.keeping
    ? 'Changes are kept on this computer.'
    : 'This browser cannot keep changes (its storage is full or blocked): leave this page open.'
  const words: Record<JobState['saving'], string> = {
    saved: 'Saved',
    saving: job.slow ? `Still saving. The server is slow to answer. ${kept}` : 'Saving…',
    unsaved: 'Saving…',
    offline: `${job.problem || 'Server not responding.'} ${kept}`,
    conflict: 'Changed in another window',
    refused: `Not saved: ${job.problem}`,
  }
  const alarming = ALARMING.has(job.saving) || job.slow
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
