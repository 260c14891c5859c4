import { splineDifferences, type SplineDifference } from '../shaft/mating.js'
import type { HubSpline, Spline } from '../shaft/spline.js'
import type { Part } from './part.js'
import type { Unit } from './unit.js'

/** Two splines that should go into each other and do not: nothing can be driven through them. */
export interface SplineMisfit {
  readonly code: 'splines-differ'
  /** Of the shaft. */
  readonly stationId: string
  readonly part: Part
  readonly section: string
  readonly spline: Spline
  readonly lengthM: number
  /** Of the hub. */
  readonly otherId: string
  readonly other: Part
  readonly hub: HubSpline
  readonly differences: readonly SplineDifference[]
}

/** The splines inside a part. */
export const hubSplinesOf = ({ geometry }: Part): readonly HubSpline[] => ('splines' in geometry ? (geometry.splines ?? []) : [])

/** The spline of a fitted part into which the shaft of a station goes; nothing where the part does not say. */
export const hubFor = (fitted: ReadonlyMap<string, Part>, mateId: string, stationId: string): HubSpline | undefined => {
  const other = fitted.get(mateId)
  return other && hubSplinesOf(other).find(({ mate }) => mate === stationId)
}

/** Splines of a shaft that name a station whose part names this one: they must agree. Where either is silent nothing is known. */
export function splineStopsAt(fitted: ReadonlyMap<string, Part>, stationId: string, part: Part): SplineMisfit[] {
  if (part.kind !== 'shaft') return []
  return part.geometry.sections.flatMap(({ name, spline, lengthM }): SplineMisfit[] => {
    const otherId = spline?.mate
    const other = otherId === undefined ? undefined : fitted.get(otherId)
    const hub = otherId === undefined ? undefined : hubFor(fitted, otherId, stationId)
    if (!spline || otherId === undefined || !other || !hub) return []
    const differences = splineDifferences(spline, lengthM, hub)
    return differences.length === 0 ? [] : [{ code: 'splines-differ', stationId, part, section: name, spline, lengthM, otherId, other, hub, differences }] // prettier-ignore
  })
}

/** Every spline on the torque path that does not go into the part it should go into, front to rear. */
export const splineStops = ({ unit, fitted }: { readonly unit: Unit; readonly fitted: ReadonlyMap<string, Part> }): SplineMisfit[] =>
  unit.stations.flatMap(({ id }) => {
    const part = fitted.get(id)
    return part ? splineStopsAt(fitted, id, part) : []
  })
