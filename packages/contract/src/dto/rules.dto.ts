import {
  CONVERTER_BOLTS,
  FRICTION_RADII,
  LAUNCH_SHOCKS,
  LIFE_LIMITS,
  LIMITS_THAT_COUNT,
  LOCKUP_RANGES,
  LOCKUP_SHIFTS,
  SPACER_RINGS,
  STALL_SCHOOLS,
  type ConverterBolts,
  type FrictionRadius,
  type HouseRules,
  type LaunchShockBy,
  type LifeLimits,
  type LimitThatCounts,
  type LockupRanges,
  type LockupShifts,
  type SpacerRings,
  type StallSchool,
} from '@plucky/core'
import { OneOf, Shape } from './decorators.js'
import {
  CONVERTER_BOLTS_WORDS,
  FRICTION_RADIUS_WORDS,
  LAUNCH_SHOCK_WORDS,
  LIFE_LIMIT_WORDS,
  LIMIT_COUNTS_WORDS,
  LOCKUP_RANGES_WORDS,
  LOCKUP_SHIFTS_WORDS,
  SPACER_RING_WORDS,
  STALL_SCHOOL_WORDS,
} from '../words/choices.js'
import { Figure } from './figure.js'
import { FitLimitsDto } from './fitup.dto.js'

const FACTOR = { from: 1, to: 5 } as const
const RATING = { unit: 'rpm', from: 500, to: 15000 } as const

export class RatingSpeedsDto {
  @Figure({ label: 'Reference speed, diesel', ...RATING }) dieselRadPerS!: number
  @Figure({ label: 'Reference speed, petrol', ...RATING }) petrolRadPerS!: number
}

export class LaunchFactorsDto {
  @Figure({ label: 'Rolling', ...FACTOR }) rolling!: number
  @Figure({ label: 'Held on the brake', ...FACTOR }) 'brake-stall'!: number
  @Figure({ label: 'Flashed from idle', ...FACTOR }) flash!: number
  @Figure({ label: 'Trans-brake', ...FACTOR }) 'trans-brake'!: number
  @Figure({ label: 'Wheels spin and grip again', ...FACTOR }) regrip!: number
  @Figure({ label: 'Dropped in from neutral', ...FACTOR }) dump!: number
}

export class MarginsDto {
  @Figure({ label: 'Hard parts', ...FACTOR }) hard!: number
  @Figure({ label: 'Flex plate', ...FACTOR }) plate!: number
  @Figure({ label: 'Friction elements', ...FACTOR }) friction!: number
}

export class HouseRulesDto implements HouseRules {
  @OneOf('Limit that counts', LIMITS_THAT_COUNT, LIMIT_COUNTS_WORDS) limitThatCounts!: LimitThatCounts
  @OneOf('Limits stated over a life', LIFE_LIMITS, LIFE_LIMIT_WORDS) lifeLimits!: LifeLimits
  @Shape('Power ratings without rpm', () => RatingSpeedsDto) ratingSpeed!: RatingSpeedsDto
  @OneOf('Radius of a lining', FRICTION_RADII, FRICTION_RADIUS_WORDS) frictionRadius!: FrictionRadius
  @OneOf('Shock of a launch on hard parts', LAUNCH_SHOCKS, LAUNCH_SHOCK_WORDS) launchShock!: LaunchShockBy
  @Shape('Shock in the launch', () => LaunchFactorsDto) launchFactor!: LaunchFactorsDto
  @Shape('Shock at full power', () => LaunchFactorsDto) fullPowerFactor!: LaunchFactorsDto
  @Figure({ label: 'Shock in reverse', ...FACTOR }) reverseFactor!: number
  @Figure({ label: 'Ratchet one-way clutch, behind at most', unit: 'lb-ft', from: 0, to: 3000 }) ratchetMostNm!: number
  @Figure({ label: 'Shock of a locked converter', ...FACTOR }) lockupFactor!: number
  @OneOf('Locked at full power in', LOCKUP_RANGES, LOCKUP_RANGES_WORDS) lockupRanges!: LockupRanges
  @OneOf('Lockup in upshifts at full power', LOCKUP_SHIFTS, LOCKUP_SHIFTS_WORDS) lockupInShifts!: LockupShifts
  @Figure({ label: 'Lockup slip', unit: 'rpm', from: 0, to: 300 }) lockupSlipRadPerS!: number
  @Figure({ label: 'Time of a locked upshift', unit: 's', from: 0.02, to: 3 }) lockedShiftS!: number
  @OneOf('Stall against the torque peak', STALL_SCHOOLS, STALL_SCHOOL_WORDS) stallSchool!: StallSchool
  @Figure({ label: 'Oil at the start of a stall', unit: '°F', from: 30, to: 300 }) oilStartK!: number
  @Figure({ label: 'Oil at which a stall ends', unit: '°F', from: 150, to: 450 }) oilLimitK!: number
  @Figure({ label: 'Friction elements', ...FACTOR }) frictionFactor!: number
  @Figure({ label: 'Flex plate', ...FACTOR }) plateFactor!: number
  @Shape('House margin', () => MarginsDto) houseMargin!: MarginsDto
  @Shape('Pilot and converter', () => FitLimitsDto) fit!: FitLimitsDto
  @OneOf('Bolts to the converter', CONVERTER_BOLTS, CONVERTER_BOLTS_WORDS) converterBolts!: ConverterBolts
  @OneOf('Spacer ring at the crank', SPACER_RINGS, SPACER_RING_WORDS) spacerRing!: SpacerRings
  @Figure({ label: 'Together within', from: 0, to: 0.3 }) togetherWithin!: number
  @Figure({ label: 'An hour at the bench', from: 0, to: 1000 }) hourRate!: number
}
