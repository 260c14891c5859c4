import { holdingOf, spanAt, type Context } from './load-table.js'
import { lowerPressures, type OilPressures } from './oil.js'

/** Power of the chosen parts at the highest pressures that valves and parts allow, W. The pump may not reach these pressures. */
export function topPower(context: Context, choice: readonly number[]): number {
  const { table, most } = context
  const slots = table.scene.slots.map((_, slot) => slot)
  const bears = slots.reduce<OilPressures>((least, slot) => lowerPressures(least, spanAt(table, slot, choice).most), most)
  const pressures = { ...bears, lockup: Math.min(bears.lockup, bears.drive) }
  return Math.min(...slots.map((slot) => holdingOf(table, slot, choice).powerAt(pressures)))
}
