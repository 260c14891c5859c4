import { type GlyphProps } from '../glyph.js'
import { ink } from '../../ui/theme.js'

/** A spool in its bore, pushed by a spring. */
export function ValvesGlyph({ width, fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke} transform={`scale(${Math.min(1, width / 42)})`}>
      <rect x={-21} y={-9} width={42} height={18} fill={ink('sheet')} />
      <path d="M-19,-7 h9 v14 h-9 z M-3,-7 h7 v14 h-7 z" fill={fill} />
      <path d="M-10,0 H-3" />
      <path d="M4,0 l2,-6 l3,12 l3,-12 l3,12 l3,-12 l2,6" fill="none" strokeWidth={1} />
    </g>
  )
}
