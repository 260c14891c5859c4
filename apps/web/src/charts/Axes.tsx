import { figure, percent } from '@plucky/contract'
import type { ScaleLinear } from 'd3-scale'
import { ink } from '../ui/theme.js'

export type Scale = ScaleLinear<number, number>

/** Room round a chart for its figures, px. */
export const EDGE = { left: 44, right: 44, top: 22, bottom: 34 } as const

/** Letters that stay readable on lines. */
export const HALO = { stroke: ink('sheet'), strokeWidth: 3, paintOrder: 'stroke' } as const

interface AxesProps {
  readonly x: Scale
  readonly y: Scale
  readonly width: number
  readonly height: number
  /** What runs along the lower edge. */
  readonly along: string
  /** A second scale at the right edge, in hundredths. */
  readonly share?: Scale
}

/** Ruled lines with their figures. */
export function Axes({ x, y, width, height, along, share }: AxesProps) {
  return (
    <g fontSize={13} fill={ink('inkSoft')}>
      {y.ticks(6).map((v) => (
        <g key={v}>
          <path d={`M${EDGE.left},${y(v)} H${width - EDGE.right}`} stroke={ink('ruleSoft')} />
          <text x={EDGE.left - 6} y={y(v) + 4} textAnchor="end">
            {figure(v)}
          </text>
        </g>
      ))}
      {share?.ticks(5).map((v) => (
        <text key={v} x={width - EDGE.right + 6} y={share(v) + 4}>
          {percent(v)}
        </text>
      ))}
      {x.ticks(Math.max(3, Math.round(width / 110))).map((n) => (
        <g key={n}>
          <path d={`M${x(n)},${height - EDGE.bottom} v5`} stroke={ink('inkSoft')} />
          <text x={x(n)} y={height - EDGE.bottom + 18} textAnchor="middle">
            {figure(n)}
          </text>
        </g>
      ))}
      <text x={width - EDGE.right} y={height - 3} textAnchor="end">
        {along}
      </text>
    </g>
  )
}
