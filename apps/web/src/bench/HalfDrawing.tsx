import { ink } from '../ui/theme.js'
import type { Drawing, DrawnPath } from '../parts/drawing.js'

const FILLS: Record<DrawnPath['ink'], { fill: string; stroke: string }> = {
  steel: { fill: ink('steel'), stroke: ink('ink') },
  lining: { fill: ink('inkSoft'), stroke: ink('ink') },
  oil: { fill: ink('oilWash'), stroke: ink('oil') },
  void: { fill: ink('sheet'), stroke: ink('ink') },
  hatch: { fill: ink('torqueWash'), stroke: ink('ink') },
  line: { fill: 'none', stroke: ink('inkSoft') },
  thread: { fill: 'none', stroke: ink('ink') },
}

interface HalfProps {
  readonly drawing: Drawing
  /** px of the drawing's origin, and px a mm. */
  readonly left: number
  readonly centre: number
  readonly scale: number
  readonly up: boolean
  readonly ghost?: boolean
  /** Drawn upright in the candidate's ink all the same. */
  readonly flip?: boolean
}

/** One half of the split centreline. */
export function HalfDrawing({ drawing, left, centre, scale, up, ghost, flip }: HalfProps) {
  const stroke = (path: DrawnPath) => (ghost ? ink('inkSoft') : up ? FILLS[path.ink].stroke : ink(path.ink === 'oil' ? 'oil' : 'torque'))
  return (
    <g transform={`translate(${left} ${centre}) scale(${scale} ${up || flip ? -scale : scale})`} opacity={ghost ? 0.5 : 1}>
      <g transform={`translate(0 ${-(drawing.floor ?? 0)})`}>
        {drawing.paths.map((path, i) => (
          <path
            key={i}
            d={path.d}
            fill={ghost ? 'none' : FILLS[path.ink].fill}
            stroke={stroke(path)}
            strokeDasharray={ghost ? '4 3' : undefined}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
    </g>
  )
}
