/** A replacement pilot, or a sleeve over the converter pilot. */
export interface PilotGeometry {
  /** In the place of a standard pilot, or over any. */
  readonly form: 'replaces' | 'sleeve'
  readonly diameterM: number
  /** Extra length over the converter pilot. */
  readonly extensionM: number
}
