import { Mirrored, type GlyphProps } from '../glyph.js'

/** The crank's flange, the plate bolted to it, and its pads. */
export function FlexPlateGlyph({ width, height, fill, stroke }: GlyphProps) {
  const [h, right] = [height / 2, width / 2]
  return (
    <g fill={fill} stroke={stroke}>
      <path d={`M${-right + 4},-15 H${right - 26} V-22 H${right - 19} V22 H${right - 26} V15 H${-right + 4} Z`} />
      <rect x={right - 19} y={-h - 4} width={6} height={height + 8} />
      <Mirrored>
        <rect x={right - 13} y={-17} width={5} height={5} fill={stroke} stroke="none" />
        <rect x={right - 13} y={-h + 1} width={13} height={6} />
      </Mirrored>
    </g>
  )
}
