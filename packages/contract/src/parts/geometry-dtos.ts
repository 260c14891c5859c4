import type { Geometries, PartKind } from '@plucky/core'
import { FlexPlateDto } from './flex-plate/dto.js'
import { ConverterDto } from './converter/dto.js'
import { LockupDto } from './lockup/dto.js'
import { ShaftDto } from './shaft/dto.js'
import { HubDto } from './hub/dto.js'
import { PackDto } from './pack/dto.js'
import { BandDto } from './band/dto.js'
import { OneWayDto } from './one-way/dto.js'
import { GearSetDto } from './gear-set/dto.js'
import { ShellDto } from './shell/dto.js'
import { PumpDto } from './pump/dto.js'
import { ValvesDto } from './valves/dto.js'
import { BoltSetDto } from './bolts/dto.js'
import { MotorPlateDto } from './motor-plate/dto.js'
import { PilotDto } from './pilot/dto.js'

/** Geometry class by kind of part. */
export const GEOMETRY_DTOS = {
  'flex-plate': FlexPlateDto,
  converter: ConverterDto,
  lockup: LockupDto,
  shaft: ShaftDto,
  hub: HubDto,
  pack: PackDto,
  band: BandDto,
  'one-way': OneWayDto,
  'gear-set': GearSetDto,
  shell: ShellDto,
  pump: PumpDto,
  valves: ValvesDto,
  bolts: BoltSetDto,
  'motor-plate': MotorPlateDto,
  pilot: PilotDto,
} satisfies { readonly [K in PartKind]: new () => Geometries[K] }
