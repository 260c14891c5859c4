import type { Clash, Need, Part } from '../spec/part.js'
import type { Unit, Variant } from '../spec/unit.js'

/** Something by which fitted parts do not go together: a need that nothing answers, two that clash, a part of another variant. */
export type Misfit =
  | { readonly code: 'need-unmet'; readonly stationId: string; readonly part: Part; readonly need: Need }
  | { readonly code: 'clash'; readonly stationId: string; readonly part: Part; readonly otherId: string; readonly clash: Clash }
  | { readonly code: 'other-variant'; readonly stationId: string; readonly part: Part }

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
export function misfits(unit: Unit, fitted: ReadonlyMap<string, Part>, variantId: string | null): Misfit[] {
  const offered = offersOf(unit, fitted, variantId)
  return unit.stations.flatMap(({ id: stationId }): Misfit[] => {
    const part = fitted.get(stationId)
    if (!part) return []
    const alien: Misfit[] = fitsVariant(part, variantId) ? [] : [{ code: 'other-variant', stationId, part }]
    const needs = (part.needs ?? []).filter((need) => !offered(need.stationId, need.feature))
    const clashes = (part.clashes ?? []).filter((clash) => offered(clash.stationId, clash.feature))
    return [
      ...alien,
      ...needs.map((need): Misfit => ({ code: 'need-unmet', stationId, part, need })),
      ...clashes.map((clash): Misfit => ({ code: 'clash', stationId, part, otherId: clash.stationId, clash })),
    ]
  })
}
