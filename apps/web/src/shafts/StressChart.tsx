import { figure, shownUnit, toShown } from '@plucky/contract'
import { lifePlaces, type StressStretch, toSi } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { memo, useMemo } from 'react'
import { HALO } from '../charts/Axes.js'
import { ink } from '../ui/theme.js'
import type { ShaftFrame } from './frame.js'
import type { Judged } from './trial-results.js'

interface ChartProps {
  readonly frame: ShaftFrame
  readonly fitted: Judged | undefined
  readonly tried: Judged | undefined
  /** The case shown, as it is spoken. */
  readonly where: string
}

const ksi = (pa: number) => toShown(pa, 'ksi')

/** Shear along the length in the case shown, shock in it; where each shaft begins to yield; and what its notches make of it. */
export function StressChart({ frame, fitted, tried, where }: ChartProps) {
  const all = [fitted, tried].flatMap((each) => (each ? [...each.stress] : []))
  const most = Math.max(toSi(20, 'ksi'), ...all.flatMap((s) => [s.shearPa, s.yieldPa]))
  const top = ksi(most) * 1.12
  const y = scaleLinear([0, top], [frame.chartTop + frame.chartHeight, frame.chartTop])
  const [left, right] = [frame.left, frame.width - frame.left]
  return (
    <g fontSize={13} data-testid="stress">
      {y.ticks(5).map((v) => (
        <g key={v} fill={ink('inkSoft')}>
          <path d={`M${left},${y(v)} H${right}`} stroke={ink('ruleSoft')} />
          <text x={left - 6} y={y(v) + 4} textAnchor="end">
            {figure(v)}
          </text>
        </g>
      ))}
      <text x={6} y={frame.chartTop - 31} fill={ink('inkSoft')}>
        {`Shear stress, ${shownUnit('ksi')}, ${where}, including service factor`}
        <tspan x={6} dy={15}>
          dashed: shear yield · dots: notch stress (open: off the chart)
        </tspan>
      </text>
      {fitted && <Lines judged={fitted} {...frame} mostKsi={top} colour={ink('ink')} />}
      {tried && <Lines judged={tried} {...frame} mostKsi={top} colour={ink('torque')} heavy />}
      {all.every((s) => s.shearPa === 0) && (
        <text
          x={(left + right) / 2}
          y={frame.chartTop + frame.chartHeight / 2}
          textAnchor="middle"
          fill={ink('inkSoft')}
          fontSize={15}
          {...HALO}
        >
          no load in this case
        </text>
      )}
    </g>
  )
}

interface LinesProps extends Pick<ShaftFrame, 'left' | 'perM' | 'chartTop' | 'chartHeight'> {
  readonly judged: Judged
  /** At the upper edge of the chart. */
  readonly mostKsi: number
  readonly colour: string
  readonly heavy?: boolean
}

/** Drawn anew only where the shaft, the case or a scale is another. */
const Lines = memo(function Lines({ judged, left, perM, chartTop, chartHeight, mostKsi, colour, heavy }: LinesProps) {
  const { stress, demandNm, part } = judged
  const notches = useMemo(
    () => lifePlaces(part.geometry).filter((place) => place.fatigueFactor > 1 && place.feature !== 'press'),
    [part.geometry],
  )
  const x = (metres: number) => left + metres * perM
  const y = (value: number) => chartTop + chartHeight * (1 - value / mostKsi)
  const line = (of: (s: StressStretch) => number) =>
    stress.map((s, i) => `${i === 0 ? 'M' : 'L'}${x(s.fromM)},${y(ksi(of(s)))}L${x(s.toM)},${y(ksi(of(s)))}`).join('')
  const top = chartTop - 4
  return (
    <g fill="none" stroke={colour}>
      <path d={line((s) => s.yieldPa)} strokeDasharray="5 4" strokeWidth={1} />
      <path d={line((s) => s.shearPa)} strokeWidth={heavy ? 2.4 : 1.4} data-testid={heavy ? 'stress-tried' : 'stress-fitted'} />
      {demandNm > 0 &&
        notches.map((place, i) => {
          const at = y(ksi((place.fatigueFactor * demandNm) / place.modulusM3))
          return <circle key={i} cx={x(place.atM)} cy={Math.max(top, at)} r={heavy ? 3 : 2.2} fill={at < top ? 'none' : colour} />
        })}
    </g>
  )
})
