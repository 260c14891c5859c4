import { figure, ofShown, quantity, shownUnit, toShown, type PlainTable } from '@plucky/contract'
import { type CurvePoint, type Engine, type EngineCurve } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { Axes, EDGE, HALO, type Scale } from './Axes.js'
import { ChartFiles } from './ChartFiles.js'

interface ChartProps {
  readonly engine: Engine
  /** Points as they were entered; they may be dragged where there is something to do with it. */
  readonly points: readonly CurvePoint[]
  /** What an entered torque is multiplied by to stand at the flywheel. */
  readonly factor?: number
  /** Moves a point from where it is now; what is drawn may lag behind quick keys. */
  readonly onPoint?: (index: number, move: (torqueNm: number) => number) => void
  /** Where the fitted converter stalls, if it does. */
  readonly stallSpeedRadPerS: number | undefined
  /** Another curve to compare with. */
  readonly other?: EngineCurve
  readonly height?: number
}

const SAMPLES = 120
const rpm = (w: number) => toShown(w, 'rpm')
const lbft = (nm: number) => toShown(nm, 'lb-ft')

/** Full-throttle torque and power over engine speed, with the stall of the fitted converter. */
export function EngineChart({ engine, points, factor = 1, onPoint, stallSpeedRadPerS, other, height = 330 }: ChartProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 560)
  const { on: curve, off, boost } = engine
  const shown = [curve, off, other].flatMap((each) => each ?? [])
  const x = scaleLinear()
    .domain([
      Math.min(1000, ...shown.map((each) => rpm(each.minSpeedRadPerS))),
      Math.max(...shown.map((each) => rpm(each.maxSpeedRadPerS))),
    ])
    .range([EDGE.left, width - EDGE.right])
    .nice()
  const top = Math.max(lbft(curve.peakTorqueNm), toShown(curve.peakPowerW, 'hp'), other ? lbft(other.peakTorqueNm) : 0)
  const y = scaleLinear()
    .domain([0, top * 1.06])
    .range([height - EDGE.bottom, EDGE.top])
    .nice()
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={height}
        role={onPoint ? 'group' : 'img'}
        aria-label={`Engine: ${quantity(curve.peakTorqueNm, 'lb-ft')} at ${quantity(curve.peakTorqueSpeedRadPerS, 'rpm')}, ${quantity(curve.peakPowerW, 'hp')} at ${quantity(curve.peakPowerSpeedRadPerS, 'rpm')}`}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
      >
        <Axes x={x} y={y} width={width} height={height} along="engine rpm" />
        <path d={pathOf(curve, x, y, horses)} fill="none" stroke={ink('oil')} strokeWidth={2} strokeDasharray="7 3" />
        {other && <path d={pathOf(other, x, y, lbft)} fill="none" stroke={ink('inkSoft')} strokeWidth={1.8} />}
        {off && <path d={pathOf(off, x, y, lbft)} fill="none" stroke={ink('torque')} strokeWidth={1.6} strokeDasharray="2 4" />}
        <path d={pathOf(curve, x, y, lbft)} fill="none" stroke={ink('torque')} strokeWidth={2.6} />
        {boost && <Upright x={x(rpm(boost.thresholdRadPerS))} height={height} words="boost threshold" colour={ink('torque')} />}
        {stallSpeedRadPerS !== undefined && (
          <Upright
            x={x(rpm(stallSpeedRadPerS))}
            height={height}
            words={`stall ${figure(rpm(stallSpeedRadPerS))}`}
            colour={ink('ink')}
            lift={16}
          />
        )}
        <Measured points={points} factor={factor} x={x} y={y} onPoint={onPoint} />
        <Peak
          x={x(rpm(curve.peakTorqueSpeedRadPerS))}
          y={y(lbft(curve.peakTorqueNm))}
          words={quantity(curve.peakTorqueNm, 'lb-ft')}
          colour={ink('torque')}
        />
        <Peak
          x={x(rpm(curve.peakPowerSpeedRadPerS))}
          y={y(toShown(curve.peakPowerW, 'hp'))}
          words={quantity(curve.peakPowerW, 'hp')}
          colour={ink('oil')}
        />
      </svg>
      <ChartFiles frame={frame} name="engine" table={() => engineTable(engine)} />
    </div>
  )
}

/** Torque and power of an engine at even speed steps. */
function engineTable({ on, off }: Engine): PlainTable {
  const { minSpeedRadPerS: low, maxSpeedRadPerS: high } = on
  const steps = Array.from({ length: SAMPLES + 1 }, (_, i) => low + ((high - low) * i) / SAMPLES)
  const torque = `torque, ${shownUnit('lb-ft')}`
  return {
    columns: ['engine rpm', torque, `power, ${shownUnit('hp')}`, ...(off ? [`${torque}, off boost`] : [])],
    rows: steps.map((w) => [rpm(w), lbft(on.torqueNm(w)), horses(on.torqueNm(w), w), ...(off ? [lbft(off.torqueNm(w))] : [])]),
  }
}

const horses = (nm: number, w: number) => toShown(nm * w, 'hp')

function pathOf(curve: EngineCurve, x: Scale, y: Scale, read: (nm: number, w: number) => number): string {
  const { minSpeedRadPerS: low, maxSpeedRadPerS: high } = curve
  const samples = Array.from({ length: SAMPLES + 1 }, (_, i) => low + ((high - low) * i) / SAMPLES)
  return (
    line<number>(
      (w) => x(rpm(w)),
      (w) => y(read(curve.torqueNm(w), w)),
    )(samples) ?? ''
  )
}

interface MeasuredProps {
  readonly points: readonly CurvePoint[]
  readonly factor: number
  readonly x: Scale
  readonly y: Scale
  readonly onPoint: ChartProps['onPoint']
}

/** More points than this stand too close to be taken by hand. */
const MOST_HANDLES = 40

/** The points as they were entered; each can be dragged up and down, or moved by the arrow keys, by 1 or by 10 of the shown unit. */
function Measured({ points, factor, x, y, onPoint }: MeasuredProps) {
  const [step, page] = [ofShown(1, 'lb-ft'), ofShown(10, 'lb-ft')]
  const taken = onPoint && points.length <= MOST_HANDLES
  const move = (i: number, to: (nm: number) => number) => onPoint?.(i, (nm) => Math.max(step, Math.round(to(nm) / step) * step))
  const drag = (i: number) => (event: PointerEvent<SVGGElement>) => {
    if (event.type === 'pointerdown') event.currentTarget.setPointerCapture(event.pointerId)
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect()
    if (event.buttons > 0 && box) move(i, () => ofShown(y.invert(event.clientY - box.top), 'lb-ft') / factor)
  }
  const key = (i: number) => (event: KeyboardEvent) => {
    const by = { ArrowUp: step, ArrowDown: -step, PageUp: page, PageDown: -page }[event.key]
    if (by === undefined) return
    event.preventDefault()
    move(i, (nm) => nm + by)
  }
  return points.map((p, i) => {
    const [cx, cy] = [x(rpm(p.speedRadPerS)), y(lbft(p.torqueNm * factor))]
    const dot = <circle cx={cx} cy={cy} r={taken ? 5 : 2.4} fill={ink('sheet')} stroke={ink('torque')} strokeWidth={1.6} />
    if (!taken) return <g key={p.speedRadPerS}>{dot}</g>
    return (
      <g
        key={p.speedRadPerS}
        role="slider"
        tabIndex={0}
        aria-label={`Torque at ${figure(rpm(p.speedRadPerS))} rpm, ${shownUnit('lb-ft')}`}
        aria-valuemin={1}
        aria-valuemax={10000}
        aria-valuenow={Math.round(lbft(p.torqueNm))}
        style={{ cursor: 'ns-resize', touchAction: 'none' }}
        onPointerDown={drag(i)}
        onPointerMove={drag(i)}
        onKeyDown={key(i)}
        data-testid={`chart-point-${i}`}
      >
        <rect x={cx - 12} y={cy - 16} width={24} height={32} fill="transparent" />
        {dot}
      </g>
    )
  })
}

function Peak({ x, y, words, colour }: { x: number; y: number; words: string; colour: string }) {
  return (
    <g pointerEvents="none">
      <circle cx={x} cy={y} r={3} fill={colour} />
      <text x={x} y={y - 10} textAnchor="middle" fontSize={14} fontWeight={600} fill={colour} {...HALO}>
        {words}
      </text>
    </g>
  )
}

/** A speed that means something. */
function Upright({ x, height, words, colour, lift = 0 }: { x: number; height: number; words: string; colour: string; lift?: number }) {
  const bottom = height - EDGE.bottom
  return (
    <g pointerEvents="none">
      <path d={`M${x},${EDGE.top} V${bottom}`} stroke={colour} strokeDasharray="2 3" />
      <text x={x + 5} y={bottom - 8 - lift} fontSize={13} fill={colour} {...HALO}>
        {words}
      </text>
    </g>
  )
}
