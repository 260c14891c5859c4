import { memberAt } from '../numeric/certain.js'
import { STEEL_PAIR_PA } from '../parts/one-way/one-way.js'
import { pinionTeeth } from './pinion-pair.js'
import type { PlanetarySet } from './train.js'

/** A gear steel: bending stress that a tooth bears once, and what root and flanks bear for life. */
export interface GearSteel {
  readonly id: string
  readonly name: string
  readonly bendingPa: number
  /** Allowed for life, ten million turns through the mesh. */
  readonly lifeBendingPa: number
  readonly lifeContactPa: number
}

/**
 * Carburized gear steels (from memory). For life 65 ksi at the root and 225 ksi in contact, grade 2 carburized, and 10 % more for the cleaner
 * steel (AGMA 2001, from memory).
 */
export const GEAR_STEELS: readonly GearSteel[] = [
  { id: '8620-carburized', name: 'SAE 8620, carburized', bendingPa: 1100e6, lifeBendingPa: 448e6, lifeContactPa: 1551e6 },
  { id: '9310-carburized', name: 'SAE 9310 (AMS 6265), carburized', bendingPa: 1250e6, lifeBendingPa: 493e6, lifeContactPa: 1700e6 },
]

/** Gear steel by id. */
export const gearSteelById = (id: string): GearSteel | undefined => GEAR_STEELS.find((steel) => steel.id === id)

export interface GearTeeth {
  readonly pinions: number
  /** Normal module. */
  readonly moduleM: number
  readonly faceWidthM: number
  readonly helixRad: number
  /** Pitch radius of the sun. */
  readonly sunRadiusM: number
  /** J, of the weaker of sun and pinion. */
  readonly geometryFactor: number
  /** K_m. */
  readonly faceLoadFactor: number
}

const PRESSURE_ANGLE = (20 * Math.PI) / 180

const LOAD_FACTORS = [
  [1, 1],
  [3, 1.1],
  [4, 1.25],
  [6, 1.4],
  [8, 1.5],
] as const

/**
 * Mesh load factor K_γ: how much more than its even share the most loaded pinion takes, 1.1, 1.25 and 1.4 for 3, 4 and 6 pinions (AGMA
 * 6123, from memory); between them in proportion.
 * @example meshLoadFactor(5) // → 1.325
 */
export function meshLoadFactor(pinions: number): number {
  const after = LOAD_FACTORS.findIndex(([n]) => n >= pinions)
  const [high, top] = memberAt(LOAD_FACTORS, after < 0 ? LOAD_FACTORS.length - 1 : after)
  const [low, bottom] = memberAt(LOAD_FACTORS, Math.max(0, after - 1))
  return high === low || after < 0 ? top : bottom + ((top - bottom) * (pinions - low)) / (high - low)
}

/**
 * Tangential load on the teeth of the most loaded pinion as its worst end feels it, W = T_sun/(n·r_s)·K_γ·K_m.
 * Source: AGMA 6123 and 2001 names, from memory.
 */
export const toothLoad = (
  sunTorqueNm: number,
  { pinions, sunRadiusM, faceLoadFactor }: Pick<GearTeeth, 'pinions' | 'sunRadiusM' | 'faceLoadFactor'>,
): number => (sunTorqueNm / (pinions * sunRadiusM)) * meshLoadFactor(pinions) * faceLoadFactor

/**
 * Stress of the weaker root of sun and pinion under a sun torque: σ = W/(b·m·J) (AGMA 2001 names, from memory).
 * @example bendingStress({ pinions: 3, moduleM: 0.0015, faceWidthM: 0.018, helixRad: 0, sunRadiusM: 0.024, geometryFactor: 0.38, faceLoadFactor: 1.25 }, 591.0) / 1e6 // → 1100.0
 */
export const bendingStress = (teeth: GearTeeth, sunTorqueNm: number): number =>
  toothLoad(sunTorqueNm, teeth) / (teeth.faceWidthM * teeth.moduleM * teeth.geometryFactor)

/** Sun torque at which the tooth root reaches a bending stress. */
export const bendingTorque = (teeth: GearTeeth, stressPa: number): number => stressPa / bendingStress(teeth, 1)

/** Radius of curvature of two involute flanks at the pitch point, both convex: r_1·r_2·sin α_t/(r_1 + r_2). */
const flankRadius = (sunM: number, pinionM: number, transverse: number) => (sunM * pinionM * Math.sin(transverse)) / (sunM + pinionM)

/**
 * Hertz stress of the flanks at the pitch point between sun and pinion: line load W/(b·cos α_t), σ = √(w·E'/(2π·R)) (Hertz line
 * contact; Niemann, Maschinenelemente, zone factor with one pair of teeth in mesh, from memory).
 */
export function contactStress(teeth: GearTeeth, pinionRadiusM: number, sunTorqueNm: number): number {
  const transverse = Math.atan(Math.tan(PRESSURE_ANGLE) / Math.cos(teeth.helixRad))
  const line = toothLoad(sunTorqueNm, teeth) / (teeth.faceWidthM * Math.cos(transverse))
  return Math.sqrt((line * STEEL_PAIR_PA) / (2 * Math.PI * flankRadius(teeth.sunRadiusM, pinionRadiusM, transverse)))
}

/** Sun torque at which the flanks reach a contact stress. Source: Hertz line contact. */
export const contactTorque = (teeth: GearTeeth, pinionRadiusM: number, stressPa: number): number =>
  (stressPa / contactStress(teeth, pinionRadiusM, 1)) ** 2

/** Pitch radius of the pinion at the sun: by its teeth, where the sun's are known. */
export const pinionRadius = (set: PlanetarySet, sunRadiusM: number, innerTeeth = pinionTeeth(set)): number =>
  (sunRadiusM * innerTeeth) / set.sunTeeth

/**
 * Axial force of a helical gear, T·tan β/r: the sun's is the ring's reversed, and the carrier's pinions stand between them balanced.
 * Source: geometry of helical teeth.
 */
export const axialForce = (torqueNm: number, helixRad: number, radiusM: number): number => (torqueNm * Math.tan(helixRad)) / radiusM
