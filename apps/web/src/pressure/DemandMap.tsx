import { numberAt } from '@plucky/core'
import { marginInWords, quantity, shownFigure, shownUnit, toShown, type PlainTable } from '@plucky/contract'
import { type PressureMaximum, type PressureNeed, type PressureReport, type RangePressure, toSi, type Unit } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useRef } from 'react'
import { Axes, HALO, type Scale } from '../charts/Axes.js'
import { ChartFiles } from '../charts/ChartFiles.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'

interface MapProps {
  readonly unit: Unit
  readonly range: RangePressure
  readonly report: PressureReport
  readonly throttle: number
  /** Margin that the house wants on top. */
  readonly house: number
}

const psi = (pa: number) => toShown(pa, 'psi')
const HEIGHT = 318
const EDGE = { left: 44, right: 128, top: 14, bottom: 34 }
const SHARES = Array.from({ length: 41 }, (_, i) => i / 40)

/** Line pressure that each element of a range needs over the engine's torque, against what the line has. */
export function DemandMap({ unit, range, report, throttle, house }: MapProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 480)
  const { needs, suppliedAt } = range
  const bears = leastMaximum(unit, range, report)
  const all = [
    ...needs.flatMap(({ neededPa, housePa }) => [neededPa, housePa]),
    suppliedAt(1),
    report.openingPa ?? 0,
    bears?.maximumPa ?? 0,
  ].filter(Number.isFinite)
  const x = scaleLinear()
    .domain([0, 100 * throttle])
    .range([EDGE.left, width - EDGE.right])
  const y = scaleLinear()
    .domain([0, Math.max(psi(toSi(60, 'psi')), ...all.map(psi)) * 1.06])
    .range([HEIGHT - EDGE.bottom, EDGE.top])
    .nice()
  const curve = (of: (share: number) => number, from = 0, to = 1) =>
    line<number>(
      (s) => x(100 * throttle * s),
      (s) => y(psi(of(s))),
    )(SHARES.map((s) => from + (to - from) * s)) ?? ''
  const codes = new Map(unit.stations.map(({ id, code }) => [id, code]))
  const ends = [
    { words: `line ${shownFigure(suppliedAt(1), 'psi')}`, pa: suppliedAt(1), colour: 'oil' },
    ...needs.map((need) => ({
      words: `${codes.get(need.stationId)} needs ${shownFigure(need.neededPa, 'psi')}`,
      pa: need.neededPa,
      colour: need.shortPa > 0 ? 'break' : 'torque',
    })),
    ...(report.openingPa === null
      ? []
      : [{ words: `relief ${shownFigure(report.openingPa, 'psi')}`, pa: report.openingPa, colour: 'inkSoft' }]),
    ...(bears ? [{ words: `${bears.name} limit ${shownFigure(bears.maximumPa, 'psi')}`, pa: bears.maximumPa, colour: 'inkSoft' }] : []),
  ]
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={describe(range, codes)}
        data-testid="demand-map"
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
      >
        <Axes x={x} y={y} width={width - EDGE.right + 44} height={HEIGHT} along="engine torque, % of full throttle" />
        {report.openingPa !== null && <Level y={y(psi(report.openingPa))} x={x} dash="9 4" />}
        {bears && <Level y={y(psi(bears.maximumPa))} x={x} dash="2 4" />}
        {needs.map((need) => (
          <Need key={need.stationId} need={need} house={house} curve={curve} />
        ))}
        <path d={curve(suppliedAt)} fill="none" stroke={ink('oil')} strokeWidth={3.4} />
        <Ends ends={ends} y={y} x={width - EDGE.right} />
      </svg>
      <ChartFiles frame={frame} name="line-pressure" table={() => mapTable(range, throttle, codes)} />
    </div>
  )
}

/** Pressure needed and available by engine torque. */
function mapTable({ needs, suppliedAt }: RangePressure, throttle: number, codes: ReadonlyMap<string, string>): PlainTable {
  const unit = shownUnit('psi')
  return {
    columns: [
      'engine torque, % of full throttle',
      `available, ${unit}`,
      ...needs.map(({ stationId }) => `${codes.get(stationId)} needs, ${unit}`),
    ],
    rows: SHARES.map((s) => [100 * throttle * s, psi(suppliedAt(s)), ...needs.map((need) => psi(need.neededAt(s)))]),
  }
}

const describe = ({ needs, suppliedAt }: RangePressure, codes: ReadonlyMap<string, string>) =>
  `Line ${quantity(suppliedAt(1), 'psi')} at full torque. ${needs.map((n) => `${codes.get(n.stationId)} needs ${quantity(n.neededPa, 'psi')}`).join(', ')}.`

/** Need at margin 1, and thin above it with the house margin; red and doubled where supply lies under it. */
interface NeedProps {
  readonly need: PressureNeed
  readonly house: number
  readonly curve: (of: (share: number) => number, from?: number, to?: number) => string
}

function Need({ need, house, curve }: NeedProps) {
  return (
    <g fill="none">
      <path d={curve((s) => need.neededAt(s * house))} stroke={ink('torque')} strokeWidth={1} strokeDasharray="3 4" />
      <path d={curve(need.neededAt)} stroke={ink('torque')} strokeWidth={2} />
      {need.shortFrom !== null && <path d={curve(need.neededAt, need.shortFrom)} stroke={ink('break')} strokeWidth={5} />}
    </g>
  )
}

const Level = ({ y, x, dash }: { y: number; x: Scale; dash: string }) => (
  <path d={`M${x.range()[0]},${y} H${x.range()[1]}`} stroke={ink('inkSoft')} strokeWidth={1.2} strokeDasharray={dash} />
)

const LEAST_GAP = 15

/** Names at the right ends of their lines, moved apart where they would touch. */
function Ends({ ends, y, x }: { ends: readonly { words: string; pa: number; colour: string }[]; y: Scale; x: number }) {
  const sorted = [...ends].sort((a, b) => b.pa - a.pa)
  const placed = sorted.reduce<number[]>(
    (rows, { pa }) => [...rows, Math.max(y(psi(pa)) + 4, (rows[rows.length - 1] ?? -Infinity) + LEAST_GAP)],
    [],
  )
  const over = Math.max(0, (placed[placed.length - 1] ?? 0) - (HEIGHT - EDGE.bottom))
  return sorted.map(({ words, pa, colour }, i) => (
    <g key={words}>
      <path d={`M${x + 1},${y(psi(pa))} L${x + 9},${numberAt(placed, i) - 4 - over}`} stroke={ink(colour)} strokeWidth={0.8} />
      <text x={x + 11} y={numberAt(placed, i) - over} fontSize={13.5} fontWeight={600} fill={ink(colour)} {...HALO}>
        {words}
      </text>
    </g>
  ))
}

/** What bears least of all that sees the pressure of a range. */
function leastMaximum(unit: Unit, { needs }: RangePressure, { maxima }: PressureReport): (PressureMaximum & { name: string }) | undefined {
  const here = maxima.filter(({ stationId }) => stationId === null || needs.some((need) => need.stationId === stationId))
  const least = here.reduce<PressureMaximum | undefined>((low, each) => (low && low.maximumPa <= each.maximumPa ? low : each), undefined)
  return least && { ...least, name: unit.stations.find(({ id }) => id === least.stationId)?.code ?? 'case' }
}

/** Supply over need as a margin: how much of the pressure is spare. */
export const spareWords = ({ suppliedPa, neededPa }: PressureNeed): string =>
  neededPa > 0 ? marginInWords(suppliedPa / neededPa) : 'no pressure needed'
