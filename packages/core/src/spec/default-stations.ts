import { CASE, type GearTrain, type ShiftElement } from '../gearing/train.js'
import type { Station, StripPlace } from './unit.js'

const slug = (name: string) => name.toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '') || 'element' // prettier-ignore

/** A short code of a name: its capitals or its beginning. */
const codeOf = (name: string) => name.toUpperCase().replace(/[^A-Z0-9]+/g, '-').slice(0, 7) // prettier-ignore

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
  const place = (lane: StripPlace['lane'], column: number, ...from: string[]): StripPlace => ({ lane, column, from })
  const elements = [...between, ...hung].map((element): Station => {
    const onCase = hung.includes(element)
    const at = FIRST + (onCase ? hung : between).indexOf(element)
    const strip = onCase ? { ...place('rail', at, 'gear-sets'), grounded: true } : place('upper', at, 'input-joint')
    const turns = element.pistonOn ?? (element.a === CASE ? element.b : element.a)
    return { id: ids.get(element.id) as string, code: codeOf(element.id), name: element.id, kind: kindOf(element), load: { at: 'link', id: element.id }, speedOf: turns, strip } // prettier-ignore
  })
  const locks = train.ranges.some(({ lockup }) => lockup)
  const lock: Station[] = locks ? [{ id: 'lockup', code: 'LOCK', name: 'lockup clutch', kind: 'lockup', load: { at: 'lockup' }, speedOf: 'engine', strip: place('upper', 0, 'flex-plate') }] : [] // prettier-ignore
  const inner = between.map(({ id }) => ids.get(id) as string)
  return [
    {
      id: 'flex-plate',
      code: 'PLATE',
      name: 'flex plate',
      kind: 'flex-plate',
      load: { at: 'engine' },
      speedOf: 'engine',
      strip: place('line', 0),
    },
    ...BESIDE.map(([id, code, name, kind], i): Station => ({ id, code, name, kind, load: { at: 'none' }, speedOf: kind === 'motor-plate' ? CASE : 'engine', strip: place('beside', i) })), // prettier-ignore
    { id: 'converter', code: 'CONV', name: 'converter', kind: 'converter', load: { at: 'stator' }, speedOf: 'engine', strip: place('line', 1, 'flex-plate') }, // prettier-ignore
    { id: 'pump', code: 'PUMP', name: 'oil pump', kind: 'pump', load: { at: 'none' }, speedOf: 'engine', strip: place('rail', 2) },
    { id: 'stator-support', code: 'STATOR', name: 'stator support', kind: 'shaft', load: { at: 'stator' }, speedOf: CASE, strip: { ...place('rail', 1, 'converter'), grounded: true } }, // prettier-ignore
    ...lock,
    { id: 'turbine-hub', code: 'T-HUB', name: 'turbine hub', kind: 'hub', load: { at: 'turbine' }, speedOf: train.input, strip: place('line', 2, 'converter', ...lock.map(({ id }) => id)) }, // prettier-ignore
    { id: 'input-shaft', code: 'INPUT', name: 'input shaft', kind: 'shaft', load: { at: 'turbine' }, speedOf: train.input, strip: place('line', 3, 'turbine-hub') }, // prettier-ignore
    { id: 'input-joint', code: 'JOINT', name: 'input shaft joint', kind: 'hub', load: { at: 'turbine' }, speedOf: train.input, strip: place('line', 4, 'input-shaft') }, // prettier-ignore
    ...elements,
    { id: 'gear-sets', code: 'SETS', name: 'gear sets', kind: 'gear-set', load: { at: 'sets', ids: train.sets.map(({ id }) => id) }, speedOf: train.input, strip: place('line', last, 'input-joint', ...inner) }, // prettier-ignore
    { id: 'output-shaft', code: 'OUTPUT', name: 'output shaft', kind: 'shaft', load: { at: 'output' }, speedOf: train.output, strip: place('line', last + 1, 'gear-sets') }, // prettier-ignore
    {
      id: 'valves',
      code: 'VALVES',
      name: 'pressure regulator',
      kind: 'valves',
      load: { at: 'none' },
      speedOf: CASE,
      strip: place('rail', 3),
    },
  ]
}

/** What holds plate and converter together, beside the plate. */
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
