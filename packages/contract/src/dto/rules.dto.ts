import {
  CONVERTER_BOLTS,
  FRICTION_RADII,
  LAUNCH_SHOCKS,
  LIFE_LIMITS,
  LIFE_PER,
  TYRE_LIMITS,
  type TyreLimit,
  SHIFT_HEATS,
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
  type ShiftHeatCounts,
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
  SHIFT_HEAT_WORDS,
  LIMIT_COUNTS_WORDS,
  LOCKUP_RANGES_WORDS,
  LOCKUP_SHIFTS_WORDS,
  TYRE_LIMIT_WORDS,
  SPACER_RING_WORDS,
  STALL_SCHOOL_WORDS,
} from '../words/option-labels.js'
import { Figure } from './figure.js'
import { FitLimitsDto } from './fitup.dto.js'

const FACTOR = { from: 1, to: 5 } as const
const RATING = { unit: 'rpm', from: 500, to: 15000 } as const

export class RatingSpeedsDto {
  @Figure({ label: 'Reference rpm, diesel', ...RATING }) dieselRadPerS!: number
  @Figure({ label: 'Reference rpm, gasoline', ...RATING }) petrolRadPerS!: number
}

export class LaunchFactorsDto {
  @Figure({ label: 'Rolling', ...FACTOR }) rolling!: number
  @Figure({ label: 'Foot brake (brake stall)', ...FACTOR }) 'brake-stall'!: number
  @Figure({ label: 'Flash off idle', ...FACTOR }) flash!: number
  @Figure({ label: 'Trans-brake', ...FACTOR }) 'trans-brake'!: number
  @Figure({ label: 'Wheelspin, then regrip', ...FACTOR }) regrip!: number
  @Figure({ label: 'Neutral drop', ...FACTOR }) dump!: number
}

export class MarginsDto {
  @Figure({ label: 'Hard parts', ...FACTOR }) hard!: number
  @Figure({ label: 'Flex plate', ...FACTOR }) plate!: number
  @Figure({ label: 'Friction elements, holding', ...FACTOR }) friction!: number
  @Figure({ label: 'Friction elements, shifting', ...FACTOR }) shifting!: number
}

const LIFE = { from: 1, to: 1e6 } as const

export class LifeNeedDto {
  @Figure({ label: `Street, ${LIFE_PER.road}`, ...LIFE }) road!: number
  @Figure({ label: `Towing, ${LIFE_PER.tow}`, ...LIFE }) tow!: number
  @Figure({ label: `Drag racing, ${LIFE_PER.drag}`, ...LIFE }) drag!: number
  @Figure({ label: `Off-road, ${LIFE_PER['off-road']}`, ...LIFE }) 'off-road'!: number
  @Figure({ label: `Road course, ${LIFE_PER.circuit}`, ...LIFE }) circuit!: number
  @Figure({ label: `Hill climb, ${LIFE_PER['hill-climb']}`, ...LIFE }) 'hill-climb'!: number
  @Figure({ label: `Land speed, ${LIFE_PER['speed-trial']}`, ...LIFE }) 'speed-trial'!: number
  @Figure({ label: `Work machine, ${LIFE_PER.work}`, ...LIFE }) work!: number
}

export class TyreLimitsDto {
  @OneOf('Street', TYRE_LIMITS, TYRE_LIMIT_WORDS) road!: TyreLimit
  @OneOf('Towing', TYRE_LIMITS, TYRE_LIMIT_WORDS) tow!: TyreLimit
  @OneOf('Drag racing', TYRE_LIMITS, TYRE_LIMIT_WORDS) drag!: TyreLimit
  @OneOf('Off-road', TYRE_LIMITS, TYRE_LIMIT_WORDS) 'off-road'!: TyreLimit
  @OneOf('Road course', TYRE_LIMITS, TYRE_LIMIT_WORDS) circuit!: TyreLimit
  @OneOf('Hill climb', TYRE_LIMITS, TYRE_LIMIT_WORDS) 'hill-climb'!: TyreLimit
  @OneOf('Land speed', TYRE_LIMITS, TYRE_LIMIT_WORDS) 'speed-trial'!: TyreLimit
  @OneOf('Work machine', TYRE_LIMITS, TYRE_LIMIT_WORDS) work!: TyreLimit
}

export class HouseRulesDto implements HouseRules {
  @OneOf('Limit used', LIMITS_THAT_COUNT, LIMIT_COUNTS_WORDS) limitThatCounts!: LimitThatCounts
  @OneOf('Life ratings', LIFE_LIMITS, LIFE_LIMIT_WORDS) lifeLimits!: LifeLimits
  @OneOf('Heat of upshifts', SHIFT_HEATS, SHIFT_HEAT_WORDS) shiftHeat!: ShiftHeatCounts
  @Shape('Life needed at full power', () => LifeNeedDto) lifeNeed!: LifeNeedDto
  @Shape('Rpm for power ratings without rpm', () => RatingSpeedsDto) ratingSpeed!: RatingSpeedsDto
  @OneOf('Effective friction radius', FRICTION_RADII, FRICTION_RADIUS_WORDS) frictionRadius!: FrictionRadius
  @OneOf('Launch shock method', LAUNCH_SHOCKS, LAUNCH_SHOCK_WORDS) launchShock!: LaunchShockBy
  @Shape('Service factor at launch', () => LaunchFactorsDto) launchFactor!: LaunchFactorsDto
  @Shape('Service factor at full power', () => LaunchFactorsDto) fullPowerFactor!: LaunchFactorsDto
  @Figure({ label: 'Service factor in reverse', ...FACTOR }) reverseFactor!: number
  @Figure({ label: 'Service factor in full-power upshifts', ...FACTOR }) upshiftFactor!: number
  @Figure({ label: 'Ratchet one-way clutch, engine torque limit', unit: 'lb-ft', from: 0, to: 3000 }) ratchetMostNm!: number
  @Shape('Tires as the fuse', () => TyreLimitsDto) tyreLimit!: TyreLimitsDto
  @Figure({ label: 'Tread speed at regrip, over ground speed', unit: 'mph', from: 0, to: 60 }) regripSlipMPerS!: number
  @Figure({ label: 'Service factor, converter locked', ...FACTOR }) lockupFactor!: number
  @OneOf('Lock at full power in', LOCKUP_RANGES, LOCKUP_RANGES_WORDS) lockupRanges!: LockupRanges
  @OneOf('Lockup in full-power upshifts', LOCKUP_SHIFTS, LOCKUP_SHIFTS_WORDS) lockupInShifts!: LockupShifts
  @Figure({ label: 'Lockup slip', unit: 'rpm', from: 0, to: 300 }) lockupSlipRadPerS!: number
  @Figure({ label: 'Locked upshift time', unit: 's', from: 0.02, to: 3 }) lockedShiftS!: number
  @OneOf('Target stall vs. torque peak', STALL_SCHOOLS, STALL_SCHOOL_WORDS) stallSchool!: StallSchool
  @Figure({ label: 'Converter oil at start of stall', unit: '°F', from: 30, to: 300 }) oilStartK!: number
  @Figure({ label: 'Converter oil limit in a stall', unit: '°F', from: 150, to: 450 }) oilLimitK!: number
  @Figure({ label: 'Friction elements', ...FACTOR }) frictionFactor!: number
  @Figure({ label: 'Flex plate', ...FACTOR }) plateFactor!: number
  @Shape('House margin', () => MarginsDto) houseMargin!: MarginsDto
  @Shape('Pilot and converter fit limits', () => FitLimitsDto) fit!: FitLimitsDto
  @OneOf('Converter bolts', CONVERTER_BOLTS, CONVERTER_BOLTS_WORDS) converterBolts!: ConverterBolts
  @Figure({ label: 'Both converter bolt patterns above redline', unit: 'rpm', from: 1000, to: 15000 }) secondPatternRadPerS!: number
  @OneOf('Crank spacer ring', SPACER_RINGS, SPACER_RING_WORDS) spacerRing!: SpacerRings
  @Figure({ label: 'Upgrade together within', from: 0, to: 0.3 }) togetherWithin!: number
  @Figure({ label: 'Labor rate per hour', from: 0, to: 1000 }) hourRate!: number
}
