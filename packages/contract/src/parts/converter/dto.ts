import { IsOptional } from 'class-validator'
import { OneOf, Shape, Shapes, Slug, YesNo } from '../../dto/decorators.js'
import { Figure } from '../../dto/figure.js'
import { PILOT_MAKES, type PilotMake } from '@plucky/core'
import { PILOT_MAKE_WORDS } from '../../words/option-labels.js'
import type { ConverterFront, ConverterGeometry, StallRating } from '@plucky/core'
import { HoleCircleDto } from '../../dto/joints.dto.js'
import { HubSplineDto } from '../../dto/joints.dto.js'

export class StallRatingDto implements StallRating {
  @Figure({ label: 'Stall speed', unit: 'rpm', from: 500, to: 9000 }) speedRadPerS!: number
  @Figure({ label: 'Torque the stall was rated behind', unit: 'lb-ft', from: 10, to: 5000 }) referenceTorqueNm!: number
}

export class TableRowDto {
  @Figure({ label: 'Speed ratio', from: 0, to: 1 }) speedRatio!: number
  @Figure({ label: 'Torque ratio', from: 0, to: 6, above: true }) torqueRatio!: number
  @Figure({ label: 'K-factor', unit: 'rpm/√lb-ft', from: 10, to: 5000 }) kFactorRadPerSPerRootNm!: number
}

export class ConverterFrontDto extends HoleCircleDto implements ConverterFront {
  @Figure({ label: 'Pad bolt size', unit: 'in', from: 0.2, to: 1 }) boltDiameterM!: number
  @Figure({ label: 'Pad thread depth', unit: 'in', from: 0.1, to: 2 }) threadDepthM!: number
  @IsOptional() @Shape('Second pad pattern', () => HoleCircleDto) second?: HoleCircleDto
  @Figure({ label: 'Pilot diameter', unit: 'in', from: 0.3, to: 5 }) pilotDiameterM!: number
  @Figure({ label: 'Pilot length ahead of pads', unit: 'in', from: 0, to: 4 }) pilotAheadM!: number
  @OneOf('Pilot type', PILOT_MAKES, PILOT_MAKE_WORDS) pilotMake!: PilotMake
  @IsOptional() @Figure({ label: 'Pilot wall thickness', unit: 'in', from: 0.02, to: 2 }) pilotWallM?: number
  @Figure({ label: 'Height, pads to hub end', unit: 'in', from: 1, to: 20 }) heightM!: number
  @Figure({ label: 'Pads to cover, at crank bolt heads', unit: 'in', from: -2, to: 4 }) coverBehindM!: number
  @IsOptional() @Figure({ label: 'Cover thickness', unit: 'mm', from: 1, to: 60 }) coverThicknessM?: number
  @Figure({ label: 'Hub diameter', unit: 'in', from: 0.5, to: 6 }) hubDiameterM!: number
  @Figure({ label: 'Pump drive engagement, seated', unit: 'in', from: 0.05, to: 4 }) pumpDriveM!: number
  @IsOptional() @Figure({ label: 'Pads to turbine hub spline', unit: 'in', from: 0, to: 20 }) turbineMouthM?: number
  @IsOptional() @Figure({ label: 'Pads to stator spline', unit: 'in', from: 0, to: 20 }) statorMouthM?: number
  @IsOptional() @Figure({ label: 'Pads to inside of cover at input shaft', unit: 'in', from: -2, to: 10 }) floorM?: number
}

export class ConverterDto implements ConverterGeometry {
  @Figure({ label: 'Converter diameter', unit: 'mm', from: 120, to: 500 }) diameterM!: number
  @Shape('Stall rating', () => StallRatingDto) stall!: StallRatingDto
  @Figure({ label: 'Stall torque ratio', from: 1.2, to: 3.5 }) stallTorqueRatio!: number
  @YesNo('Lockup') lockup!: boolean
  @IsOptional() @Slug('Core family') family?: string
  @IsOptional() @Slug('Stator') stator?: string
  @IsOptional() @Shapes('Measured table', () => TableRowDto, { most: 200 }) table?: TableRowDto[]
  @IsOptional() @Shape('External dimensions', () => ConverterFrontDto) front?: ConverterFrontDto
  @IsOptional() @Figure({ label: 'Converter oil volume', unit: 'in³', from: 10, to: 3000 }) oilVolumeM3?: number
  @IsOptional() @Figure({ label: 'Impeller-side inertia', unit: 'kg·m²', from: 0.001, to: 10 }) impellerInertiaKgM2?: number
  @IsOptional() @Figure({ label: 'Turbine-side inertia', unit: 'kg·m²', from: 0.0005, to: 5 }) turbineInertiaKgM2?: number
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}
