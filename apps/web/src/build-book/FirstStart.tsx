import { Box, Flex, Text } from '@chakra-ui/react'
import { capital, CAUTIONS, FELT_WORDS, quantity, startCheckWords, type JobContent } from '@plucky/contract'
import { FELT, readingVerdict, startChecks, type Mark, type Marks, type StartCheck, type Unit } from '@plucky/core'
import { useMemo } from 'react'
import { setMarks } from '../state/book.js'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { AtPressuresRead } from './AtPressuresRead.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { Panel } from '../ui/panel.js'
import { QuantityField } from '../ui/QuantityField.js'
import { ToggleButton } from '../ui/ToggleButton.js'

interface StartProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** First start and road test: gauge and stall readings against what the build should show, then what is felt. */
export function FirstStart({ content, unit, marks }: StartProps) {
  const checks = useMemo(() => {
    const [input, answer] = [specInputOf(content), answerFor(content)]
    return input && answer?.outcome === 'answered' ? startChecks(input, answer) : []
  }, [content])
  const isDone = ({ id }: StartCheck) =>
    [marks[`start/${id}/reading`], marks[`start/${id}/felt`]].some((mark) => (mark?.value ?? null) !== null)
  const done = checks.filter(isDone).length
  const readings = checks.filter(isReading)
  const felt = checks.filter((check) => check.kind === 'felt')
  if (checks.length === 0) return <Text color="inkSoft">No verdict yet: complete the build first.</Text>
  return (
    <>
      <Panel title="First start" note={`${done} of ${checks.length} recorded, road test included`}>
        <Text fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
          {CAUTIONS.stall}
        </Text>
        {readings.map((check) => (
          <ReadingRow key={check.id} check={check} unit={unit} marks={marks} />
        ))}
      </Panel>
      <AtPressuresRead content={content} unit={unit} marks={marks} />
      <Panel title="Road test" note="after the gauge readings agree" mt="2">
        {felt.map((check) => (
          <FeltRow key={check.id} check={check} unit={unit} marks={marks} />
        ))}
      </Panel>
    </>
  )
}

type ReadingCheck = Extract<StartCheck, { kind: 'gauge' | 'stall' }>
const isReading = (check: StartCheck): check is ReadingCheck => check.kind !== 'felt'

interface RowProps<C extends StartCheck> {
  readonly check: C
  readonly unit: Unit
  readonly marks: Marks
}

const ROW = { gap: '3', align: 'center', wrap: 'wrap', py: '1', borderTopWidth: '1px', borderColor: 'ruleSoft' } as const

function ReadingRow({ check, unit, marks }: RowProps<ReadingCheck>) {
  const field = `start/${check.id}/reading`
  const mark = marks[field]
  const reading = typeof mark?.value === 'number' ? mark.value : null
  const of =
    check.kind === 'gauge'
      ? ({ unit: 'psi', expected: check.expectedPa } as const)
      : ({ unit: 'rpm', expected: check.expectedRadPerS } as const)
  const name = startCheckWords(unit, check)
  return (
    <Flex {...ROW} data-testid={`start-${check.id}`}>
      <Text flex="1" minW="220px">
        {name}
        {check.kind === 'stall' && (
          <Text as="span" display="block" fontSize="note" color="inkSoft">
            {`At most ${check.secondsMost.toFixed(1)} s: then the oil in the converter is at its limit. Let it cool between tries.`}
          </Text>
        )}
      </Text>
      <Text width="150px" fontFamily="figures">{`expected ${quantity(of.expected, of.unit)}`}</Text>
      <QuantityField
        label={`Reading: ${name}`}
        hideLabel
        unit={of.unit}
        digits={0}
        value={reading}
        width="130px"
        onCommit={(typed) => {
          if (typeof typed === 'string') return 'Enter a number.'
          setMarks({ [field]: typed })
          return undefined
        }}
        testId={`reading-${check.id}`}
      />
      <Text width="90px" color={reading === null ? 'inkSoft' : VERDICT[readingVerdict(check, reading)].colour} fontWeight={600}>
        {reading === null ? '' : VERDICT[readingVerdict(check, reading)].words}
      </Text>
      <Who mark={reading === null ? undefined : mark} />
    </Flex>
  )
}

const VERDICT = {
  agrees: { words: '✓ agrees', colour: 'oil' },
  low: { words: '▲ low', colour: 'break' },
  high: { words: '▲ high', colour: 'break' },
} as const

function FeltRow({ check, unit, marks }: RowProps<Extract<StartCheck, { kind: 'felt' }>>) {
  const mark = marks[`start/${check.id}/felt`]
  const note = marks[`start/${check.id}/note`]?.value
  const choices = FELT[check.felt]
  const name = startCheckWords(unit, check)
  const wrong = (mark?.value ?? null) !== null && mark?.value !== choices[0]
  return (
    <Flex {...ROW} data-testid={`start-${check.id}`}>
      <Text flex="1" minW="200px">
        {name}
      </Text>
      <Flex gap="1.5" wrap="wrap" role="group" aria-label={name}>
        {choices.map((choice) => (
          <ToggleButton
            key={choice}
            large
            on={mark?.value === choice}
            onPick={() => setMarks({ [`start/${check.id}/felt`]: mark?.value === choice ? null : choice })}
            testId={`felt-${choice}`}
          >
            {capital(FELT_WORDS[choice])}
          </ToggleButton>
        ))}
      </Flex>
      {wrong && (
        <Box>
          <LabeledInput
            label="Note"
            value={typeof note === 'string' ? note : ''}
            onType={(text) => setMarks({ [`start/${check.id}/note`]: text === '' ? null : text })}
          />
        </Box>
      )}
      <Who mark={(mark?.value ?? null) === null ? undefined : mark} />
    </Flex>
  )
}

/** Person and time of a recorded check. */
const Who = ({ mark }: { readonly mark: Mark | undefined }) => (
  <Text width="190px" fontSize="note" color="inkSoft">
    {mark ? `${mark.by}, ${new Date(mark.at).toLocaleString()}` : ''}
  </Text>
)
