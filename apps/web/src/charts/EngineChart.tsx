import { figure } from '@plucky/contract'
import { fromSi, toSi, type EngineCurve } from '@plucky/core'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useRef } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'

interface ChartProps {
  readonly curve: EngineCurve
  /** Measured points, shown as they came. */
  readonly points: readonly { readonly speedRadPerS: number; readonly torqueNm: number }[]
  /** Where the fitted converter stalls, if it does. */
  readonly stallSpeedRadPerS: number | undefined
  readonly height?: number
}

const EDGE = { left: 44, right: 44, top: 22, bottom: 34 }
const SAMPLES = 120

type Scale = ScaleLinear<number, number>

/** Full-throttle torque and power over engine speed, with the stall of the fitted converter. */
export function EngineChart({ curve, points, stallSpeedRadPerS, height = 330 }: ChartProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 560)
  const rpm = (w: number) => fromSi(w, 'rpm')
  const [low, high] = [rpm(curve.minSpeedRadPerS), rpm(curve.maxSpeedRadPerS)]
  const x = scaleLinear()
    .domain([Math.min(low, 1000), high])
    .range([EDGE.left, width - EDGE.right])
    .nice()
  const top = Math.max(fromSi(curve.peakTorqueNm, 'lb-ft'), fromSi(curve.peakPowerW, 'hp'))
  const y = scaleLinear()
    .domain([0, top * 1.06])
    .range([height - EDGE.bottom, EDGE.top])
    .nice()
  const samples = Array.from({ length: SAMPLES + 1 }, (_, i) => low + ((high - low) * i) / SAMPLES)
  const torque = (n: number) => fromSi(curve.torqueNm(toSi(n, 'rpm')), 'lb-ft')
  const power = (n: number) => (torque(n) * n) / fromSi(toSi(1, 'hp') / toSi(1, 'lb-ft'), 'rpm')
  const path = (of: (n: number) => number) =>
    line<number>(
      (n) => x(n),
      (n) => y(of(n)),
    )(samples) ?? ''
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Engine: ${figure(fromSi(curve.peakTorqueNm, 'lb-ft'))} lb-ft at ${figure(rpm(curve.peakTorqueSpeedRadPerS))} rpm, ${figure(fromSi(curve.peakPowerW, 'hp'))} hp at ${figure(rpm(curve.peakPowerSpeedRadPerS))} rpm`}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
      >
        <Axes x={x} y={y} width={width} height={height} />
        <path d={path(power)} fill="none" stroke={ink('oil')} strokeWidth={2} strokeDasharray="7 3" />
        <path d={path(torque)} fill="none" stroke={ink('torque')} strokeWidth={2.6} />
        <Measured points={points} x={x} y={y} />
        <Peak
          x={x(rpm(curve.peakTorqueSpeedRadPerS))}
          y={y(fromSi(curve.peakTorqueNm, 'lb-ft'))}
          words={`${figure(fromSi(curve.peakTorqueNm, 'lb-ft'))} lb-ft`}
          colour={ink('torque')}
        />
        <Peak
          x={x(rpm(curve.peakPowerSpeedRadPerS))}
          y={y(fromSi(curve.peakPowerW, 'hp'))}
          words={`${figure(fromSi(curve.peakPowerW, 'hp'))} hp`}
          colour={ink('oil')}
        />
        {stallSpeedRadPerS !== undefined && (
          <Stall
            x={x(rpm(stallSpeedRadPerS))}
            top={EDGE.top}
            bottom={height - EDGE.bottom}
            words={`stall ${figure(rpm(stallSpeedRadPerS))}`}
          />
        )}
      </svg>
    </div>
  )
}

function Axes({ x, y, width, height }: { x: Scale; y: Scale; width: number; height: number }) {
  return (
    <g fontSize={13} fill={ink('inkSoft')}>
      {y.ticks(6).map((v) => (
        <g key={v}>
          <path d={`M${EDGE.left},${y(v)} H${width - EDGE.right}`} stroke={ink('ruleSoft')} />
          <text x={EDGE.left - 6} y={y(v) + 4} textAnchor="end" fontSize={13} fill={ink('inkSoft')}>
            {figure(v)}
          </text>
        </g>
      ))}
      {x.ticks(7).map((n) => (
        <g key={n}>
          <path d={`M${x(n)},${height - EDGE.bottom} v5`} stroke={ink('inkSoft')} />
          <text x={x(n)} y={height - EDGE.bottom + 18} textAnchor="middle" fontSize={13} fill={ink('inkSoft')}>
            {figure(n)}
          </text>
        </g>
      ))}
      <text x={width - EDGE.right} y={height - 3} textAnchor="end" fontSize={13} fill={ink('inkSoft')}>
        engine rpm
      </text>
    </g>
  )
}

function Measured({ points, x, y }: { points: ChartProps['points']; x: Scale; y: Scale }) {
  return (
    <>
      {points.map((p) => (
        <circle
          key={p.speedRadPerS}
          cx={x(fromSi(p.speedRadPerS, 'rpm'))}
          cy={y(fromSi(p.torqueNm, 'lb-ft'))}
          r={3.5}
          fill={ink('sheet')}
          stroke={ink('torque')}
          strokeWidth={1.6}
        />
      ))}
    </>
  )
}

function Peak({ x, y, words, colour }: { x: number; y: number; words: string; colour: string }) {
  return (
    <g>
      <circle cx={x} cy={y} r={3} fill={colour} />
      <text
        x={x}
        y={y - 8}
        textAnchor="middle"
        fontSize={14}
        fontWeight={600}
        fill={colour}
        stroke={ink('sheet')}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  )
}

function Stall({ x, top, bottom, words }: { x: number; top: number; bottom: number; words: string }) {
  return (
    <g>
      <path d={`M${x},${top} V${bottom}`} stroke={ink('ink')} strokeDasharray="2 3" />
      <text x={x + 5} y={bottom - 8} fontSize={13} fill={ink('ink')}>
        {words}
      </text>
    </g>
  )
}
