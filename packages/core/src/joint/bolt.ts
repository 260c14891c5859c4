import { toSi } from '../quantity/units.js'

/** Strength of a bolt by its grade. */
export interface BoltGrade {
  readonly id: string
  readonly name: string
  readonly proofPa: number
  readonly ultimatePa: number
}

/** Minimums by ISO 898-1 and SAE J429 for the sizes used here (Shigley, tables 8-9 and 8-11, from memory). */
export const BOLT_GRADES = [
  { id: 'iso-8-8', name: 'ISO 898-1 class 8.8', proofPa: toSi(600, 'MPa'), ultimatePa: toSi(830, 'MPa') },
  { id: 'iso-10-9', name: 'ISO 898-1 class 10.9', proofPa: toSi(830, 'MPa'), ultimatePa: toSi(1040, 'MPa') },
  { id: 'iso-12-9', name: 'ISO 898-1 class 12.9', proofPa: toSi(970, 'MPa'), ultimatePa: toSi(1220, 'MPa') },
  { id: 'sae-5', name: 'SAE J429 grade 5', proofPa: toSi(85, 'ksi'), ultimatePa: toSi(120, 'ksi') },
  { id: 'sae-8', name: 'SAE J429 grade 8', proofPa: toSi(120, 'ksi'), ultimatePa: toSi(150, 'ksi') },
] as const satisfies readonly BoltGrade[]

const BY_ID: ReadonlyMap<string, BoltGrade> = new Map(BOLT_GRADES.map((grade) => [grade.id, grade]))

/** A grade of the table; nothing for one that is not in it. */
export const boltGradeById = (id: string): BoltGrade | undefined => BY_ID.get(id)

/**
 * Area of a thread that stands for it in tension, π/4·(d − 0.9382·p)², m² (ISO 898-1; Shigley, table 8-1). Unified threads are tabled about 1 % lower.
 * @example 1e6 * stressArea(0.01, 0.0015) // → 57.99
 */
export const stressArea = (diameterM: number, pitchM: number): number => (Math.PI / 4) * (diameterM - 0.9382 * pitchM) ** 2

/**
 * Area at the root of a thread, π/4·(d − 1.2269·p)², m²: what shears where the thread lies in the joint's plane (ISO 68-1; Shigley, table 8-1).
 * @example 1e6 * rootArea(0.01, 0.0015) // → 52.3
 */
export const rootArea = (diameterM: number, pitchM: number): number => (Math.PI / 4) * (diameterM - 1.226869 * pitchM) ** 2

/** A set of bolts as it is sold, with how it is tightened. */
export interface BoltSetGeometry {
  /** Which joint of the plate it makes. */
  readonly joint: 'crank' | 'converter'
  readonly pieces: number
  readonly diameterM: number
  readonly pitchM: number
  readonly gradeId: string
  /** Under the head. */
  readonly lengthM: number
  /** With its washer, from the face that it presses on. */
  readonly headHeightM: number
  readonly tighteningTorqueNm: number
  /** K in T = K·F·d. */
  readonly nutFactor: number
}
