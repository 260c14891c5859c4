import { issue, type Issue } from '../quantity/issue.js'
import { toSi } from '../quantity/units.js'
import type { Launch, Use } from './brief.js'
import type { Fuel } from '../engine/template.js'

/** Response of a place to shock: hard parts feel it, friction elements slip, the plate has its own factor, a shifting element has inertia. */
export type Shock = 'hard' | 'friction' | 'plate' | 'shifting'

/** Which figure counts where a place has a computed and a stated one. */
export const LIMITS_THAT_COUNT = ['lower', 'computed', 'stated'] as const
export type LimitThatCounts = (typeof LIMITS_THAT_COUNT)[number]

/** Effective radius of a lining: run in, or new on stiff plates. */
export const FRICTION_RADII = ['wear', 'pressure'] as const
export type FrictionRadius = (typeof FRICTION_RADII)[number]

/** Use of the strength that a part has shown in this shop: it scales computed limits, or is shown for reference. */
export const SHOP_STRENGTHS = ['beside', 'count'] as const
export type ShopStrengthCounts = (typeof SHOP_STRENGTHS)[number]

/** Use of limits stated over a life: they decide like single-event limits, or are shown beside. */
export const LIFE_LIMITS = ['beside', 'count'] as const
export type LifeLimits = (typeof LIFE_LIMITS)[number]

/** Use of the heat of an upshift: it decides like strength, or is shown beside. */
export const SHIFT_HEATS = ['beside', 'count'] as const
export type ShiftHeatCounts = (typeof SHIFT_HEATS)[number]

/** Unit of the life that a use needs. */
export const LIFE_COUNTS = ['launches', 'shifts', 'hours'] as const
export type LifeCount = (typeof LIFE_COUNTS)[number]

/** Unit of life by use. Source: none (common practice). */
export const LIFE_PER: Readonly<Record<Use, LifeCount>> = {
  road: 'launches',
  tow: 'hours',
  drag: 'launches',
  'off-road': 'launches',
  circuit: 'shifts',
  'hill-climb': 'launches',
  'speed-trial': 'launches',
  work: 'hours',
}

/** Full-power launches in an hour of work (common practice, no source). */
const LAUNCHES_PER_HOUR = 3

/**
 * Full-power launches, each through all gears, that the life of a use needs.
 * @example launchesNeeded({ lifeNeed: DEFAULT_RULES.lifeNeed }, 'circuit', 4) // → 500
 */
export function launchesNeeded({ lifeNeed }: Pick<HouseRules, 'lifeNeed'>, use: Use, gears: number): number {
  const need = lifeNeed[use]
  switch (LIFE_PER[use]) {
    case 'launches':
      return need
    case 'shifts':
      return need / Math.max(1, gears - 1)
    case 'hours':
      return need * LAUNCHES_PER_HOUR
  }
}

/** Effect of the tire limit: none, a cap on torque demand, or a cap plus regrip shock. */
export const TYRE_LIMITS = ['never', 'cap', 'cap-regrip'] as const
export type TyreLimit = (typeof TYRE_LIMITS)[number]

/** Target stall relative to the torque peak. */
export const STALL_SCHOOLS = ['by-use', 'at-peak', 'below-peak', 'far-below'] as const
export type StallSchool = (typeof STALL_SCHOOLS)[number]

/** Launch shock on hard parts: service factor of the launch method, or overshoot of a ramp on the installed shafts. */
export const LAUNCH_SHOCKS = ['factor', 'ramp'] as const
export type LaunchShockBy = (typeof LAUNCH_SHOCKS)[number]

/** Ranges in which the converter locks at full power, of those that allow it. */
export const LOCKUP_RANGES = ['as-unit', 'top'] as const
export type LockupRanges = (typeof LOCKUP_RANGES)[number]

/** Lockup during a full-power upshift: released or held. */
export const LOCKUP_SHIFTS = ['released', 'held'] as const
export type LockupShifts = (typeof LOCKUP_SHIFTS)[number]

/** Converter bolt patterns to use if plate and cover have two: by redline, first only, or both. */
export const CONVERTER_BOLTS = ['by-speed', 'first', 'both'] as const
export type ConverterBolts = (typeof CONVERTER_BOLTS)[number]

/** Spacer ring between crank and plate: left out or kept. */
export const SPACER_RINGS = ['leave-out', 'keep'] as const
export type SpacerRings = (typeof SPACER_RINGS)[number]

/** Fit limits of pilot and converter. */
export interface FitLimits {
  readonly pilotEngagementLeastM: number
  /** Play of the pilot in the crank, on the diameter. */
  readonly pilotPlayLeastM: number
  readonly pilotPlayMostM: number
  /** Distance that the converter is pulled forward out of the pump to the plate. */
  readonly pullForwardLeastM: number
  readonly pullForwardMostM: number
}

/** The shop's choices where builders disagree. A job records those it is judged by. */
export interface HouseRules {
  readonly limitThatCounts: LimitThatCounts
  readonly shopStrength: ShopStrengthCounts
  readonly lifeLimits: LifeLimits
  /** Life needed of hard parts at full power, in the unit of the use. */
  readonly lifeNeed: Readonly<Record<Use, number>>
  readonly shiftHeat: ShiftHeatCounts
  /** Speed at which a power rating without rpm is turned into torque, by kind of engine. */
  readonly ratingSpeed: Readonly<Record<`${Fuel}RadPerS`, number>>
  readonly frictionRadius: FrictionRadius
  readonly launchShock: LaunchShockBy
  /** Service factor of hard parts in the launch, by launch method. */
  readonly launchFactor: Readonly<Record<Launch, number>>
  /** Service factor of hard parts at full power in a range, by launch method: only regrip is felt in every range. */
  readonly fullPowerFactor: Readonly<Record<Launch, number>>
  readonly reverseFactor: number
  /** Service factor of hard parts in a full-power upshift. */
  readonly upshiftFactor: number
  /** A one-way clutch of ratchet kind is refused behind an engine of more torque. */
  readonly ratchetMostNm: number
  /** Effect of the tire limit on torque demand, by use. */
  readonly tyreLimit: Readonly<Record<Use, TyreLimit>>
  /** Tread speed minus ground speed when spinning tires regrip. */
  readonly regripSlipMPerS: number
  readonly lockupFactor: number
  readonly lockupRanges: LockupRanges
  readonly lockupInShifts: LockupShifts
  /** Slip that the lockup is steered to; 0 for none. */
  readonly lockupSlipRadPerS: number
  /** Time of an upshift with the converter locked. */
  readonly lockedShiftS: number
  readonly stallSchool: StallSchool
  /** Oil at the start of a stall, and where a stall must end. */
  readonly oilStartK: number
  readonly oilLimitK: number
  readonly frictionFactor: number
  readonly plateFactor: number
  /** Margin the shop wants on top. */
  readonly houseMargin: Readonly<Record<Shock, number>>
  readonly fit: FitLimits
  readonly converterBolts: ConverterBolts
  /** Redline above which 'by-speed' calls for both patterns. */
  readonly secondPatternRadPerS: number
  readonly spacerRing: SpacerRings
  /** Stations that give way within this share of the first are changed together or not at all. */
  readonly togetherWithin: number
  /** Labor rate per hour. */
  readonly hourRate: number
  /** Mark-up on shelf prices in a quote, as a share. */
  readonly partsMarkup: number
  /** Sales tax on a quote, as a share. */
  readonly salesTax: number
  /** Days for which a quote is valid. */
  readonly quoteDays: number
}

/** House rules that contradict themselves: limits of which the least is above the most. */
export function ruleIssues({ fit }: HouseRules): Issue[] {
  const crossed = (least: number, most: number, path: string) =>
    least < most ? [] : [issue('bounds-crossed', path, { leastM: least, mostM: most })]
  return [
    ...crossed(fit.pilotPlayLeastM, fit.pilotPlayMostM, 'fit.pilotPlayLeastM'),
    ...crossed(fit.pullForwardLeastM, fit.pullForwardMostM, 'fit.pullForwardLeastM'),
  ]
}

/** Default house rules (common practice, no source; shock is counted once, on the demand). */
export const DEFAULT_RULES: HouseRules = {
  limitThatCounts: 'lower',
  shopStrength: 'beside',
  lifeLimits: 'beside',
  lifeNeed: { road: 1000, tow: 120, drag: 500, 'off-road': 500, circuit: 1500, 'hill-climb': 300, 'speed-trial': 100, work: 300 },
  shiftHeat: 'beside',
  ratingSpeed: { dieselRadPerS: toSi(2800, 'rpm'), petrolRadPerS: toSi(6000, 'rpm') },
  frictionRadius: 'wear',
  launchShock: 'factor',
  launchFactor: { rolling: 1, 'brake-stall': 1.25, flash: 1.35, 'trans-brake': 1.5, regrip: 1.5, dump: 2 },
  fullPowerFactor: { rolling: 1, 'brake-stall': 1, flash: 1, 'trans-brake': 1, regrip: 1.5, dump: 1 },
  reverseFactor: 1.3,
  upshiftFactor: 1.25,
  ratchetMostNm: toSi(400, 'lb-ft'),
  tyreLimit: {
    road: 'never',
    tow: 'never',
    drag: 'never',
    'off-road': 'cap-regrip',
    circuit: 'cap-regrip',
    'hill-climb': 'cap-regrip',
    'speed-trial': 'cap-regrip',
    work: 'never',
  },
  regripSlipMPerS: 3,
  lockupFactor: 1.25,
  lockupRanges: 'as-unit',
  lockupInShifts: 'released',
  lockupSlipRadPerS: 0,
  lockedShiftS: 0.35,
  stallSchool: 'by-use',
  oilStartK: toSi(180, '°F'),
  oilLimitK: toSi(300, '°F'),
  frictionFactor: 1.1,
  plateFactor: 1.25,
  houseMargin: { hard: 1.25, plate: 1.25, friction: 1.15, shifting: 1.15 },
  fit: {
    pilotEngagementLeastM: toSi(1 / 8, 'in'),
    // From memory: it slides in by hand and does not rock.
    pilotPlayLeastM: toSi(0.0005, 'in'),
    pilotPlayMostM: toSi(0.005, 'in'),
    pullForwardLeastM: toSi(1 / 8, 'in'),
    pullForwardMostM: toSi(3 / 16, 'in'),
  },
  converterBolts: 'by-speed',
  secondPatternRadPerS: toSi(6500, 'rpm'),
  spacerRing: 'leave-out',
  togetherWithin: 0.05,
  hourRate: 95,
  partsMarkup: 0.25,
  salesTax: 0,
  quoteDays: 30,
}
