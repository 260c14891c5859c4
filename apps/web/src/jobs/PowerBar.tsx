import { Flex, Text } from '@chakra-ui/react'
import { powerOf, quantity, type HeadlineOutcome, type JobSummary } from '@plucky/contract'
import { ink } from '../ui/theme.js'

const WIDTH = 104
/** Position of the target on the bar, as a fraction. The full bar is 1.5 times the target. */
const TARGET_AT = 2 / 3

/** Power held against the target, as a small bar with the target as a tick. */
export function PowerBar({ heldW, targetW, outcome }: Pick<JobSummary, 'heldW' | 'targetW' | 'outcome'>) {
  if (heldW === null) return <Text color="inkSoft">{outcome === null ? 'not calculated yet' : OUTCOME_WORDS[outcome]}</Text>
  const short = targetW !== null && heldW < targetW
  const share = targetW === null ? TARGET_AT : Math.min(1, (heldW / targetW) * TARGET_AT)
  return (
    <Flex
      direction={{ base: 'column', md: 'row' }}
      align={{ base: 'flex-start', md: 'center' }}
      rowGap="0"
      columnGap="2"
      fontFamily="figures"
    >
      <svg width={WIDTH} height={14} aria-hidden="true" style={{ flexShrink: 0 }}>
        <rect x={0} y={3} width={WIDTH} height={8} fill={ink('ruleSoft')} />
        <rect x={0} y={3} width={WIDTH * share} height={8} fill={short ? ink('break') : ink('torque')} />
        {targetW !== null && <path d={`M${WIDTH * TARGET_AT},0 V14`} stroke={ink('ink')} strokeWidth={2} />}
      </svg>
      <Text fontSize="body" fontWeight={600} color={short ? 'break' : 'ink'} whiteSpace="nowrap">
        {`${short ? '▽ ' : ''}${powerOf(heldW, targetW)}`}
      </Text>
    </Flex>
  )
}

/** Said of a result that was calculated before the latest change. */
export const EARLIER_RESULT = 'Earlier result; being rated again.'

/** How a job turns out, in words. */
export const OUTCOME_WORDS = {
  holds: 'holds target',
  short: 'below target',
  open: 'no target',
  stopped: 'can’t be built',
  'no-answer': 'no answer',
} as const

/** Power held and how the job turns out, in words. */
export function resultWords(outcome: HeadlineOutcome | null, heldW: number | null): string {
  if (outcome === null) return 'not calculated'
  return heldW === null ? OUTCOME_WORDS[outcome] : `${quantity(heldW, 'hp')}, ${OUTCOME_WORDS[outcome]}`
}
