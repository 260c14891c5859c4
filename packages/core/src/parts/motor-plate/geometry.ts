/** A plate between block and case. */
export interface MotorPlateGeometry {
  readonly thicknessM: number
  /** Spacers under the converter's pads that come with it; as thick as the plate where not said. */
  readonly padSpacerM?: number
}
