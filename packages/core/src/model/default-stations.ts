import { CASE, type GearTrain, type ShiftElement } from '../gearing/train.js'
import { certain } from '../numeric/certain.js'
import type { Station, StripPlace } from './unit.js'

/** What a station's speed is that of: engine, input or output of the train, or the case. */
type Turns = 'engine' | 'input' | 'output' | 'case'

interface UsualStation extends Pick<Station, 'id' | 'code' | 'name' | 'kind'> {
  readonly load: Exclude<Station['load']['at'], 'link'>
  readonly turns: Turns
  readonly lane: StripPlace['lane']
  /** Counted from the front; behind the elements from the column after them. */
  readonly column: number
  /** Stations whose torque goes on to this one, where they are there. */
  readonly from?: readonly string[]
  readonly grounded?: true
}

/** Stations that every transmission has ahead of its elements, front to rear; the lockup clutch where a gear locks. */
// prettier-ignore
const AHEAD: readonly UsualStation[] = [
  { id: 'flex-plate', code: 'PLATE', name: 'flex plate', kind: 'flex-plate', load: 'engine', turns: 'engine', lane: 'line', column: 0 },
  { id: 'crank-bolts', code: 'C-BOLT', name: 'crank bolts', kind: 'bolts', load: 'none', turns: 'engine', lane: 'beside', column: 0 },
  { id: 'motor-plate', code: 'M-PLATE', name: 'motor plate', kind: 'motor-plate', load: 'none', turns: 'case', lane: 'beside', column: 1 },
  { id: 'converter-bolts', code: 'V-BOLT', name: 'converter bolts', kind: 'bolts', load: 'none', turns: 'engine', lane: 'beside', column: 2 },
  { id: 'pilot', code: 'PILOT', name: 'pilot', kind: 'pilot', load: 'none', turns: 'engine', lane: 'beside', column: 3 },
  { id: 'converter', code: 'CONV', name: 'converter', kind: 'converter', load: 'stator', turns: 'engine', lane: 'line', column: 1, from: ['flex-plate'] },
  { id: 'pump', code: 'PUMP', name: 'oil pump', kind: 'pump', load: 'none', turns: 'engine', lane: 'rail', column: 2 },
  { id: 'stator-support', code: 'STATOR', name: 'stator support', kind: 'shaft', load: 'stator', turns: 'case', lane: 'rail', column: 1, from: ['converter'], grounded: true },
  { id: 'lockup', code: 'LOCK', name: 'lockup clutch', kind: 'lockup', load: 'lockup', turns: 'engine', lane: 'upper', column: 0, from: ['flex-plate'] },
  { id: 'turbine-hub', code: 'T-HUB', name: 'turbine hub', kind: 'hub', load: 'turbine', turns: 'input', lane: 'line', column: 2, from: ['converter', 'lockup'] },
  { id: 'input-shaft', code: 'INPUT', name: 'input shaft', kind: 'shaft', load: 'turbine', turns: 'input', lane: 'line', column: 3, from: ['turbine-hub'] },
  { id: 'input-joint', code: 'JOINT', name: 'input shaft joint', kind: 'hub', load: 'turbine', turns: 'input', lane: 'line', column: 4, from: ['input-shaft'] },
]

/** The first column of the elements. */
const FIRST = 5

/** Stations behind the elements. The gear sets take their torque also from every element that is not held by the case. */
// prettier-ignore
const BEHIND: readonly UsualStation[] = [
  { id: 'gear-sets', code: 'SETS', name: 'gear sets', kind: 'gear-set', load: 'sets', turns: 'input', lane: 'line', column: 0, from: ['input-joint'] },
  { id: 'output-shaft', code: 'OUTPUT', name: 'output shaft', kind: 'shaft', load: 'output', turns: 'output', lane: 'line', column: 1, from: ['gear-sets'] },
]
const VALVES: UsualStation = {
  id: 'valves',
  code: 'VALVES',
  name: 'pressure regulator',
  kind: 'valves',
  load: 'none',
  turns: 'case',
  lane: 'rail',
  column: 3,
}

const USUAL_IDS = [...AHEAD, ...BEHIND, VALVES].map(({ id }) => id)

/**
 * Stations for a train that has none: those that every transmission has, and a place for every element between input joint and gear sets.
 * Brakes hang from the case; everything else is above the line. Joints get stations where the shop wants them.
 */
export function defaultStations(train: GearTrain): Station[] {
  const hung = train.elements.filter(({ a, b }) => a === CASE || b === CASE)
  const between = train.elements.filter((element) => !hung.includes(element))
  const ids = new Map<string, string>()
  for (const { id } of train.elements) ids.set(id, freeOf(slug(id), [...USUAL_IDS, ...ids.values()]))
  const locks = train.ranges.some(({ lockup }) => lockup)
  const ahead = AHEAD.filter(({ kind }) => kind !== 'lockup' || locks)
  const behind = FIRST + Math.max(1, between.length, hung.length)
  const usual = (one: UsualStation, column: number, more: readonly string[] = []) => usualStation(one, train, column, more, ahead)
  return [
    ...ahead.map((one) => usual(one, one.column)),
    ...between.map((element, i) =>
      elementStation(element, certain(ids.get(element.id)), { lane: 'upper', column: FIRST + i, from: ['input-joint'] }),
    ),
    ...hung.map((element, i) =>
      elementStation(element, certain(ids.get(element.id)), { lane: 'rail', column: FIRST + i, from: ['gear-sets'], grounded: true }),
    ),
    ...BEHIND.map((one) => usual(one, behind + one.column, one.load === 'sets' ? between.map(({ id }) => certain(ids.get(id))) : [])),
    usual(VALVES, VALVES.column),
  ]
}

function usualStation(
  { id, code, name, kind, load, turns, lane, from = [], grounded }: UsualStation,
  train: GearTrain,
  column: number,
  more: readonly string[],
  ahead: readonly UsualStation[],
): Station {
  const there = (station: string) => station !== 'lockup' || ahead.some((one) => one.id === station)
  return {
    id,
    code,
    name,
    kind,
    load: load === 'sets' ? { at: load, ids: train.sets.map((set) => set.id) } : { at: load },
    speedOf: turns === 'engine' ? 'engine' : turns === 'case' ? CASE : train[turns],
    strip: { lane, column, from: [...from.filter(there), ...more], ...(grounded ? { grounded } : {}) },
  }
}

const elementStation = (element: ShiftElement, id: string, strip: StripPlace): Station => ({
  id,
  code: codeOf(element.id),
  name: element.id,
  kind: element.kind === 'one-way' || element.kind === 'band' ? element.kind : 'pack',
  load: { at: 'link', id: element.id },
  speedOf: element.pistonOn ?? (element.a === CASE ? element.b : element.a),
  strip,
})

const slug = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'element'

/** A short code of a name: its capitals or its beginning. */
const codeOf = (name: string) =>
  name
    .toUpperCase()
    .replace(/[^A-Z0-9]+/g, '-')
    .slice(0, 7)

function freeOf(id: string, taken: readonly string[]): string {
  let [free, n] = [id, 2]
  while (taken.includes(free)) free = `${id}-${n++}`
  return free
}
