import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { capital, quantity, stationName } from '@plucky/contract'
import { type Answer, type StationVerdict, type Unit } from '@plucky/core'
import { powerOf } from './flow-layout.js'

interface BreakingListProps {
  readonly unit: Unit
  readonly answer: Answer
  readonly chosen: string
  readonly onChoose: (stationId: string) => void
}

/** All stations, weakest first, with their power held against the target. */
export function BreakingList({ unit, answer, chosen, onChoose }: BreakingListProps) {
  const rows = answer.breakingOrder.flatMap((id) => answer.stations.find(({ stationId }) => stationId === id) ?? [])
  const top = 1.4 * answer.peakPowerW
  return (
    <chakra.ol listStyleType="none" maxH="376px" overflowY="auto" data-testid="breaking-list">
      {rows.map((row) => (
        <li key={row.stationId}>
          <Row unit={unit} row={row} targetW={answer.peakPowerW} top={top} on={row.stationId === chosen} onChoose={onChoose} />
        </li>
      ))}
    </chakra.ol>
  )
}

interface RowProps extends Omit<BreakingListProps, 'answer' | 'chosen'> {
  readonly row: StationVerdict
  readonly targetW: number
  readonly top: number
  readonly on: boolean
}

function Row({ unit, row, targetW, top, on, onChoose }: RowProps) {
  const power = powerOf(row.held) ?? 0
  const fails = power < targetW
  const width = `${100 * Math.min(1, power / top)}%`
  return (
    <chakra.button
      type="button"
      display="block"
      width="100%"
      textAlign="left"
      minH="34px"
      px="1"
      cursor="pointer"
      bg={on ? 'oilWash' : 'transparent'}
      aria-pressed={on}
      onClick={() => onChoose(row.stationId)}
      data-testid={`order-${row.stationId}`}
      data-power={power}
    >
      <Flex justify="space-between" fontSize="small">
        <Text as="span">{capital(stationName(unit, row.stationId))}</Text>
        <Text as="span" textStyle="figureStrong" color={fails ? 'break' : 'ink'}>
          {`${fails ? '▽ ' : ''}${row.held.outcome === 'not-limiting' ? 'over ' : ''}${quantity(power, 'hp')}`}
        </Text>
      </Flex>
      <Box height="5px" bg="ruleSoft" position="relative">
        <Box height="5px" width={width} bg={fails ? 'break' : 'torque'} />
        <Box position="absolute" top="-2px" left={`${(100 * targetW) / top}%`} width="2px" height="9px" bg="ink" />
      </Box>
    </chakra.button>
  )
}
