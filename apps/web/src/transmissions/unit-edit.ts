import { uniqueId } from '../shelf/draft-item.js'
import { defaultStations, type StationLoad, type Unit } from '@plucky/core'

/** A unit as it is being typed: it may lack fields, and hold what is no figure yet. */
export type DraftUnit = Omit<Unit, 'stations'> & Partial<Pick<Unit, 'stations'>>

/** A unit to begin with: one simple set, driven by its sun, the ring held. */
export const FIRST_UNIT: DraftUnit = {
  id: '',
  name: 'My transmission',
  train: {
    members: ['input', 'ring', 'output'],
    sets: [{ id: 'front set', kind: 'simple', sun: 'input', ring: 'ring', carrier: 'output', sunTeeth: 40, ringTeeth: 80, pinions: 4 }],
    joints: [],
    elements: [
      { id: 'low', kind: 'brake', a: 'ring', b: 'case' },
      { id: 'direct', kind: 'clutch', a: 'input', b: 'ring' },
    ],
    input: 'input',
    output: 'output',
    ranges: [
      { id: '1', name: 'first', on: ['low'], reverse: false, lockup: false },
      { id: '2', name: 'second', on: ['direct'], reverse: false, lockup: false },
    ],
  },
  stations: [],
}

/** A copy under another id and name; stations, surfaces and known faults come along. */
export const copyOf = (unit: Unit): DraftUnit => ({ ...structuredClone(unit), id: '', name: `${unit.name}, copy`.slice(0, 40) })

/** Gives a member another name everywhere it is named. */
export function withMemberNamed(draft: DraftUnit, from: string, to: string): DraftUnit {
  const m = (name: string) => (name === from ? to : name)
  const ends = <T extends { readonly a: string; readonly b: string }>(link: T): T => ({ ...link, a: m(link.a), b: m(link.b) })
  const { train } = draft
  return {
    ...draft,
    train: {
      ...train,
      members: train.members.map(m),
      sets: train.sets.map((set) => ({ ...set, sun: m(set.sun), ring: m(set.ring), carrier: m(set.carrier) })),
      joints: train.joints.map(ends),
      elements: train.elements.map(({ pistonOn, ...element }) => ({
        ...ends(element),
        ...(pistonOn === undefined ? {} : { pistonOn: m(pistonOn) }),
      })),
      input: m(train.input),
      output: m(train.output),
    },
    ...(draft.stations ? { stations: draft.stations.map((station) => ({ ...station, speedOf: m(station.speedOf) })) } : {}),
    ...(draft.thrusts ? { thrusts: draft.thrusts.map(ends) } : {}),
  }
}

/** Gives a set, a joint or an element another name everywhere it is named. */
export function withPlaceNamed(draft: DraftUnit, from: string, to: string): DraftUnit {
  const p = (name: string) => (name === from ? to : name)
  const own = <T extends { readonly id: string }>(list: readonly T[]) => list.map((each) => ({ ...each, id: p(each.id) }))
  const { train } = draft
  const load = (of: StationLoad): StationLoad =>
    of.at === 'link' ? { ...of, id: p(of.id) } : of.at === 'sets' ? { ...of, ids: of.ids.map(p) } : of
  return {
    ...draft,
    train: {
      ...train,
      sets: own(train.sets),
      joints: own(train.joints),
      elements: own(train.elements),
      ranges: train.ranges.map((range) => ({ ...range, on: range.on.map(p) })),
    },
    ...(draft.stations ? { stations: draft.stations.map((station) => ({ ...station, load: load(station.load) })) } : {}),
    ...(draft.thrusts ? { thrusts: draft.thrusts.map((thrust) => ({ ...thrust, set: p(thrust.set) })) } : {}),
    ...(draft.usual ? { usual: draft.usual.map((usual) => ({ ...usual, at: p(usual.at) })) } : {}),
  }
}

/** The draft with an id for each clearance and weak place that has none yet. It stays when the name changes. */
export function withIds(draft: DraftUnit): DraftUnit {
  const { fit, weakPlaces } = draft
  return {
    ...draft,
    ...(fit?.clearances ? { fit: { ...fit, clearances: named(fit.clearances, ({ name }) => name) } } : {}),
    ...(weakPlaces ? { weakPlaces: named(weakPlaces, ({ place }) => place) } : {}),
  }
}

/** The entries of a list with an id for each that has none yet, made of its name. */
export function named<T extends { readonly id: string }>(list: readonly T[], nameOf: (entry: T) => string | undefined): T[] {
  const used = new Set<string>(list.map(({ id }) => id))
  return list.map((entry) => {
    if (entry.id) return entry
    const id = uniqueId(nameOf(entry) ?? '', (other) => used.has(other))
    used.add(id)
    return { ...entry, id }
  })
}

/** The draft with the stations that go with its train by default. */
export const withDefaultStations = (draft: DraftUnit): DraftUnit => ({ ...draft, stations: defaultStations(draft.train) })
