import { fault, type Fault } from '../quantity/fault.js'
import { packTorque, wearRadius } from './friction.js'
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
  return faults
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

/**
 * Clamp force F = p·A − return springs − cushion + centrifugal oil, over the piston faces that are fed in this range.
 * Pressure at the piston is the line's less the ring loss, never below zero.
 */
export function packForce(pack: PackGeometry, oil: PackOil): PackForce {
  const fed = pack.chambers.filter((chamber) => !chamber.fedIn || chamber.fedIn.includes(oil.rangeId))
  const pressure = Math.max(0, oil.linePressurePa - pack.ringLossPa)
  const appliedN = fed.reduce((sum, c) => sum + pressure * annulusArea(c.innerRadiusM, c.outerRadiusM), 0)
  const spin = (c: PistonChamber) =>
    centrifugalForce(c.innerRadiusM, c.outerRadiusM, pack.oilFillRadiusM ?? c.innerRadiusM, oil.drumSpeedRadPerS)
  const centrifugalN = pack.balanced ? 0 : fed.reduce((sum, c) => sum + spin(c), 0)
  const springsN = pack.returnSpringN + pack.cushionN
  return { appliedN, centrifugalN, springsN, netN: appliedN + centrifugalN - springsN }
}

export const frictionFaces = (pack: PackGeometry): number => pack.linedPlates * pack.facesPerPlate

/** Torque at which a pack slips, uniform wear, hot static friction. */
export function packCapacity(pack: PackGeometry, oil: PackOil): number {
  const radius = wearRadius(pack.liningInnerRadiusM, pack.liningOuterRadiusM)
  return packTorque(pack.hotStaticFriction, frictionFaces(pack), packForce(pack, oil).netN, radius)
}
