import { sectionStarts } from '../parts/shaft/shaft.js'
import type { ConverterFront } from '../parts/converter/front.js'
import type { ConverterGeometry } from '../parts/converter/geometry.js'
import type { BoltSetGeometry } from '../joint/bolt.js'
import type { FlexPlateGeometry } from '../parts/flex-plate/plate.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Geometries, PartKind } from '../parts/geometries.js'
import { splinePairs, type SplinePair } from '../judge/spline-stops.js'
import type { Station } from '../model/unit.js'
import type { MotorPlateGeometry } from '../parts/motor-plate/geometry.js'
import type { PilotGeometry } from '../parts/pilot/geometry.js'
import type { EngineRear, RearNeighbour, UnitFit } from '../model/unit-fit.js'

/** Everything that the fit of a spec rests on: all that its answer does but the solved ranges. */
export type FitInput = Omit<SpecInput, 'gearing'>

/** The parts and neighbours that meet, each where it is known. */
export interface FitFacts {
  readonly rear: EngineRear
  readonly behind: RearNeighbour | undefined
  readonly fit: UnitFit | undefined
  readonly plate: FlexPlateGeometry | undefined
  readonly converter: ConverterGeometry | undefined
  readonly front: ConverterFront | undefined
  readonly crankBolts: BoltSetGeometry | undefined
  readonly converterBolts: BoltSetGeometry | undefined
  readonly motorPlate: MotorPlateGeometry | undefined
  readonly pilot: PilotGeometry | undefined
  /** Where the input shaft goes into the turbine's hub, and the stator's race onto its support. */
  readonly turbine: DeepPair | undefined
  readonly stator: DeepPair | undefined
  /** Station by kind of what is fitted, to say where a figure belongs. */
  stationOf(kind: PartKind, joint?: BoltSetGeometry['joint']): string | null
}

/** A pair of splines with how far its own begins from the front end of the shaft. */
export interface DeepPair extends SplinePair {
  readonly fromTipM: number
}

/** What meets what in a spec. */
export function fitFacts({ unit, brief, fitted }: FitInput): FitFacts {
  const parts = unit.stations.flatMap((station) => {
    const part = fitted.get(station.id)
    return part ? [{ station, part }] : []
  })
  const geometryOf = <K extends PartKind>(kind: K): Geometries[K] | undefined =>
    // Found by kind, so the geometry is of that kind.
    parts.find(({ part }) => part.kind === kind)?.part.geometry as Geometries[K] | undefined
  const setFor = (joint: BoltSetGeometry['joint']) => {
    const found = parts.find(({ part }) => part.kind === 'bolts' && part.geometry.joint === joint)
    return found?.part.kind === 'bolts' ? found.part.geometry : undefined
  }
  const converter = geometryOf('converter')
  const pairs = splinePairs({ unit, fitted })
  const loadOf = (id: string) => unit.stations.find((station) => station.id === id)?.load.at
  const turbine = pairs.find(
    ({ stationId, other }) => loadOf(stationId) === 'turbine' && (other.kind === 'hub' || other.kind === 'converter'),
  )
  const stator = pairs.find(({ stationId, other }) => loadOf(stationId) === 'stator' && other.kind === 'converter')
  return {
    rear: brief.rear ?? {},
    behind: brief.behind,
    fit: unit.fit,
    plate: geometryOf('flex-plate'),
    converter,
    front: converter?.front,
    crankBolts: setFor('crank'),
    converterBolts: setFor('converter'),
    motorPlate: geometryOf('motor-plate'),
    pilot: geometryOf('pilot'),
    turbine: turbine && deep(turbine),
    stator: stator && deep(stator),
    stationOf: (kind, joint) => stationOf(unit.stations, fitted, kind, joint),
  }
}

function deep(pair: SplinePair): DeepPair {
  if (pair.part.kind !== 'shaft') return { ...pair, fromTipM: 0 }
  const index = pair.part.geometry.sections.findIndex(({ name }) => name === pair.section)
  return { ...pair, fromTipM: sectionStarts(pair.part.geometry)[index] ?? 0 }
}

/** The station that holds a kind of part, or could. */
function stationOf(stations: readonly Station[], fitted: FitInput['fitted'], kind: PartKind, joint?: string): string | null {
  const ofKind = stations.filter((station) => station.kind === kind)
  const holds = ofKind.find(({ id }) => {
    const part = fitted.get(id)
    return part !== undefined && (joint === undefined || (part.kind === 'bolts' && part.geometry.joint === joint))
  })
  const named = joint === undefined ? undefined : ofKind.find(({ id }) => id.startsWith(joint))
  return (holds ?? named ?? (joint === undefined ? ofKind[0] : undefined))?.id ?? null
}
