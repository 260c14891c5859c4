import { SHAFT, Sleeve, type GlyphProps } from '../glyph.js'

export function ShaftGlyph({ station, width, fill, stroke, last }: GlyphProps) {
  if (station.strip.lane === 'rail') return <Sleeve half={Math.min(23, width / 2)} fill={fill} stroke={stroke} />
  const half = width / 2
  const ticks = [2, 5.5, 9, 12.5].map((k) => k)
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-SHAFT} width={width} height={2 * SHAFT} />
      <path d={ticks.map((k) => `M${-half + k},${-SHAFT} v${2 * SHAFT}`).join(' ')} strokeWidth={0.8} />
      {last ? (
        <rect x={half - 13} y={-26} width={12} height={52} />
      ) : (
        <path d={ticks.map((k) => `M${half - k},${-SHAFT} v${2 * SHAFT}`).join(' ')} strokeWidth={0.8} />
      )}
    </g>
  )
}
