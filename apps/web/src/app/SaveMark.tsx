import { Text } from '@chakra-ui/react'
import type { JobState } from '../state/job.js'
import { StripNote } from './StripNote.js'

const WORDS: Record<JobState['saving'], string> = {
  saved: 'Saved',
  saving: 'Saving…',
  unsaved: 'Saving…',
  offline: 'Not saved yet',
  conflict: 'Not saved',
  refused: 'Not saved',
}
const ALARMING: ReadonlySet<JobState['saving']> = new Set(['offline', 'conflict', 'refused'])

/** Save state of the open job. `short`: without the time where the strip is narrow. */
export function SaveMark({ job, short }: { job: JobState; short: boolean }) {
  const time = job.savedAt ? new Date(job.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }) : ''
  const alarming = ALARMING.has(job.saving)
  return (
    <Text
      role="status"
      fontSize="small"
      lineHeight="1.15"
      mr="1"
      whiteSpace="nowrap"
      color={alarming ? 'break' : 'inkSoft'}
      fontWeight={alarming ? 600 : 400}
      data-testid="save-state"
      data-state={job.saving}
      data-version={job.version}
    >
      {WORDS[job.saving]}
      {job.saving === 'saved' && (
        <Text as="span" display={{ base: 'none', sm: short ? 'none' : 'inline', lg: 'inline' }}>{` ${time}`}</Text>
      )}
    </Text>
  )
}

/** Reason why the open job is not saved. Conflicts have their own panel. */
export function SaveNote({ job }: { job: JobState }) {
  const words = noteOf(job)
  return words ? <StripNote testId="save-note">{words}</StripNote> : null
}

function noteOf({ saving, slow, keeping, problem }: JobState): string {
  const kept = keeping ? 'Changes are kept on this computer.' : `${UNKEPT}: leave this page open.`
  if (saving === 'offline') return `${problem || 'The server is not responding.'} ${kept}`
  if (saving === 'refused') return `Not saved: ${problem}`
  if (slow) return `Still saving: the server is slow to answer. ${kept}`
  return keeping ? '' : `${UNKEPT}; they are sent to the server only.`
}

const UNKEPT = 'This browser cannot keep changes (its storage is full or blocked)'
