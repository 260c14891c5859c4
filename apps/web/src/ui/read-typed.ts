import { ofShown, readNumber, readQuantity } from '@plucky/contract'
import { UNITS, type UnitName } from '@plucky/core'

/** What is typed: a figure in SI where the field has a unit, the text itself where it is no figure, null where it is empty. */
export type Typed = number | string | null

/** "24 mm" in an inch field is converted; a bare number is taken in the unit that the field shows; anything else is passed on as it is. */
export function readTyped(text: string, unit: UnitName | undefined): Typed {
  const trimmed = text.trim()
  if (trimmed === '') return null
  const bare = readNumber(trimmed.replace('−', '-'))
  if (bare !== undefined) return unit ? ofShown(bare, unit) : bare
  const read = readQuantity(trimmed)
  return read && unit && read.dimension === UNITS[unit].dimension ? read.valueSi : trimmed
}
