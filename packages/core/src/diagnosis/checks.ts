import { certain } from '../numeric/certain.js'
import { oncePer } from '../numeric/once-per.js'
import type { GearTrain } from '../gearing/train.js'
import { drivingRanges } from './breakage.js'
import type { Suspect } from './candidates.js'
import { SEEN_STATES, chanceSeen } from './seen.js'
import { isOneOf } from '../numeric/records.js'

/** A check that can be made before or while a unit is opened. */
export interface Check {
  readonly id: string
  readonly kind: 'drive' | 'overrun' | 'pan' | 'gauge' | 'air' | 'by-hand' | 'look'
  /** Range, element, joint or set; nothing for pan and gauge. */
  readonly at: string | null
  readonly results: readonly string[]
  /** Work that it takes against that of driving once round the yard (common practice, no source). */
  readonly effort: number
}

const check = (kind: Check['kind'], at: string | null, effort: number, results: readonly string[]): Check => ({
  id: at === null ? kind : `${kind}:${at}`,
  kind,
  at,
  results,
  effort,
})

/** Every check of a train, the easy ones first. */
export const checksOf = oncePer((train: GearTrain): readonly Check[] => {
  const driving = drivingRanges(train)
  const friction = train.elements.filter(({ kind }) => kind !== 'one-way')
  const oneWays = train.elements.filter(({ kind }) => kind === 'one-way')
  return [
    ...driving.map(({ id }) => check('drive', id, 1, SEEN_STATES)),
    ...driving.map(({ id }) => check('overrun', id, 1.2, ['as ever', 'runs free'])),
    check('pan', null, 1.5, ['clean', 'lining', 'metal']),
    check('gauge', null, 2, ['right', 'low']),
    ...friction.map(({ id }) => check('air', id, 3, ['tight', 'leaks'])),
    ...oneWays.map(({ id }) => check('by-hand', id, 7, ['holds one way', 'turns both ways', 'holds both ways'])),
    ...[...train.joints, ...train.sets].map(({ id }) => check('look', id, 9, ['whole', 'broken'])),
  ]
})

/** How sure a result is where a fault says what it must be (common practice, no source). */
const SURE = 0.92

/** Chance of each result of a check with a fault. */
export function chanceOf({ kind, at, results }: Check, result: string, suspect: Suspect): number {
  const expecting = (expected: string) => (result === expected ? SURE : (1 - SURE) / (results.length - 1))
  const here = suspect.place === 'train' && suspect.at === at
  switch (kind) {
    case 'drive':
      return isOneOf(SEEN_STATES, result) ? chanceSeen(result, certain(suspect.ranges[at ?? ''])) : 0
    case 'overrun':
      return expecting(suspect.ranges[at ?? ''] === 'no-braking' ? 'runs free' : 'as ever')
    case 'pan':
      return panChance(result, suspect)
    case 'gauge':
      return expecting(suspect.place === 'outside' && suspect.kind === 'weak' ? 'low' : 'right')
    case 'air':
      return expecting(here && suspect.kind === 'lost' ? 'leaks' : 'tight')
    case 'look':
      return expecting(here && suspect.kind === 'broken' ? 'broken' : 'whole')
    case 'by-hand':
      return expecting(
        here && suspect.kind === 'free' ? 'turns both ways' : here && suspect.kind === 'seized' ? 'holds both ways' : 'holds one way',
      )
  }
}

/** What lies in the pan, as the signs of the fault say it. */
function panChance(result: string, { signs }: Suspect): number {
  const weight = { common: 6, sometimes: 2, rare: 0.6 }
  const lining = signs['lining-in-pan'] ? weight[signs['lining-in-pan']] : 0.3
  const metal = signs['metal-in-pan'] ? weight[signs['metal-in-pan']] : 0.3
  const clean = Math.max(0.6, 4 - lining - metal)
  return (result === 'lining' ? lining : result === 'metal' ? metal : clean) / (lining + metal + clean)
}
