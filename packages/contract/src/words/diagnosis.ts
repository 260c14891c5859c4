import {
  isNoted,
  isOneOf,
  SEEN_STATES,
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
import { gearName, gearWords } from './gear-name.js'
import { capital, figure, listed } from './format.js'

export const SEEN_WORDS: Record<SeenState, string> = { fine: 'OK', lost: 'no drive', slips: 'slips', binds: 'ties up' }

export const SIGN_WORDS: Record<SignId, string> = {
  'shift-late-and-harsh': 'late and harsh shift',
  'flare-in-shift': 'flare between gears',
  'lining-in-pan': 'friction material in pan',
  'metal-in-pan': 'metal in pan',
  'burnt-oil': 'fluid dark and burnt',
  'noise-before': 'noisy before it failed',
  bang: 'failed with a bang',
  'rocked-when-stuck': 'was rocked to get unstuck',
  'lockup-slips': 'lockup slips',
  'lockup-lazy': 'slow lockup apply',
  'no-lockup': 'no lockup',
  'leak-then-vibration': 'leak, then vibration, soon after install',
  'rattle-at-speed': 'rattle at high rpm',
  'pump-buzz': 'pump buzz',
  'runs-hot': 'runs hot',
  'lamp-on': 'warning light on',
}

const OUTER_WORDS: Record<OuterPlace, string> = {
  accumulator: 'accumulator or shift valve sticking in a worn bore',
  'ring-bore': 'drum sealing ring bore grooved',
  support: 'stator support cocked, sealing rings worn on one side',
  plate: 'flex plate bent',
  pilot: 'wrong pilot fit in crank',
  'converter-seat': 'converter not seated in pump',
  'converter-bolts': 'converter bolts loose',
  'lockup-piston': 'lockup piston or cover flexing, friction material worn off',
  'lockup-oil': 'lockup oil restricted by small holes or worn rings',
  'relief-spring': 'broken relief valve spring',
  pump: 'worn pump, low pressure everywhere',
  cooler: 'cooler restricted or too small',
}

/** A suspect as it is spoken: "Shell neck broken", "Shift into second does not come". */
export function suspectWords(train: GearTrain, { place, at, kind }: Pick<Suspect, 'place' | 'at' | 'kind'>): string {
  switch (place) {
    case 'train':
      return capital(breakageWords(train, { at, kind }))
    case 'shift':
      return `No shift into ${gearName(train, at)}`
    case 'outside':
      // Suspects of kind 'outside' only have these places.
      return capital(OUTER_WORDS[at as OuterPlace])
  }
}

/** Condition of the transmission as received: ranges with symptoms and the cause found. Empty if nothing was noted. */
export function teardownWords(unit: Unit, teardown: Teardown): string {
  if (!isNoted(teardown)) return ''
  const { train } = unit
  const told = train.ranges.flatMap((range) => {
    const seen = teardown.ranges[range.id]
    return seen === undefined || seen === 'fine' ? [] : [`${gearWords(range)}: ${SEEN_WORDS[seen]}`]
  })
  const found = suspectsOf(unit).find((suspect) => suspectId(suspect) === teardown.found)
  const signs = teardown.signs.map((sign) => SIGN_WORDS[sign])
  const said = [listed(told), listed(signs), found ? `confirmed cause: ${suspectWords(train, found)}` : '', teardown.note]
  return said
    .filter(Boolean)
    .map((part) => `${capital(part).replace(/[.!]$/, '')}.`)
    .join(' ')
}

/** Why a candidate stands where it does, in sentences. */
export function candidateReasons(train: GearTrain, one: Candidate): string[] {
  const names = (ids: readonly string[]) => listed(ids.map((id) => gearName(train, id)))
  const others = train.ranges.filter(
    ({ id }) => (one.ranges[id] ?? 'fine') !== 'fine' && !one.explains.includes(id) && !one.against.includes(id),
  )
  const would = (ids: readonly string[]) => listed(ids.map((id) => `${gearName(train, id)} would ${stateWords(one, id)}`))
  return [
    one.explains.length > 0 ? `Explains: ${names(one.explains)}.` : '',
    one.against.length > 0 ? `Contradicted by: ${would(one.against)}.` : '',
    others.length > 0 ? `Predicts (not driven yet): ${would(others.map(({ id }) => id))}.` : '',
    one.shows.length > 0 ? `Matches symptoms: ${listed(one.shows.map((sign) => SIGN_WORDS[sign]))}.` : '',
    `${capital(one.often)}${one.place === 'train' ? ' in this transmission' : ''}${one.found > 0 ? `, found in our shop ${one.found === 1 ? 'once' : `${one.found} times`}` : ''}.`,
    one.margin !== null && one.margin < 0.97 ? `As received, margin here was ${figure(one.margin, 2)} with this engine.` : '',
  ].filter(Boolean)
}

/** What a gear would do: "drive at 3.33:1 instead". */
function stateWords({ ranges, ratios }: Candidate, id: string): string {
  const state = ranges[id] ?? 'fine'
  const ratio = ratios[id]
  return state === 'other' && ratio !== undefined
    ? `drive ${ratio < 0 ? 'backward ' : ''}at ${figure(Math.abs(ratio), 2)}:1 instead`
    : WOULD[state]
}

const WOULD: Record<RangeState, string> = {
  fine: 'work normally',
  lost: 'have no drive',
  other: 'not engage',
  slips: 'slip under load',
  binds: 'tie up',
  'no-braking': 'have no engine braking',
}

/** A check as one is told to do it. */
export function checkWords(train: GearTrain, { kind, at }: Check): string {
  switch (kind) {
    case 'drive':
      return `Test-drive in ${gearName(train, at ?? '')}`
    case 'overrun':
      return `Check engine braking in ${gearName(train, at ?? '')}`
    case 'pan':
      return 'Inspect the pan'
    case 'gauge':
      return 'Check line pressure with a gauge'
    case 'air':
      return `Air-test ${at ?? ''}`
    case 'look':
      return `Tear down and inspect ${at ?? ''}`
    case 'by-hand':
      return `Turn ${at ?? ''} by hand both ways`
  }
}

/** A result of a check in words. */
export const resultWords = (check: Check, result: string): string =>
  check.kind === 'drive' && isOneOf(SEEN_STATES, result) ? SEEN_WORDS[result] : result

/** Caution for a check. Empty if there is none. */
export function checkCaution({ kind }: Check): string {
  switch (kind) {
    case 'drive':
    case 'overrun':
      return 'Use an open lot or rollers with the area clear and nobody in front or behind. A few seconds only; stop if it grinds.'
    case 'pan':
      return 'Let hot oil cool. Wear gloves and safety glasses. Use a helper with a heavy transmission.'
    case 'gauge':
      return 'Use rated hose and fittings, clear of moving parts. Chock the wheels.'
    case 'air':
      return 'Use low regulated air, a guarded nozzle and safety glasses. Pistons, springs and rings can fly out. Don’t blow clutch dust around.'
    case 'look':
    case 'by-hand':
      return 'Transmission on a stand, input and output free. Snap rings and springs can fly out.'
  }
}
