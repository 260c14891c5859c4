import { memberAt } from '../numeric/certain.js'
import { aloneAtPower, holdingOf, SAME_POWER, spanAt, type Context } from './load-table.js'
import { isDead, refusedIn } from './scene.js'
import { OIL_SIDES } from './holding.js'
import { cheapestChoice, type Domains, type Relation } from './search.js'

/**
 * Finds a minimal set of slots whose strong options are not compatible with each other. Slots are left out in turn, and stay out if the
 * rest is still incompatible. `undefined` if all slots are compatible; then only findings rule the build out.
 */
export function incompatibleSlots(context: Context, powerW: number): readonly number[] | undefined {
  const wantedW = powerW * (1 - SAME_POWER)
  const all = context.table.scene.slots.map((_, slot) => slot)
  if (goTogether(context, all, wantedW)) return undefined
  return all.reduce<readonly number[]>((needed, slot) => {
    const others = needed.filter((each) => each !== slot)
    return goTogether(context, others, wantedW) ? needed : others
  }, all)
}

/** True if compatible options exist for these slots, regardless of all other slots. */
function goTogether(context: Context, slots: readonly number[], wantedW: number): boolean {
  const { scene } = context.table
  const held = aloneAtPower(context, wantedW)
  const among = new Set(slots)
  const related = held.related.map((own, slot) =>
    among.has(slot) ? new Map([...own].filter(([other]) => among.has(other))) : new Map<number, Relation>(),
  )
  const open: Domains = held.open.map((options, slot) => (among.has(slot) ? options.filter((option) => !isDead(scene, slot, option)) : [0]))
  const conflict = (choice: readonly number[]) => refusedIn(scene, choice, among) ?? oilConflict(context, slots, choice, wantedW)
  return cheapestChoice({ costs: scene.costs, related, conflict }, open).choice !== undefined
}

/** Slots whose parts need more pressure than another of them, or the valves, allow. `undefined` if there are none. */
function oilConflict(
  context: Context,
  slots: readonly number[],
  choice: readonly number[],
  wantedW: number,
): readonly number[] | undefined {
  const { table } = context
  const asked = slots.filter((slot) => memberAt(table.besides, slot).every((other) => slots.includes(other)))
  for (const side of OIL_SIDES) {
    const needs = asked.map((slot) => ({ slot, pa: holdingOf(table, slot, choice).needAt(wantedW)[side] }))
    const bears = slots.map((slot) => ({ slot, pa: spanAt(table, slot, choice).most[side] }))
    const most = needs.reduce((a, b) => (b.pa > a.pa ? b : a), { slot: -1, pa: 0 })
    const least = bears.reduce((a, b) => (b.pa < a.pa ? b : a), { slot: -1, pa: context.most[side] })
    if (most.pa > least.pa * (1 + SAME_POWER))
      return [...new Set([most.slot, ...memberAt(table.besides, most.slot), ...(least.slot < 0 ? [] : [least.slot])])]
  }
  return undefined
}
