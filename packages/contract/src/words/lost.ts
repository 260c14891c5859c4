import {
  isNoted,
  suspectId,
  suspectsOf,
  type Candidate,
  type Check,
  type GearTrain,
  type OuterPlace,
  type RangeState,
  type SeenState,
  type SignId,
  type Suspect,
  type Teardown,
  type Unit,
} from '@plucky/core'
import { breakageWords } from './gearing.js'
import { capital, figure, listed } from './format.js'

export const SEEN_WORDS: Record<SeenState, string> = { fine: 'fine', lost: 'gone', slips: 'slips', binds: 'binds' }

export const SIGN_WORDS: Record<SignId, string> = {
  'shift-late-and-harsh': 'a shift comes late and harsh',
  'flare-in-shift': 'the engine runs up between two ranges',
  'lining-in-pan': 'lining in the pan',
  'metal-in-pan': 'metal in the pan',
  'burnt-oil': 'oil dark and burnt',
  'noise-before': 'it was noisy before it went',
  bang: 'it went with a bang',
  'rocked-when-stuck': 'it was rocked to get unstuck',
  'lockup-slips': 'lockup slips',
  'lockup-lazy': 'lockup comes lazily',
  'no-lockup': 'no lockup at all',
  'leak-then-vibration': 'it leaked, then shook, soon after it went in',
  'rattle-at-speed': 'rattles at high rpm',
  'pump-buzz': 'buzzes from the pump',
  'runs-hot': 'runs hot',
  'lamp-on': 'the warning lamp is on',
}

const OUTER_WORDS: Record<OuterPlace, string> = {
  accumulator: 'accumulator or shift valve sticks in a worn bore',
  'ring-bore': 'sealing-ring bore of a drum is grooved',
  support: 'support stands crooked and wears its rings on one side',
  plate: 'flex plate is crooked',
  pilot: 'pilot does not fit the crank',
  'converter-seat': 'converter was not seated in the pump',
  'converter-bolts': 'converter bolts are loose',
  'lockup-piston': 'lockup piston or cover flexes, its lining is gone',
  'lockup-oil': 'lockup oil is throttled by small holes or worn rings',
  'relief-spring': 'coil of the relief spring is broken',
  pump: 'pump is worn: too little pressure for all',
  cooler: 'cooler is blocked or too small',
}

/** A suspect as it is spoken: "Shell neck broken", "Shift into second does not come". */
export function suspectWords(train: GearTrain, { place, at, kind }: Pick<Suspect, 'place' | 'at' | 'kind'>): string {
  switch (place) {
    case 'train':
      return capital(breakageWords(train, { at, kind }))
    case 'shift':
      return `Shift into ${rangeName(train, at)} does not come`
    case 'outside':
      return capital(OUTER_WORDS[at as OuterPlace])
  }
}

const rangeName = (train: GearTrain, id: string) => train.ranges.find((range) => range.id === id)?.name ?? id

/** What a unit came in with, in a sentence or two: the ranges that were not fine, and what it was; nothing where nothing was noted. */
export function teardownWords(unit: Unit, teardown: Teardown): string {
  if (!isNoted(teardown)) return ''
  const { train } = unit
  const told = train.ranges.flatMap(({ id, name }) => {
    const seen = teardown.ranges[id]
    return seen === undefined || seen === 'fine' ? [] : [`${name} ${SEEN_WORDS[seen]}`]
  })
  const found = suspectsOf(unit).find((suspect) => suspectId(suspect) === teardown.found)
  const signs = teardown.signs.map((sign) => SIGN_WORDS[sign])
  const said = [listed(told), listed(signs), found ? `it was this: ${suspectWords(train, found)}` : '', teardown.note]
  return said
    .filter(Boolean)
    .map((part) => `${capital(part).replace(/[.!]$/, '')}.`)
    .join(' ')
}

/** Why a candidate stands where it does, in sentences. */
export function candidateReasons(train: GearTrain, one: Candidate): string[] {
  const names = (ids: readonly string[]) => listed(ids.map((id) => rangeName(train, id)))
  const others = train.ranges.filter(
    ({ id }) => (one.ranges[id] ?? 'fine') !== 'fine' && !one.explains.includes(id) && !one.against.includes(id),
  )
  const would = (ids: readonly string[]) => listed(ids.map((id) => `${rangeName(train, id)} would ${stateWords(one, id)}`))
  return [
    one.explains.length > 0 ? `As found: ${names(one.explains)}.` : '',
    one.against.length > 0 ? `Against it: ${would(one.against)}.` : '',
    others.length > 0 ? `Not driven yet: ${would(others.map(({ id }) => id))}.` : '',
    one.shows.length > 0 ? `Goes with: ${listed(one.shows.map((sign) => SIGN_WORDS[sign]))}.` : '',
    `${capital(one.often)}${one.place === 'train' ? ' in this unit' : ''}${one.found > 0 ? `, found here ${one.found === 1 ? 'once' : `${one.found} times`}` : ''}.`,
    one.margin !== null && one.margin < 0.97 ? `As it came in this place held ${figure(one.margin, 2)} of what this engine asks.` : '',
  ].filter(Boolean)
}

/** What a range would do: "run in ratio 3.3333 instead". */
function stateWords({ ranges, ratios }: Candidate, id: string): string {
  const state = ranges[id] ?? 'fine'
  return state === 'other' && ratios[id] !== undefined ? `run in ratio ${figure(ratios[id], 4)} instead` : WOULD[state]
}

const WOULD: Record<RangeState, string> = {
  fine: 'be fine',
  lost: 'have no drive',
  other: 'not come',
  slips: 'slip under load',
  binds: 'bind',
  'no-braking': 'run free on the overrun',
}

/** A check as one is told to do it. */
export function checkWords(train: GearTrain, { kind, at }: Check): string {
  switch (kind) {
    case 'drive':
      return `Drive it in ${rangeName(train, at ?? '')}`
    case 'overrun':
      return `Let it push the engine in ${rangeName(train, at ?? '')}`
    case 'pan':
      return 'Look into the pan'
    case 'gauge':
      return 'Put a gauge on line pressure'
    case 'air':
      return `Air test of ${at ?? ''}`
    case 'look':
      return `Open it and look at ${at ?? ''}`
    case 'by-hand':
      return `Turn ${at ?? ''} both ways by hand`
  }
}

/** A result of a check in words. */
export const resultWords = (check: Check, result: string): string => (check.kind === 'drive' ? SEEN_WORDS[result as SeenState] : result)

/** What can hurt in a check; nothing where nothing does. */
export function checkCaution({ kind }: Check): string {
  switch (kind) {
    case 'drive':
    case 'overrun':
      return 'On a free yard or rollers, wheels clear, nobody in front or behind; seconds only, and not at all if it grinds.'
    case 'pan':
      return 'Hot oil: let it cool, gloves and glasses; a second person under a heavy unit.'
    case 'gauge':
      return 'Rated hose and fitting, kept off moving parts; wheels held.'
    case 'air':
      return 'Low regulated pressure, guarded nozzle, glasses: pistons, springs and rings fly. Don’t blow clutch dust about.'
    case 'look':
    case 'by-hand':
      return 'Unit on its stand, input and output free; snap rings and springs fly.'
  }
}
