import type { Catalogue, Excess, Ignored, Installed, NextSet, PlanPoint, PlanReason, Unit, UnitOffer, Wish } from '@plucky/core'
import { capital, hoursWords, listed, money, percent, quantity, roundedPower } from './format.js'
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
    case 'weak-with-converter':
      return `With the most suitable converter, “${catalogue.parts.get(reason.converterId)?.name ?? reason.converterId}”, no shelf item at the ${name(reason.stationId)} holds more than ${quantity(reason.mostW, 'hp')} in this ${unit.name}, margin included.`
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
/** Stations named before the rest are counted. */
const MOST_NAMED = 3

/** Changes, gain and cost of the next set. */
export function nextSetWords(set: NextSet, unit: Unit): string {
  const { changes, repressured, fromW, toW, point, mends } = set
  const names = [...changes.map(({ stationId }) => stationName(unit, stationId)), ...(repressured ? ['line pressure'] : [])]
  const named = names.length <= MOST_NAMED + 1 ? names : [...names.slice(0, MOST_NAMED), `${names.length - MOST_NAMED} others`]
  const gain = toW > fromW ? `+${quantity(toW - fromW, 'hp')} to ${quantity(toW, 'hp')}` : `still ${quantity(toW, 'hp')}`
  return [
    `${listed(named)}${names.length > 1 ? ' together' : ''}`,
    mends ? `${gain} without the problems above` : gain,
    `${money(point.cost.price)} and ${hoursWords(point.cost.hours)}`,
  ].join(', ')
}

/** Weakest link after a set, parts of it without effect alone, and paid parts that it removes. */
export function nextSetNotes({ goesFirst, nothingAlone, changes, point }: NextSet, unit: Unit, share: number): string {
  const names = (ids: readonly string[]) => listed(ids.map((id) => stationName(unit, id)))
  const alone = nothingAlone.length === changes.length ? 'each of them' : names(nothingAlone)
  return [
    goesFirst.length > 0 ? `Weakest link then: ${names(goesFirst.slice(0, MOST_NAMED))}.` : '',
    changes.length > 1 && nothingAlone.length > 0 ? `Alone, ${alone} adds less than ${percent(share)}.` : '',
    point.thrownAway.price > 0 ? `It removes paid parts worth ${money(point.thrownAway.price)}.` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

/** A part that is stronger than necessary, and the saving with a cheaper one. */
export function excessWords(
  { stationId, from, to, saves }: Excess,
  unit: Unit,
  catalogue: Pick<Catalogue, 'parts' | 'operations'>,
): string {
  const words = (installed: Installed) => installedWords(installed, catalogue)
  return `${capital(stationName(unit, stationId))}: ${words(from)} is stronger than needed, ${words(to)} saves ${money(saves)}`
}

/**
 * Names of a part and its operations.
 * @example installedWords({ partId: null, works: [] }, { parts: new Map(), operations: new Map() }) // → "nothing"
 */
export function installedWords({ partId, works }: Installed, { parts, operations }: Pick<Catalogue, 'parts' | 'operations'>): string {
  if (partId === null) return 'nothing'
  return [parts.get(partId)?.name ?? partId, ...works.map((id) => operations.get(id)?.name ?? id)].join(' + ')
}

/**
 * Power that the budget of a job buys on the frontier, and the cost of the target.
 * @example planBudgetWords([{ money: 5000, powerW: 400000 }], 4000, null) // → "The budget of $4,000 is below the cheapest build, $5,000."
 */
export function planBudgetWords(points: readonly Pick<PlanPoint, 'money' | 'powerW'>[], budget: number, targetW: number | null): string {
  const [cheapest] = points
  if (!cheapest) return ''
  const most = points.findLast(({ money: cost }) => cost <= budget)
  if (!most) return `The budget of ${money(budget)} is below the cheapest build, ${money(cheapest.money)}.`
  const holds = `The budget of ${money(budget)} holds ${quantity(most.powerW, 'hp')} (${money(most.money)})`
  const target = targetW === null ? undefined : points.find(({ powerW }) => powerW >= targetW * (1 - 1e-9))
  return target && target.money > budget ? `${holds}; the target costs ${money(target.money)}.` : `${holds}.`
}

/** Names of the conditions that an offer does not meet. */
const IGNORED_WORDS: Record<Ignored, string> = {
  'target-stall': 'No converter at the target stall.',
  crank: 'No parts for this crank on the shelf: pilot and bolts need an adapter.',
}

export const ignoredWords = ({ ignored }: Pick<UnitOffer, 'ignored'>): string => ignored.map((each) => IGNORED_WORDS[each]).join(' ')

/** First reason why a transmission has no build for a power. */
export function offerReasonWords({ unit, reasons }: Pick<UnitOffer, 'unit' | 'reasons'>, catalogue: Pick<Catalogue, 'parts'>): string {
  const [first] = reasons
  return first ? planReasonSentence(first, unit, catalogue) : 'The brief has contradictory figures.'
}

/** The cheapest build of a transmission for a power, or why there is none. */
export function offerWords(offer: UnitOffer, catalogue: Pick<Catalogue, 'parts'>): string {
  const { point, ceilingW } = offer
  if (!point) return offerReasonWords(offer, catalogue)
  const { price, hours } = point.cost
  const cost = `${money(point.money)}: parts ${money(price)}, labor ${hoursWords(hours)}. Most with margin: ${quantity(ceilingW, 'hp')}.`
  return [cost, ignoredWords(offer)].filter(Boolean).join(' ')
}

/**
 * Why a plan changes a station: it is too weak for the power, something cheaper is strong enough, or other changes require it.
 * @example changeReasonWords({ heldW: 300000, wantedW: 400000, saves: 0 }) // → "too weak: 402 hp with margin"
 */
export function changeReasonWords({ heldW, wantedW, saves }: { heldW: number; wantedW: number; saves: number }): string {
  if (heldW < wantedW * (1 - 1e-9)) return heldW > 0 ? `too weak: ${quantity(heldW, 'hp')} with margin` : 'no figure'
  return saves > 0 ? `strong enough for ${money(saves)} less` : 'comes with other changes'
}
