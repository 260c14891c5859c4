import { type GlyphProps } from '../glyph.js'

/** A strap round its drum, and the servo that pulls it. */
export function BandGlyph({ width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width, 44) / 2, height / 2]
  return (
    <g stroke={stroke} fill={fill}>
      <path d={`M${-w + 8},${h} V${-h + 14} A${w - 8},14 0 0 1 ${w - 8},${-h + 14} V${h}`} strokeWidth={3} />
      <path d={`M${-w + 14},${h} V${-h + 17} A${w - 14},9 0 0 1 ${w - 14},${-h + 17} V${h} Z`} />
      <rect x={w - 8} y={h - 13} width={8} height={13} />
      <path d={`M${-w},${h - 2} h8`} strokeWidth={3} />
    </g>
  )
}
