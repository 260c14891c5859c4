import type { Part } from '@plucky/core'

/** Usual cautions of the trade (common practice, no source); each stands where the work is that it belongs to. */
export const CAUTIONS = {
  rotating:
    'A plate, converter or drum that bursts can take legs: certified plate and shield, class rules, no spin test outside a rated cell.',
  stall: 'Stall tests: wheels held, area clear, seconds only, oil temperature watched; nobody in front, behind or below.',
  converter: 'Cutting, welding, balancing and leak-testing a converter, and welding drums and gears, are for equipped, qualified shops.',
  dust: 'Clutch dust: wet-wipe or fine-filter vacuum, respirator; never blow it about. Older linings may hold asbestos.',
  springs:
    'Springs, snap rings and covers fly; air tests at low regulated pressure with a guarded nozzle and eye protection. Lift with a jack and a second person.',
  estimates: 'All figures are estimates for choosing parts; the maker’s limits, the rule book in force and the licensed shop decide.',
} as const

const ROTATING = new Set<Part['kind']>(['flex-plate', 'converter', 'shell', 'pack', 'band'])

/** Cautions of a build: by the kinds of parts that are changed or worked, and whether it is launched at a stall. */
export function cautionsOf(kinds: ReadonlySet<Part['kind']>, stalls: boolean): string[] {
  return [
    ...([...kinds].some((kind) => ROTATING.has(kind)) ? [CAUTIONS.rotating] : []),
    ...(stalls ? [CAUTIONS.stall] : []),
    ...(kinds.has('converter') || kinds.has('lockup') || kinds.has('shell') || kinds.has('hub') ? [CAUTIONS.converter] : []),
    ...(kinds.has('pack') || kinds.has('band') || kinds.has('lockup') ? [CAUTIONS.dust] : []),
    ...(kinds.size > 0 ? [CAUTIONS.springs] : []),
    CAUTIONS.estimates,
  ]
}
