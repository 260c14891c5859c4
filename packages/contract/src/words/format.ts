import { fromSi, type UnitName } from '@plucky/core'

const DIGITS: Partial<Record<UnitName, number>> = { 'lb-ft': 0, hp: 0, psi: 0, rpm: 0, in: 3, mm: 1, lb: 0, N: 0, ksi: 0 }

/** A figure without its unit, with a thin space between thousands. */
export function figure(value: number, digits = 0): string {
  const text = Math.abs(value).toFixed(digits)
  const [wholePart = '0', fraction] = text.split('.')
  const grouped = wholePart.length > 4 ? wholePart.replace(/\B(?=(\d{3})+$)/g, ',') : wholePart
  const sign = value < 0 && Number(text) !== 0 ? '−' : ''
  return sign + grouped + (fraction === undefined ? '' : `.${fraction}`)
}

/** An SI figure in a unit of the trade, with the unit. */
export function quantity(valueSi: number, unit: UnitName, digits = DIGITS[unit] ?? 2): string {
  return `${figure(fromSi(valueSi, unit), digits)} ${unit}`
}

/** Power as a verdict deserves it: to ten, in hp. */
export const roundedHp = (powerW: number): string => figure(Math.round(fromSi(powerW, 'hp') / 10) * 10)

/** A share as a percentage: "58%". */
export const percent = (share: number, digits = 0): string => `${figure(share * 100, digits)}%`

export const money = (amount: number): string => `$${figure(amount)}`

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
