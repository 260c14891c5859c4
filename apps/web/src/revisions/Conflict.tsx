import { Box, Flex, Text } from '@chakra-ui/react'
import { type JobContent } from '@plucky/contract'
import { useMemo } from 'react'
import { overwriteSavedVersion, revertToSavedVersion, type JobState } from '../state/job.js'
import { judgedNow } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { RuledTable } from '../ui/RuledTable.js'
import { conflictWords } from './conflict-words.js'
import { ComparisonTable } from './ComparisonTable.js'

/** The job was changed in another window: both versions side by side, and the two ways on. */
export function Conflict({ job }: { job: JobState }) {
  const fields = job.conflicts.length > 0
  return (
    <Box role="alert" position="sticky" top="0" zIndex="10" bg="breakWash" borderBottomWidth="2px" borderColor="break" px="3.5" py="2">
      <Flex gap="3" align="center" wrap="wrap">
        <Text flex="1" minW="300px" fontWeight={600}>
          {`${job.problem} Both versions are shown below.`}
          {fields && ' Other changes of both are kept.'}
        </Text>
        <OutlineButton size="sm" onClick={() => void revertToSavedVersion()}>
          {fields ? 'Use the saved values' : 'Use the saved version'}
        </OutlineButton>
        <OutlineButton size="sm" onClick={() => void overwriteSavedVersion()}>
          {fields ? 'Use my values' : 'Overwrite with my version'}
        </OutlineButton>
      </Flex>
      {fields && <BothFields conflicts={job.conflicts} content={job.content} />}
      {job.stored && job.content && <Both stored={job.stored} mine={job.content} />}
    </Box>
  )
}

/** Fields that were changed in both places, with both values. */
const BothFields = ({ conflicts, content }: { conflicts: JobState['conflicts']; content: JobContent | undefined }) => (
  <RuledTable look="list" bg="sheet" mt="1.5" maxW="900px" data-testid="conflict-fields">
    <thead>
      <tr>
        <th>Field</th>
        <th>Saved value</th>
        <th>Your value</th>
      </tr>
    </thead>
    <tbody>
      {conflicts.map((conflict) => {
        const { name, mine, theirs } = conflictWords(conflict, content)
        return (
          <tr key={conflict.path}>
            <td>{name}</td>
            <td className="figure">{theirs}</td>
            <td className="figure">{mine}</td>
          </tr>
        )
      })}
    </tbody>
  </RuledTable>
)

function Both({ stored, mine }: { stored: JobContent; mine: JobContent }) {
  const [was, is] = [useMemo(() => judgedNow(stored), [stored]), useMemo(() => judgedNow(mine), [mine])]
  if (!was || !is) return null
  return (
    <Box bg="sheet" mt="1.5" px="2.5" pb="1.5" maxH="38vh" overflowY="auto" borderWidth="1px" borderColor="rule" tabIndex={0}>
      <ComparisonTable was={was} is={is} wasName="Saved version" isName="Your version" />
    </Box>
  )
}
