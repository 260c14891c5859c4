import { Text } from '@chakra-ui/react'
import {
  boostSentence,
  figure,
  flashWords,
  gearName,
  type JobContent,
  percent,
  quantity,
  secondsWords,
  shownFigure,
  standingSentence,
  temperatureRise,
} from '@plucky/contract'
import { type Engine, type LossPoint, type MatchFigures, type Unit } from '@plucky/core'
import { RuledTable } from '../ui/RuledTable.js'
import type { ChartedConverter } from './InputChart.js'

const rpm = (w: number) => shownFigure(w, 'rpm')
const hp = (watts: number) => quantity(watts, 'hp')

interface FiguresProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly engine: Engine
  readonly laid: readonly ChartedConverter[]
}

/** What each converter does behind this engine, figure beside figure. */
export function ConverterFigures({ content, unit, engine, laid }: FiguresProps) {
  const [fitted] = laid
  return (
    <>
      {fitted && (
        <Text fontSize="small" lineHeight="1.35" mb="1" data-testid="standing">
          {`${standingSentence(fitted.match, engine, content.brief)} ${boostSentence(fitted.match)}`}
        </Text>
      )}
      <RuledTable data-testid="match-figures">
        <thead>
          <tr>
            <td />
            {laid.map(({ part, letter }) => (
              <th key={part.id}>{letter ? `${letter}: ${part.name}` : `${part.name} (installed)`}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(([name, of]) => (
            <tr key={name}>
              <td>{name}</td>
              {laid.map(({ part, match }) => (
                <td key={part.id}>{of(match, unit)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </RuledTable>
      {!content.brief.vehicle && (
        <Text fontSize="note" color="inkSoft" mt="1">
          Enter axle ratio and tire in the brief to see flash stall, cruise and top speed.
        </Text>
      )}
    </>
  )
}

const lossWords = ({ slipRadPerS, lostW, efficiency }: LossPoint) =>
  `${rpm(slipRadPerS)} rpm slip, ${hp(lostW)} (${percent(1 - efficiency, 1)})`

type Row = readonly [name: string, of: (match: MatchFigures, unit: Unit) => string]

const nameOf = (unit: Unit, id: string) => gearName(unit.train, id)

const ROWS: readonly Row[] = [
  ['Brake stall', ({ stall }) => `${rpm(stall.engineSpeedRadPerS)} rpm, ${quantity(stall.engineTorqueNm, 'lb-ft')} engine torque`],
  [
    'Stall off boost / on boost',
    ({ stallOff, stallOn }) => (stallOff ? `${rpm(stallOff.engineSpeedRadPerS)} / ${rpm(stallOn.engineSpeedRadPerS)} rpm` : '—'),
  ],
  ['Trans-brake stall', ({ transBrake }) => flashWords(transBrake)],
  [
    'Time to boost threshold + lag',
    ({ toThresholdS, line }) =>
      toThresholdS === null ? '—' : `${figure(toThresholdS, 1)} s + ${figure(line.engine.boost?.lagS ?? 0, 2)} s`,
  ],
  ['Flash stall', ({ flash }) => flashWords(flash)],
  ['Turbine torque at stall', ({ stall }) => quantity(stall.turbineTorqueNm, 'lb-ft')],
  ['Stator one-way clutch torque', ({ statorNm }) => quantity(statorNm, 'lb-ft')],
  ['Heat at stall', ({ heat }) => `${hp(heat.powerW)}, ${temperatureRise(heat.kelvinPerS)} per second`],
  ['Time to converter oil limit', ({ heat }) => secondsWords(heat.secondsToLimit)],
  ['Slip and loss at redline', ({ finish }) => (finish ? lossWords(finish) : '—')],
  [
    'Slip and loss after each upshift',
    ({ shifts }, unit) =>
      shifts.map(({ toRange, after }) => `${nameOf(unit, toRange)} ${rpm(after.slipRadPerS)} rpm, ${hp(after.lostW)}`).join('; ') || '—',
  ],
  [
    'Top speed, level road, unlocked',
    ({ topSpeed }, unit) =>
      topSpeed
        ? `${quantity(topSpeed.roadMPerS, 'mph')} in ${nameOf(unit, topSpeed.rangeId)}${topSpeed.atRedline ? ', at redline' : ''}: ${lossWords(topSpeed.loss)}`
        : '—',
  ],
  [
    'Cruise, unlocked',
    ({ cruise }, unit) =>
      cruise
        ? `${quantity(cruise.roadMPerS, 'mph')} in ${nameOf(unit, cruise.rangeId)}: SR ${figure(cruise.speedRatio, 2)}, ${rpm(cruise.engineSpeedRadPerS)} rpm, ${percent(cruise.lostShare, 1)} lost`
        : '—',
  ],
]
