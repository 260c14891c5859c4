import { chakra, Text } from '@chakra-ui/react'
import { boostSentence, figure, flashWords, quantity, secondsWords, standingSentence, type JobContent } from '@plucky/contract'
import { fromSi, type Engine, type LossPoint, type MatchFigures, type Unit } from '@plucky/core'
import { PLAIN_TABLE } from '../ui/plain-table.js'
import type { Laid } from './InputChart.js'

const rpm = (w: number) => figure(fromSi(w, 'rpm'))
const hp = (watts: number) => figure(fromSi(watts, 'hp'))

interface FiguresProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly engine: Engine
  readonly laid: readonly Laid[]
}

/** What each converter does behind this engine, figure beside figure. */
export function InFigures({ content, unit, engine, laid }: FiguresProps) {
  const [fitted] = laid
  return (
    <>
      {fitted && (
        <Text fontSize="14px" lineHeight="1.35" mb="4px" data-testid="standing">
          {`${standingSentence(fitted.match, engine, content.brief)} ${boostSentence(fitted.match)}`}
        </Text>
      )}
      <chakra.table css={PLAIN_TABLE} data-testid="match-figures">
        <thead>
          <tr>
            <td />
            {laid.map(({ part, letter }) => (
              <th key={part.id}>{letter ? `${letter}: ${part.name}` : `${part.name}, fitted`}</th>
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
      </chakra.table>
      {!content.brief.vehicle && (
        <Text fontSize="13.5px" color="inkSoft" mt="4px">
          With axle ratio and tyre in the brief, flash stall, cruise and top speed stand here too.
        </Text>
      )}
    </>
  )
}

const lossWords = ({ slipRadPerS, lostW, efficiency }: LossPoint) =>
  `${rpm(slipRadPerS)} rpm slip, ${hp(lostW)} hp (${figure((1 - efficiency) * 100, 1)} %)`

type Row = readonly [name: string, of: (match: MatchFigures, unit: Unit) => string]

const nameOf = (unit: Unit, id: string) => unit.train.ranges.find((range) => range.id === id)?.name ?? id

const ROWS: readonly Row[] = [
  ['stall, held on the brake', ({ stall }) => `${rpm(stall.engineSpeedRadPerS)} rpm, ${quantity(stall.engineTorqueNm, 'lb-ft')} of the engine`],
  ['off boost / on boost', ({ stallOff, stallOn }) => (stallOff ? `${rpm(stallOff.engineSpeedRadPerS)} / ${rpm(stallOn.engineSpeedRadPerS)} rpm` : '—')],
  ['with the output held, from idle', ({ transBrake }) => flashWords(transBrake)],
  ['until boost begins, then its lag', ({ toThresholdS, line }) => (toThresholdS === null ? '—' : `${figure(toThresholdS, 1)} s + ${figure(line.engine.boost?.lagS ?? 0, 2)} s`)],
  ['flash from idle, free to move', ({ flash }) => flashWords(flash)],
  ['at the turbine, standing', ({ stall }) => quantity(stall.turbineTorqueNm, 'lb-ft')],
  ['on the stator’s one-way clutch', ({ statorNm }) => quantity(statorNm, 'lb-ft')],
  ['heat at the stall', ({ heat }) => `${hp(heat.powerW)} hp, ${figure(heat.kelvinPerS * 1.8)} °F a second`],
  ['until its oil is at the limit', ({ heat }) => secondsWords(heat.secondsToLimit)],
  ['at redline, before each shift', ({ finish }) => (finish ? lossWords(finish) : '—')],
  ['after the shifts', ({ shifts }, unit) => shifts.map(({ toRange, after }) => `${nameOf(unit, toRange)} ${rpm(after.slipRadPerS)} rpm, ${hp(after.lostW)} hp`).join('; ') || '—'],
  ['top speed on the level, unlocked', ({ topSpeed }, unit) => (topSpeed ? `${figure(fromSi(topSpeed.roadMPerS, 'mph'))} mph in ${nameOf(unit, topSpeed.rangeId)}${topSpeed.atRedline ? ', at redline' : ''}: ${lossWords(topSpeed.loss)}` : '—')],
  ['cruise, unlocked', ({ cruise }, unit) => (cruise ? `${figure(fromSi(cruise.roadMPerS, 'mph'))} mph in ${nameOf(unit, cruise.rangeId)}: SR ${figure(cruise.speedRatio, 2)}, ${rpm(cruise.engineSpeedRadPerS)} rpm, ${figure(cruise.lostShare * 100, 1)} % lost` : '—')],
] // prettier-ignore
