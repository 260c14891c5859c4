import { splineDifferences, type SplineDifference } from '../joint/mating.js'
import type { HubSpline, Spline } from '../joint/spline.js'
import type { Part } from '../model/part.js'
import type { Unit } from '../model/unit.js'

/** A spline of a fitted shaft and the inner one that it goes into. */
export interface SplinePair {
  /** Station of the shaft. */
  readonly stationId: string
  readonly part: Part
  readonly section: string
  readonly spline: Spline
  readonly lengthM: number
  /** Station of the hub. */
  readonly otherId: string
  readonly other: Part
  readonly hub: HubSpline
  readonly differences: readonly SplineDifference[]
}

/** Two splines that should go into each other and do not: nothing can be driven through them. */
export interface SplineMisfit extends SplinePair {
  readonly code: 'splines-differ'
}

/** The splines inside a part. */
export const hubSplinesOf = ({ geometry }: Part): readonly HubSpline[] => ('splines' in geometry ? (geometry.splines ?? []) : [])

/** Internal spline of an installed part that mates with the shaft at a station. `undefined` if the part does not state it. */
export const hubFor = (fitted: ReadonlyMap<string, Part>, mateId: string, stationId: string): HubSpline | undefined => {
  const other = fitted.get(mateId)
  return other && hubSplinesOf(other).find(({ mate }) => mate === stationId)
}

/** Splines of a shaft that name a station whose part names this one. Where either is silent nothing is known. */
export function pairsAt(fitted: ReadonlyMap<string, Part>, stationId: string): SplinePair[] {
  const part = fitted.get(stationId)
  if (part?.kind !== 'shaft') return []
  return part.geometry.sections.flatMap(({ name, spline, lengthM }): SplinePair[] => {
    const otherId = spline?.mate
    const other = otherId === undefined ? undefined : fitted.get(otherId)
    const hub = otherId === undefined ? undefined : hubFor(fitted, otherId, stationId)
    if (!spline || otherId === undefined || !other || !hub) return []
    return [{ stationId, part, section: name, spline, lengthM, otherId, other, hub, differences: splineDifferences(spline, lengthM, hub) }]
  })
}

interface Fitted {
  readonly unit: Unit
  readonly fitted: ReadonlyMap<string, Part>
}

/** Every pair of splines on the torque path of which both sides are known, front to rear. */
export const splinePairs = ({ unit, fitted }: Fitted): SplinePair[] => unit.stations.flatMap(({ id }) => pairsAt(fitted, id))

/** Spline pairs of a station's shaft that do not go together. */
export const splineStopsAt = (fitted: ReadonlyMap<string, Part>, stationId: string): SplineMisfit[] =>
  pairsAt(fitted, stationId).flatMap((pair) => (pair.differences.length === 0 ? [] : [{ ...pair, code: 'splines-differ' }]))
