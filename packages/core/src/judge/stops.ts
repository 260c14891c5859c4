import type { Part } from '../model/part.js'
import { caseMisfitsAt, diameterMisfitsAt, type Stop } from './running-fits.js'
import { splineStopsAt } from './spline-stops.js'
import type { Unit } from '../model/unit.js'

/** Reasons why the installed parts cannot be assembled, front to rear. */
export function stopsOf(spec: { readonly unit: Unit; readonly fitted: ReadonlyMap<string, Part> }): Stop[] {
  return spec.unit.stations.flatMap((station): Stop[] => [
    ...splineStopsAt(spec.fitted, station.id),
    ...diameterMisfitsAt(spec, station).flatMap((misfit) => (misfit.code === 'does-not-pass' ? [{ ...misfit, code: misfit.code }] : [])),
    ...caseMisfitsAt(spec, station),
  ])
}
