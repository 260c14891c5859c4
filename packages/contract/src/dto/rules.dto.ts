import { FRICTION_RADII, LIMITS_THAT_COUNT, type FrictionRadius, type HouseRules, type LimitThatCounts } from '@plucky/core'
import { Type } from 'class-transformer'
import { IsObject, ValidateNested } from 'class-validator'
import { OneOf } from './decorators.js'
import { Figure } from './figure.js'

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
  @OneOf('Limit that counts', LIMITS_THAT_COUNT) limitThatCounts!: LimitThatCounts
  @IsObject() @ValidateNested() @Type(() => RatingSpeedsDto) ratingSpeed!: RatingSpeedsDto
  @OneOf('Radius of a lining', FRICTION_RADII) frictionRadius!: FrictionRadius
  @IsObject() @ValidateNested() @Type(() => LaunchFactorsDto) launchFactor!: LaunchFactorsDto
  @IsObject() @ValidateNested() @Type(() => LaunchFactorsDto) fullPowerFactor!: LaunchFactorsDto
  @Figure({ label: 'Shock in reverse', ...FACTOR }) reverseFactor!: number
  @Figure({ label: 'Shock of a locked converter', ...FACTOR }) lockupFactor!: number
  @Figure({ label: 'Friction elements', ...FACTOR }) frictionFactor!: number
  @Figure({ label: 'Flex plate', ...FACTOR }) plateFactor!: number
  @IsObject() @ValidateNested() @Type(() => MarginsDto) houseMargin!: MarginsDto
  @Figure({ label: 'Together within', from: 0, to: 0.3 }) togetherWithin!: number
  @Figure({ label: 'An hour at the bench', from: 0, to: 1000 }) hourRate!: number
}
