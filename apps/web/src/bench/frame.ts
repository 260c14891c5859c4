/** Placement of a drawing: origin in px and scale in px per mm. */
export interface Frame {
  readonly left: number
  readonly centre: number
  readonly scale: number
  /** px of the sheet, and mm of the widest drawing on it. */
  readonly width: number
  readonly wide: number
  /** Number of text lines that fit beside a half drawing. */
  readonly rows: number
}

/** Where the column of texts begins in a half, and how far its lines are apart, px. */
export const TEXT_TOP = 40
export const TEXT_LINE = 16
