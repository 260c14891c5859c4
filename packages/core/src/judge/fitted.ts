import { impellerInertia, turbineInertia, type ConverterGeometry } from '../parts/converter/geometry.js'
import { ENGINE_INERTIA } from '../engine/template.js'
import { resonanceSpeed } from '../parts/lockup/torsional.js'
import type { ShaftGeometry } from '../parts/shaft/shaft.js'
import { shaftStiffness } from '../parts/shaft/shaft-spring.js'
import type { Brief } from '../model/brief.js'
import type { PartKind } from '../parts/geometries.js'
import type { Part } from '../model/part.js'
import { hasLockupStation, type Unit } from '../model/unit.js'

/** Installed parts by station. */
interface Fitted {
  readonly fitted: ReadonlyMap<string, Part>
}

type PartOfKind<K extends PartKind> = Extract<Part, { kind: K }>

const isOfKind = <K extends PartKind>(part: Part, kind: K): part is PartOfKind<K> => part.kind === kind

/** First installed part of a kind. `undefined` if there is none. */
export function partOfKind<K extends PartKind>(fitted: Fitted['fitted'], kind: K): PartOfKind<K> | undefined {
  for (const part of fitted.values()) if (isOfKind(part, kind)) return part
  return undefined
}

/** Geometry of the installed converter. `undefined` if there is none. */
export const fittedConverter = ({ fitted }: Fitted): ConverterGeometry | undefined => partOfKind(fitted, 'converter')?.geometry

/** True if the installed converter can lock: it has a lockup, and its clutch is installed or rated by a stated limit. */
export function canLock({ fitted, unit }: Fitted & { readonly unit: Unit }): boolean {
  const converter = partOfKind(fitted, 'converter')
  if (!converter?.geometry.lockup) return false
  return !hasLockupStation(unit) || partOfKind(fitted, 'lockup') !== undefined || statesLockup(converter)
}

/** A converter that is sold with a figure for the clutch in it needs none of its own. */
export const statesLockup = (converter: Part | undefined): boolean =>
  converter?.stated.some(({ place }) => place === 'lockup-clutch') ?? false

/** Inertia of the engine with its converter, kg·m²; usual for the kind where the brief does not say. */
export function engineInertia({ brief, fitted }: Fitted & { readonly brief: Brief }): number {
  const converter = fittedConverter({ fitted })
  return (brief.engine.inertiaKgM2 ?? ENGINE_INERTIA[brief.engine.kind]) + (converter ? impellerInertia(converter) : 0)
}

/** Inertia of the turbine, kg·m². Zero without a converter. */
export function turbineInertiaOf(input: Fitted): number {
  const converter = fittedConverter(input)
  return converter ? turbineInertia(converter) : 0
}

/** The shaft that the turbine drives. */
export function inputShaft({ unit, fitted }: Fitted & { readonly unit: Unit }): ShaftGeometry | undefined {
  for (const { id, kind, load } of unit.stations) {
    const part = kind === 'shaft' && load.at === 'turbine' ? fitted.get(id) : undefined
    if (part?.kind === 'shaft') return part.geometry
  }
  return undefined
}

/** Torsional resonance, as engine speed, with a solid lockup. Undefined if input shaft or cylinder count is unknown. */
export function solidResonance(input: Fitted & { readonly unit: Unit; readonly brief: Brief }): number | undefined {
  const [shaft, converter, { cylinders }] = [inputShaft(input), fittedConverter(input), input.brief.engine]
  if (!shaft || !converter || cylinders === undefined) return undefined
  return resonanceSpeed([shaftStiffness(shaft)], turbineInertia(converter), cylinders)
}
