import { figure } from '@plucky/contract'
import { fromSi, lifePlaces, toSi, type StressStretch } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { useMemo } from 'react'
import { HALO } from '../charts/Axes.js'
import { ink } from '../ui/theme.js'
import { xOf, type ShaftFrame } from './frame.js'
import type { Judged } from './tried.js'

interface ChartProps {
  readonly frame: ShaftFrame
  readonly fitted: Judged | undefined
  readonly tried: Judged | undefined
  /** The case shown, as it is spoken. */
  readonly where: string
}

const ksi = (pa: number) => fromSi(pa, 'ksi')

/** Shear along the length in the case shown, shock in it; where each shaft begins to yield; and what its notches make of it. */
export function StressChart({ frame, fitted, tried, where }: ChartProps) {
  const all = [fitted, tried].flatMap((each) => (each ? [...each.stress] : []))
  const most = Math.max(toSi(20, 'ksi'), ...all.flatMap((s) => [s.shearPa, s.yieldPa]))
  const y = scaleLinear([0, ksi(most) * 1.12], [frame.chartTop + frame.chartHeight, frame.chartTop])
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
      <text x={left - 40} y={frame.chartTop - 18} fill={ink('inkSoft')}>
        {`shear, ksi, ${where}, shock in it; dashed: begins to yield; dots: at notches, where cracks begin; open: beyond`}
      </text>
      {fitted && <Lines judged={fitted} frame={frame} y={(v) => y(v)} colour={ink('ink')} />}
      {tried && <Lines judged={tried} frame={frame} y={(v) => y(v)} colour={ink('torque')} heavy />}
      {all.every((s) => s.shearPa === 0) && (
        <text x={(left + right) / 2} y={frame.chartTop + frame.chartHeight / 2} textAnchor="middle" fill={ink('inkSoft')} fontSize={15} {...HALO}>
          carries nothing in this case
        </text>
      )}
    </g>
  ) // prettier-ignore
}

interface LinesProps {
  readonly judged: Judged
  readonly frame: ShaftFrame
  readonly y: (ksi: number) => number
  readonly colour: string
  readonly heavy?: boolean
}

function Lines({ judged, frame, y, colour, heavy }: LinesProps) {
  const { stress, demandNm, part } = judged
  const notches = useMemo(() => lifePlaces(part.geometry).filter((place) => place.fatigueFactor > 1 && place.feature !== 'press'), [part.geometry]) // prettier-ignore
  const line = (of: (s: StressStretch) => number) =>
    stress.map((s, i) => `${i === 0 ? 'M' : 'L'}${xOf(frame, s.fromM)},${y(ksi(of(s)))}L${xOf(frame, s.toM)},${y(ksi(of(s)))}`).join('')
  const top = frame.chartTop - 4
  return (
    <g fill="none" stroke={colour}>
      <path d={line((s) => s.yieldPa)} strokeDasharray="5 4" strokeWidth={1} />
      <path d={line((s) => s.shearPa)} strokeWidth={heavy ? 2.4 : 1.4} data-testid={heavy ? 'stress-tried' : 'stress-fitted'} />
      {demandNm > 0 &&
        notches.map((place, i) => {
          const at = y(ksi((place.fatigueFactor * demandNm) / place.modulusM3))
          return <circle key={i} cx={xOf(frame, place.atM)} cy={Math.max(top, at)} r={heavy ? 3 : 2.2} fill={at < top ? 'none' : colour} />
        })}
    </g>
  )
}
