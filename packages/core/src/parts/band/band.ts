import type { LiningHeat, PackLining } from '../../friction/lining.js'
import { annulusArea, type PistonChamber } from '../../friction/piston.js'
import type { ShiftOutcome } from '../../friction/shift-time.js'
import { issue, type Issue } from '../../quantity/issue.js'

export interface BandGeometry {
  readonly drumRadiusM: number
  readonly widthM: number
  /** Arc over which the lining touches the drum; above a turn where it is wrapped twice. */
  readonly wrapRad: number
  readonly hotStaticFriction: number
  /** Faces of the servo piston, and the ranges in which they are fed. */
  readonly servo: readonly PistonChamber[]
  /** Force at the band over force of the servo. */
  readonly leverRatio: number
  readonly returnSpringN: number
  readonly ringLossPa: number
  /** Room between the released band and its drum, on the radius; usual where not given. */
  readonly gapM?: number
  readonly lining?: PackLining
  /** Most pull that the anchor and its end of the band bear, and most force that strut and lever do. */
  readonly anchorMostN?: number
  readonly strutMostN?: number
  /** Sense in which the drum pulls the band tight, away from the servo (seen as the input turns: forward +). */
  readonly tightens: 'forward' | 'backward'
}

/** Oil at the servo in one range, and the sense in which the held drum would turn if the band let go. */
export interface BandOil {
  readonly linePressurePa: number
  readonly rangeId: string
  readonly dragSense: 1 | -1
}

/** Validates a band: at least one servo face, with the inner radius below the outer radius. */
export function bandIssues(band: BandGeometry, path = 'geometry'): Issue[] {
  return [
    ...(band.servo.length > 0 ? [] : [issue('band-without-servo', `${path}.servo`)]),
    ...band.servo.flatMap(({ innerRadiusM, outerRadiusM }, i) =>
      innerRadiusM < outerRadiusM
        ? []
        : [issue('piston-radii-crossed', `${path}.servo.${i}.innerRadiusM`, { innerM: innerRadiusM, outerM: outerRadiusM })],
    ),
  ]
}

/**
 * Ratio of the tensions of a band, T₁/T₂ = e^(μθ) (Shigley, section 16-4).
 * @example tensionRatio(0.12, (330 * Math.PI) / 180) // → 1.996
 * @example tensionRatio(0.12, (660 * Math.PI) / 180) // → 3.984
 */
export const tensionRatio = (friction: number, wrapRad: number): number => Math.exp(friction * wrapRad)

/**
 * What a shift puts into the lining of a band, over the arc that touches the drum.
 * Source: energy balance.
 * @example bandHeat({ drumRadiusM: 0.07, widthM: 0.05, wrapRad: 6 }, { energyJ: 21000, mostW: 84000 }).energyJPerM2 // → 1000000
 */
export function bandHeat(
  { drumRadiusM, widthM, wrapRad }: Pick<BandGeometry, 'drumRadiusM' | 'widthM' | 'wrapRad'>,
  { energyJ, mostW }: Pick<ShiftOutcome, 'energyJ' | 'mostW'>,
): LiningHeat {
  const areaM2 = drumRadiusM * widthM * wrapRad
  return { energyJPerM2: energyJ / areaM2, powerWPerM2: mostW / areaM2 }
}

/** Servo faces that are fed in a range, m². */
export const servoArea = ({ servo }: BandGeometry, rangeId: string): number =>
  servo
    .filter(({ fedIn }) => !fedIn || fedIn.includes(rangeId))
    .reduce((sum, face) => sum + annulusArea(face.innerRadiusM, face.outerRadiusM), 0)

/** Force of the servo at the end of the band: (p·A − spring) × lever ratio, not below zero. Source: force balance of servo and lever. */
export function bandForce(band: BandGeometry, { linePressurePa, rangeId }: Pick<BandOil, 'linePressurePa' | 'rangeId'>): number {
  const area = servoArea(band, rangeId)
  return Math.max(0, Math.max(0, linePressurePa - band.ringLossPa) * area - band.returnSpringN) * band.leverRatio
}

/** True where the drum wraps the band tight in this sense: the servo then holds the slack end. */
export const isSelfEnergizing = (band: Pick<BandGeometry, 'tightens'>, dragSense: 1 | -1): boolean =>
  (band.tightens === 'forward') === dragSense > 0

/**
 * Torque at which a band slips: F·R·(e^(μθ) − 1) with the servo on the slack end, F·R·(1 − e^(−μθ)) on the tight end (Shigley, section
 * 16-4). Strut, lever and anchor have limits of their own.
 */
export const bandCapacity = (band: BandGeometry, oil: BandOil): number => bandForce(band, oil) * armOf(band, oil)

/** Torque that a force at the servo's end of the band holds, per force. */
function armOf(band: BandGeometry, { dragSense }: Pick<BandOil, 'dragSense'>): number {
  const ratio = tensionRatio(band.hotStaticFriction, band.wrapRad)
  return band.drumRadiusM * (isSelfEnergizing(band, dragSense) ? ratio - 1 : 1 - 1 / ratio)
}

/**
 * Line pressure at which a band just holds a torque in a range: bandCapacity solved for it. Infinity where no face is fed in the range.
 * Source: Shigley, section 16-4.
 */
export const bandPressureFor = (band: BandGeometry, oil: Omit<BandOil, 'linePressurePa'>, torqueNm: number): number =>
  torqueNm > 0 ? (torqueNm / (armOf(band, oil) * band.leverRatio) + band.returnSpringN) / servoArea(band, oil.rangeId) + band.ringLossPa : 0

/** Usual room between band and drum, on the radius (from memory, order of magnitude). */
const USUAL_GAP_M = 0.0005

/**
 * How far the servo goes before the band holds: the band closes by gap × arc of wrap, the lever makes that longer by its ratio.
 * Source: geometry.
 */
export const servoTravel = ({ gapM = USUAL_GAP_M, wrapRad, leverRatio }: BandGeometry): number => gapM * wrapRad * leverRatio

/** Pull at both ends of a band that holds a torque: at the servo's end and at the anchor's (Shigley, section 16-4). */
export function bandEndTensions(
  band: BandGeometry,
  { dragSense }: Pick<BandOil, 'dragSense'>,
  torqueNm: number,
): { readonly servoN: number; readonly anchorN: number } {
  const ratio = tensionRatio(band.hotStaticFriction, band.wrapRad)
  const slackN = torqueNm / (band.drumRadiusM * (ratio - 1))
  return isSelfEnergizing(band, dragSense) ? { servoN: slackN, anchorN: slackN * ratio } : { servoN: slackN * ratio, anchorN: slackN }
}

/**
 * Torque at which the anchor is pulled with all that it bears; Infinity where that is not known.
 * Source: Shigley, section 16-4.
 * @example anchorTorque({ drumRadiusM: 0.08, widthM: 0.04, wrapRad: 5.76, hotStaticFriction: 0.12, servo: [], leverRatio: 2, returnSpringN: 0, ringLossPa: 0, tightens: 'forward', anchorMostN: 10000 }, { dragSense: 1 }) // → 399.2
 */
export const anchorTorque = (band: BandGeometry, oil: Pick<BandOil, 'dragSense'>): number =>
  band.anchorMostN === undefined ? Infinity : band.anchorMostN / bandEndTensions(band, oil, 1).anchorN

/**
 * Torque that a band holds while its servo pushes with all that strut and lever bear; more pressure adds nothing to it. Infinity where that
 * is not known.
 * Source: Shigley, section 16-4.
 * @example strutTorque({ drumRadiusM: 0.08, widthM: 0.04, wrapRad: 5.76, hotStaticFriction: 0.12, servo: [], leverRatio: 2, returnSpringN: 0, ringLossPa: 0, tightens: 'forward', strutMostN: 10000 }, { dragSense: 1 }) // → 796.9
 */
export const strutTorque = (band: BandGeometry, oil: Pick<BandOil, 'dragSense'>): number => (band.strutMostN ?? Infinity) * armOf(band, oil)

/** Torque at which a band slips, or at which its strut or anchor is at the most that it bears. Source: Shigley, section 16-4. */
export const bandMost = (band: BandGeometry, oil: BandOil): number =>
  Math.min(bandCapacity(band, oil), strutTorque(band, oil), anchorTorque(band, oil))
