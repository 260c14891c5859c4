import { fault, type Fault } from '../quantity/fault.js'
import { hubSplineFaults, type HubSpline } from '../shaft/spline.js'
import { weldFaults, type FilletWeld } from '../shaft/weld.js'
import { packTorque, pressureRadius, wearRadius } from './friction.js'
import { annulusArea, centrifugalForce, type PistonChamber } from './piston.js'

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
  /** Pressure lost through the sealing rings on the way to the piston. */
  readonly ringLossPa: number
  /** Inner radius to which the spinning oil reaches; the piston's inner radius if not given. */
  readonly oilFillRadiusM?: number
  /** A balance dam cancels the centrifugal oil. */
  readonly balanced: boolean
  readonly platesThicknessM: number
  readonly steelThicknessM: number
  /** Welds of the drum that carries the pack. */
  readonly welds?: readonly FilletWeld[]
  /** In which the shaft of the drum or of the hub sits. */
  readonly splines?: readonly HubSpline[]
}

export function packFaults(pack: PackGeometry, path = 'geometry'): Fault[] {
  const faults: Fault[] = []
  if (!(pack.liningInnerRadiusM > 0 && pack.liningInnerRadiusM < pack.liningOuterRadiusM))
    faults.push(
      fault('lining-radii-crossed', `${path}.liningInnerRadiusM`, {
        innerM: pack.liningInnerRadiusM,
        outerM: pack.liningOuterRadiusM,
      }),
    )
  if (pack.chambers.length === 0) faults.push(fault('pack-without-piston', `${path}.chambers`))
  pack.chambers.forEach((chamber, i) => {
    if (!(chamber.innerRadiusM >= 0 && chamber.innerRadiusM < chamber.outerRadiusM))
      faults.push(
        fault('piston-radii-crossed', `${path}.chambers.${i}.innerRadiusM`, {
          innerM: chamber.innerRadiusM,
          outerM: chamber.outerRadiusM,
        }),
      )
    if (pack.oilFillRadiusM !== undefined && pack.oilFillRadiusM > chamber.innerRadiusM)
      faults.push(fault('oil-fill-above-piston', `${path}.oilFillRadiusM`, { fillM: pack.oilFillRadiusM, innerM: chamber.innerRadiusM }))
  })
  return [...faults, ...weldFaults(pack.welds, `${path}.welds`), ...hubSplineFaults(pack.splines, `${path}.splines`)]
}

/** Oil at the pack in one range: line pressure as fed, and the speed of the drum that carries the piston. */
export interface PackOil {
  readonly linePressurePa: number
  readonly drumSpeedRadPerS: number
  readonly rangeId: string
}

/** What presses the pack together, part by part. */
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

const fedFaces = new WeakMap<PackGeometry, Map<string, FedFaces>>()

/** The faces fed in a range, added up once: they depend on the pack alone. */
function facesFedIn(pack: PackGeometry, rangeId: string): FedFaces {
  const byRange = fedFaces.get(pack) ?? new Map<string, FedFaces>()
  fedFaces.set(pack, byRange)
  const known = byRange.get(rangeId)
  if (known) return known
  const fed = pack.chambers.filter((chamber) => !chamber.fedIn || chamber.fedIn.includes(rangeId))
  const spin = (c: PistonChamber) => centrifugalForce(c.innerRadiusM, c.outerRadiusM, pack.oilFillRadiusM ?? c.innerRadiusM, 1)
  const made = {
    areaM2: fed.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0),
    spinPerSpeed2: pack.balanced ? 0 : fed.reduce((sum, c) => sum + spin(c), 0),
  }
  byRange.set(rangeId, made)
  return made
}

/**
 * Clamp force F = p·A − return springs − cushion + centrifugal oil, over the piston faces that are fed in this range.
 * Pressure at the piston is the line's less the ring loss, never below zero.
 */
export function packForce(pack: PackGeometry, oil: PackOil): PackForce {
  const { areaM2, spinPerSpeed2 } = facesFedIn(pack, oil.rangeId)
  const appliedN = Math.max(0, oil.linePressurePa - pack.ringLossPa) * areaM2
  const centrifugalN = spinPerSpeed2 * oil.drumSpeedRadPerS ** 2
  const springsN = pack.returnSpringN + pack.cushionN
  return { appliedN, centrifugalN, springsN, netN: appliedN + centrifugalN - springsN }
}

export const frictionFaces = (pack: PackGeometry): number => pack.linedPlates * pack.facesPerPlate

/** Torque at which a pack slips, hot static friction, by the effective radius of run-in or of new linings. */
export function packCapacity(pack: PackGeometry, oil: PackOil, radius: 'wear' | 'pressure' = 'wear'): number {
  const effective = radius === 'wear' ? wearRadius : pressureRadius
  const radiusM = effective(pack.liningInnerRadiusM, pack.liningOuterRadiusM)
  return packTorque(pack.hotStaticFriction, frictionFaces(pack), packForce(pack, oil).netN, radiusM)
}
