import { type GlyphProps } from '../glyph.js'

/** A bolt: head, shank, thread. */
export function BoltsGlyph({ fill, stroke }: GlyphProps) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-9} y={-7} width={5} height={14} />
      <rect x={-4} y={-4} width={13} height={8} />
      <path d="M1,-4 l2,8 M4,-4 l2,8 M7,-4 l2,8" strokeWidth={0.9} fill="none" />
    </g>
  )
}
