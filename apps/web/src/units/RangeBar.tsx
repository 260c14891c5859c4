import { Button, Flex, Text } from '@chakra-ui/react'
import { figure, OUTCOME_WORDS } from '@plucky/contract'
import type { GearRange, RangeSolution } from '@plucky/core'
import { useRef, type KeyboardEvent } from 'react'

interface RangeBarProps {
  readonly ranges: readonly GearRange[]
  readonly solved: ReadonlyMap<string, RangeSolution>
  readonly chosen: string
  readonly onPick: (id: string) => void
}

/** The ranges with their ratios; while one has the focus, ← → step through them. */
export function RangeBar({ ranges, solved, chosen, onPick }: RangeBarProps) {
  const bar = useRef<HTMLDivElement>(null)
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    const at = ranges.findIndex((range) => range.id === chosen)
    const next = ranges[(at + by + ranges.length) % ranges.length] as GearRange
    onPick(next.id)
    bar.current?.querySelector<HTMLButtonElement>(`[data-range="${next.id}"]`)?.focus()
  }
  return (
    <Flex ref={bar} gap="5px" wrap="wrap" align="center" role="group" aria-label="Ranges" onKeyDown={step}>
      <Text fontSize="13.5px" color="inkSoft">
        range
      </Text>
      {ranges.map((range) => {
        const solution = solved.get(range.id)
        const on = range.id === chosen
        return (
          <Button
            key={range.id}
            variant="plain"
            data-range={range.id}
            data-testid={`train-range-${range.id}`}
            height="44px"
            px="12px"
            gap="8px"
            borderRadius="1px"
            borderWidth="1px"
            borderColor={on ? 'ink' : 'rule'}
            bg={on ? 'ink' : 'transparent'}
            color={on ? 'sheet' : 'ink'}
            fontFamily="heading"
            fontSize="18px"
            fontWeight={600}
            aria-pressed={on}
            aria-label={`Range ${range.name}`}
            tabIndex={on ? 0 : -1}
            onClick={() => onPick(range.id)}
          >
            {range.id}
            <Text as="span" fontWeight={400} fontSize="16px">
              {solution?.outcome === 'driven' ? figure(solution.ratio, 4) : solution ? OUTCOME_WORDS[solution.outcome] : ''}
            </Text>
          </Button>
        )
      })}
      <Text fontSize="13.5px" color="inkSoft" ml="6px">
        ← → step
      </Text>
    </Flex>
  )
}
