import { Mirrored, type GlyphProps } from '../glyph.js'

/** The disc against the cover, its linings at the rim, and the springs of its damper. */
export function LockupGlyph({ part, width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width, 40) / 2, height / 2]
  const geometry = part?.kind === 'lockup' ? part.geometry : undefined
  const faces = Math.min(4, geometry?.faces ?? 1)
  return (
    <g stroke={stroke}>
      <rect x={-w} y={-h} width={6} height={height} fill={fill} />
      {Array.from({ length: faces }, (_, i) => (
        <Mirrored key={i}>
          <rect x={-w + 8 + i * 5} y={-h + 2} width={3} height={9} fill={stroke} stroke="none" />
        </Mirrored>
      ))}
      <rect x={-w + 9 + faces * 5} y={-h + 2} width={4} height={height - 4} fill={fill} />
      {geometry?.damper && <path d={`M${-w + 17 + faces * 5},-7 l5,3 l-5,4 l5,4 l-5,4`} fill="none" strokeWidth={1.4} />}
    </g>
  )
}
