import { boltState, circlesUsed, patternWorth, slipTorque, type BoltedJoint, type BoltState } from '../joint/bolted-joint.js'
import { certificateVerdict, goodUntil, type CertificateVerdict } from '../parts/flex-plate/certificate.js'
import { runOutFactor, unratedPlateTorque, type FlexPlateGeometry } from '../parts/flex-plate/plate.js'
import { partOfKind } from '../judge/fitted.js'
import { engineCurve } from '../model/brief.js'
import { type HouseRules } from '../model/rules.js'
import type { FitInput } from './facts.js'

/** Something to mind about a joint. */
export type JointWarning =
  /** Pulled beyond their proof load. */
  | 'above-proof'
  /** Pulled well under the three quarters that a joint is usually given. */
  | 'loose'
  /** Fewer bolts than holes. */
  | 'holes-empty'
  /** Two patterns are there, and the house wants both in. */
  | 'second-wanted'
  /** The house wants both patterns in, and plate and cover do not both have a second one. */
  | 'second-missing'
  /** A ring is kept that the house leaves out: it costs thread and room over the heads. */
  | 'ring-kept'

export interface JointReport {
  readonly bolts: number
  readonly joint: BoltedJoint
  readonly slipNm: number
  readonly state: BoltState
  /** `null` with one bolt pattern. */
  readonly worth: ReturnType<typeof patternWorth> | null
  readonly minds: readonly JointWarning[]
}

export interface PlateReport {
  readonly plate: FlexPlateGeometry
  readonly crank: JointReport
  readonly converter: JointReport
  /** What its class alone is trusted with; a stated rating comes before it. */
  readonly byClassNm: number
  readonly crooked: boolean
  /** `null` if the brief does not state a rule class. */
  readonly certificate: { readonly verdict: CertificateVerdict; readonly until: string | null } | null
  /** Redline and spin-test speed. `null` if either is unknown. */
  readonly spin: { readonly testRadPerS: number; readonly redlineRadPerS: number; readonly under: boolean } | null
}

/** Of the proof load: a joint pulled less hard is called loose (from memory). */
const LOOSE_SHARE = 0.5

function jointReport(joint: BoltedJoint, warnings: readonly JointWarning[]): JointReport {
  const state = boltState(joint)
  const share = state.proofShare
  const empty = joint.holes === undefined ? [] : (['holes-empty'] as const)
  return {
    bolts: circlesUsed(joint).reduce((sum, { bolts }) => sum + bolts, 0),
    joint,
    slipNm: slipTorque(joint),
    state,
    worth: joint.second ? patternWorth(joint) : null,
    minds: [
      ...(share !== null && share > 1 ? ['above-proof' as const] : share !== null && share < LOOSE_SHARE ? ['loose' as const] : []),
      ...empty,
      ...warnings,
    ],
  }
}

/** True if the house rule calls for both converter bolt patterns at this redline. */
export function wantsBoth(
  { converterBolts, secondPatternRadPerS }: Pick<HouseRules, 'converterBolts' | 'secondPatternRadPerS'>,
  redlineRadPerS: number | undefined,
): boolean {
  if (converterBolts !== 'by-speed') return converterBolts === 'both'
  return redlineRadPerS !== undefined && redlineRadPerS > secondPatternRadPerS
}

/** Report of the installed flex plate: two bolted joints, certificate and spin test. `undefined` without a flex plate. */
export function plateReport({ fitted, brief, rules }: FitInput): PlateReport | undefined {
  const plate = partOfKind(fitted, 'flex-plate')?.geometry
  if (!plate) return undefined
  const { ruleBook } = brief
  const curve = engineCurve(brief.engine)
  const { spinTestRadPerS: testRadPerS, certificate } = plate
  const redlineRadPerS = curve.ok ? curve.value.maxSpeedRadPerS : undefined
  const { second, secondUsed } = plate.converterJoint
  const wanted = wantsBoth(rules, redlineRadPerS) && !secondUsed
  const ring = (plate.spacerRingM ?? 0) > 0 && rules.spacerRing === 'leave-out'
  return {
    plate,
    crank: jointReport(plate.crankJoint, ring ? ['ring-kept'] : []),
    converter: jointReport(plate.converterJoint, wanted ? [second ? 'second-wanted' : 'second-missing'] : []),
    byClassNm: unratedPlateTorque(plate),
    crooked: runOutFactor(plate) < 1,
    certificate: ruleBook
      ? { verdict: certificateVerdict(certificate, ruleBook), until: certificate ? goodUntil(certificate, ruleBook) : null }
      : null,
    spin:
      testRadPerS === undefined || redlineRadPerS === undefined
        ? null
        : { testRadPerS, redlineRadPerS, under: redlineRadPerS <= testRadPerS },
  }
}
