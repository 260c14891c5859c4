/** A pilot in the place of the converter's own, or a sleeve pushed onto it. */
export interface PilotGeometry {
  /** In the place of a standard pilot, or over any. */
  readonly form: 'replaces' | 'sleeve'
  readonly diameterM: number
  /** How much longer than the converter's own. */
  readonly extensionM: number
}
