import { bandFaults, type BandGeometry } from '../band/band.js'
import { packFaults, type PackGeometry } from '../clutch/pack.js'
import { oneWayFaults, type OneWayGeometry } from '../sprag/one-way.js'
import type { BoltSetGeometry } from '../flexplate/bolt.js'
import { boltedJointFaults, boltSetFaults } from '../flexplate/bolted-joint.js'
import type { MotorPlateGeometry, PilotGeometry } from '../fitup/neighbours.js'
import { gearSteelById } from '../gearing/tooth-strength.js'
import type { Carrier } from '../gearing/tooth-form.js'
import type { FlexPlateGeometry } from '../flexplate/plate.js'
import { converterFaults, type ConverterGeometry } from '../converter/geometry.js'
import { lockupFaults, type LockupGeometry } from '../lockup/lockup-clutch.js'
import { fault, type Fault } from '../quantity/fault.js'
import { hubFaults, type HubGeometry } from '../shaft/hub.js'
import { valvesFaults, type ValvesGeometry } from '../pressure/line-pressure.js'
import { pumpFaults, type PumpGeometry } from '../pressure/pump.js'
import { shaftFaults, type ShaftGeometry } from '../shaft/shaft.js'
import type { NeckGeometry } from '../shaft/shell-neck.js'
import { hubSplineFaults, type HubSpline } from '../shaft/spline.js'
import { steelFaults } from '../material/steels.js'
import { weldFaults, type FilletWeld } from '../shaft/weld.js'
import { statedFaults, type StatedLimit } from './stated.js'
import type { Unit } from './unit.js'

export interface GearSetGeometry {
  readonly pinions: number
  readonly moduleM: number
  readonly faceWidthM: number
  /** Pitch radius of the sun; of the smallest one where the station has suns of several sizes. */
  readonly sunRadiusM: number
  /** Of table; without it the teeth have no figure of their own. */
  readonly steelId?: string
  /** Straight teeth if not given. */
  readonly helixRad?: number
  /** J of its weakest tooth; by tooth counts and helix if not given. */
  readonly geometryFactor?: number
  /** K_m; by face width and carrier if not given. */
  readonly faceLoadFactor?: number
  /** Pins held in two plates if not given. */
  readonly carrier?: Carrier
  /** In which its shafts sit. */
  readonly splines?: readonly HubSpline[]
}

export interface ShellGeometry extends NeckGeometry {
  readonly outerRadiusM: number
  readonly lengthM: number
  readonly welds?: readonly FilletWeld[]
}

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
export const PART_KINDS = [
  'flex-plate',
  'converter',
  'lockup',
  'shaft',
  'hub',
  'pack',
  'band',
  'one-way',
  'gear-set',
  'shell',
  'pump',
  'valves',
  'bolts',
  'motor-plate',
  'pilot',
] as const satisfies readonly PartKind[]

/** A feature that another station must offer, and why. */
export interface Need {
  readonly stationId: string
  readonly feature: string
  readonly why: string
}

/** A feature that must not stand at another station, and why. */
export interface Clash {
  readonly stationId: string
  readonly feature: string
  readonly why: string
}

/** How a part goes together with its neighbours. A feature is a short name that both sides use, as "turbine-spline-35". */
export interface Features {
  readonly offers?: readonly string[]
  readonly needs?: readonly Need[]
  readonly clashes?: readonly Clash[]
}

/** Where a used part comes from and what was found when it was measured. */
export interface Donor {
  readonly from: string
  readonly found: string
}

interface PartOf<K extends PartKind> extends Features {
  readonly id: string
  readonly name: string
  readonly maker: string
  readonly kind: K
  readonly unitIds: readonly string[]
  readonly stationIds: readonly string[]
  readonly price: number
  readonly hours: number
  /** Comes in the unit as built by its maker. */
  readonly stock: boolean
  readonly stated: readonly StatedLimit[]
  /** Variants of the unit that it fits; all of them if not said. */
  readonly variantIds?: readonly string[]
  /** A used part, measured here: its geometry is that of this very piece. */
  readonly donor?: Donor
  /** Operations that were done to it, where it stands fitted; never on the shelf. */
  readonly works?: readonly string[]
  readonly geometry: Geometries[K]
}

/** Something from the shelf that fits a station. */
export type Part = { [K in PartKind]: PartOf<K> }[PartKind]

/** What is wrong with a part's own figures. */
export function partFaults(part: Part): Fault[] {
  return [...part.stated.flatMap((stated, i) => statedFaults(stated, `stated.${i}`)), ...geometryFaults(part)]
}

function geometryFaults(part: Part): Fault[] {
  switch (part.kind) {
    case 'shaft':
      return shaftFaults(part.geometry)
    case 'pack':
      return packFaults(part.geometry)
    case 'band':
      return bandFaults(part.geometry)
    case 'one-way':
      return oneWayFaults(part.geometry)
    case 'gear-set':
      return gearSetFaults(part.geometry)
    case 'flex-plate':
      return [
        ...boltedJointFaults(part.geometry.crankJoint, 'geometry.crankJoint'),
        ...boltedJointFaults(part.geometry.converterJoint, 'geometry.converterJoint'),
      ]
    case 'shell':
      return shellFaults(part.geometry)
    case 'hub':
      return hubFaults(part.geometry)
    case 'converter':
      return converterFaults(part.geometry)
    case 'lockup':
      return lockupFaults(part.geometry)
    case 'pump':
      return pumpFaults(part.geometry)
    case 'valves':
      return valvesFaults(part.geometry)
    case 'bolts':
      return boltSetFaults(part.geometry)
    case 'motor-plate':
    case 'pilot':
      return []
  }
}

const gearSetFaults = ({ steelId, splines }: GearSetGeometry): Fault[] => [
  ...(steelId === undefined || gearSteelById(steelId) ? [] : [fault('steel-unknown', 'geometry.steelId', { steelId })]),
  ...hubSplineFaults(splines, 'geometry.splines'),
]

function shellFaults(shell: ShellGeometry): Fault[] {
  const { neckRadiusM, outerRadiusM, thicknessM, steelId, windows = 0, windowWidthM = 0 } = shell
  if (!(neckRadiusM < outerRadiusM))
    return [fault('neck-not-below-shell', 'geometry.neckRadiusM', { neckM: neckRadiusM, outerM: outerRadiusM })]
  const roundM = 2 * Math.PI * neckRadiusM
  return [
    ...(thicknessM < neckRadiusM ? [] : [fault('case-through-wall', 'geometry.thicknessM', { section: 'neck', caseDepthM: thicknessM })]),
    ...(windows * windowWidthM < roundM
      ? []
      : [fault('windows-round-neck', 'geometry.windowWidthM', { takenM: windows * windowWidthM, roundM })]),
    ...(steelId === undefined ? [] : steelFaults({ ...shell, steelId }, 'geometry')),
    ...weldFaults(shell.welds, 'geometry.welds'),
    ...hubSplineFaults(shell.splines, 'geometry.splines'),
  ]
}

/** Why a part cannot be fitted at a station of a unit. */
export function fitFaults(unit: Unit, stationId: string, part: Part, path: string): Fault[] {
  const station = unit.stations.find((s) => s.id === stationId)
  if (!station) return [fault('station-unknown', path, { station: stationId, unit: unit.name })]
  if (!part.unitIds.includes(unit.id))
    return [fault('part-of-another-unit', path, { part: part.name, units: part.unitIds.join(', '), unit: unit.name })]
  if (!part.stationIds.includes(stationId) || part.kind !== station.kind)
    return [fault('part-of-another-station', path, { part: part.name, stations: part.stationIds.join(', '), station: station.name })]
  return []
}
