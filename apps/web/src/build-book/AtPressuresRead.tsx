import { Box, Flex, Text } from '@chakra-ui/react'
import { ADJUSTMENTS, quantity, specHeldInWords, stationName, type JobContent } from '@plucky/contract'
import { atPressuresRead, pressuresRead, specAnswer, type Marks, type SpecResult, type Unit } from '@plucky/core'
import { useState } from 'react'
import { setMarks } from '../state/book.js'
import { setPressure } from '../state/commands.js'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { Panel } from '../ui/panel.js'

interface ReadProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** What the build holds at the pressures that were read, and the adjustments that were made. */
export function AtPressuresRead({ content, unit, marks }: ReadProps) {
  const [problem, setProblem] = useState('')
  const note = marks[`start/${ADJUSTMENTS}/note`]
  const read = pressuresRead(
    Object.fromEntries(
      ['stall-hot', 'reverse-stall-hot'].map((id) => {
        const value = marks[`start/${id}/reading`]?.value
        return [id, typeof value === 'number' ? value : undefined]
      }),
    ),
  )
  const [input, answer] = [specInputOf(content), answerFor(content)]
  const known = Object.keys(read).length > 0 && input && answer?.outcome === 'answered'
  const pressure = known ? atPressuresRead(input, answer, read) : undefined
  const atRead = input && pressure ? specAnswer({ ...input, pressure }) : undefined
  return (
    <Panel title="Adjustments" note="pressure first, then shifts" mt="2">
      {pressure && atRead ? (
        <Flex gap="3" align="center" wrap="wrap" data-testid="at-read">
          <Text flex="1" minW="260px" lineHeight="1.35">
            {`At the pressures read (drive ${quantity(pressure.drivePa, 'psi')}, reverse ${quantity(pressure.reversePa, 'psi')}) the build holds: ${heldWords(unit, atRead)}. As designed: ${heldWords(unit, answer)}.`}
          </Text>
          <OutlineButton minH="44px" onClick={() => setProblem(setPressure(() => pressure) ?? '')} data-testid="use-read">
            Use pressures read in the build
          </OutlineButton>
        </Flex>
      ) : (
        <Text fontSize="small" color="inkSoft">
          Enter the hot readings at full-throttle stall or in reverse to see what the build holds at them.
        </Text>
      )}
      {problem && (
        <Text fontSize="small" color="break" role="alert">
          {problem}
        </Text>
      )}
      <Box mt="1.5" maxW="640px">
        <LabeledInput
          label="Adjustments made: spring, shim, valve or screw, and the reading after"
          width="100%"
          most={600}
          value={typeof note?.value === 'string' ? note.value : ''}
          onType={(text) => setMarks({ [`start/${ADJUSTMENTS}/note`]: text === '' ? null : text })}
          testId="adjustments"
        />
        {note?.value != null && (
          <Text fontSize="note" color="inkSoft">
            {`${note.by}, ${new Date(note.at).toLocaleString()}`}
          </Text>
        )}
      </Box>
    </Panel>
  )
}

/** Power held and the station that fails first. */
function heldWords(unit: Unit, answer: SpecResult | undefined): string {
  const first = answer?.outcome === 'answered' && answer.stops.length === 0 ? answer.breakingOrder[0] : undefined
  return first === undefined ? specHeldInWords(answer) : `${specHeldInWords(answer)}, ${stationName(unit, first)} first`
}
