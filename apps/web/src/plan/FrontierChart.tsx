import { Box } from '@chakra-ui/react'
import { money, quantity, shownCurrency, shownUnit, toShown, type PlainTable } from '@plucky/contract'
import type { PlanPoint, PresentPoint } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { curveStepBefore, line } from 'd3-shape'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { Axes, EDGE, HALO, type Scale } from '../charts/Axes.js'
import { ChartFiles } from '../charts/ChartFiles.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import type { Mark } from './marks.js'

interface ChartProps {
  readonly points: readonly PlanPoint[]
  readonly marks: readonly Mark[]
  readonly present: PresentPoint | undefined
  readonly targetW: number | null
  readonly budget: number | null
  readonly chosen: number
  readonly onChoose: (index: number) => void
}

const HEIGHT = 360
/** Extra width for money figures at the left edge, px. */
const LEFT = 10

const hp = (powerW: number) => toShown(powerW, 'hp')

/** Chart of cost over power held with one point per build of the frontier. Arrow keys select a build. */
export function FrontierChart({ points, marks, present, targetW, budget, chosen, onChoose }: ChartProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 700)
  const { x, y } = scalesOf(points, present, targetW, budget, width)
  const at = points[chosen]
  const handlers = handlersFor(points, chosen, x, onChoose)
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={HEIGHT}
        tabIndex={0}
        role="slider"
        aria-label="Builds by cost and power"
        aria-valuemin={1}
        aria-valuemax={points.length}
        aria-valuenow={chosen + 1}
        aria-valuetext={at ? `${quantity(at.powerW, 'hp')} for ${money(at.money)}` : ''}
        {...handlers}
        style={{
          display: 'block',
          touchAction: 'pan-y',
          fontFamily: "'Barlow Condensed', sans-serif",
          fontVariantNumeric: 'tabular-nums',
          cursor: 'pointer',
        }}
        data-testid="frontier"
      >
        <Axes x={x} y={y} width={width} height={HEIGHT} along={`power held with margin, ${shownUnit('hp')}`} />
        <text x={6} y={14} fontSize={13} fill={ink('inkSoft')}>
          cost with labor, {shownCurrency()}
        </text>
        {budget !== null && <Level y={y(budget)} width={width} words={`budget ${money(budget)}`} />}
        {targetW !== null && <Upright x={x(hp(targetW))} words={`target ${quantity(targetW, 'hp')}`} />}
        <path d={stepsOf(points, x, y)} fill="none" stroke={ink('torque')} strokeWidth={2.4} />
        {points.map((each, i) => (
          <circle
            key={i}
            cx={x(hp(each.powerW))}
            cy={y(each.money)}
            r={i === chosen ? 7 : 3.2}
            fill={ink(i === chosen ? 'ink' : 'torque')}
          />
        ))}
        {marks.map(({ index, letter }) => {
          const marked = points[index]
          return marked && <Marked key={letter} x={x(hp(marked.powerW))} y={y(marked.money)} letter={letter} below={letter === 'B'} />
        })}
        {present && present.powerW > 0 && <Present x={x(hp(present.powerW))} y={y(present.money)} />}
      </svg>
      {/* Distance from the chart, which is a pointer target itself. */}
      <Box pt="2">
        <ChartFiles frame={frame} name="plan" table={() => tableOf(points)} />
      </Box>
    </div>
  )
}

/** Arrow keys select the next build, the pointer selects the nearest. */
function handlersFor(points: readonly PlanPoint[], chosen: number, x: Scale, onChoose: (index: number) => void) {
  const last = points.length - 1
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const from = x.invert(event.clientX - event.currentTarget.getBoundingClientRect().left)
    if (event.type === 'pointerdown' || event.buttons > 0) onChoose(nearest(points, from))
  }
  return {
    onKeyDown(event: KeyboardEvent) {
      const to = { ArrowRight: chosen + 1, ArrowUp: chosen + 1, ArrowLeft: chosen - 1, ArrowDown: chosen - 1, Home: 0, End: last }[
        event.key
      ]
      if (to === undefined) return
      event.preventDefault()
      onChoose(Math.min(last, Math.max(0, to)))
    },
    onPointerDown: point,
    onPointerMove: point,
  }
}

function scalesOf(
  points: readonly PlanPoint[],
  present: PresentPoint | undefined,
  targetW: number | null,
  budget: number | null,
  width: number,
) {
  const powers = [
    ...points.map(({ powerW }) => powerW),
    ...(present && present.powerW > 0 ? [present.powerW] : []),
    ...(targetW === null ? [] : [targetW]),
  ].map(hp)
  const costs = [...points.map(({ money: cost }) => cost), present?.money ?? 0, budget ?? 0, 100]
  const x = scaleLinear()
    .domain([Math.min(...powers) * 0.95, Math.max(...powers) * 1.03])
    .range([EDGE.left + LEFT, width - EDGE.right])
  const y = scaleLinear()
    .domain([0, Math.max(...costs) * 1.06])
    .range([HEIGHT - EDGE.bottom, EDGE.top])
  return { x, y }
}

/** Step line: a power between two points needs the build of the higher one. */
const stepsOf = (points: readonly PlanPoint[], x: Scale, y: Scale): string =>
  line<PlanPoint>(
    ({ powerW }) => x(hp(powerW)),
    ({ money: cost }) => y(cost),
  ).curve(curveStepBefore)([...points]) ?? ''

/** Index of the point nearest to a power in the shown unit. */
function nearest(points: readonly PlanPoint[], shown: number): number {
  const distances = points.map(({ powerW }) => Math.abs(hp(powerW) - shown))
  return Math.max(0, distances.indexOf(Math.min(...distances)))
}

const Upright = ({ x, words }: { x: number; words: string }) => (
  <g>
    <path d={`M${x},${EDGE.top} V${HEIGHT - EDGE.bottom}`} stroke={ink('ink')} strokeWidth={1.4} strokeDasharray="6 4" />
    <text x={x - 6} y={EDGE.top + 10} textAnchor="end" fontSize={14} fontWeight={600} fill={ink('ink')} {...HALO}>
      {words}
    </text>
  </g>
)

const Level = ({ y, width, words }: { y: number; width: number; words: string }) => (
  <g>
    <path d={`M${EDGE.left + LEFT},${y} H${width - EDGE.right}`} stroke={ink('ink')} strokeWidth={1.4} strokeDasharray="2 4" />
    <text x={EDGE.left + LEFT + 4} y={y - 6} fontSize={14} fontWeight={600} fill={ink('ink')} {...HALO}>
      {words}
    </text>
  </g>
)

/** Mark of a point. B has its letter below, so that letters of close points do not overlap. */
const Marked = ({ x, y, letter, below }: { x: number; y: number; letter: string; below: boolean }) => (
  <g>
    <circle cx={x} cy={y} r={10} fill="none" stroke={ink('ink')} strokeWidth={1.6} />
    <text x={x} y={below ? y + 26 : y - 15} textAnchor="middle" fontSize={16} fontWeight={700} fill={ink('ink')} {...HALO}>
      {letter}
    </text>
  </g>
)

const Present = ({ x, y }: { x: number; y: number }) => (
  <g>
    <path d={`M${x},${y - 8} L${x + 8},${y} L${x},${y + 8} L${x - 8},${y} Z`} fill={ink('sheet')} stroke={ink('oil')} strokeWidth={2.4} />
    <text x={x - 13} y={y + 5} textAnchor="end" fontSize={14} fontWeight={600} fill={ink('oil')} {...HALO}>
      present build
    </text>
  </g>
)

const tableOf = (points: readonly PlanPoint[]): PlainTable => ({
  columns: [`power held with margin, ${shownUnit('hp')}`, 'cost with labor', 'price', 'hours'],
  rows: points.map(({ powerW, money: cost, cost: { price, hours } }) => [hp(powerW), cost, price, hours]),
})
