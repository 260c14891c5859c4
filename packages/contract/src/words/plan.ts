import type { Catalogue, PlanReason, Unit, Wish } from '@plucky/core'
import { capital, money, quantity, roundedPower } from './format.js'
import { stationName } from './station-name.js'
import { findingSentence } from './verdict.js'

/** Names of wishes without parameters. */
export const WISH_WORDS: Record<Exclude<Wish['wish'], 'keep' | 'without-maker'>, string> = {
  'without-used': 'no used parts',
  'own-bench-only': 'no outside machine work',
  'hours-most': 'the labor limit',
  'stock-look': 'stock look',
  'in-stock-only': 'in-stock items only',
  'target-stall': 'target stall',
  'keep-pressure': 'unchanged line pressure',
}

/** A wish as part of a sentence. */
export function wishWords(wish: Wish, unit: Unit, { parts }: Pick<Catalogue, 'parts'>): string {
  if (wish.wish === 'without-maker') return `nothing by ${wish.maker}`
  if (wish.wish !== 'keep') return WISH_WORDS[wish.wish]
  const station = stationName(unit, wish.stationId)
  return wish.partId === null ? `no ${station}` : `“${parts.get(wish.partId)?.name ?? wish.partId}” kept as ${station}`
}

/** Sentence for a reason why there is no plan. */
export function planReasonSentence(reason: PlanReason, unit: Unit, catalogue: Pick<Catalogue, 'parts'>): string {
  const name = (id: string) => stationName(unit, id)
  switch (reason.code) {
    case 'nothing-fits':
      return `Nothing on the shelf fits as the ${name(reason.stationId)} of this ${unit.name}.`
    case 'station-too-weak':
      return `No shelf item at the ${name(reason.stationId)} holds more than ${quantity(reason.mostW, 'hp')} in this ${unit.name}, margin included.`
    case 'not-together':
      return `The shelf has strong enough parts for ${listed(reason.stationIds.map(name))}, but no combination is compatible.`
    case 'wishes':
      return wishesSentence(reason, unit, catalogue)
    case 'refused':
      return findingSentence(reason.finding, unit)
    case 'budget-too-small':
      return `The cheapest compatible build costs ${money(reason.leastMoney)} including labor.`
    case 'ceiling':
      return `The strongest possible build of this ${unit.name} holds ${roundedPower(reason.mostW)}, margin included.`
  }
}

function wishesSentence(
  { wishes, mostW, targetStall }: Extract<PlanReason, { code: 'wishes' }>,
  unit: Unit,
  catalogue: Pick<Catalogue, 'parts'>,
): string {
  const [only, ...others] = wishes
  if (only?.wish === 'target-stall' && others.length === 0 && targetStall && mostW === 0)
    return `No converter on the shelf stalls between ${quantity(targetStall.fromRadPerS, 'rpm')} and ${quantity(targetStall.toRadPerS, 'rpm')} with this engine (target stall by house rule).`
  const said = capital(listed(wishes.map((wish) => wishWords(wish, unit, catalogue))))
  const together = others.length > 0 ? ' together' : ''
  return mostW > 0
    ? `${said}${together}: at most ${quantity(mostW, 'hp')}, margin included.`
    : `${said}${together}: the shelf has no compatible build.`
}

/** "a, b and c" */
const listed = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items[items.length - 1] ?? ''}`
