import { Mirrored, Plates, SHAFT, type GlyphProps } from '../glyph.js'

export function PackGlyph({ station, part, width, height, fill, stroke }: GlyphProps) {
  const count = part?.kind === 'pack' ? part.geometry.linedPlates : 0
  if (station.strip.lane !== 'line') {
    const w = Math.min(width, 44)
    return (
      <g stroke={stroke}>
        <rect x={-w / 2} y={-height / 2} width={w} height={height} fill={fill} />
        <Plates count={count} x={-w / 2 + 4} y={-height / 2 + 4} width={w - 8} height={height - 8} stroke={stroke} />
      </g>
    )
  }
  const [w, h] = [Math.min(width - 14, 62), height / 2]
  return (
    <g stroke={stroke} fill={fill}>
      <rect x={-width / 2} y={-SHAFT} width={width} height={2 * SHAFT} />
      <Mirrored>
        <path d={`M${-w / 2},-${SHAFT} V${-h} H${w / 2} V${-h + 5} H${-w / 2 + 6} V-${SHAFT} Z`} />
        <Plates count={count} x={-w / 2 + 9} y={-h + 6} width={w - 13} height={h - 6 - SHAFT - 2} stroke={stroke} />
        <path d={`M${w / 2 - 2},-${SHAFT} V${-h + 12}`} strokeWidth={2.4} />
      </Mirrored>
    </g>
  )
}
