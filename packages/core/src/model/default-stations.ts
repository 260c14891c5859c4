import { CASE, type GearTrain, type ShiftElement } from '../gearing/train.js'
import { certain } from '../numeric/certain.js'
import type { Station, StripPlace } from './unit.js'

/** Member whose speed is the speed of a station. */
type Turns = 'engine' | 'input' | 'output' | 'case'

/** Common station: where it is on the power-flow diagram, and the stations that pass their torque to it. Missing stations are skipped. */
type UsualStation = readonly [
  id: string,
  code: string,
  name: string,
  kind: Station['kind'],
  load: Exclude<Station['load']['at'], 'link'>,
  turns: Turns,
  lane: StripPlace['lane'],
  /** From the front. For stations behind the elements, from the first column after them. */
  column: number,
  ...from: string[],
]

/** Common stations in front of the shift elements, front to rear. The lockup clutch is used only if a gear locks the converter. */
const AHEAD: readonly UsualStation[] = [
  ['flex-plate', 'PLATE', 'flex plate', 'flex-plate', 'engine', 'engine', 'line', 0],
  ['crank-bolts', 'C-BOLT', 'crank bolts', 'bolts', 'none', 'engine', 'beside', 0],
  ['motor-plate', 'M-PLATE', 'motor plate', 'motor-plate', 'none', 'case', 'beside', 1],
  ['converter-bolts', 'V-BOLT', 'converter bolts', 'bolts', 'none', 'engine', 'beside', 2],
  ['pilot', 'PILOT', 'pilot', 'pilot', 'none', 'engine', 'beside', 3],
  ['converter', 'CONV', 'converter', 'converter', 'stator', 'engine', 'line', 1, 'flex-plate'],
  ['pump', 'PUMP', 'oil pump', 'pump', 'none', 'engine', 'rail', 2],
  ['stator-support', 'STATOR', 'stator support', 'shaft', 'stator', 'case', 'rail', 1, 'converter'],
  ['lockup', 'LOCK', 'lockup clutch', 'lockup', 'lockup', 'engine', 'upper', 0, 'flex-plate'],
  ['turbine-hub', 'T-HUB', 'turbine hub', 'hub', 'turbine', 'input', 'line', 2, 'converter', 'lockup'],
  ['input-shaft', 'INPUT', 'input shaft', 'shaft', 'turbine', 'input', 'line', 3, 'turbine-hub'],
  ['input-joint', 'JOINT', 'input shaft joint', 'hub', 'turbine', 'input', 'line', 4, 'input-shaft'],
]

/** First column of the shift elements. */
const FIRST = 5

/** Common stations behind the shift elements. The gear sets also receive torque from every element that is not held by the case. */
const BEHIND: readonly UsualStation[] = [
  ['gear-sets', 'SETS', 'gear sets', 'gear-set', 'sets', 'input', 'line', 0, 'input-joint'],
  ['output-shaft', 'OUTPUT', 'output shaft', 'shaft', 'output', 'output', 'line', 1, 'gear-sets'],
]
const VALVES: UsualStation = ['valves', 'VALVES', 'pressure regulator', 'valves', 'none', 'case', 'rail', 3]

const USUAL_IDS = [...AHEAD, ...BEHIND, VALVES].map(([id]) => id)

/**
 * Default stations for a gear train without stations: the common stations, and one station per shift element between input joint and gear
 * sets. Elements held by the case are on the case rail, all others above the line. Joints get no station by default.
 */
export function defaultStations(train: GearTrain): Station[] {
  const hung = train.elements.filter(({ a, b }) => a === CASE || b === CASE)
  const between = train.elements.filter((element) => !hung.includes(element))
  const ids = new Map<string, string>()
  for (const { id } of train.elements) ids.set(id, freeOf(slug(id), [...USUAL_IDS, ...ids.values()]))
  const idOf = ({ id }: ShiftElement) => certain(ids.get(id))
  const locks = train.ranges.some(({ lockup }) => lockup)
  const usual = (station: UsualStation) => usualStation(station, train, locks)
  const behind = FIRST + Math.max(1, between.length, hung.length)
  return [
    ...AHEAD.filter(([, , , kind]) => kind !== 'lockup' || locks).map(usual),
    ...between.map((element, i) => elementStation(element, idOf(element), { lane: 'upper', column: FIRST + i, from: ['input-joint'] })),
    ...hung.map((element, i) =>
      elementStation(element, idOf(element), { lane: 'rail', column: FIRST + i, from: ['gear-sets'], grounded: true }),
    ),
    ...BEHIND.map(usual).map((station) => movedBack(station, behind, station.kind === 'gear-set' ? between.map(idOf) : [])),
    usual(VALVES),
  ]
}

function usualStation([id, code, name, kind, load, turns, lane, column, ...from]: UsualStation, train: GearTrain, locks: boolean): Station {
  return {
    id,
    code,
    name,
    kind,
    load: load === 'sets' ? { at: load, ids: train.sets.map((set) => set.id) } : { at: load },
    speedOf: turns === 'engine' ? 'engine' : turns === 'case' ? CASE : train[turns],
    strip: {
      lane,
      column,
      from: from.filter((station) => station !== 'lockup' || locks),
      // A station on the case rail that receives torque passes it to the case.
      ...(lane === 'rail' && from.length > 0 ? { grounded: true } : {}),
    },
  }
}

/** A station moved back by some columns, with more stations that pass their torque to it. */
const movedBack = (station: Station, columns: number, from: readonly string[]): Station => ({
  ...station,
  strip: { ...station.strip, column: station.strip.column + columns, from: [...station.strip.from, ...from] },
})

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

/** Short code of a name: the first seven characters in capitals. */
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
