import { Mirrored, type GlyphProps } from '../glyph.js'
import { ink } from '../../ui/theme.js'

export function GearSetGlyph({ station, part, width, height, fill, stroke }: GlyphProps) {
  const pinions = part?.kind === 'gear-set' ? part.geometry.pinions : 0
  const single = station.load.at === 'sets' && station.load.ids.length === 1
  const spread = Math.min(26, width / 4)
  const h = height / 2
  return (
    <g stroke={stroke} fill={fill}>
      <rect x={-width / 2} y={-7} width={width} height={14} />
      {(single ? [0] : [-spread, spread]).map((x) => (
        <g key={x} transform={`translate(${x} 0)`}>
          <Mirrored>
            <rect x={-10} y={-h} width={20} height={6} />
            <rect x={-8} y={-h + 8} width={16} height={h - 8 - 15} fill={ink('sheet')} />
            <path d={`M-12,${-(h + 15) / 2} h24`} strokeWidth={pinions > 4 ? 3 : 1.6} />
          </Mirrored>
          <rect x={-11} y={-13} width={22} height={26} />
          <path d="M-11,-9 h22 M-11,9 h22" strokeWidth={0.8} />
        </g>
      ))}
    </g>
  )
}
