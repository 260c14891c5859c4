import type { FitEntry } from '../fitup/entry.js'
import { gearingOf } from '../gearing/solve.js'
import { CASE, type GearTrain, type ShiftElement } from '../gearing/train.js'
import type { Part } from '../model/part.js'
import type { Station, Unit } from '../model/unit.js'
import type { PartKind } from '../parts/geometries.js'

/** Sense of rotation seen from the front of the transmission. The input turns clockwise. */
export type Turn = 'clockwise' | 'counterclockwise'

/** A step of the assembly. */
export type StepWork =
  | { readonly kind: 'install' }
  /** Frictions or a band are soaked in fluid. */
  | { readonly kind: 'soak' }
  /** Plates with lining on one side. */
  | { readonly kind: 'one-sided' }
  | { readonly kind: 'ring-left-out'; readonly ring: string }
  /** Sealing rings of a shaft. */
  | { readonly kind: 'rings'; readonly count: number }
  /** A one-way clutch is tried by hand: member `a` against `b` must lock in one sense. */
  | { readonly kind: 'locks'; readonly a: string; readonly b: string; readonly locks: Turn }
  /** A dimension of fit-up that belongs to the station. */
  | { readonly kind: 'measure'; readonly entry: FitEntry }
  /** Air test with a check by hand: applied, the members turn together, or `a` is held by the case if there is no `b`. Released, they are free. */
  | { readonly kind: 'air'; readonly a: string; readonly b: string | undefined; readonly besideOneWay: boolean }
  | { readonly kind: 'tighten'; readonly pieces: number; readonly torqueNm: number }
  /** The converter drops onto stator support, input shaft and pump drive. */
  | { readonly kind: 'seat'; readonly drops: number }

export interface AssemblyStep {
  /** Name of the step in the build book: station and kind of work. */
  readonly id: string
  readonly station: Station
  readonly work: StepWork
  /** Station that is installed next. The step cannot be reached after it. Absent for the last one. */
  readonly before: Station | undefined
}

/** Order of the stations outside the case, which are installed after the valves. */
const OUTSIDE: readonly PartKind[] = ['lockup', 'converter', 'pilot', 'motor-plate', 'flex-plate', 'bolts']

/** Stations in the order in which they are installed: from the rear to the pump, then the valves, then converter and engine side. */
export function assemblyOrder(stations: readonly Station[]): Station[] {
  const rank = ({ kind, load }: Station): number => {
    if (kind === 'hub' && load.at === 'turbine') return 2
    if (kind === 'valves') return 1
    return OUTSIDE.includes(kind) ? 3 + OUTSIDE.indexOf(kind) : 0
  }
  const all = stations.map((station, i) => ({ station, rank: rank(station), i }))
  return all.sort((a, b) => a.rank - b.rank || (a.rank === 0 ? b.i - a.i : a.i - b.i)).map(({ station }) => station)
}

/**
 * Sense in which a one-way clutch locks, seen from the front: the sense in which the torque of a driven gear pushes member `a` against `b`.
 * From its stated direction if no gear loads it. `undefined` for other elements. Source: E3, rotation by SAE J824 (from memory).
 */
export function lockSense(train: GearTrain, elementId: string): Turn | undefined {
  const element = train.elements.find(({ id }) => id === elementId)
  if (element?.kind !== 'one-way') return undefined
  for (const range of gearingOf(train).values()) {
    const torque = range.torques[elementId] ?? 0
    if (torque !== 0) return torque > 0 ? 'clockwise' : 'counterclockwise'
  }
  return element.holds === 'forward' ? 'clockwise' : 'counterclockwise'
}

/** A build as far as its assembly depends on it. */
export interface AssemblyInput {
  readonly unit: Unit
  readonly fitted: ReadonlyMap<string, Part>
  /** Entries of fit-up. */
  readonly entries: readonly FitEntry[]
}

/** Steps of the assembly in the order of the work. */
export function assemblySteps({ unit, fitted, entries }: AssemblyInput): AssemblyStep[] {
  const order = assemblyOrder(unit.stations)
  return order.flatMap((station, i) => {
    const part = fitted.get(station.id)
    const own = entries.filter((entry) => entry.stationId === station.id && isTaken(entry))
    const measured = own.map((entry): StepWork => ({ kind: 'measure', entry }))
    return [...worksAt(unit.train, station, part, drops(unit)), ...measured].map((work): AssemblyStep => ({
      id: `${station.id}/${work.kind === 'measure' ? slugOf(work.entry.id) : work.kind}`,
      station,
      work,
      before: order[i + 1],
    }))
  })
}

const slugOf = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '-')

/** True for an entry that is measured at the bench. */
const isTaken = (entry: FitEntry): boolean => entry.kind !== 'spline' && entry.kind !== 'pattern' && entry.gauged !== null

/** Splines that the converter must drop onto: stator support, input shaft and pump drive, as far as the transmission has them. */
const drops = ({ stations }: Unit): number =>
  [
    stations.some(({ kind, load }) => kind === 'shaft' && load.at === 'stator'),
    stations.some(({ kind, load }) => kind === 'shaft' && load.at === 'turbine'),
    stations.some(({ kind }) => kind === 'pump'),
  ].filter(Boolean).length

/** Check by hand of an element with air on and off. A one-way clutch of the same members holds one sense even with air off. */
function airCheck({ elements }: GearTrain, { a, b }: ShiftElement): StepWork {
  const [turns, other] = a === CASE ? [b, a] : [a, b]
  const joined = (own: ShiftElement) => (own.a === a && own.b === b) || (own.a === b && own.b === a)
  return {
    kind: 'air',
    a: turns,
    b: other === CASE ? undefined : other,
    besideOneWay: elements.some((own) => own.kind === 'one-way' && joined(own)),
  }
}

/** Work at a station, in order. */
function worksAt(train: GearTrain, { load }: Station, part: Part | undefined, dropCount: number): StepWork[] {
  const element = load.at === 'link' ? train.elements.find(({ id }) => id === load.id) : undefined
  const install = { kind: 'install' } as const
  const air = element && element.kind !== 'one-way' ? [airCheck(train, element)] : []
  if (!part) return [install]
  switch (part.kind) {
    case 'pack':
      return [
        { kind: 'soak' },
        ...(part.geometry.facesPerPlate === 1 ? [{ kind: 'one-sided' } as const] : []),
        ...(part.geometry.ringLeftOut === undefined ? [] : [{ kind: 'ring-left-out', ring: part.geometry.ringLeftOut } as const]),
        install,
        ...air,
      ]
    case 'band':
      return [{ kind: 'soak' }, install, ...air]
    case 'one-way':
      return [install, ...lockSteps(train, element)]
    case 'shaft': {
      const count = (part.geometry.grooves ?? []).filter(({ ring }) => ring).length
      return [...(count > 0 ? [{ kind: 'rings', count } as const] : []), install]
    }
    case 'bolts':
      return [install, { kind: 'tighten', pieces: part.geometry.pieces, torqueNm: part.geometry.tighteningTorqueNm }]
    case 'converter':
      return [install, { kind: 'seat', drops: dropCount }]
    default:
      return [install]
  }
}

function lockSteps(train: GearTrain, element: ShiftElement | undefined): StepWork[] {
  const locks = element && lockSense(train, element.id)
  return element && locks ? [{ kind: 'locks', a: element.a, b: element.b, locks }] : []
}
