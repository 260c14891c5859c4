import { type GlyphProps } from '../glyph.js'

/** Pilot in the crank bore. */
export function PilotGlyph({ fill, stroke }: GlyphProps) {
  return (
    <g fill={fill} stroke={stroke}>
      <path d="M9,-10 V10 H5 V5 H-7 L-10,3 V-3 L-7,-5 H5 V-10 Z" />
    </g>
  )
}
