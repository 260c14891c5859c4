import { gearWords } from '@plucky/contract'
import { Flex, Text } from '@chakra-ui/react'
import type { Brief, DutyCase, Unit } from '@plucky/core'
import { memo } from 'react'
import { viewStore } from '../state/view.js'
import { ToggleButton } from '../ui/ToggleButton.js'

const KIND_WORDS: Record<DutyCase['kind'], string> = {
  launch: 'Launch at stall',
  'launch-off-boost': 'Launch off boost',
  'full-power': 'Full power',
  shift: 'Upshift',
  lockup: 'Converter locked',
  'locked-shift': 'Locked upshift',
  reverse: 'Reverse',
}

interface PickerProps {
  readonly unit: Unit
  readonly cases: readonly DutyCase[]
  readonly chosen: DutyCase | undefined
  readonly brief: Brief
}

/** Range, then the duty case within it: the strip shows torque and speed of the one chosen. Drawn anew only where the choice itself changes. */
export const CasePicker = memo(
  Picker,
  (a, b) => a.unit === b.unit && a.brief === b.brief && a.chosen?.id === b.chosen?.id && a.cases.length === b.cases.length,
)

function Picker({ unit, cases, chosen, brief }: PickerProps) {
  const word = (duty: DutyCase) =>
    duty.kind !== 'launch'
      ? KIND_WORDS[duty.kind]
      : duty.turbine.speedRadPerS > 0
        ? 'as boost comes in'
        : brief.launch === 'rolling'
          ? 'pulling away'
          : KIND_WORDS.launch
  const pick = (duty: DutyCase | undefined) => duty && viewStore.setState({ caseId: duty.id })
  return (
    <Flex gap="1.5" align="center" wrap="wrap" role="group" aria-label="Gear and load case">
      <Text fontSize="note" color="inkSoft">
        Gear
      </Text>
      {unit.train.ranges.map((range) => (
        <ToggleButton
          key={range.id}
          on={chosen?.rangeId === range.id}
          label={gearWords(range)}
          testId={`range-${range.id}`}
          onPick={() => pick(cases.find((duty) => duty.rangeId === range.id))}
        >
          {range.id}
        </ToggleButton>
      ))}
      <Text fontSize="note" color="inkSoft" ml="2.5">
        Load case
      </Text>
      {cases
        .filter((duty) => duty.rangeId === chosen?.rangeId)
        .map((duty) => (
          <ToggleButton key={duty.id} on={duty.id === chosen?.id} testId={`case-${duty.id}`} onPick={() => pick(duty)}>
            {word(duty)}
          </ToggleButton>
        ))}
    </Flex>
  )
}
