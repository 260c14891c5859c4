import { figure, ofShown, shownUnit, toShown, type PlainTable } from '@plucky/contract'
import { converterCharacteristic, type Engine, type EngineCurve, linePoints, type MatchFigures, toSi } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { line as pathOf } from 'd3-shape'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { Axes, EDGE, HALO, type Scale } from '../charts/Axes.js'
import { ChartFiles } from '../charts/ChartFiles.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import type { ConverterPart } from './matched.js'

/** A converter on the charts, with the letter and the dashes that tell it from the others. */
export interface ChartedConverter {
  readonly part: ConverterPart
  readonly match: MatchFigures
  readonly letter: string
  readonly dashes: string
}

interface InputProps {
  readonly engine: Engine
  /** The fitted one, also where it has no stall behind this engine. */
  readonly fitted: ConverterPart | undefined
  /** Those that stall, the fitted one first. */
  readonly laid: readonly ChartedConverter[]
  readonly wantedRadPerS: number
  readonly window: { readonly from: number; readonly to: number }
  readonly onWanted: (radPerS: number) => void
  readonly height: number
}

const rpm = (w: number) => toShown(w, 'rpm')
const lbft = (nm: number) => toShown(nm, 'lb-ft')
const RATIOS = [0, 0.7, 0.8, 0.9, 0.95]
const SAMPLES = 110

/** Engine torque over engine speed, with what each converter takes in at speed ratios from the stall up, and where they meet. */
export function InputChart({ engine, fitted: part, laid, wantedRadPerS, window, onWanted, height }: InputProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 820)
  const { on, off, boost } = engine
  const x = scaleLinear()
    .domain([Math.min(rpm(on.minSpeedRadPerS), 1000), rpm(on.maxSpeedRadPerS)])
    .range([EDGE.left, width - EDGE.right])
  const y = scaleLinear()
    .domain([0, lbft(on.peakTorqueNm) * 1.16])
    .range([height - EDGE.bottom, EDGE.top])
    .nice()
  const fitted = laid.find((each) => each.part.id === part?.id)
  const band = [window.from, window.to].map((share) => x(rpm(share * on.peakTorqueSpeedRadPerS)))
  return (
    <div ref={frame}>
      <svg width={width} height={height} style={FIGURES} role="group" aria-label="Engine torque and converter input torque vs. engine rpm">
        <rect
          x={band[0]}
          y={EDGE.top}
          width={(band[1] ?? 0) - (band[0] ?? 0)}
          height={height - EDGE.bottom - EDGE.top}
          fill={ink('torqueWash')}
          opacity={0.55}
        />
        <Axes x={x} y={y} width={width} height={height} along="engine rpm" />
        {part &&
          (fitted ? RATIOS : [0]).map((sr) => (
            <Parabola key={sr} part={part} dashes="" sr={sr} x={x} y={y} named={sr === 0 ? 'stall' : `SR ${sr}`} />
          ))}
        {laid
          .filter((each) => each !== fitted)
          .map((each) => (
            <Parabola key={each.part.id} part={each.part} dashes={each.dashes} sr={0} x={x} y={y} named={each.letter} />
          ))}
        {off && <path d={curvePath(off, x, y)} fill="none" stroke={ink('torque')} strokeWidth={1.6} strokeDasharray="2 4" />}
        <path d={curvePath(on, x, y)} fill="none" stroke={ink('torque')} strokeWidth={2.8} />
        {boost && <Threshold x={x(rpm(boost.thresholdRadPerS))} top={EDGE.top} bottom={height - EDGE.bottom} />}
        {fitted && <Operating laid={fitted} x={x} y={y} />}
        {laid.map((each, i) => (
          <StallMark key={each.part.id} laid={each} row={i} x={x} y={y} />
        ))}
        <Wanted x={x} at={wantedRadPerS} engine={on} top={EDGE.top} bottom={height - EDGE.bottom} onWanted={onWanted} />
      </svg>
      <ChartFiles frame={frame} name="converter-input" table={() => inputTable(on, laid)} />
    </div>
  )
}

/** Engine torque and converter input torque at the charted speed ratios. */
function inputTable(curve: EngineCurve, laid: readonly ChartedConverter[]): PlainTable {
  const { minSpeedRadPerS: low, maxSpeedRadPerS: high } = curve
  const unit = shownUnit('lb-ft')
  const converters = laid.flatMap(({ part }) =>
    RATIOS.map((sr) => ({ name: `${part.name}, SR ${sr}, ${unit}`, sr, of: converterCharacteristic(part.geometry) })),
  )
  const steps = Array.from({ length: SAMPLES + 1 }, (_, i) => low + ((high - low) * i) / SAMPLES)
  return {
    columns: ['engine rpm', `engine torque, ${unit}`, ...converters.map(({ name }) => name)],
    rows: steps.map((w) => [rpm(w), lbft(curve.torqueNm(w)), ...converters.map(({ of, sr }) => lbft(of.capacity(sr) * w ** 2))]),
  }
}

export const FIGURES = { display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' } as const

function curvePath(curve: EngineCurve, x: Scale, y: Scale): string {
  const { minSpeedRadPerS: low, maxSpeedRadPerS: high } = curve
  const samples = Array.from({ length: SAMPLES + 1 }, (_, i) => low + ((high - low) * i) / SAMPLES)
  return (
    pathOf<number>(
      (w) => x(rpm(w)),
      (w) => y(lbft(curve.torqueNm(w))),
    )(samples) ?? ''
  )
}

/** T = C(SR)·ω², as far as it stays on the chart. */
function Parabola({
  part,
  dashes,
  sr,
  x,
  y,
  named,
}: {
  part: ConverterPart
  dashes: string
  sr: number
  x: Scale
  y: Scale
  named: string
}) {
  const capacity = converterCharacteristic(part.geometry).capacity(sr)
  if (capacity <= 0) return null
  const [low = 0, high = 0] = x.domain()
  const most = Math.min(high, rpm(Math.sqrt(ofShown(y.domain()[1] ?? 0, 'lb-ft') / capacity)))
  if (most <= low) return null // it asks more than the chart shows, already at idle
  const samples = Array.from({ length: 41 }, (_, i) => low + ((most - low) * i) / 40)
  const d =
    pathOf<number>(
      (n) => x(n),
      (n) => y(lbft(capacity * toSi(n, 'rpm') ** 2)),
    )(samples) ?? ''
  const atTop = most < high
  return (
    <g>
      <path d={d} fill="none" stroke={ink('oil')} strokeWidth={sr === 0 ? 2.2 : 1} strokeDasharray={dashes} />
      <text
        x={atTop ? x(most) : x(high) + 4}
        y={atTop ? EDGE.top - 5 : y(lbft(capacity * toSi(high, 'rpm') ** 2)) + 4}
        textAnchor={atTop ? 'middle' : 'start'}
        fontSize={13}
        fontWeight={sr === 0 ? 600 : 400}
        fill={ink('oil')}
        {...HALO}
      >
        {named}
      </text>
    </g>
  )
}

/** Where engine and fitted converter stand at full throttle as the turbine speeds up. */
function Operating({ laid, x, y }: { laid: ChartedConverter; x: Scale; y: Scale }) {
  const points = [laid.match.stall, ...linePoints(laid.match.line, 0)]
  return (
    <g fill={ink('ink')}>
      {points.map((p) => (
        <circle key={p.turbineSpeedRadPerS} cx={x(rpm(p.engineSpeedRadPerS))} cy={y(lbft(p.engineTorqueNm))} r={2.4} />
      ))}
    </g>
  )
}

function StallMark({ laid, row, x, y }: { laid: ChartedConverter; row: number; x: Scale; y: Scale }) {
  const { stall, stallOff } = laid.match
  const [cx, cy] = [x(rpm(stall.engineSpeedRadPerS)), y(lbft(stall.engineTorqueNm))]
  return (
    <g>
      {stallOff && stallOff !== stall && (
        <circle
          cx={x(rpm(stallOff.engineSpeedRadPerS))}
          cy={y(lbft(stallOff.engineTorqueNm))}
          r={3.5}
          fill={ink('sheet')}
          stroke={ink('oil')}
          strokeWidth={1.6}
        />
      )}
      <circle cx={cx} cy={cy} r={5.5} fill={ink('sheet')} stroke={ink('oil')} strokeWidth={2.2} />
      <text
        x={row === 0 ? cx + 9 : cx - 4}
        y={row === 0 ? cy + 18 : cy + 4 - 16 * row}
        textAnchor={row === 0 ? 'start' : 'end'}
        fontSize={14}
        fontWeight={600}
        fill={ink('oil')}
        {...HALO}
      >
        {`${laid.letter ? `${laid.letter} ` : ''}${figure(rpm(stall.engineSpeedRadPerS))}`}
      </text>
    </g>
  )
}

/** The boost threshold, named above the engine curve, left of where the parabolas rise. */
function Threshold({ x, top, bottom }: { x: number; top: number; bottom: number }) {
  return (
    <g>
      <path d={`M${x},${top} V${bottom}`} stroke={ink('torque')} strokeDasharray="2 3" />
      <text x={x - 5} y={top + 12} textAnchor="end" fontSize={13} fill={ink('torque')} {...HALO}>
        boost threshold
      </text>
    </g>
  )
}

const STEP_RPM = 25
const PAGE_RPM = 250
const MOVES_RPM: Readonly<Record<string, number>> = {
  ArrowLeft: -STEP_RPM,
  ArrowDown: -STEP_RPM,
  ArrowRight: STEP_RPM,
  ArrowUp: STEP_RPM,
  PageDown: -PAGE_RPM,
  PageUp: PAGE_RPM,
}

/** The grip with which the wanted stall is dragged; arrows move it by 25 rpm, page keys by 250. */
function Wanted({
  x,
  at,
  engine,
  top,
  bottom,
  onWanted,
}: {
  x: Scale
  at: number
  engine: EngineCurve
  top: number
  bottom: number
  onWanted: (w: number) => void
}) {
  const [low, high] = [rpm(engine.minSpeedRadPerS), rpm(engine.maxSpeedRadPerS)]
  const now = rpm(at)
  const set = (n: number) => onWanted(toSi(Math.min(high, Math.max(low, Math.round(n / STEP_RPM) * STEP_RPM)), 'rpm'))
  const drag = (event: PointerEvent<SVGGElement>) => {
    if (event.type === 'pointerdown') event.currentTarget.setPointerCapture(event.pointerId)
    if (event.buttons === 0) return
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect()
    if (box) set(x.invert(event.clientX - box.left))
  }
  const key = (event: KeyboardEvent) => {
    const by = MOVES_RPM[event.key]
    if (by === undefined) return
    event.preventDefault()
    set(now + by)
  }
  const px = x(now)
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Target stall, rpm"
      aria-valuemin={Math.round(low)}
      aria-valuemax={Math.round(high)}
      aria-valuenow={Math.round(now)}
      className="grip"
      style={{ cursor: 'ew-resize', touchAction: 'none' }}
      onPointerDown={drag}
      onPointerMove={drag}
      onKeyDown={key}
      data-testid="wanted-stall"
    >
      <rect x={px - 22} y={top} width={44} height={bottom - top} fill="transparent" />
      <path d={`M${px},${top} V${bottom}`} stroke={ink('break')} strokeWidth={1.6} />
      <path className="grip-mark" d={`M${px},${bottom} l-9,-11 h18 Z`} fill={ink('break')} />
      <text x={px + 12} y={bottom - 6} fontSize={14} fontWeight={600} fill={ink('break')} {...HALO}>
        {`target ${figure(now)}`}
      </text>
    </g>
  )
}
