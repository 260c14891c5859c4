import {
  CORRECTIONS,
  ENGINE_KINDS,
  LAUNCHES,
  UPPER_RANGE_STARTS,
  USES,
  type Correction,
  type EngineKind,
  type Launch,
  type UpperRangeStart,
  type Use,
  DRIVEN_AXLES,
  type DrivenAxle,
  type Headline,
  type CurvePoint,
  type Air,
  type Boost,
  type Vehicle,
} from '@plucky/core'
import { IsOptional, ValidateIf } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Texts, YesNo } from './decorators.js'
import {
  CORRECTION_WORDS,
  KIND_WORDS,
  MEASURED_AT_WORDS,
  LAUNCH_WORDS,
  START_WORDS,
  USE_WORDS,
  DRIVEN_AXLE_WORDS,
} from '../words/option-labels.js'
import { Figure } from './figure.js'
import { EngineRearDto, RearNeighbourDto, RuleBookDto } from './fitup.dto.js'

const ENGINE_RPM = { unit: 'rpm', from: 200, to: 15000 } as const
const ENGINE_TORQUE = { unit: 'lb-ft', from: 0, to: 10000, above: true } as const

export class HeadlineDto implements Headline {
  @Figure({ label: 'Peak torque', ...ENGINE_TORQUE })
  peakTorqueNm!: number

  @Figure({ label: 'Peak torque rpm', ...ENGINE_RPM })
  peakTorqueSpeedRadPerS!: number

  @Figure({ label: 'Peak power', unit: 'hp', from: 20, to: 10000 })
  peakPowerW!: number

  @Figure({ label: 'Peak power rpm', ...ENGINE_RPM })
  peakPowerSpeedRadPerS!: number

  @Figure({ label: 'Idle speed', unit: 'rpm', from: 200, to: 3000 })
  idleSpeedRadPerS!: number

  @Figure({ label: 'Redline', ...ENGINE_RPM })
  redlineRadPerS!: number

  @IsOptional()
  @Figure({ label: 'Torque at idle', ...ENGINE_TORQUE })
  idleTorqueNm?: number
}

export class CurvePointDto implements CurvePoint {
  @Figure({ label: 'Engine speed', ...ENGINE_RPM })
  speedRadPerS!: number

  @Figure({ label: 'Torque', ...ENGINE_TORQUE })
  torqueNm!: number
}

export class AirDto implements Air {
  @Figure({ label: 'Barometer', unit: 'inHg', from: 15, to: 33 }) barometerPa!: number
  @Figure({ label: 'Air temperature', unit: '°F', from: -40, to: 140 }) temperatureK!: number
  @Figure({ label: 'Humidity', from: 0, to: 1 }) humidity!: number
}

export class MeasurementDto {
  @OneOf('Measured at', ['flywheel', 'wheels'], MEASURED_AT_WORDS) at!: 'flywheel' | 'wheels'
  @IsOptional() @Figure({ label: 'Drivetrain loss, fraction', from: 0, to: 0.5 }) lossShare?: number
  @OneOf('Dyno correction', CORRECTIONS, CORRECTION_WORDS) correction!: Correction
  @IsOptional() @Shape('Air on the dyno', () => AirDto) air?: AirDto
  @IsOptional() @Figure({ label: 'Correction factor on the sheet', from: 0.7, to: 1.5 }) factor?: number
  @IsOptional() @Label('File', 120) from?: string
}

export class BoostDto implements Boost {
  @Figure({ label: 'Boost threshold', ...ENGINE_RPM }) thresholdRadPerS!: number
  @Figure({ label: 'Boost lag', unit: 's', from: 0.02, to: 10 }) lagS!: number
  @Figure({ label: 'Off-boost torque, fraction of peak', from: 0.1, to: 1 }) offShare!: number
  @IsOptional() @Shapes('Off-boost curve', () => CurvePointDto, { most: 2000 }) offPoints?: CurvePointDto[]
}

export class VehicleDto implements Vehicle {
  @Figure({ label: 'Axle ratio', from: 0.5, to: 20 }) finalDrive!: number
  @Figure({ label: 'Tire radius', unit: 'in', from: 5, to: 60 }) tyreRadiusM!: number
  @IsOptional() @Figure({ label: 'Drag area', unit: 'm²', from: 0.05, to: 15 }) dragAreaM2?: number
  @IsOptional() @Figure({ label: 'Rolling resistance, fraction of weight', from: 0.003, to: 0.4 }) rollingShare?: number
  @IsOptional() @Figure({ label: 'Cruise speed', unit: 'mph', from: 3, to: 200 }) cruiseMPerS?: number
  @IsOptional() @OneOf('Driven axle', DRIVEN_AXLES, DRIVEN_AXLE_WORDS) drivenAxle?: DrivenAxle
  @IsOptional() @Figure({ label: 'Weight on driven axle, fraction', from: 0.2, to: 0.9 }) drivenShare?: number
  @IsOptional() @Figure({ label: 'Wheelbase', unit: 'in', from: 40, to: 400 }) wheelbaseM?: number
  @IsOptional() @Figure({ label: 'Center of gravity height', unit: 'in', from: 5, to: 100 }) gravityHeightM?: number
  @IsOptional() @Figure({ label: 'Tire friction, best surface', from: 0.1, to: 5 }) tyreFriction?: number
  @IsOptional()
  @Figure({ label: 'Wheel-end stiffness per radian, one axle', unit: 'lb-ft', from: 100, to: 500000 })
  wheelStiffnessNmPerRad?: number
}

export class EngineDto {
  @OneOf('Engine type', ENGINE_KINDS, KIND_WORDS)
  kind!: EngineKind

  @OneOf('Engine data type', ['headline', 'points'])
  form!: 'headline' | 'points'

  @ValidateIf((engine: EngineDto) => engine.form === 'headline' || engine.headline !== undefined)
  @Shape('Peak figures', () => HeadlineDto)
  headline?: HeadlineDto

  @ValidateIf((engine: EngineDto) => engine.form === 'points' || engine.points !== undefined)
  @Shapes('Measured curve', () => CurvePointDto, { most: 2000 })
  points?: CurvePointDto[]

  @IsOptional() @Shape('How it was measured', () => MeasurementDto) measured?: MeasurementDto
  @IsOptional() @Shape('Boost', () => BoostDto) boost?: BoostDto
  @IsOptional() @Figure({ label: 'Cylinders', from: 1, to: 24, whole: true }) cylinders?: number
  @IsOptional() @Figure({ label: 'Engine inertia (crank and flex plate)', unit: 'kg·m²', from: 0.01, to: 20 }) inertiaKgM2?: number
}

export class BriefDto {
  @Shape('Engine', () => EngineDto)
  engine!: EngineDto

  @YesNo('No power target')
  openQuestion!: boolean

  @OneOf('Use', USES, USE_WORDS)
  use!: Use

  @OneOf('Launch', LAUNCHES, LAUNCH_WORDS)
  launch!: Launch

  @OneOf('Start of full throttle in upper gears', UPPER_RANGE_STARTS, START_WORDS)
  upperRangeStart!: UpperRangeStart

  @Figure({ label: 'Reverse throttle limit', from: 0, to: 1, above: true })
  reverseThrottle!: number

  @IsOptional() @Texts('Converter locked in gears', { most: 16 }) lockedIn?: string[]

  @Figure({ label: 'Weight', unit: 'lb', from: 200, to: 200000, nullable: true })
  vehicleMassKg!: number | null

  @Figure({ label: 'Budget', from: 0, to: 1000000, nullable: true })
  budget!: number | null

  @IsOptional() @Shape('Vehicle', () => VehicleDto) vehicle?: VehicleDto
  @IsOptional() @Shape('Crank and block', () => EngineRearDto) rear?: EngineRearDto
  @IsOptional() @Shape('Behind the transmission', () => RearNeighbourDto) behind?: RearNeighbourDto
  @IsOptional() @Shape('Rule book', () => RuleBookDto) ruleBook?: RuleBookDto
}
