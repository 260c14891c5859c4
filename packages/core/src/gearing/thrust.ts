/** A surface that takes axial load between two members: a plain washer, or a needle thrust bearing with its rating. */
export interface ThrustSurface {
  readonly kind: 'washer' | 'needle'
  readonly innerRadiusM: number
  readonly outerRadiusM: number
  /** Dynamic load rating of a needle thrust bearing. */
  readonly dynamicRatingN?: number
}

/** Friction of a lubricated washer, and of a needle thrust bearing (from memory). */
const FRICTION = { washer: 0.05, needle: 0.004 } as const

/** Limit of p·v of a lubricated bronze-backed washer (from memory). */
export const WASHER_PV_LIMIT = 3.5e6

export interface ThrustState {
  readonly pressurePa: number
  readonly rubbingMPerS: number
  /** Pressure times rubbing speed, W/m². */
  readonly pv: number
  readonly heatW: number
  /** L₁₀ life of a needle bearing at this load and speed. Absent for a washer, and without load or rotation. */
  readonly lifeHours: number | null
}

/**
 * How a thrust surface runs under an axial load at a speed of one member against the other: p = F/A, v at the middle radius, heat
 * μ·F·v. Needle bearings: L₁₀ = (C/P)^(10/3) million turns (ISO 281, from memory).
 * @example thrustState({ kind: 'needle', innerRadiusM: 0.02, outerRadiusM: 0.03, dynamicRatingN: 20000 }, 4000, 100).lifeHours // → 3730.6
 * @example thrustState({ kind: 'washer', innerRadiusM: 0.02, outerRadiusM: 0.03 }, 500, 100).heatW // → 62.5
 */
export function thrustState(surface: ThrustSurface, axialN: number, speedRadPerS: number): ThrustState {
  const [load, speed] = [Math.abs(axialN), Math.abs(speedRadPerS)]
  const pressurePa = load / (Math.PI * (surface.outerRadiusM ** 2 - surface.innerRadiusM ** 2))
  const rubbingMPerS = (speed * (surface.outerRadiusM + surface.innerRadiusM)) / 2
  const { dynamicRatingN } = surface
  const runs = surface.kind === 'needle' && dynamicRatingN !== undefined && load > 0 && speed > 0
  return {
    pressurePa,
    rubbingMPerS,
    pv: pressurePa * rubbingMPerS,
    heatW: FRICTION[surface.kind] * load * rubbingMPerS,
    lifeHours: runs ? ((dynamicRatingN / load) ** (10 / 3) * 1e6 * 2 * Math.PI) / (speed * 3600) : null,
  }
}
