import { type GlyphProps } from '../glyph.js'
import { ink } from '../../ui/theme.js'

/** Two gears in mesh between the faces of the pump. */
export function PumpGlyph({ width, fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke} transform={`scale(${Math.min(1, width / 42)})`}>
      <rect x={-20} y={-15} width={40} height={30} rx={3} fill={fill} />
      <circle cx={-6} r={9} fill={ink('sheet')} />
      <circle cx={7} r={6.5} fill={ink('sheet')} />
      <path d="M-6,-3 v6 M-9,0 h6 M7,-2.4 v4.8 M4.6,0 h4.8" strokeWidth={1} />
    </g>
  )
}
