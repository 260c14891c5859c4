import { type GlyphProps } from '../glyph.js'

/** The bell over the front set, necked down to the suns. */
export function ShellGlyph({ fill, stroke }: GlyphProps) {
  return <path d="M-23,-20 H16 V9 H26 V15 H10 V-14 H-23 Z" fill={fill} stroke={stroke} />
}
