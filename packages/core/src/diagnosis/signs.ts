import type { FaultFrequency } from './fault-kind.js'

/** What else is heard, seen or told of a unit that comes in (common practice, no source). */
export const SIGNS = [
  'shift-late-and-harsh',
  'flare-in-shift',
  'lining-in-pan',
  'metal-in-pan',
  'burnt-oil',
  'noise-before',
  'bang',
  'rocked-when-stuck',
  'lockup-slips',
  'lockup-lazy',
  'no-lockup',
  'leak-then-vibration',
  'rattle-at-speed',
  'pump-buzz',
  'runs-hot',
  'lamp-on',
] as const
export type SignId = (typeof SIGNS)[number]

/** Chance that a sign is there with a fault, by how often it goes with it; and without any link between them. */
export const SIGN_CHANCE: Readonly<Record<FaultFrequency, number>> = { common: 0.6, sometimes: 0.3, rare: 0.12 }
export const SIGN_BY_CHANCE = 0.03

export type Signs = Readonly<Partial<Record<SignId, FaultFrequency>>>

/** Places outside the gear train that fail with signs of their own. */
export const OUTER_PLACES = [
  'accumulator',
  'ring-bore',
  'support',
  'plate',
  'pilot',
  'converter-seat',
  'converter-bolts',
  'lockup-piston',
  'lockup-oil',
  'relief-spring',
  'pump',
  'cooler',
] as const
export type OuterPlace = (typeof OUTER_PLACES)[number]

/** What a place outside the train shows, how usual it is, and whether all ranges slip with it. */
export interface OuterFault {
  readonly often: FaultFrequency
  readonly signs: Signs
  readonly slipsAll?: boolean
  /** Only in units that lock up. */
  readonly lockup?: boolean
}

/** Signs and where they lead, outside the gear train (common practice, no source). */
export const GENERAL_FAULTS: Readonly<Record<OuterPlace, OuterFault>> = {
  accumulator: { often: 'common', signs: { 'shift-late-and-harsh': 'common' } },
  'ring-bore': { often: 'common', signs: { 'flare-in-shift': 'common', 'lining-in-pan': 'sometimes', 'burnt-oil': 'sometimes' } },
  support: { often: 'sometimes', signs: { 'flare-in-shift': 'sometimes', 'leak-then-vibration': 'rare' } },
  plate: { often: 'sometimes', signs: { 'leak-then-vibration': 'common', 'rattle-at-speed': 'sometimes' } },
  pilot: { often: 'sometimes', signs: { 'leak-then-vibration': 'common' } },
  'converter-seat': { often: 'sometimes', signs: { 'leak-then-vibration': 'common', 'pump-buzz': 'rare' } },
  'converter-bolts': { often: 'sometimes', signs: { 'rattle-at-speed': 'common' } },
  'lockup-piston': {
    often: 'sometimes',
    signs: { 'lockup-slips': 'common', 'metal-in-pan': 'sometimes', 'no-lockup': 'sometimes' },
    lockup: true,
  },
  'lockup-oil': { often: 'sometimes', signs: { 'lockup-lazy': 'common', 'no-lockup': 'sometimes' }, lockup: true },
  'relief-spring': { often: 'rare', signs: { 'pump-buzz': 'common' }, slipsAll: true },
  pump: { often: 'sometimes', signs: { 'pump-buzz': 'sometimes', 'burnt-oil': 'rare' }, slipsAll: true },
  cooler: { often: 'sometimes', signs: { 'runs-hot': 'common', 'burnt-oil': 'sometimes' } },
}
