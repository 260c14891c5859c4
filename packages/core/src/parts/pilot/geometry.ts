/** A pilot in the place of the converter's own, or a sleeve pushed onto it. */
export interface PilotGeometry {
  /** In the place of a standard pilot, or over any. */
  readonly form: 'replaces' | 'sleeve'
  readonly diameterM: number
  /** Extra length over the converter's own pilot. */
  readonly extensionM: number
}
