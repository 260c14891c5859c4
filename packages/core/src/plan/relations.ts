import type { Part } from '../model/part.js'
import type { Unit } from '../model/unit.js'
import { variantOf, misfits } from '../fitting/misfit.js'
import { diameterMisfitsAt } from '../judge/running-fits.js'
import { splineStopsAt } from '../judge/spline-stops.js'
import { memberAt } from '../numeric/certain.js'
import type { Option, Slot } from './options.js'
import type { Relation } from './search.js'

/** Pairwise relations by slot, in both directions. */
export type Relations = readonly Map<number, Relation>[]

/** True if an option matches variant, tooth counts and case bore, and needs no feature that no station can offer. */
export function fitsAlone(unit: Unit, variantId: string | null, stationId: string, { part }: Option): boolean {
  if (!part) return true
  const stations = new Set(unit.stations.map(({ id }) => id))
  return misfits(unit, new Map([[stationId, part]]), variantId).every((misfit) => {
    if (misfit.code === 'need-unmet') return misfit.need.stationId !== stationId && stations.has(misfit.need.stationId)
    return false
  })
}

/** Computes the pairwise relations: needs, clashes, mating splines and diameters. */
export function relationsOf(unit: Unit, variantId: string | null, slots: readonly Slot[]): Relations {
  const relations: Relations = slots.map(() => new Map<number, Relation>())
  const index = new Map(slots.map(({ station }, i) => [station.id, i]))
  const ofVariant = variantOf(unit, variantId)?.offers ?? []
  slots.forEach((slot, i) => {
    for (const otherId of askedStations(unit, slot)) {
      const j = index.get(otherId)
      if (j === undefined || j === i) continue
      const other = memberAt(slots, j)
      const ids = { own: slot.station.id, other: otherId }
      relate(relations, i, j, slot, other, (a, b) => goTogether(unit, ofVariant, ids, a, b))
    }
  })
  return relations
}

/** Other stations that the options of a slot need, clash with or mate with. */
function askedStations(unit: Unit, { options, station }: Slot): Set<string> {
  const support = unit.stations.find(({ kind, load }) => kind === 'shaft' && load.at === 'stator')
  const asked = options.flatMap(({ part }) => {
    if (!part) return []
    const mates = part.kind === 'shaft' ? part.geometry.sections.flatMap(({ spline }) => spline?.mate ?? []) : []
    return [...(part.needs ?? []), ...(part.clashes ?? [])].map(({ stationId }) => stationId).concat(mates)
  })
  const round = station.kind === 'shaft' && station.load.at === 'turbine' && support ? [support.id] : []
  return new Set([...asked, ...round])
}

/** True if the needs, clashes, splines and diameters of the first part allow the second. */
function goTogether(
  unit: Unit,
  ofVariant: readonly string[],
  ids: { readonly own: string; readonly other: string },
  own: Part | undefined,
  other: Part | undefined,
): boolean {
  if (!own) return true
  const offered = (feature: string) => ofVariant.includes(feature) || (other?.offers?.includes(feature) ?? false)
  const here = ({ stationId }: { stationId: string }) => stationId === ids.other
  if ((own.needs ?? []).some((need) => here(need) && !offered(need.feature))) return false
  if ((own.clashes ?? []).some((clash) => here(clash) && offered(clash.feature))) return false
  if (own.kind !== 'shaft' || !other) return true
  const fitted = new Map([
    [ids.own, own],
    [ids.other, other],
  ])
  const station = unit.stations.find(({ id }) => id === ids.own)
  return splineStopsAt(fitted, ids.own).length === 0 && (!station || diameterMisfitsAt({ unit, fitted }, station).length === 0)
}

/** Adds the relation between two slots. */
function relate(
  relations: Relations,
  i: number,
  j: number,
  own: Slot,
  other: Slot,
  allowed: (own: Part | undefined, other: Part | undefined) => boolean,
): void {
  const rows = own.options.map(({ part: a }) => Uint8Array.from(other.options, ({ part: b }) => Number(allowed(a, b))))
  if (rows.every((row) => row.every((bit) => bit === 1))) return
  addRows(relations, i, j, rows)
  addRows(
    relations,
    j,
    i,
    other.options.map((_, b) => Uint8Array.from(rows, (row) => row[b] ?? 0)),
  )
}

/** Adds rows of allowed pairs. A pair stays allowed only if it was allowed before. */
export function addRows(relations: Relations, i: number, j: number, rows: Relation): void {
  const before = memberAt(relations, i).get(j)
  memberAt(relations, i).set(j, before ? rows.map((row, a) => row.map((bit, b) => bit & (before[a]?.[b] ?? 0))) : rows)
}
