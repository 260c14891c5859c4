import { quantity, shownFigure, stationName } from '@plucky/contract'
import { CASE, type DutyCase, type Part, type Station, type StationVerdict, type Unit } from '@plucky/core'
import { ink } from '../ui/theme.js'
import { laneOf, ROWS, type Column } from './flow-layout.js'
import { PART_VIEWS } from '../parts/registry.js'
import type { Reading } from './readings.js'

/** One station in the case shown. */
export interface StationProps {
  readonly unit: Unit
  readonly column: Column
  readonly part: Part | undefined
  readonly reading: Reading
  readonly verdict: StationVerdict | undefined
  readonly duty: DutyCase | undefined
  readonly weakest: boolean
  readonly chosen: boolean
  /** The rearmost on the shaft line carries the output flange. */
  readonly last: boolean
  /** Drawn without the torque path, as in the breaking order. */
  readonly alone: boolean
}

/** Angle at which an idle brake or clutch is drawn away from its member. */
const AWAY = 13

/** The drawn station: hatched where it is the weakest, faint where it is idle, swung clear where it hangs idle, in oil color where it makes pressure. */
export function StationMark({ column, part, reading, weakest, last, chosen, alone }: StationProps) {
  const { station, x, y, width, height } = column
  const { Glyph } = PART_VIEWS[station.kind]
  const makesPressure = station.load.at === 'none' && station.strip.lane !== 'beside'
  const live = reading.live || laneOf(station) === 'aside'
  const stroke = weakest ? ink('break') : live ? ink('ink') : ink('inkSoft')
  const fill = weakest ? 'url(#break-hatch)' : makesPressure ? ink('oilWash') : live ? ink('steel') : ink('sheet')
  const swung = !alone && station.strip.lane === 'rail' && !live
  return (
    <g
      transform={swung ? `rotate(${AWAY} ${x} ${ROWS.rail})` : undefined}
      opacity={live || weakest || chosen ? 1 : 0.66}
      pointerEvents="none"
    >
      {station.strip.grounded && !alone && <path d={`M${x},${ROWS.rail} V${y - height / 2}`} stroke={stroke} strokeWidth={2} />}
      <g transform={`translate(${x} ${y})`} strokeWidth={1.2}>
        {part ? (
          <Glyph
            station={station}
            part={part}
            width={laneOf(station) === 'line' ? width - 1 : Math.min(40, width - 6)}
            height={height}
            fill={fill}
            stroke={stroke}
            last={last}
          />
        ) : (
          <rect x={-width / 2 + 8} y={-14} width={width - 16} height={28} fill="none" stroke={stroke} strokeDasharray="3 3" />
        )}
      </g>
    </g>
  )
}

/** Torque in the case shown: at the turbine for a converter, at the suns for gear sets; line pressure for what makes it. */
function torqueWords(station: Station, reading: Reading, duty: DutyCase | undefined): string {
  const lbft = (nm: number) => shownFigure(nm, 'lb-ft')
  if (station.strip.lane === 'beside') return ''
  if (station.load.at === 'none') return duty ? quantity(duty.linePressurePa, 'psi') : ''
  if (station.kind === 'converter' && duty) return `→ ${lbft(duty.turbine.torqueNm)}`
  return reading.live ? lbft(reading.torqueNm) : '–'
}

function speedWords({ station }: Column, reading: Reading): string {
  if (station.strip.lane === 'beside' || (station.load.at === 'none' && station.speedOf === CASE)) return ''
  return reading.speedRadPerS === undefined ? 'free' : shownFigure(reading.speedRadPerS, 'rpm')
}

/** Width of a capital or figure of the bold condensed type on average, in em, with a little to spare. */
const LETTER_EM = 0.48

/** Largest type in which a text is no wider than its column. */
export const fitted = (text: string, width: number, largest: number): number =>
  Math.min(largest, (width - 2) / (Math.max(1, text.length) * LETTER_EM))

/** Code, torque and speed under the station, and how much of its capacity the case asks. */
export function StationLabel({ column, reading, verdict, duty, weakest }: StationProps) {
  const { station, x, width } = column
  const makesPressure = station.load.at === 'none'
  const torque = torqueWords(station, reading, duty)
  const speed = speedWords(column, reading)
  const margin = verdict?.cases.find((c) => c.caseId === duty?.id)?.margin
  const code = fitted(station.code, width, 13.5)
  return (
    <g textAnchor="middle" pointerEvents="none" data-label={station.id}>
      {weakest && <rect x={x - width / 2 + 1} y={ROWS.code - 12} width={width - 2} height={16} fill={ink('break')} />}
      <text x={x} y={ROWS.code} fontSize={code} fontWeight={700} fill={weakest ? ink('sheet') : ink('ink')}>
        {station.code}
      </text>
      <text
        x={x}
        y={ROWS.torque}
        fontSize={fitted(torque, width, 14)}
        fontWeight={reading.live || makesPressure ? 700 : 500}
        fill={makesPressure ? ink('oil') : reading.live ? ink('torque') : ink('inkSoft')}
      >
        {torque}
      </text>
      <text x={x} y={ROWS.speed} fontSize={fitted(speed, width, 12.5)} fill={ink('inkSoft')}>
        {speed}
      </text>
      {margin !== undefined && <UseBar x={x} width={Math.min(40, width - 6)} margin={margin} />}
    </g>
  )
}

const MOST = 1.3

/** How much of the capacity is asked in this case; the tick marks all of it. */
function UseBar({ x, width, margin }: { x: number; width: number; margin: number }) {
  const asked = Math.min(MOST, 1 / margin)
  const full = width / MOST
  const left = x - width / 2
  return (
    <g data-margin={margin.toFixed(4)}>
      <rect x={left} y={ROWS.use} width={width} height={5} fill={ink('sheet')} stroke={ink('inkSoft')} strokeWidth={0.8} />
      <rect x={left} y={ROWS.use} width={full * asked} height={5} fill={margin < 1 ? 'url(#break-hatch)' : ink('torque')} />
      <path d={`M${left + full},${ROWS.use - 2} v9`} stroke={ink('ink')} strokeWidth={1.6} />
    </g>
  )
}

/** Accessible name of a station. */
export function spokenStation({ unit, column: { station }, part, reading, weakest }: StationProps): string {
  const carries =
    station.strip.lane === 'beside'
      ? 'at the flex plate'
      : station.load.at === 'none'
        ? 'makes line pressure'
        : reading.live
          ? quantity(reading.torqueNm, 'lb-ft')
          : 'no load'
  return `${stationName(unit, station.id)}, ${part?.name ?? 'no part installed'}, ${carries}${weakest ? ', weakest link' : ''}`
}
