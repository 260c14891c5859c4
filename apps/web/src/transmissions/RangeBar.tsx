import { memberAt } from '@plucky/core'
import { Flex, Text } from '@chakra-ui/react'
import { capital, figure, gearWords, OUTCOME_WORDS } from '@plucky/contract'
import type { GearRange, RangeSolution } from '@plucky/core'
import { useRef, type KeyboardEvent } from 'react'
import { ToggleButton } from '../ui/ToggleButton.js'

interface RangeBarProps {
  readonly ranges: readonly GearRange[]
  readonly solved: ReadonlyMap<string, RangeSolution>
  readonly chosen: string
  readonly onPick: (id: string) => void
}

/** The ranges with their ratios; while one has the focus, ← → to change gear through them. */
export function RangeBar({ ranges, solved, chosen, onPick }: RangeBarProps) {
  const bar = useRef<HTMLDivElement>(null)
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    const at = ranges.findIndex((range) => range.id === chosen)
    const next = memberAt(ranges, (at + by + ranges.length) % ranges.length)
    onPick(next.id)
    bar.current?.querySelector<HTMLButtonElement>(`[data-testid="train-range-${next.id}"]`)?.focus()
  }
  return (
    <Flex ref={bar} gap="1.5" wrap="wrap" align="center" role="group" aria-label="Gears" onKeyDown={step}>
      <Text fontSize="note" color="inkSoft">
        Gear
      </Text>
      {ranges.map((range) => {
        const solution = solved.get(range.id)
        const on = range.id === chosen
        return (
          <ToggleButton
            key={range.id}
            large
            on={on}
            label={capital(gearWords(range))}
            tabIndex={on ? 0 : -1}
            onPick={() => onPick(range.id)}
            testId={`train-range-${range.id}`}
          >
            {range.id}
            <Text as="span" fontWeight={400} fontSize="figure">
              {solution?.outcome === 'driven' ? figure(solution.ratio, 4) : solution ? OUTCOME_WORDS[solution.outcome] : ''}
            </Text>
          </ToggleButton>
        )
      })}
      <Text fontSize="note" color="inkSoft" ml="1.5">
        ← → to change gear
      </Text>
    </Flex>
  )
}
