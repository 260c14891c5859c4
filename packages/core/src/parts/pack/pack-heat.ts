import type { LiningHeat } from '../../friction/lining.js'
import { annulusArea } from '../../friction/piston.js'
import { frictionFaces, type PackGeometry } from './pack.js'
import { bulkRise, fourierNumber, PLATE_STEEL, surfaceRise } from '../../friction/shift-heat.js'
import type { ShiftOutcome } from '../../friction/shift-time.js'
import { rubbedPlates, type RubbedPlate } from './stack.js'

/** Heat of a shift in the plates of a pack. */
export interface PackHeat extends LiningHeat {
  /** Of the steel that gets hottest: evenly spread, and at its surface. */
  readonly bulkK: number
  readonly surfaceK: number
  readonly fourier: number
  /** Index of that plate in the stack. Null if the pack has no stack. */
  readonly hottest: number | null
}

/** Plates that are rubbed; where the stack is not known steels between the plates, or the cores of single-sided ones. */
function rubbedIn({ stack, facesPerPlate, platesThicknessM, steelThicknessM }: PackGeometry): readonly RubbedPlate[] {
  if (stack) return rubbedPlates(stack)
  const plate = (steelM: number, faces: number): RubbedPlate => ({ plate: -1, faces, steelM })
  return facesPerPlate === 1 ? [plate(platesThicknessM, 1), plate(steelThicknessM, 1)] : [plate(steelThicknessM, 2)]
}

type Shifted = Pick<ShiftOutcome, 'energyJ' | 'seconds' | 'mostW'>

/** Mean temperature rise of each rubbed plate. */
function bulksOf(pack: PackGeometry, { energyJ }: Pick<Shifted, 'energyJ'>): readonly (RubbedPlate & { readonly bulkK: number })[] {
  const faceM2 = annulusArea(pack.liningInnerRadiusM, pack.liningOuterRadiusM)
  const perFaceJ = energyJ / frictionFaces(pack)
  return rubbedIn(pack).map((rubbed) => ({
    ...rubbed,
    bulkK: bulkRise(perFaceJ * rubbed.faces, rubbed.steelM * faceM2 * PLATE_STEEL.densityKgPerM3),
  }))
}

/** Of the heat of a shift only what its limits are for: energy and power of the linings, and the bulk of the hottest plate. */
export function packHeatLimited(pack: PackGeometry, shift: Shifted): LiningHeat & Pick<PackHeat, 'bulkK'> {
  const areaM2 = frictionFaces(pack) * annulusArea(pack.liningInnerRadiusM, pack.liningOuterRadiusM)
  const bulkK = Math.max(0, ...bulksOf(pack, shift).map((plate) => plate.bulkK))
  return { bulkK, energyJPerM2: shift.energyJ / areaM2, powerWPerM2: shift.mostW / areaM2 }
}

/**
 * Heat of a shift in a pack: each face takes an even share of it, the flux falls evenly to nothing, and all of it goes into the bare steel that
 * is rubbed, by the mass of that plate. A plate rubbed on one face warms like half of one twice as thick. The surface is never cooler than the
 * bulk that follows.
 * Source: energy balance.
 */
export function packHeat(pack: PackGeometry, shift: Shifted): PackHeat {
  const { energyJ, seconds, mostW } = shift
  const faceM2 = annulusArea(pack.liningInnerRadiusM, pack.liningOuterRadiusM)
  const areaM2 = frictionFaces(pack) * faceM2
  const flux = (2 * energyJ) / (areaM2 * seconds)
  const each = bulksOf(pack, shift).map(({ plate, faces, steelM, bulkK }) => {
    const slabM = faces === 1 ? 2 * steelM : steelM
    const surfaceK = Math.max(bulkK, surfaceRise(flux, seconds, slabM))
    return { bulkK, surfaceK, fourier: fourierNumber(seconds, slabM), hottest: plate < 0 ? null : plate }
  })
  const none = { bulkK: 0, surfaceK: 0, fourier: 0, hottest: null }
  const hottest = each.reduce((top, next) => (next.bulkK > top.bulkK ? next : top), none)
  return {
    ...hottest,
    surfaceK: Math.max(0, ...each.map(({ surfaceK }) => surfaceK)),
    energyJPerM2: energyJ / areaM2,
    powerWPerM2: mostW / areaM2,
  }
}
