import { type GlyphProps } from '../glyph.js'

/** A sheet with its hole in the middle, on edge. */
export function MotorPlateGlyph({ fill, stroke }: GlyphProps) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-2.5} y={-11} width={5} height={7} />
      <rect x={-2.5} y={4} width={5} height={7} />
      <path d="M-8,-11 v22 M8,-11 v22" strokeWidth={0.8} strokeDasharray="3 3" fill="none" />
    </g>
  )
}
