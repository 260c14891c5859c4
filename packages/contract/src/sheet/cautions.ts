import type { Part } from '@plucky/core'

/** Usual cautions of the trade (common practice, no source); each stands where the work is that it belongs to. */
export const CAUTIONS = {
  rotating:
    'A flex plate, converter or drum that bursts can maim or kill. Use a certified flex plate and shield, follow the class rules, and spin-test only in a rated cell.',
  stall:
    'Stall tests: chock and restrain the wheels, clear the area, keep each test to a few seconds and watch oil temperature. Nobody in front of, behind or under the vehicle.',
  converter:
    'Leave converter cutting, welding, balancing and leak testing, and welding of drums and gears, to an equipped, qualified shop.',
  dust: 'Clutch dust: wear a respirator; wet-wipe or vacuum with a HEPA filter; never blow it off. Older friction material may contain asbestos.',
  springs:
    'Springs, snap rings and servo covers can fly out. Air-test at low regulated pressure with a guarded nozzle and eye protection. Lift with a transmission jack and a helper.',
  estimates:
    'All figures are estimates for choosing parts. Manufacturer limits, the current rule book and a qualified shop have the final say.',
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
