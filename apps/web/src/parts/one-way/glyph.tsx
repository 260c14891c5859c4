import { type GlyphProps } from '../glyph.js'
import { ink } from '../../ui/theme.js'

export function OneWayGlyph({ width, fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke} transform={`scale(${Math.min(1, width / 42)})`}>
      <circle r={21} fill={fill} />
      <circle r={12} fill={ink('sheet')} />
      {[0, 60, 120, 180, 240, 300].map((turn) => (
        <rect
          key={turn}
          x={-1.6}
          y={-19.5}
          width={3.2}
          height={6}
          transform={`rotate(${turn}) rotate(28 0 -16.5)`}
          fill={stroke}
          stroke="none"
        />
      ))}
      <path d="M-5,3 A6,6 0 1 1 4,4 M4,4 l0.6,-5 M4,4 l-5,-0.8" fill="none" strokeWidth={1.4} />
    </g>
  )
}
