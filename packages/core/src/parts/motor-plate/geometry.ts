/** A plate between block and case. */
export interface MotorPlateGeometry {
  readonly thicknessM: number
  /** Thickness of the supplied converter pad spacers. Default: plate thickness. */
  readonly padSpacerM?: number
}
