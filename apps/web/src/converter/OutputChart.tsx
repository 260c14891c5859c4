import { shownUnit, toShown, type PlainTable } from '@plucky/contract'
import { lineEnd, linePoint, lossAt, type EngineLine, type OperatingPoint } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { line as pathOf } from 'd3-shape'
import { useRef } from 'react'
import { Axes, EDGE, HALO, type Scale } from '../charts/Axes.js'
import { ChartFiles } from '../charts/ChartFiles.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { FIGURES, type ChartedConverter } from './InputChart.js'

const rpm = (w: number) => toShown(w, 'rpm')
const lbft = (nm: number) => toShown(nm, 'lb-ft')

/** What comes out at full throttle over turbine speed: torque and power of the turbine, and the share of power that passes. */
export function OutputChart({ laid, height }: { laid: readonly ChartedConverter[]; height: number }) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 420)
  const lines = laid.map((each) => ({ ...each, points: throughOut(each.match.line) }))
  const all = lines.flatMap(({ points }) => points)
  const x = scaleLinear()
    .domain([0, Math.max(...all.map((p) => rpm(p.turbineSpeedRadPerS)))])
    .range([EDGE.left, width - EDGE.right])
  const most = Math.max(...all.map((p) => Math.max(lbft(p.turbineTorqueNm), horses(p))))
  const y = scaleLinear()
    .domain([0, most * 1.05])
    .range([height - EDGE.bottom, EDGE.top])
    .nice()
  const share = scaleLinear()
    .domain([0, 1])
    .range([height - EDGE.bottom, EDGE.top])
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={height}
        style={FIGURES}
        role="img"
        aria-label="Turbine torque, turbine power and efficiency over turbine speed"
      >
        <Axes x={x} y={y} width={width} height={height} along="turbine rpm" share={share} />
        {lines.map(({ part, points, letter, dashes }) => (
          <g key={part.id} fill="none">
            <path
              d={path(points, x, (p) => share(lossAt(p).efficiency))}
              stroke={ink('inkSoft')}
              strokeWidth={1.4}
              strokeDasharray={dashes}
            />
            <path d={path(points, x, (p) => y(horses(p)))} stroke={ink('oil')} strokeWidth={2} strokeDasharray={dashes} />
            <path
              d={path(points, x, (p) => y(lbft(p.turbineTorqueNm)))}
              stroke={ink('torque')}
              strokeWidth={2.4}
              strokeDasharray={dashes}
            />
            {letter && points[0] && <Letter x={x(0) + 5} y={y(lbft(points[0].turbineTorqueNm)) - 4} letter={letter} />}
          </g>
        ))}
      </svg>
      <ChartFiles frame={frame} name="converter-output" table={() => outputTable(lines)} />
    </div>
  )
}

/** Charted points of every converter. */
const outputTable = (lines: readonly (ChartedConverter & { readonly points: readonly OperatingPoint[] })[]): PlainTable => ({
  columns: ['converter', 'turbine rpm', `turbine torque, ${shownUnit('lb-ft')}`, `turbine power, ${shownUnit('hp')}`, 'efficiency'],
  rows: lines.flatMap(({ part, points }) =>
    points.map((p) => [part.name, rpm(p.turbineSpeedRadPerS), lbft(p.turbineTorqueNm), horses(p), lossAt(p).efficiency]),
  ),
})

const SAMPLES = 90

/** Samples the line at even steps of turbine speed, from zero to its end. Points that do not increase the speed are left out. */
const throughOut = (line: EngineLine): OperatingPoint[] => {
  const last = lineEnd(line).turbineSpeedRadPerS
  let fastest = -1
  return Array.from({ length: SAMPLES + 1 }, (_, i) => linePoint(line, (last * i) / SAMPLES)).filter(({ turbineSpeedRadPerS }) => {
    const on = turbineSpeedRadPerS > fastest
    fastest = Math.max(fastest, turbineSpeedRadPerS)
    return on
  })
}

const horses = (p: OperatingPoint) => toShown(p.turbineTorqueNm * p.turbineSpeedRadPerS, 'hp')

const path = (points: readonly OperatingPoint[], x: Scale, y: (p: OperatingPoint) => number) =>
  pathOf<OperatingPoint>((p) => x(rpm(p.turbineSpeedRadPerS)), y)(points) ?? ''

function Letter({ x, y, letter }: { x: number; y: number; letter: string }) {
  return (
    <text x={x} y={y} fontSize={14} fontWeight={600} fill={ink('torque')} {...HALO}>
      {letter}
    </text>
  )
}
