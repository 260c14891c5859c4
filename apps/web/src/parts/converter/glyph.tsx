import { Mirrored, SHAFT, type GlyphProps } from '../glyph.js'
import { ink } from '../../ui/theme.js'

/** Cover at the front, turbine and impeller halves of the torus, stator between them; the lockup disc where there is one. */
export function ConverterGlyph({ part, width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width / 2 - 1, 46), height / 2 + 6]
  const locks = part?.kind === 'converter' && part.geometry.lockup
  const [top, low] = [-h + 6, -h * 0.36]
  const bowl = (side: 1 | -1) => `M${side * 3},${top} C${side * w * 0.8},${top} ${side * w * 0.82},${low} ${side * 3},${low} Z`
  return (
    <g stroke={stroke}>
      <path
        d={`M${-w},${-h * 0.62} Q${-w},${-h} ${-w * 0.45},${-h} H${w * 0.35} C${w * 0.95},${-h} ${w},${-h * 0.5} ${w},-${SHAFT} V${SHAFT} C${w},${h * 0.5} ${w * 0.95},${h} ${w * 0.35},${h} H${-w * 0.45} Q${-w},${h} ${-w},${h * 0.62} Z`}
        fill={fill}
      />
      <Mirrored>
        <path d={bowl(-1)} fill={ink('sheet')} />
        <path d={bowl(1)} fill={ink('oilWash')} />
        <rect x={-3.5} y={low + 1} width={7} height={9} fill={stroke} stroke="none" />
        {locks && <path d={`M${-w * 0.82},${top + 2} V${-SHAFT - 3}`} strokeWidth={2.6} />}
      </Mirrored>
    </g>
  )
}
