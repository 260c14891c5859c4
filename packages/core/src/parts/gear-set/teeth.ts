import { compoundPartner } from '../../gearing/assembly.js'
import { pinionPair, pinionTeeth } from '../../gearing/pinion-pair.js'
import { faceLoadFactor, pairFactor } from '../../gearing/tooth-form.js'
import { pinionRadius, type GearTeeth } from '../../gearing/tooth-strength.js'
import type { PlanetarySet } from '../../gearing/train.js'
import type { Station, Unit } from '../../model/unit.js'
import type { GearSetGeometry } from './gear-set.js'

/** The planetary sets of a station. */
export const setsAt = (unit: Unit, station: Station): readonly PlanetarySet[] => {
  const { load } = station
  return load.at === 'sets' ? unit.train.sets.filter(({ id }) => load.ids.includes(id)) : []
}

/** Teeth of one gear set of a part. The smallest sun has the pitch radius of the part; other suns scale with their tooth counts. */
export function teethOf(unit: Unit, sets: readonly PlanetarySet[], set: PlanetarySet, part: GearSetGeometry): GearTeeth {
  const smallest = Math.min(...sets.map(({ sunTeeth }) => sunTeeth))
  const { pinions, moduleM, faceWidthM, helixRad = 0, carrier } = part
  return {
    pinions,
    moduleM,
    faceWidthM,
    helixRad,
    sunRadiusM: (part.sunRadiusM * set.sunTeeth) / smallest,
    geometryFactor: part.geometryFactor ?? pairFactor(set.sunTeeth, pinionAtSun(unit, set), helixRad),
    faceLoadFactor: part.faceLoadFactor ?? faceLoadFactor(faceWidthM, carrier),
  }
}

/** Teeth of the pinion that meshes with the sun of a set. */
export const pinionAtSun = (unit: Unit, set: PlanetarySet): number =>
  (set.kind === 'simple' ? undefined : pinionPair(set, compoundPartner(set, unit.train.sets)))?.inner ?? pinionTeeth(set)

/** Pitch radius of the pinion at the sun of a set. */
export function pinionRadiusOf(unit: Unit, set: PlanetarySet, teeth: GearTeeth): number {
  return pinionRadius(set, teeth.sunRadiusM, pinionAtSun(unit, set))
}
