import type { Launch } from './brief.js'

/** How a place meets shock: hard parts feel it, friction elements slip, the plate has its own factor. */
export type Shock = 'hard' | 'friction' | 'plate'

/** The shop's choices, as figures. */
export interface HouseRules {
  /** Service factor of hard parts in the launch, by launch method. */
  readonly launchFactor: Readonly<Record<Launch, number>>
  /** Service factor of hard parts at full power in a range, by launch method: only regrip is felt in every range. */
  readonly fullPowerFactor: Readonly<Record<Launch, number>>
  readonly reverseFactor: number
  readonly lockupFactor: number
  readonly frictionFactor: number
  readonly plateFactor: number
  /** Margin the shop wants on top. */
  readonly houseMargin: Readonly<Record<Shock, number>>
  /** Stations that give way within this share of the first are changed together or not at all. */
  readonly togetherWithin: number
}

/** Default service factors behind a converter and house margins (common practice, no source; shock is counted once, on the demand). */
export const DEFAULT_RULES: HouseRules = {
  launchFactor: { rolling: 1, 'brake-stall': 1.25, flash: 1.35, 'trans-brake': 1.5, regrip: 1.5, dump: 2 },
  fullPowerFactor: { rolling: 1, 'brake-stall': 1, flash: 1, 'trans-brake': 1, regrip: 1.5, dump: 1 },
  reverseFactor: 1.3,
  lockupFactor: 1.25,
  frictionFactor: 1.1,
  plateFactor: 1.25,
  houseMargin: { hard: 1.25, plate: 1.25, friction: 1.15 },
  togetherWithin: 0.05,
}
