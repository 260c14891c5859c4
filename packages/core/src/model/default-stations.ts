import { certain } from '../numeric/certain.js'
import { CASE, type GearTrain, type ShiftElement } from '../gearing/train.js'
import type { Station, StripPlace } from './unit.js'

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

const kindOf = ({ kind }: ShiftElement): Station['kind'] => (kind === 'one-way' ? 'one-way' : kind === 'band' ? 'band' : 'pack')

/**
 * Stations for a train that has none: plate, converter, lockup where a range locks, stator support, turbine hub, input shaft and its joint, a place for every element, the gear sets together,
 * the output shaft, pump and valves for the oil, and what bolts plate and converter on. Brakes hang from the case; everything else stands above the line. Joints get stations where the shop wants them.
 */
export function defaultStations(train: GearTrain): Station[] {
  const hung = train.elements.filter(({ a, b }) => a === CASE || b === CASE)
  const between = train.elements.filter((element) => !hung.includes(element))
  const last = FIRST + Math.max(1, between.length, hung.length)
  const ids = new Map<string, string>()
  for (const { id } of train.elements) ids.set(id, freeOf(slug(id), [...FIXED, ...ids.values()]))
  const elements = [...between, ...hung].map((element): Station => {
    const onCase = hung.includes(element)
    const at = FIRST + (onCase ? hung : between).indexOf(element)
    const strip = onCase ? { ...place('rail', at, 'gear-sets'), grounded: true } : place('upper', at, 'input-joint')
    const turns = element.pistonOn ?? (element.a === CASE ? element.b : element.a)
    return station(
      certain(ids.get(element.id)),
      codeOf(element.id),
      element.id,
      kindOf(element),
      { at: 'link', id: element.id },
      turns,
      strip,
    )
  })
  const lock = train.ranges.some(({ lockup }) => lockup)
    ? [station('lockup', 'LOCK', 'lockup clutch', 'lockup', { at: 'lockup' }, 'engine', place('upper', 0, 'flex-plate'))]
    : []
  const inner = between.map(({ id }) => certain(ids.get(id)))
  const sets: Station['load'] = { at: 'sets', ids: train.sets.map(({ id }) => id) }
  return [
    ...beforeTurbine(lock),
    station(
      'turbine-hub',
      'T-HUB',
      'turbine hub',
      'hub',
      { at: 'turbine' },
      train.input,
      place('line', 2, 'converter', ...lock.map(({ id }) => id)),
    ),
    station('input-shaft', 'INPUT', 'input shaft', 'shaft', { at: 'turbine' }, train.input, place('line', 3, 'turbine-hub')),
    station('input-joint', 'JOINT', 'input shaft joint', 'hub', { at: 'turbine' }, train.input, place('line', 4, 'input-shaft')),
    ...elements,
    station('gear-sets', 'SETS', 'gear sets', 'gear-set', sets, train.input, place('line', last, 'input-joint', ...inner)),
    station('output-shaft', 'OUTPUT', 'output shaft', 'shaft', { at: 'output' }, train.output, place('line', last + 1, 'gear-sets')),
    station('valves', 'VALVES', 'pressure regulator', 'valves', { at: 'none' }, CASE, place('rail', 3)),
  ]
}

/** Stations from the flex plate to the stator support, and the lockup clutch if there is one. */
const beforeTurbine = (lock: readonly Station[]): Station[] => [
  station('flex-plate', 'PLATE', 'flex plate', 'flex-plate', { at: 'engine' }, 'engine', place('line', 0)),
  ...BESIDE.map(([id, code, name, kind], i) =>
    station(id, code, name, kind, { at: 'none' }, kind === 'motor-plate' ? CASE : 'engine', place('beside', i)),
  ),
  station('converter', 'CONV', 'converter', 'converter', { at: 'stator' }, 'engine', place('line', 1, 'flex-plate')),
  station('pump', 'PUMP', 'oil pump', 'pump', { at: 'none' }, 'engine', place('rail', 2)),
  station('stator-support', 'STATOR', 'stator support', 'shaft', { at: 'stator' }, CASE, {
    ...place('rail', 1, 'converter'),
    grounded: true,
  }),
  ...lock,
]

const place = (lane: StripPlace['lane'], column: number, ...from: string[]): StripPlace => ({ lane, column, from })

const station = (
  id: string,
  code: string,
  name: string,
  kind: Station['kind'],
  load: Station['load'],
  speedOf: string,
  strip: StripPlace,
): Station => ({ id, code, name, kind, load, speedOf, strip })

/** Stations of the joint between plate and converter. */
const BESIDE = [
  ['crank-bolts', 'C-BOLT', 'crank bolts', 'bolts'],
  ['motor-plate', 'M-PLATE', 'motor plate', 'motor-plate'],
  ['converter-bolts', 'V-BOLT', 'converter bolts', 'bolts'],
  ['pilot', 'PILOT', 'pilot', 'pilot'],
] as const

/** The first column behind the input shaft and its joint. */
const FIRST = 5
const FIXED = [
  'flex-plate',
  'converter',
  'lockup',
  'stator-support',
  'turbine-hub',
  'input-shaft',
  'input-joint',
  'gear-sets',
  'output-shaft',
  'pump',
  'valves',
  ...BESIDE.map(([id]) => id),
]

function freeOf(id: string, taken: readonly string[]): string {
  let [free, n] = [id, 2]
  while (taken.includes(free)) free = `${id}-${n++}`
  return free
}
