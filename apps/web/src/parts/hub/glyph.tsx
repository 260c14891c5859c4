import { Mirrored, SHAFT, type GlyphProps } from '../glyph.js'

/** A toothed bore with its flange behind. */
export function HubGlyph({ width, fill, stroke }: GlyphProps) {
  const half = width / 2
  const body = Math.min(half - 2, 12)
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-SHAFT} width={width} height={2 * SHAFT} />
      <Mirrored>
        <path d={`M${-body},-${SHAFT} V-21 H${body - 7} V-30 H${body} V-${SHAFT} Z`} />
        <path d={[1, 5, 9, 13].map((k) => `M${-body + k},-${SHAFT} v-4`).join(' ')} strokeWidth={0.8} />
      </Mirrored>
    </g>
  )
}
