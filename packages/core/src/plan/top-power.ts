import { holdingOf, spanAt, type Context } from './context.js'
import { lower, type OilPressures } from './oil.js'

/**
 * Power that the chosen parts hold at the highest pressures that the valves make and all of them bear. The pump may fall short of these
 * pressures, so the judge has the last word.
 */
export function topPower(context: Context, choice: readonly number[]): number {
  const { table, most } = context
  const slots = table.scene.slots.map((_, slot) => slot)
  const bears = slots.reduce<OilPressures>((least, slot) => lower(least, spanAt(table, slot, choice).most), most)
  const pressures = { ...bears, lockup: Math.min(bears.lockup, bears.drive) }
  return Math.min(...slots.map((slot) => holdingOf(table, slot, choice).powerAt(pressures)))
}
