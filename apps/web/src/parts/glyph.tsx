import type { Part, Station } from '@plucky/core'
import type { ReactNode } from 'react'

/** Size and content of a station symbol, centered on its origin. */
export interface GlyphProps {
  readonly station: Station
  readonly part: Part | undefined
  readonly width: number
  readonly height: number
  readonly fill: string
  readonly stroke: string
  /** The rearmost on the line carries the output flange. */
  readonly last: boolean
}

export type Glyph = (props: GlyphProps) => ReactNode

/** Radius of a shaft in a symbol, px. */
export const SHAFT = 11

/** Both halves of a section: what is given is drawn above the axis and mirrored below it. */
export const Mirrored = ({ children }: { children: ReactNode }) => (
  <>
    {children}
    <g transform="scale(1 -1)">{children}</g>
  </>
)

/** A support: flange on the case, sleeve below it. */
export function Sleeve({ half, fill, stroke }: { half: number; fill: string; stroke: string }) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-22} width={2 * half} height={9} />
      <rect x={-9} y={-13} width={18} height={35} />
      <path d="M-9,11 h18 M-9,14.5 h18 M-9,18 h18" strokeWidth={0.8} />
    </g>
  )
}

/** Lined plates and steels in turn, as many as the part has. */
export function Plates({
  count,
  x,
  y,
  width,
  height,
  stroke,
}: {
  count: number
  x: number
  y: number
  width: number
  height: number
  stroke: string
}) {
  const gap = width / Math.max(1, count * 2)
  return (
    <g stroke={stroke}>
      {Array.from({ length: count * 2 }, (_, i) => {
        const at = x + gap * (i + 0.5)
        const lined = i % 2 === 0
        return (
          <path
            key={i}
            d={`M${at},${y + (lined ? 5 : 1)} V${y + height - (lined ? 1 : 5)}`}
            strokeWidth={lined ? Math.min(3, gap * 0.9) : 1}
          />
        )
      })}
    </g>
  )
}
