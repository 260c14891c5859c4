import { chakra, Flex, Text } from '@chakra-ui/react'
import { capital, figure, gaugeLines, quantity, shownFigure, shownUnit, stationName } from '@plucky/contract'
import { type OilRow, type PressureReport, starvedIn, type Unit } from '@plucky/core'
import { useState, type ReactNode } from 'react'
import { ToggleButton } from '../ui/ToggleButton.js'
import { RuledTable } from '../ui/RuledTable.js'
import { spareWords } from './DemandMap.js'
import { TableHead } from '../ui/TableHead.js'

interface TableProps {
  readonly unit: Unit
  readonly report: PressureReport
}

const psi = (pa: number) => shownFigure(pa, 'psi')
const flowed = (m3PerS: number) => shownFigure(m3PerS, 'L/min', 1)
const rpm = (w: number) => shownFigure(w, 'rpm')

function FigureTable({ heads, rows, testId }: { heads: readonly string[]; rows: readonly ReactNode[]; testId: string }) {
  return (
    <RuledTable data-testid={testId}>
      <TableHead words={heads} />
      <tbody>{rows}</tbody>
    </RuledTable>
  )
}

const codeOf = (unit: Unit, id: string) => unit.stations.find((station) => station.id === id)?.code ?? id

/** Every range with what its elements need; the one that is drawn is marked. */
export function NeedsTable({ unit, report, drawn, onDraw }: TableProps & { drawn: string; onDraw: (rangeId: string) => void }) {
  const rows = report.ranges.flatMap(({ rangeId, needs }) =>
    needs.map((need, i) => (
      <tr
        key={`${rangeId} ${need.stationId}`}
        className={need.shortPa > 0 || (need.shifting?.neededPa ?? 0) > need.suppliedPa ? 'short' : ''}
        style={rangeId === drawn ? { fontWeight: 600 } : undefined}
      >
        <td>
          {i === 0 && (
            <chakra.button
              type="button"
              minH="24px"
              minW="24px"
              textAlign="left"
              textDecoration="underline"
              cursor="pointer"
              onClick={() => onDraw(rangeId)}
              aria-label={`Show gear ${rangeId}`}
            >
              {rangeId}
            </chakra.button>
          )}
        </td>
        <td title={stationName(unit, need.stationId)}>{codeOf(unit, need.stationId)}</td>
        <td>{psi(need.neededPa)}</td>
        <td>{psi(need.housePa)}</td>
        <td>{need.shifting ? psi(need.shifting.neededPa) : '—'}</td>
        <td>{psi(need.suppliedPa)}</td>
        <td>
          {need.shortPa > 0
            ? `${quantity(need.shortPa, 'psi')} short${need.shortFrom === null ? '' : ` above ${figure(need.shortFrom * 100)}% torque`}`
            : spareWords(need)}
        </td>
      </tr>
    )),
  )
  return (
    <FigureTable
      heads={[
        'Gear',
        'Clutch or band',
        `To hold, ${shownUnit('psi')}`,
        'With house margin',
        'To shift',
        'Available',
        'Available / to hold',
      ]}
      rows={rows}
      testId="needs"
    />
  )
}

/** What a gauge should read, hot and cold; it prints alone. */
export function GaugeTable({ report, title }: { report: PressureReport; title: string }) {
  const rows = gaugeLines(report).map(({ point, speed, hot, cold, hotShort, coldShort }) => (
    <tr key={point}>
      <td>{point}</td>
      <td style={{ whiteSpace: 'nowrap' }}>{speed}</td>
      <td className={hotShort ? 'short' : ''}>{hot}</td>
      <td className={coldShort ? 'short' : ''}>{cold}</td>
    </tr>
  ))
  return (
    <>
      <Text className="only-printed" fontWeight={700}>
        {title}
      </Text>
      <FigureTable heads={['Condition', 'Engine', 'Hot', 'Cold']} rows={rows} testId="gauge" />
      {report.openingPa === null && (
        <Text fontSize="note" color="inkSoft" mt="1" lineHeight="1.3">
          Gauge readings cover full throttle only. Install a pump and a pressure regulator to see idle and cruise.
        </Text>
      )}
    </>
  )
}

/** What bears how much. */
export function MaximaTable({ unit, report }: TableProps) {
  const rows = report.maxima.map(({ stationId, rangeId, valuePa, maximumPa }) => (
    <tr key={stationId ?? 'case'} className={valuePa > maximumPa ? 'short' : ''}>
      <td>{stationId === null ? 'case' : stationName(unit, stationId)}</td>
      <td>{`${psi(valuePa)}${rangeId === null ? '' : ` (${rangeId})`}`}</td>
      <td>{psi(maximumPa)}</td>
    </tr>
  ))
  return <FigureTable heads={['Part', `Highest, ${shownUnit('psi')}`, `Limit, ${shownUnit('psi')}`]} rows={rows} testId="maxima" />
}

/** Filling what comes on. */
export function FillTable({ unit, report }: TableProps) {
  const rows = report.fills.map(({ stationId, rangeId, at, sweptM3, comesM3PerS, seconds }) => (
    <tr key={`${rangeId} ${stationId}`} className={seconds > SLOW_S ? 'short' : ''}>
      <td>{`${rangeId}, ${codeOf(unit, stationId)}`}</td>
      <td>{at}</td>
      <td>{shownFigure(sweptM3, 'cm³', 0)}</td>
      <td>{flowed(comesM3PerS)}</td>
      <td>{Number.isFinite(seconds) ? figure(seconds, 2) : 'never'}</td>
    </tr>
  ))
  return (
    <FigureTable
      heads={['Element', 'At', `Volume, ${shownUnit('cm³')}`, `Flow, ${shownUnit('L/min')}`, 'Fill time, s']}
      rows={rows}
      testId="fills"
    />
  )
}

/** A fill that is felt as a late shift (common practice, no source). */
const SLOW_S = 0.5

/** Where the oil of the pump goes at one point, and what each branch of the lubrication gets of what it needs. */
export function OilTable({ report }: { report: PressureReport }) {
  const [at, setAt] = useState(0)
  const row = report.oil[Math.min(at, report.oil.length - 1)]
  if (!row) return <Text color="inkSoft">Install a pump and a pressure regulator to see oil flow.</Text>
  return (
    <>
      <Flex rowGap="1" columnGap="4" wrap="wrap" role="group" aria-label="Operating point" mb="1">
        {(['idle', 'redline', 'stall', 'cruise'] as const).map((point) => (
          <Flex key={point} gap="1" align="center" wrap="wrap">
            <Text fontSize="note" color="inkSoft" minW="44px">
              {point}
            </Text>
            {report.oil.map((each, i) =>
              each.at === point ? (
                <ToggleButton
                  key={each.rangeId}
                  on={each === row}
                  onPick={() => setAt(i)}
                  label={`${point}, gear ${each.rangeId}${tooLittle(each) ? ', oil short' : ''}`}
                  testId={`oil-${point}-${each.rangeId}`}
                >
                  {`${each.rangeId}${tooLittle(each) ? ' ▲' : ''}`}
                </ToggleButton>
              ) : null,
            )}
          </Flex>
        ))}
      </Flex>
      <Flex gap="3.5" align="flex-start" wrap="wrap">
        <Flows row={row} />
        <Lubes row={row} />
      </Flex>
    </>
  )
}

const tooLittle = (row: OilRow) => starvedIn(row).length > 0 || row.balance.state === 'short-of-oil'

function Flows({ row: { balance, engineRadPerS } }: { row: OilRow }) {
  const lines: (readonly [string, number])[] = [
    ['Pump intake', balance.intakeM3PerS],
    ['Pump internal leakage', balance.pumpLeakM3PerS],
    ['Valve body leakage', balance.valvesLeakM3PerS],
    ['Sealing ring leakage', balance.ringLeakM3PerS],
    ['Converter, cooler and lube', balance.converterM3PerS],
    ['Returned by regulator', balance.returnedM3PerS],
  ]
  const rows = lines.map(([name, flow]) => (
    <tr key={name}>
      <td>{name}</td>
      <td>{flowed(flow)}</td>
    </tr>
  ))
  return (
    <chakra.div flex="1 1 220px">
      <FigureTable heads={[`at ${rpm(engineRadPerS)} rpm, hot`, shownUnit('L/min')]} rows={rows} testId="flows" />
      <Text fontSize="note" mt="1" lineHeight="1.3" color={balance.state === 'short-of-oil' ? 'break' : 'ink'}>
        {`Line ${psi(balance.linePa)}${balance.state === 'short-of-oil' ? ` of ${psi(balance.commandedPa)}` : ''} ${shownUnit('psi')}, converter ${quantity(balance.chargePa, 'psi')}. The pump absorbs ${quantity(balance.torqueNm, 'lb-ft', 1)} (${quantity(balance.powerW, 'hp', 1)}), all of it heat in the oil.`}
      </Text>
    </chakra.div>
  )
}

function Lubes({ row }: { row: OilRow }) {
  const rows = row.lubes.map(({ name, getsM3PerS, needsM3PerS }) => (
    <tr key={name} className={getsM3PerS < needsM3PerS ? 'short' : ''}>
      <td>{name}</td>
      <td>{flowed(getsM3PerS)}</td>
      <td>{flowed(needsM3PerS)}</td>
    </tr>
  ))
  const { frontPa, centrePa } = row.balance.lube
  const starved = starvedIn(row)
  return (
    <chakra.div flex="1 1 220px">
      <FigureTable heads={['Lube circuit', 'Gets', `Needs, ${shownUnit('L/min')}`]} rows={rows} testId="lubes" />
      <Text fontSize="note" mt="1" lineHeight="1.3" color={starved.length > 0 ? 'break' : 'ink'}>
        {`Lube pressure: front ${quantity(frontPa, 'psi')}, center ${quantity(centrePa, 'psi')}. ${starved.length > 0 ? `${capital(starved.join(', '))}: not enough oil.` : 'All circuits get enough oil.'}`}
      </Text>
    </chakra.div>
  )
}
