/** Faces of a transmission with air test ports. */
export const PORT_FACES = ['pump', 'support', 'case'] as const
export type PortFace = (typeof PORT_FACES)[number]

/** Value of `feeds` for the lockup clutch, which is not an element of the gear train. */
export const LOCKUP_PORT = 'lockup'

/** A port for air tests, where it is on its face. */
export interface AirPort {
  readonly id: string
  readonly name: string
  readonly face: PortFace
  /** Position on the face from its left and upper edge, 0 to 1. */
  readonly x: number
  readonly y: number
  /** Clutch or band of the gear train, or "lockup". */
  readonly feeds: string
  /** True if it feeds the second piston area of a clutch. */
  readonly second?: boolean
}
