import type { Part } from '../model/part.js'
import { caseMisfitsAt, diameterMisfitsAt, recallAt, type Stop } from './running-fits.js'
import { splineStopsAt } from './spline-stops.js'
import type { Unit } from '../model/unit.js'

/** Reasons why a build cannot be rated, front to rear: recalled parts, and parts that cannot be assembled. */
export function stopsOf(spec: { readonly unit: Unit; readonly fitted: ReadonlyMap<string, Part> }): Stop[] {
  return spec.unit.stations.flatMap((station): Stop[] => [
    ...recallAt(spec.fitted, station.id),
    ...splineStopsAt(spec.fitted, station.id),
    ...diameterMisfitsAt(spec, station).flatMap((misfit) => (misfit.code === 'does-not-pass' ? [{ ...misfit, code: misfit.code }] : [])),
    ...caseMisfitsAt(spec, station),
  ])
}
