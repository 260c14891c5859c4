import type { BandGeometry } from './band/band.js'
import type { BoltSetGeometry } from '../joint/bolt.js'
import type { ConverterGeometry } from './converter/geometry.js'
import type { FlexPlateGeometry } from './flex-plate/plate.js'
import type { GearSetGeometry } from './gear-set/gear-set.js'
import type { HubGeometry } from './hub/hub.js'
import type { LockupGeometry } from './lockup/lockup-clutch.js'
import type { MotorPlateGeometry } from './motor-plate/geometry.js'
import type { OneWayGeometry } from './one-way/one-way.js'
import type { PackGeometry } from './pack/pack.js'
import type { PilotGeometry } from './pilot/geometry.js'
import type { PumpGeometry } from './pump/pump.js'
import type { ShaftGeometry } from './shaft/shaft.js'
import type { ShellGeometry } from './shell/shell.js'
import type { ValvesGeometry } from './valves/line-pressure.js'

/** Geometry of each part kind. A kind that is added here must be defined in the registry. */
export interface Geometries {
  readonly 'flex-plate': FlexPlateGeometry
  readonly converter: ConverterGeometry
  readonly lockup: LockupGeometry
  readonly shaft: ShaftGeometry
  readonly hub: HubGeometry
  readonly pack: PackGeometry
  readonly band: BandGeometry
  readonly 'one-way': OneWayGeometry
  readonly 'gear-set': GearSetGeometry
  readonly shell: ShellGeometry
  readonly pump: PumpGeometry
  readonly valves: ValvesGeometry
  readonly bolts: BoltSetGeometry
  readonly 'motor-plate': MotorPlateGeometry
  readonly pilot: PilotGeometry
}

export type PartKind = keyof Geometries
