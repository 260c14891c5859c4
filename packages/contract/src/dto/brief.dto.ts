import {
  ENGINE_KINDS,
  LAUNCHES,
  UPPER_RANGE_STARTS,
  USES,
  type EngineKind,
  type Launch,
  type UpperRangeStart,
  type Use,
} from '@plucky/core'
import { IsOptional, ValidateIf } from 'class-validator'
import { OneOf, Shape, Shapes, YesNo } from './decorators.js'
import { KIND_WORDS, LAUNCH_WORDS, START_WORDS, USE_WORDS } from '../words/choices.js'
import { Figure } from './figure.js'

const ENGINE_RPM = { unit: 'rpm', from: 200, to: 15000 } as const
const ENGINE_TORQUE = { unit: 'lb-ft', from: 0, to: 10000, above: true } as const

export class HeadlineDto {
  @Figure({ label: 'Peak torque', ...ENGINE_TORQUE })
  peakTorqueNm!: number

  @Figure({ label: 'Speed of the torque peak', ...ENGINE_RPM })
  peakTorqueSpeedRadPerS!: number

  @Figure({ label: 'Peak power', unit: 'hp', from: 20, to: 10000 })
  peakPowerW!: number

  @Figure({ label: 'Speed of the power peak', ...ENGINE_RPM })
  peakPowerSpeedRadPerS!: number

  @Figure({ label: 'Idle speed', unit: 'rpm', from: 200, to: 3000 })
  idleSpeedRadPerS!: number

  @Figure({ label: 'Redline', ...ENGINE_RPM })
  redlineRadPerS!: number

  @IsOptional()
  @Figure({ label: 'Torque at idle', ...ENGINE_TORQUE })
  idleTorqueNm?: number
}

export class CurvePointDto {
  @Figure({ label: 'Engine speed', ...ENGINE_RPM })
  speedRadPerS!: number

  @Figure({ label: 'Torque', ...ENGINE_TORQUE })
  torqueNm!: number
}

export class EngineDto {
  @OneOf('Kind of engine', ENGINE_KINDS, KIND_WORDS)
  kind!: EngineKind

  @OneOf('Form of the engine figures', ['headline', 'points'])
  form!: 'headline' | 'points'

  @ValidateIf((engine: EngineDto) => engine.form === 'headline' || engine.headline !== undefined)
  @Shape('Headline figures', () => HeadlineDto)
  headline?: HeadlineDto

  @ValidateIf((engine: EngineDto) => engine.form === 'points' || engine.points !== undefined)
  @Shapes('Measured curve', () => CurvePointDto, { most: 2000 })
  points?: CurvePointDto[]
}

export class BriefDto {
  @Shape('Engine', () => EngineDto)
  engine!: EngineDto

  @YesNo('Open question')
  openQuestion!: boolean

  @OneOf('Use', USES, USE_WORDS)
  use!: Use

  @OneOf('Launch', LAUNCHES, LAUNCH_WORDS)
  launch!: Launch

  @OneOf('Start of the upper ranges', UPPER_RANGE_STARTS, START_WORDS)
  upperRangeStart!: UpperRangeStart

  @Figure({ label: 'Throttle allowed in reverse', from: 0, to: 1, above: true })
  reverseThrottle!: number

  @Figure({ label: 'Weight', unit: 'lb', from: 200, to: 200000, nullable: true })
  vehicleMassKg!: number | null

  @Figure({ label: 'Budget', from: 0, to: 1000000, nullable: true })
  budget!: number | null
}
