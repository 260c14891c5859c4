import { assemblyIssues } from '../gearing/assembly.js'
import { issue, type Issue } from '../quantity/issue.js'
import { setsAt } from '../parts/gear-set/teeth.js'
import type { Clash, Need, Part } from '../model/part.js'
import {
  caseMisfitsAt,
  diameterMisfitsAt,
  recallAt,
  type CaseMisfit,
  type DiameterMisfit,
  type RecalledPart,
} from '../judge/running-fits.js'
import { splineStopsAt, type SplineMisfit } from '../judge/spline-stops.js'
import type { Station, Unit, Variant } from '../model/unit.js'

/** Something by which fitted parts do not go together: a need that nothing answers, two that clash, a part of another variant, a recall. */
export type Incompatibility =
  | { readonly code: 'need-unmet'; readonly stationId: string; readonly part: Part; readonly need: Need }
  | { readonly code: 'clash'; readonly stationId: string; readonly part: Part; readonly otherId: string; readonly clash: Clash }
  | { readonly code: 'other-variant'; readonly stationId: string; readonly part: Part }
  | { readonly code: 'teeth-differ'; readonly stationId: string; readonly part: Part; readonly issue: Issue }
  | RecalledPart
  | SplineMisfit
  | DiameterMisfit
  | CaseMisfit

/** Variant of a unit by id. Undefined if the variant is unknown. */
export const variantOf = (unit: Unit, variantId: string | null): Variant | undefined =>
  (unit.variants ?? []).find((variant) => variant.id === variantId)

/** A part that names variants fits those alone; where the job's variant is not known yet it is not held against it. */
export const fitsVariant = (part: Part, variantId: string | null): boolean =>
  variantId === null || part.variantIds === undefined || part.variantIds.includes(variantId)

/** Whether a feature is offered at a station: by the part fitted there, as it came or by an operation, or by the unit's variant. */
export function offersOf(
  unit: Unit,
  fitted: ReadonlyMap<string, Part>,
  variantId: string | null,
): (stationId: string, feature: string) => boolean {
  const ofVariant = variantOf(unit, variantId)?.offers ?? []
  return (stationId, feature) => ofVariant.includes(feature) || (fitted.get(stationId)?.offers?.includes(feature) ?? false)
}

/**
 * What does not go together in a spec, front to rear. A need at a station that is empty is not met.
 */
export function misfits(unit: Unit, fitted: ReadonlyMap<string, Part>, variantId: string | null): Incompatibility[] {
  const offered = offersOf(unit, fitted, variantId)
  return unit.stations.flatMap((station): Incompatibility[] => {
    const { id: stationId } = station
    const part = fitted.get(stationId)
    if (!part) return []
    const alien: Incompatibility[] = fitsVariant(part, variantId) ? [] : [{ code: 'other-variant', stationId, part }]
    const needs = (part.needs ?? []).filter((need) => !offered(need.stationId, need.feature))
    const clashes = (part.clashes ?? []).filter((clash) => offered(clash.stationId, clash.feature))
    return [
      ...recallAt(fitted, stationId),
      ...alien,
      ...teethIssues(unit, station, part).map((f): Incompatibility => ({ code: 'teeth-differ', stationId, part, issue: f })),
      ...needs.map((need): Incompatibility => ({ code: 'need-unmet', stationId, part, need })),
      ...clashes.map((clash): Incompatibility => ({ code: 'clash', stationId, part, otherId: clash.stationId, clash })),
      ...splineStopsAt(fitted, stationId),
      ...diameterMisfitsAt({ unit, fitted }, station),
      ...caseMisfitsAt({ unit, fitted }, station),
    ]
  })
}

/** Pitch radius and module × teeth may differ by so much through profile shift. */
const SHIFT = 0.04

/** Why the gears of a part are not those of the unit: pinions that don't go with its teeth, or a sun that is no multiple of the module. */
function teethIssues(unit: Unit, station: Station, part: Part): Issue[] {
  if (part.kind !== 'gear-set') return []
  const sets = setsAt(unit, station)
  if (sets.length === 0) return []
  const { pinions, moduleM, sunRadiusM, helixRad = 0 } = part.geometry
  const withOwn = unit.train.sets.map((set) => (sets.includes(set) ? { ...set, pinions } : set))
  const built = withOwn.filter(({ id }) => sets.some((set) => set.id === id)).flatMap((set) => assemblyIssues(set, 'geometry', withOwn))
  const teeth = Math.min(...sets.map((set) => set.sunTeeth))
  const radiusM = (moduleM * teeth) / (2 * Math.cos(helixRad))
  const off = Math.abs(sunRadiusM / ((moduleM * teeth) / 2) - 1) > SHIFT && Math.abs(sunRadiusM / radiusM - 1) > SHIFT
  return off ? [...built, issue('sun-of-other-teeth', 'geometry.sunRadiusM', { teeth, radiusM: sunRadiusM, expectedM: radiusM })] : built
}
