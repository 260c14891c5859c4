import { certain, memberAt } from '../numeric/certain.js'
import { toSi } from '../quantity/units.js'
import { pitchDiameter, splineRootDiameter, TOOTH_HEIGHT, type Spline, type Teeth } from './spline.js'
import { torsionModulus } from '../parts/shaft/torsion.js'

/** Half of the teeth are taken to carry in shear, teeth shared with error as they are (Dudley 1957). */
const SHARE = 4

/**
 * Shear stress in the teeth at the pitch line, 4·T·K_m/(D·N·L·t) with t = π·D/(2N): 8·T·K_m/(π·D²·L) (Dudley 1957, as given in Machinery's
 * Handbook, from memory). Length in engagement; K_m 1 for a fixed spline without misalignment.
 * @example toothShear(toSi(10000, 'lb-in'), { teeth: 32, moduleM: toSi(1 / 32, 'in') }, toSi(1, 'in')) / toSi(1, 'psi') // → 25465
 */
export function toothShear(torqueNm: number, teeth: Teeth, lengthM: number, misalignment = 1): number {
  const D = pitchDiameter(teeth)
  const t = (Math.PI * D) / (2 * teeth.teeth)
  return (SHARE * torqueNm * misalignment) / (D * teeth.teeth * lengthM * t)
}

/**
 * Pressure on the flanks of a flexible spline, every tooth bearing: 2·T·K_m/(D·N·L·h) (Dudley, as above).
 */
export const flankPressure = (torqueNm: number, { teeth, moduleM }: Teeth, heightM: number, lengthM: number, misalignment = 1): number =>
  (2 * torqueNm * misalignment) / (teeth * moduleM * teeth * lengthM * heightM)

type Factors = readonly (readonly [count: number, factor: number])[]

/** Life factors of torque that comes and goes one way, by its cycles (K_f), and of wear, by revolutions (K_w) (Dudley, as above). */
const LIFE: Factors = [[1e3, 1.8], [1e4, 1], [1e5, 0.5], [1e6, 0.4], [1e7, 0.3]] // prettier-ignore
const WEAR: Factors = [[1e4, 4], [1e5, 2.8], [1e6, 2], [1e7, 1.4], [1e8, 1]] // prettier-ignore

/** Straight on logarithms between the rows, the end rows beyond them. */
function factorAt(rows: Factors, count: number): number {
  const after = rows.findIndex(([at]) => at >= count)
  const [low, high] = [rows[after - 1], rows[after]]
  if (!high) return memberAt(rows, rows.length - 1)[1]
  if (!low) return high[1]
  const share = Math.log(count / low[0]) / Math.log(high[0] / low[0])
  return low[1] * (high[1] / low[1]) ** share
}

/**
 * Life factor of a spline that is loaded one way, by torque cycles: 1.8 at a thousand and under, 0.3 at ten million and over.
 * Source: Dudley 1957, as given in Machinery's Handbook, from memory.
 * @example splineLifeFactor(1e4) // → 1
 * @example splineLifeFactor(1e7) // → 0.3
 */
export const splineLifeFactor = (cycles: number): number => factorAt(LIFE, cycles)

/**
 * Wear factor of a spline that moves in its hub, by revolutions under load: 4 at ten thousand and under, 1 at a hundred million and over.
 * Source: Dudley 1957, as given in Machinery's Handbook, from memory.
 * @example splineWearFactor(1e6) // → 2
 */
export const splineWearFactor = (revolutions: number): number => factorAt(WEAR, revolutions)

/** Handbook working stresses of a spline by its hardness: shear, and pressure on straight flanks. */
export interface Allowable {
  readonly shearPa: number
  readonly bearingPa: number
}

const allowable = (shearPsi: number, bearingPsi: number): Allowable => ({
  shearPa: toSi(shearPsi, 'psi'),
  bearingPa: toSi(bearingPsi, 'psi'),
})

/** Working stresses by minimum tensile strength in ksi, and for a hardened case (Machinery's Handbook after Dudley, from memory; hardness by ASTM A370). */
const ALLOWED: readonly (readonly [ksi: number, allowed: Allowable])[] = [
  [0, allowable(20_000, 1_500)],
  [110, allowable(30_000, 2_000)],
  [145, allowable(40_000, 3_000)],
  [190, allowable(45_000, 3_000)],
]
const OF_A_HARD_CASE = allowable(40_000, 4_000)

/**
 * The handbook's allowable stresses of a spline by the tensile strength of its steel.
 * Source: Machinery's Handbook, from memory.
 * @example allowedStress(toSi(150, 'ksi')).shearPa / toSi(1, 'psi') // → 40000
 */
export function allowedStress(ultimatePa: number, hardCase = false): Allowable {
  const ksi = ultimatePa / toSi(1, 'ksi')
  const through = ALLOWED.reduce((best, [least, allowed]) => (ksi >= least ? allowed : best), certain(ALLOWED[0]?.[1]))
  return hardCase && OF_A_HARD_CASE.shearPa > through.shearPa ? OF_A_HARD_CASE : through
}

/** Torque cycles for which a working limit is given if nothing else is said. */
export const WORKING_CYCLES = 1e4

/**
 * Torque at which the handbook lets a fixed spline be worked for a number of torque cycles: the least by root shear, tooth shear and pressure on
 * its flanks, 2·T/(9·D·N·L·h) (Dudley, as above). No service factor in it: shock stands on the demand.
 */
export function splineWorkingTorque(spline: Spline, lengthM: number, boreM: number, allowed: Allowable, cycles = WORKING_CYCLES): number {
  const life = splineLifeFactor(cycles)
  const byRoot = allowed.shearPa * life * torsionModulus(splineRootDiameter(spline), boreM)
  const byTeeth = (allowed.shearPa * life) / toothShear(1, spline, lengthM)
  const byFlanks = (9 * allowed.bearingPa * life) / flankPressure(1, spline, TOOTH_HEIGHT[spline.root] * spline.moduleM, lengthM)
  return Math.min(byRoot, byTeeth, byFlanks)
}

/** Turns under load for which a limit against wear is given if nothing else is said. */
export const WEARING_TURNS = 1e6

/** Torque at which the handbook lets a spline that floats in its hub be worked for so many turns under load, by wear of its flanks: p·D·N·L·h·K_w/2 (Dudley, as above). */
export const splineWearTorque = (spline: Spline, lengthM: number, allowed: Allowable, revolutions = WEARING_TURNS): number =>
  (allowed.bearingPa * splineWearFactor(revolutions)) / flankPressure(1, spline, TOOTH_HEIGHT[spline.root] * spline.moduleM, lengthM)

/** The pressure angle of the splines here. */
const PRESSURE_ANGLE = Math.PI / 6
/** Lewis form factor of a spline tooth of 30° (Dudley, as above). */
const LEWIS = 1.5

/**
 * Tension at which the wall of a hub bursts, Pa: of the wedging teeth, T·tan φ/(π·D·t·L), of spinning, and of bending teeth, 4·T/(D²·L·Y)
 * and of spinning (Dudley, as above). The wall is what stands outside the teeth.
 * At the sizes and speeds of a transmission spinning adds less than 1 ksi; the limit of a hub leaves it out.
 */
export function burstingTension(
  torqueNm: number,
  teeth: Teeth,
  { lengthM, outerDiameterM }: { readonly lengthM: number; readonly outerDiameterM: number },
  speedRadPerS = 0,
): number {
  const D = pitchDiameter(teeth)
  const wall = (outerDiameterM - D - teeth.moduleM) / 2
  const wedging = (torqueNm * Math.tan(PRESSURE_ANGLE)) / (Math.PI * D * wall * lengthM)
  const bending = (4 * torqueNm) / (D ** 2 * lengthM * LEWIS)
  return wedging + bending + spinningTension(outerDiameterM, D, speedRadPerS)
}

/**
 * Hoop tension of a spinning steel ring, 1.656·n²·(D² + 0.212·d²)·1e-6 psi (Dudley, as above).
 * @example spinningTension(toSi(4, 'in'), toSi(2, 'in'), toSi(6000, 'rpm')) / toSi(1, 'psi') // → 1004
 */
export function spinningTension(outerDiameterM: number, innerDiameterM: number, speedRadPerS: number): number {
  const rpm = speedRadPerS / toSi(1, 'rpm')
  const [outer, inner] = [outerDiameterM / toSi(1, 'in'), innerDiameterM / toSi(1, 'in')]
  return toSi(1.656e-6 * rpm ** 2 * (outer ** 2 + 0.212 * inner ** 2), 'psi')
}
