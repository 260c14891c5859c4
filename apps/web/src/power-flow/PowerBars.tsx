import { figure, toShown } from '@plucky/contract'
import { type Answer, type StationVerdict } from '@plucky/core'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { ink } from '../ui/theme.js'
import { GUTTER, powerOf, ROWS, type Column } from './flow-layout.js'
import { fitted } from './StationColumn.js'

export type PowerScale = ScaleLinear<number, number>

/** Engine power up the chart: from none to well above the target and the weakest; what holds more is cut off at the top. */
export function powerScale(answer: Answer, atW: number): PowerScale {
  const weakest = answer.stations.flatMap(({ held }) => powerOf(held) ?? []).sort((a, b) => a - b)[0] ?? atW
  const top = 1.45 * Math.max(answer.peakPowerW, weakest, atW / 1.3)
  return scaleLinear()
    .domain([0, toShown(top, 'hp')])
    .range([ROWS.barsBottom, ROWS.barsTop])
    .clamp(true)
}

/** Horizontal lines of power with their figures. */
export const PowerGrid = ({ scale, width }: { scale: PowerScale; width: number }) => (
  <g pointerEvents="none">
    {scale.ticks(4).map((hp) => (
      <g key={hp}>
        <path d={`M${GUTTER.left},${scale(hp)} H${width - GUTTER.right}`} stroke={ink('ruleSoft')} />
        <text x={GUTTER.left - 5} y={scale(hp) + 4} textAnchor="end" fontSize={12.5} fill={ink('inkSoft')}>
          {figure(hp)}
        </text>
      </g>
    ))}
    <path d={`M${GUTTER.left},${ROWS.barsBottom} H${width - GUTTER.right}`} stroke={ink('ink')} strokeWidth={1.2} />
  </g>
)

interface BarProps {
  readonly column: Column
  readonly verdict: StationVerdict | undefined
  readonly scale: PowerScale
  readonly atW: number
  readonly weakest: boolean
}

/** Power held by a station as a bar; below the line at which the chart is read it is hatched. */
export function PowerBar({ column: { station, x, width }, verdict, scale, atW }: BarProps) {
  const power = verdict && powerOf(verdict.held)
  if (power === undefined)
    return verdict && verdict.missing.length > 0 ? (
      <text transform={`translate(${x + 4} ${ROWS.barsBottom - 6}) rotate(-90)`} fontSize={13} fill={ink('inkSoft')} pointerEvents="none">
        not rated
      </text>
    ) : null
  const fails = power < atW
  const top = scale(toShown(power, 'hp'))
  const half = Math.max(7, Math.min(15, width / 2 - 6))
  const cut = toShown(power, 'hp') > (scale.domain()[1] ?? Infinity)
  return (
    <g pointerEvents="none" data-testid={`order-${station.id}`} data-power={power}>
      <rect
        x={x - half}
        y={top}
        width={2 * half}
        height={Math.max(1, ROWS.barsBottom - top)}
        fill={fails ? 'url(#break-hatch)' : ink('torque')}
        stroke={fails ? ink('break') : 'none'}
      />
      {cut && <path d={`M${x - half - 2},${top + 9} l${half + 2},-5 l${half + 2},5`} fill="none" stroke={ink('sheet')} strokeWidth={3} />}
    </g>
  )
}

/** Value above a bar, in front of the target line; marked if the station fails. */
export function PowerFigure({ column: { x, width }, verdict, scale, atW, weakest }: BarProps) {
  const power = verdict && powerOf(verdict.held)
  if (power === undefined) return null
  const fails = power < atW
  const hp = toShown(power, 'hp')
  const words = `${fails ? '▽' : ''}${figure(hp).replace(',', '')}${verdict?.held.outcome === 'not-limiting' ? '+' : ''}`
  return (
    <text
      x={x}
      y={scale(hp) - 4}
      textAnchor="middle"
      fontSize={fitted(words, width, 13.5)}
      fontWeight={weakest ? 700 : 600}
      fill={fails ? ink('break') : ink('ink')}
      stroke={ink('sheet')}
      strokeWidth={3}
      paintOrder="stroke"
      pointerEvents="none"
      data-figure
    >
      {words}
    </text>
  )
}

/** Joins the stations that give way within a few percent of the weakest. */
export function TogetherBracket({ columns, together }: { columns: readonly Column[]; together: readonly string[] }) {
  const joined = columns.filter(({ station }) => together.includes(station.id))
  const [first, last] = [joined[0], joined.at(-1)]
  if (!first || !last || joined.length < 2) return null
  const y = ROWS.bracket
  return (
    <g fill="none" stroke={ink('break')} strokeWidth={2} pointerEvents="none" data-testid="together">
      <path d={`M${first.x},${y} H${last.x}`} />
      {joined.map(({ station, x }) => (
        <path key={station.id} d={`M${x},${y} v-6`} />
      ))}
    </g>
  )
}
