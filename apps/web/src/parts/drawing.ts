/** A drawing of a part in mm, radius upward from the centreline; the lower half is the same, mirrored. */
export interface Drawing {
  readonly width: number
  readonly height: number
  /** Smallest radius in the drawing, mm. The drawing starts there, so that parts far from the centerline are drawn larger. */
  readonly floor?: number
  readonly paths: readonly DrawnPath[]
  readonly dimensions: readonly Dimension[]
  /** Where limits of the part stand, by the core's name of the place. */
  readonly places: Readonly<Record<string, { readonly x: number; readonly y: number }>>
}

export interface DrawnPath {
  readonly d: string
  readonly ink: 'steel' | 'lining' | 'oil' | 'void' | 'hatch' | 'line' | 'thread'
}

/** A dimension of the part, by a name that stays the same from part to part, so that two parts can be compared. */
export interface Dimension {
  readonly name: string
  readonly text: string
  /** Where along the outline it is written; beside the part if not said. */
  readonly at?: { readonly x: number; readonly y: number }
  /** Written only where it differs from the other part. */
  readonly aside?: boolean
}

export const box = (x: number, y: number, width: number, height: number): string =>
  `M${r(x)},${r(y)}h${r(width)}v${r(height)}h${r(-width)}Z`
export const ring = (cx: number, radius: number): string => `M${r(cx - radius)},0A${r(radius)},${r(radius)} 0 0 0 ${r(cx + radius)},0`
export const half = (cx: number, radius: number): string => `${ring(cx, radius)}Z`
export const disc = (cx: number, cy: number, radius: number): string =>
  `M${r(cx - radius)},${r(cy)}a${r(radius)},${r(radius)} 0 1 0 ${r(2 * radius)},0a${r(radius)},${r(radius)} 0 1 0 ${r(-2 * radius)},0Z`

/** Points evenly spaced on the upper half of a circle, none of them on the centreline. */
export function upperHalf(count: number, cx: number, radius: number): { x: number; y: number; angle: number }[] {
  return Array.from({ length: count }, (_, i) => ((i + 0.5) * 2 * Math.PI) / count)
    .filter((angle) => angle < Math.PI)
    .map((angle) => ({ x: cx + radius * Math.cos(angle), y: radius * Math.sin(angle), angle }))
}

/** A fillet between a wall at x, to its right, and a floor at y, above it. */
export const fillet = (x: number, y: number, leg: number): string => `M${r(x)},${r(y)}h${r(leg)}L${r(x)},${r(y + leg)}Z`

const r = (value: number) => Math.round(value * 100) / 100
