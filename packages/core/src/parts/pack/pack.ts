import { issue, type Issue } from '../../quantity/issue.js'
import { hubSplineIssues, type HubSpline } from '../../joint/spline.js'
import { weldIssues, type FilletWeld } from '../../joint/weld.js'
import { oncePer, oncePerValue } from '../../numeric/once-per.js'
import type { PackLining } from '../../friction/lining.js'
import { CLEARANCE_A_PLATE_M, linedPlates, rubbingFaces, stackClearance, stackIssues, type PackStack } from './stack.js'
import { packTorque, pressureRadius, wearRadius } from '../../friction/friction.js'
import { annulusArea, centrifugalForce, type PistonChamber } from '../../friction/piston.js'

export interface PackGeometry {
  readonly liningInnerRadiusM: number
  readonly liningOuterRadiusM: number
  readonly linedPlates: number
  readonly facesPerPlate: 1 | 2
  /** Hot static coefficient of the lining: what holds, not what shifts. */
  readonly hotStaticFriction: number
  readonly chambers: readonly PistonChamber[]
  readonly returnSpringN: number
  readonly cushionN: number
  /** Pressure lost through the sealing rings on the way to the piston; where hole and leak of the feed are known these count instead. */
  readonly ringLossPa: number
  /** Hole through which the piston is fed, and the hole that lets as much out as its sealing rings. */
  readonly feedDiameterM?: number
  readonly ringLeakDiameterM?: number
  /** Hard rings have grooved their bore: they leak four times as much (common practice, no source). */
  readonly boreGrooved?: boolean
  /** Room between the released piston and the plates; as is usual for its plates where not given. */
  readonly clearanceM?: number
  /** Inner radius to which the spinning oil reaches; the piston's inner radius if not given. */
  readonly oilFillRadiusM?: number
  /** A balance dam cancels the centrifugal oil. */
  readonly balanced: boolean
  readonly platesThicknessM: number
  readonly steelThicknessM: number
  /** Plate by plate in its drum; where it is given it alone says how many faces rub and how far the piston goes. */
  readonly stack?: PackStack
  readonly lining?: PackLining
  /** Ring that is left out, so that a second piston face is fed. */
  readonly ringLeftOut?: string
  /** Welds of the drum that carries the pack. */
  readonly welds?: readonly FilletWeld[]
  /** Internal splines for the shaft of drum or hub. */
  readonly splines?: readonly HubSpline[]
}

/** Validates a clutch pack: lining and piston radii in order, at least one piston. */
export function packIssues(pack: PackGeometry, path = 'geometry'): Issue[] {
  const issues: Issue[] = []
  if (!(pack.liningInnerRadiusM > 0 && pack.liningInnerRadiusM < pack.liningOuterRadiusM))
    issues.push(
      issue('lining-radii-crossed', `${path}.liningInnerRadiusM`, {
        innerM: pack.liningInnerRadiusM,
        outerM: pack.liningOuterRadiusM,
      }),
    )
  if (pack.chambers.length === 0) issues.push(issue('pack-without-piston', `${path}.chambers`))
  pack.chambers.forEach((chamber, i) => {
    if (!(chamber.innerRadiusM >= 0 && chamber.innerRadiusM < chamber.outerRadiusM))
      issues.push(
        issue('piston-radii-crossed', `${path}.chambers.${i}.innerRadiusM`, {
          innerM: chamber.innerRadiusM,
          outerM: chamber.outerRadiusM,
        }),
      )
    if (pack.oilFillRadiusM !== undefined && pack.oilFillRadiusM > chamber.innerRadiusM)
      issues.push(issue('oil-fill-above-piston', `${path}.oilFillRadiusM`, { fillM: pack.oilFillRadiusM, innerM: chamber.innerRadiusM }))
  })
  if (pack.stack) issues.push(...stackIssues(pack.stack, `${path}.stack`))
  if (pack.stack && linedPlates(pack.stack) !== pack.linedPlates)
    issues.push(issue('stack-of-other-count', `${path}.linedPlates`, { plates: pack.linedPlates, stack: linedPlates(pack.stack) }))
  if ((pack.feedDiameterM === undefined) !== (pack.ringLeakDiameterM === undefined))
    issues.push(issue('feed-without-leak', pack.feedDiameterM === undefined ? `${path}.feedDiameterM` : `${path}.ringLeakDiameterM`))
  return [...issues, ...weldIssues(pack.welds, `${path}.welds`), ...hubSplineIssues(pack.splines, `${path}.splines`)]
}

/** Oil at the pack in one range: line pressure as fed, and the speed of the drum that carries the piston. */
export interface PackOil {
  readonly linePressurePa: number
  readonly drumSpeedRadPerS: number
  readonly rangeId: string
}

/** Clamp force of the pack, by its parts. */
export interface PackForce {
  readonly appliedN: number
  readonly centrifugalN: number
  readonly springsN: number
  readonly netN: number
}

/** The piston faces fed in a range: their area, and the force of their spinning oil per speed squared. */
interface FedFaces {
  readonly areaM2: number
  readonly spinPerSpeed2: number
}

const fedFacesOf = oncePer((pack: PackGeometry) =>
  oncePerValue((rangeId: string): FedFaces => {
    const fed = pack.chambers.filter((chamber) => !chamber.fedIn || chamber.fedIn.includes(rangeId))
    const spin = (c: PistonChamber) => centrifugalForce(c.innerRadiusM, c.outerRadiusM, pack.oilFillRadiusM ?? c.innerRadiusM, 1)
    return {
      areaM2: fed.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0),
      spinPerSpeed2: pack.balanced ? 0 : fed.reduce((sum, c) => sum + spin(c), 0),
    }
  }),
)

/** Leak of grooved bores against that of smooth ones, by area (common practice, no source). */
const GROOVED = 4

/** Hole that lets as much out as the sealing rings of a pack; usual where nothing is known of them (from memory, order of magnitude). */
export const ringLeak = ({ ringLeakDiameterM = USUAL_RING_LEAK_M, boreGrooved = false }: PackGeometry): number =>
  ringLeakDiameterM * (boreGrooved ? Math.sqrt(GROOVED) : 1)

const USUAL_RING_LEAK_M = 0.0006

/**
 * Pressure at the piston. With hole and leak of its feed known, two orifices one behind the other: line / (1 + (A_leak / A_feed)²); otherwise line
 * less the ring loss, not below zero.
 */
export function pistonPressure(pack: PackGeometry, linePa: number): number {
  const passed = passedShare(pack)
  return passed === undefined ? Math.max(0, linePa - pack.ringLossPa) : linePa * passed
}

const passedShare = (pack: PackGeometry): number | undefined =>
  pack.feedDiameterM === undefined ? undefined : 1 / (1 + (ringLeak(pack) / pack.feedDiameterM) ** 4)

/**
 * Piston travel until the plates touch: from the stack, as stated, or usual for its plates.
 * Source: common practice where nothing is stated.
 */
export const pistonTravel = ({ stack, clearanceM, linedPlates }: PackGeometry): number =>
  stack ? Math.max(0, stackClearance(stack)) : (clearanceM ?? CLEARANCE_A_PLATE_M * linedPlates)

/** Oil that fills the piston faces fed in a range, m³. */
export const sweptVolume = (pack: PackGeometry, rangeId: string): number => fedFacesOf(pack)(rangeId).areaM2 * pistonTravel(pack)

/**
 * Clamp force F = p·A − return springs − cushion + centrifugal oil, over the piston faces that are fed in this range.
 * Source: force balance of the piston.
 */
export function packForce(pack: PackGeometry, oil: PackOil): PackForce {
  const { areaM2, spinPerSpeed2 } = fedFacesOf(pack)(oil.rangeId)
  const appliedN = pistonPressure(pack, oil.linePressurePa) * areaM2
  const centrifugalN = spinPerSpeed2 * oil.drumSpeedRadPerS ** 2
  const springsN = pack.returnSpringN + pack.cushionN
  return { appliedN, centrifugalN, springsN, netN: appliedN + centrifugalN - springsN }
}

/** Faces that rub: as the stack has them, or two a lined plate, one a single-sided plate. */
export const frictionFaces = ({ stack, linedPlates, facesPerPlate }: PackGeometry): number =>
  stack ? facesOf(stack) : linedPlates * facesPerPlate

/** Counted once for each stack. */
const facesOf = oncePer(rubbingFaces)

/** Torque at which a pack slips, hot static friction, by the effective radius of run-in or of new linings. Source: Shigley, ch. 16. */
export function packCapacity(pack: PackGeometry, oil: PackOil, radius: 'wear' | 'pressure' = 'wear'): number {
  const effective = radius === 'wear' ? wearRadius : pressureRadius
  const radiusM = effective(pack.liningInnerRadiusM, pack.liningOuterRadiusM)
  return packTorque(pack.hotStaticFriction, frictionFaces(pack), packForce(pack, oil).netN, radiusM)
}

/**
 * Line pressure at which a pack just holds a torque in a range, at the speed of its drum: packCapacity solved for it. Infinity where no face is
 * fed in the range; never below zero, where springs and spinning oil alone hold it.
 * Source: Shigley, ch. 16.
 */
export function packPressureFor(
  pack: PackGeometry,
  oil: Omit<PackOil, 'linePressurePa'>,
  torqueNm: number,
  radius: 'wear' | 'pressure' = 'wear',
): number {
  const { areaM2, spinPerSpeed2 } = fedFacesOf(pack)(oil.rangeId)
  const effective = radius === 'wear' ? wearRadius : pressureRadius
  const netN = torqueNm / (pack.hotStaticFriction * frictionFaces(pack) * effective(pack.liningInnerRadiusM, pack.liningOuterRadiusM))
  const appliedN = netN + pack.returnSpringN + pack.cushionN - spinPerSpeed2 * oil.drumSpeedRadPerS ** 2
  if (appliedN <= 0) return 0
  const passed = passedShare(pack)
  return passed === undefined ? appliedN / areaM2 + pack.ringLossPa : appliedN / areaM2 / passed
}

/** Capacity of one pack over that of another, factor by factor. The product is `all`. */
export interface CapacityShares {
  readonly all: number
  readonly faces: number
  readonly force: number
  readonly radius: number
  readonly friction: number
}

/**
 * Why a pack holds more than another in the same oil: T = μ·n·F·R taken apart. At one clamp force and lining it is the faces alone, six plates for five
 * +20.0 %.
 * Source: Shigley, ch. 16.
 */
export function capacityShares(from: PackGeometry, to: PackGeometry, oil: PackOil, radius: 'wear' | 'pressure' = 'wear'): CapacityShares {
  const effective = radius === 'wear' ? wearRadius : pressureRadius
  const over = (of: (pack: PackGeometry) => number) => of(to) / of(from)
  return {
    all: over((pack) => packCapacity(pack, oil, radius)),
    faces: over(frictionFaces),
    force: over((pack) => Math.max(0, packForce(pack, oil).netN)),
    radius: over((pack) => effective(pack.liningInnerRadiusM, pack.liningOuterRadiusM)),
    friction: over((pack) => pack.hotStaticFriction),
  }
}
