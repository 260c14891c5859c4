import { shownCurrency, shownDigits, shownUnit, toShown, type ShownUnit } from './shown-units.js'

/** Digits with which a quantity is shown unless it is asked for otherwise. */
const DIGITS: Partial<Record<ShownUnit, number>> = {
  'lb-ft': 0,
  hp: 0,
  psi: 0,
  rpm: 0,
  in: 3,
  mm: 1,
  lb: 0,
  N: 0,
  ksi: 0,
  mph: 0,
  'ft/s': 0,
  lbf: 0,
  'L/min': 1,
  'mm pitch': 2,
}

/** A figure without its unit, with a comma between thousands from five digits on. */
export function figure(value: number, digits = 0): string {
  const text = Math.abs(value).toFixed(digits)
  const [whole = '0', fraction] = text.split('.')
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, ',') : whole
  const sign = value < 0 && Number(text) !== 0 ? '−' : ''
  return sign + grouped + (fraction === undefined ? '' : `.${fraction}`)
}

/** An SI value in the shown unit, without the unit. `digits` are those of `unit`. */
export function shownFigure(valueSi: number, unit: ShownUnit, digits = DIGITS[unit] ?? 2): string {
  return inUnit(toShown(valueSi, unit), shownDigits(unit, digits), shownUnit(unit))
}

/** A figure in this very unit, without the unit. */
export function inUnit(value: number, digits: number, unit: ShownUnit): string {
  const text = figure(value, digits)
  return COUNTED.has(unit) && digits > 0 ? text.replace(/\.?0+$/, '') : text
}

/** Units that are whole numbers on standard tools: "24 DP", not "24.000 DP". */
const COUNTED: ReadonlySet<ShownUnit> = new Set(['DP', 'tpi'])

/** An SI value in the shown unit, with the unit. `digits` are those of `unit`. */
export const quantity = (valueSi: number, unit: ShownUnit, digits?: number): string =>
  `${shownFigure(valueSi, unit, digits)} ${shownUnit(unit)}`

const roundedFigure = (powerW: number, step: (tens: number) => number = Math.round) => figure(step(toShown(powerW, 'hp') / 10) * 10)

/** Power as a verdict deserves it: to ten of the shown unit. */
export const roundedPower = (powerW: number): string => `${roundedFigure(powerW)} ${shownUnit('hp')}`

/** Power held, rounded, and target as asked: "420 / 845 hp". Rounded down if it would read as the target without reaching it. */
export function powerOf(heldW: number, targetW: number | null): string {
  if (targetW === null) return roundedPower(heldW)
  const target = toShown(targetW, 'hp')
  const reads = heldW < targetW && Math.round(toShown(heldW, 'hp') / 10) * 10 >= target
  return `${roundedFigure(heldW, reads ? Math.floor : Math.round)} / ${shownFigure(targetW, 'hp')} ${shownUnit('hp')}`
}

/** A range of power, widened to tens: "410–470 hp". */
export const powerRange = (lowW: number, highW: number): string =>
  `${roundedFigure(lowW, Math.floor)}–${roundedFigure(highW, Math.ceil)} ${shownUnit('hp')}`

/** A difference of temperature. */
export const temperatureRise = (kelvin: number): string =>
  shownUnit('°F') === '°F' ? `${figure(kelvin * 1.8)} °F` : `${figure(kelvin)} °C`

/** A share as a percentage: "58%". */
export const percent = (share: number, digits = 0): string => `${figure(share * 100, digits)}%`

const MONEY = new Map<string, Intl.NumberFormat>()

function moneyWith(amount: number, cents: 0 | 2): string {
  const currency = shownCurrency()
  const key = currency + cents
  const style = { style: 'currency', currency, minimumFractionDigits: cents, maximumFractionDigits: cents } as const
  const format = MONEY.get(key) ?? new Intl.NumberFormat('en-US', style)
  MONEY.set(key, format) // making one takes longer than all its uses on a page
  return format.format(amount)
}

/** Money in the shop's currency, without cents: "$6,269". */
export const money = (amount: number): string => moneyWith(amount, 0)

/** Money in the shop's currency, with cents if there are any: "$94.50", "$95". */
export const moneyExact = (amount: number): string => moneyWith(amount, Number.isInteger(amount) ? 0 : 2)

/**
 * A total with labor, against the budget.
 * @example budgetWords(9000, 8200) // → "$8,200 with labor, budget $9,000"
 * @example budgetWords(9000, 9500) // → "$9,500 with labor, $500 over budget"
 */
export const budgetWords = (budget: number, total: number): string =>
  `${money(total)} with labor, ${total > budget ? `${money(total - budget)} over budget` : `budget ${money(budget)}`}`

const sign = (value: number) => (value < 0 ? '−' : '+')

/** Money as a difference, always with its sign. */
export const signedMoney = (amount: number): string => `${sign(amount)}${money(Math.abs(amount))}`

/** Hours to a tenth; as a difference with its sign. */
export function hoursWords(hours: number, signed = false): string {
  const tenths = Math.round(Math.abs(hours) * 10) / 10
  return `${signed ? sign(hours) : ''}${tenths} h`
}

/** Names in a row: "a", "a and b", "a, b and c". */
export function listed(names: readonly string[], last = 'and'): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} ${last} ${names[names.length - 1]}`
}

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** A clause with the full stop of a sentence. */
export const ended = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`)
