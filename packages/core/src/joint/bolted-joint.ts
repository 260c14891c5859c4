import { issue, type Issue } from '../quantity/issue.js'
import { boltGradeById, rootArea, stressArea, type BoltSetGeometry } from './bolt.js'

/** Further holes on a circle of their own, for as many bolts again. */
export interface HoleCircle {
  readonly bolts: number
  readonly circleDiameterM: number
}

/** A ring of bolts that carries torque by friction between its faces. */
export interface BoltedJoint extends HoleCircle {
  readonly boltDiameterM: number
  readonly tighteningTorqueNm: number
  /** K in T = K·F·d; 0.2 as received (Shigley, table 8-15). */
  readonly nutFactor: number
  /** Friction between the faces; 0.15 steel on steel, dry and clean (from memory). */
  readonly faceFriction: number
  /** Thread pitch. With the grade it gives bolt stress and shear strength. */
  readonly pitchM?: number
  readonly gradeId?: string
  /** A second pattern of holes. */
  readonly second?: HoleCircle
  /** Bolts of the second pattern that are in; none where not said. */
  readonly secondUsed?: boolean
  /** Holes that bolts could be in, where there are fewer bolts than that. */
  readonly holes?: number
}

/** Validates a bolted joint: the bolts must fit on their bolt circles. */
export function boltedJointIssues(joint: BoltedJoint, path: string): Issue[] {
  const crowded = (circle: HoleCircle, at: string) =>
    circle.bolts * joint.boltDiameterM * 1.5 > Math.PI * circle.circleDiameterM
      ? [issue('bolts-do-not-fit-circle', at, { bolts: circle.bolts, circleM: circle.circleDiameterM, boltM: joint.boltDiameterM })]
      : []
  return [
    ...crowded(joint, `${path}.bolts`),
    ...(joint.second ? crowded(joint.second, `${path}.second.bolts`) : []),
    ...threadIssues(joint.boltDiameterM, joint.pitchM, joint.gradeId, path),
  ]
}

/** A thread deeper than its bolt, or a grade that is none. */
function threadIssues(diameterM: number, pitchM: number | undefined, gradeId: string | undefined, path: string): Issue[] {
  return [
    ...(pitchM !== undefined && !(pitchM < diameterM / 3)
      ? [issue('thread-too-coarse', `${path}.pitchM`, { pitchM, boltM: diameterM })]
      : []),
    ...(gradeId !== undefined && !boltGradeById(gradeId) ? [issue('grade-unknown', `${path}.gradeId`, { gradeId })] : []),
  ]
}

/** Contradictions in a set of bolts. */
export const boltSetIssues = ({ diameterM, pitchM, gradeId }: BoltSetGeometry, path = 'geometry'): Issue[] =>
  threadIssues(diameterM, pitchM, gradeId, path)

/**
 * Clamp of one bolt from its tightening torque, F = T/(K·d) (Shigley, section 8-8).
 * @example boltClamp(100, 0.2, 0.01) // → 50000
 */
export const boltClamp = (torqueNm: number, nutFactor: number, diameterM: number): number => torqueNm / (nutFactor * diameterM)

/**
 * Tightening torque that gives a clamp, T = K·F·d (Shigley, section 8-8).
 * @example torqueForClamp(50000, 0.2, 0.01) // → 100
 */
export const torqueForClamp = (clampN: number, nutFactor: number, diameterM: number): number => nutFactor * clampN * diameterM

const clampOf = (joint: BoltedJoint) => boltClamp(joint.tighteningTorqueNm, joint.nutFactor, joint.boltDiameterM)

/** Circles whose bolts are in. */
export const circlesUsed = (joint: BoltedJoint): readonly HoleCircle[] =>
  joint.second && joint.secondUsed ? [joint, joint.second] : [joint]

/** Torque by friction under the bolts of some circles. */
const byFriction = (joint: BoltedJoint, circles: readonly HoleCircle[]) =>
  joint.faceFriction * clampOf(joint) * circles.reduce((sum, { bolts, circleDiameterM }) => sum + (bolts * circleDiameterM) / 2, 0)

/**
 * Torque at which a bolted joint slips, n·μ·F·r (Shigley; VDI 2230 practice), over all circles whose bolts are in. A joint that slips once keeps slipping.
 * @example slipTorque({ bolts: 6, circleDiameterM: 0.1, boltDiameterM: 0.01, tighteningTorqueNm: 100, nutFactor: 0.2, faceFriction: 0.15 }) // → 2250
 */
export const slipTorque = (joint: BoltedJoint): number => byFriction(joint, circlesUsed(joint))

/**
 * What a second pattern of holes is worth, N·m: with the first alone, with both in, and with the second alone when the holes of the first have gone oval.
 * Source: Shigley, slip of a bolted joint.
 * @example patternWorth({ bolts: 6, circleDiameterM: 0.2, boltDiameterM: 0.01, tighteningTorqueNm: 100, nutFactor: 0.2, faceFriction: 0.15, second: { bolts: 6, circleDiameterM: 0.2 } }).bothNm // → 9000
 */
export function patternWorth(joint: BoltedJoint): { readonly firstNm: number; readonly bothNm: number; readonly secondNm: number } {
  const second = joint.second ? [joint.second] : []
  return { firstNm: byFriction(joint, [joint]), bothNm: byFriction(joint, [joint, ...second]), secondNm: byFriction(joint, second) }
}

/** Share of its proof strength to which a bolt that is taken out again is pulled (Shigley, equation 8-31; VDI 2230 practice). */
export const PROOF_SHARE = 0.75

/** Stress of the bolts, and their shear strength once the joint slips. */
export interface BoltState {
  readonly clampN: number
  /** Bolt tension as a fraction of the proof load. `null` if thread or grade is unknown. */
  readonly proofShare: number | null
  /** Tightening torque that pulls them to three quarters of it. */
  readonly properTorqueNm: number | null
  /** Torque that shears them through the thread, the last line. */
  readonly shearNm: number | null
}

/**
 * Clamp of the bolts against their proof load, and the torque that shears them, 0.577·S_p·A_root·Σn·r (distortion energy; Shigley, sections 5-5 and 8-12).
 * Shear is the last line: a joint that leans on it has slipped and its holes are oval.
 * @example boltState({ bolts: 6, circleDiameterM: 0.1, boltDiameterM: 0.01, tighteningTorqueNm: 72.2, nutFactor: 0.2, faceFriction: 0.15, pitchM: 0.0015, gradeId: 'iso-10-9' }).proofShare // → 0.75
 */
export function boltState(joint: BoltedJoint): BoltState {
  const clampN = clampOf(joint)
  const grade = boltGradeById(joint.gradeId ?? '')
  if (!grade || joint.pitchM === undefined) return { clampN, proofShare: null, properTorqueNm: null, shearNm: null }
  const proofN = grade.proofPa * stressArea(joint.boltDiameterM, joint.pitchM)
  const shearN = 0.577 * grade.proofPa * rootArea(joint.boltDiameterM, joint.pitchM)
  const arm = circlesUsed(joint).reduce((sum, { bolts, circleDiameterM }) => sum + (bolts * circleDiameterM) / 2, 0)
  return {
    clampN,
    proofShare: clampN / proofN,
    properTorqueNm: torqueForClamp(PROOF_SHARE * proofN, joint.nutFactor, joint.boltDiameterM),
    shearNm: shearN * arm,
  }
}

/**
 * The joint with a set of bolts in it: their size, thread and tightening stand in the place of what the plate is sold with, they fill the second
 * pattern where there are enough of them, and leave holes empty where there are too few.
 */
export function withBolts(joint: BoltedJoint, set: BoltSetGeometry): BoltedJoint {
  const { diameterM, pitchM, gradeId, tighteningTorqueNm, nutFactor, pieces } = set
  const both = joint.second !== undefined && pieces >= joint.bolts + joint.second.bolts
  return {
    ...joint,
    bolts: Math.min(joint.bolts, pieces),
    ...(pieces < joint.bolts ? { holes: joint.bolts } : {}),
    boltDiameterM: diameterM,
    pitchM,
    gradeId,
    tighteningTorqueNm,
    nutFactor,
    secondUsed: both,
  }
}
