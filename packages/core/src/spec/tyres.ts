import type { RangeSolution } from '../gearing/solve.js'
import type { Brief, Vehicle } from './brief.js'
import type { DutyCase } from './duty.js'
import { GRAVITY } from './match.js'
import { powerHeld, type PowerHeld } from './power-held.js'
import type { HouseRules } from './rules.js'

/** Which axle the transmission drives. */
export const DRIVEN_AXLES = ['rear', 'front', 'all'] as const
export type DrivenAxle = (typeof DRIVEN_AXLES)[number]

/** Whether a house counts on the tires to slip before parts break. */
export const TYRE_LIMITS = ['never', 'cap', 'cap-regrip'] as const
export type TyreLimit = (typeof TYRE_LIMITS)[number]

/** Axle shafts and tires of one axle in torsion (order of magnitude, common practice, no source). */
export const USUAL_WHEEL_STIFFNESS_NM_PER_RAD = 12_000

type TyreBrief = Pick<Brief, 'vehicle' | 'vehicleMassKg'>

/** What is still to be said of a vehicle before its tires have a limit. Empty if all of it is known. */
export function tyresLack({ vehicle, vehicleMassKg }: TyreBrief): readonly (keyof Vehicle | 'vehicleMassKg' | 'vehicle')[] {
  if (!vehicle) return ['vehicle']
  const asked = ['drivenAxle', 'tyreFriction', ...(vehicle.drivenAxle === 'all' ? [] : ONE_AXLE)] as const
  return [...(vehicleMassKg === null ? (['vehicleMassKg'] as const) : []), ...asked.filter((key) => vehicle[key] === undefined)]
}

const ONE_AXLE = ['drivenShare', 'wheelbaseM', 'gravityHeightM'] as const

/**
 * Weight on the driven axle while its tires push as hard as they can, N. Weight shifts to the rear as the vehicle gains speed forward:
 * N = W·s / (1 ∓ μ·h/L), minus for the axle that gains; never more than the whole weight (Gillespie, Fundamentals of Vehicle Dynamics, from memory).
 * Undefined if something of the vehicle is not known.
 * @example drivenWeight({ vehicleMassKg: 1000, vehicle: { finalDrive: 4, tyreRadiusM: 0.3, drivenAxle: 'rear', drivenShare: 0.5, wheelbaseM: 2.5, gravityHeightM: 0.5, tyreFriction: 1 } }, false) // → 6129.15625
 */
export function drivenWeight({ vehicle, vehicleMassKg }: TyreBrief, reverse: boolean): number | undefined {
  if (!vehicle || vehicleMassKg === null || vehicle.tyreFriction === undefined) return undefined
  const weight = vehicleMassKg * GRAVITY
  const { drivenAxle, drivenShare, wheelbaseM, gravityHeightM, tyreFriction } = vehicle
  if (drivenAxle === 'all') return weight
  if (!drivenAxle || drivenShare === undefined || wheelbaseM === undefined || gravityHeightM === undefined) return undefined
  const shift = ((tyreFriction * gravityHeightM) / wheelbaseM) * ((drivenAxle === 'rear') === reverse ? -1 : 1)
  return shift >= 1 ? weight : Math.min(weight, (weight * drivenShare) / (1 - shift))
}

/**
 * Most torque at the output shaft that the tires pass, N·m: μ·N·r over the axle ratio; losses behind the output shaft are left out.
 * Undefined if something of the vehicle is not known.
 */
export function tyreTorque(brief: TyreBrief, reverse: boolean): number | undefined {
  const weight = drivenWeight(brief, reverse)
  const { vehicle } = brief
  if (weight === undefined || vehicle?.tyreFriction === undefined) return undefined
  return (vehicle.tyreFriction * weight * vehicle.tyreRadiusM) / vehicle.finalDrive
}

/** Torque at the turbine that comes on top as spinning wheels grip again: Δω·√(k·J) at the wheels, brought through axle and gears. */
export function regripTorque(vehicle: Vehicle, inertiaKgM2: number, slipMPerS: number): number {
  const stiffness = vehicle.wheelStiffnessNmPerRad ?? USUAL_WHEEL_STIFFNESS_NM_PER_RAD
  return (slipMPerS / vehicle.tyreRadiusM) * Math.sqrt(stiffness * inertiaKgM2)
}

/** What the tires do to cases rests on. */
export interface Rolling {
  readonly brief: TyreBrief & Pick<Brief, 'use'>
  readonly rules: Pick<HouseRules, 'tyreLimit' | 'regripSlipMPerS'>
  readonly gearing: ReadonlyMap<string, RangeSolution>
  /** Of engine and converter, and of the turbine, kg·m². */
  readonly inertiaKgM2: number
  readonly turbineKgM2: number
}

/** What the house rule says of this vehicle: with all wheels driven the tires are never counted on. */
export const tyreLimitOf = ({ brief, rules }: Pick<Rolling, 'brief' | 'rules'>): TyreLimit =>
  brief.vehicle?.drivenAxle === 'all' ? 'never' : rules.tyreLimit[brief.use]

/** Cases with what the tires do to the torque of the turbine in each. The same cases if nothing is known of the tires, or they are not counted on. */
export function withTyres(rolling: Rolling, limit: TyreLimit, cases: readonly DutyCase[]): readonly DutyCase[] {
  const { vehicle } = rolling.brief
  if (!vehicle || limit === 'never' || tyresLack(rolling.brief).length > 0) return cases
  return cases.map((duty) => {
    const mostNm = atTurbine(rolling, duty)
    const locked = duty.kind === 'lockup' || duty.kind === 'locked-shift'
    const inertiaKgM2 = rolling.turbineKgM2 + (locked ? rolling.inertiaKgM2 : 0)
    const regripNm = limit === 'cap' ? 0 : regripTorque(vehicle, inertiaKgM2, rolling.rules.regripSlipMPerS)
    return { ...duty, turbine: { ...duty.turbine, tyres: { mostNm, regripNm } } }
  })
}

/** Torque of the turbine at which the tires slip in a case. Infinity if that is not known. */
export function atTurbine({ brief, gearing }: Pick<Rolling, 'brief' | 'gearing'>, { kind, rangeId }: DutyCase): number {
  const output = Math.abs(gearing.get(rangeId)?.outputTorque ?? 0)
  const most = tyreTorque(brief, kind === 'reverse')
  return most === undefined || output === 0 ? Infinity : most / output
}

/** What the tires hold, and what the spec holds with them counted as house rules do not count them. */
export interface TyreVerdict {
  readonly limit: TyreLimit
  /** Most torque at the output shaft, forward. */
  readonly outputNm: number
  /** Engine power at which they slip in the launch. Null if there is no launch. */
  readonly slipFromW: number | null
  /** Held without the tires where they count, with them and their regrip where they do not. */
  readonly otherwise: PowerHeld
}

/** The tires of a spec with the house rule as it is, and solved once more the other way. Null if something of the vehicle is not known. */
export function tyreVerdict(
  rolling: Rolling,
  bare: readonly DutyCase[],
  used: (cases: readonly DutyCase[], scale: number) => number,
  peakPowerW: number,
): TyreVerdict | null {
  const outputNm = tyreTorque(rolling.brief, false)
  if (outputNm === undefined) return null
  const limit = tyreLimitOf(rolling)
  const other = withTyres(rolling, limit === 'never' ? 'cap-regrip' : 'never', bare)
  const launch = bare.find(({ kind }) => kind === 'launch')
  return {
    limit,
    outputNm,
    slipFromW: launch ? (atTurbine(rolling, launch) / launch.turbine.torqueNm) * peakPowerW : null,
    otherwise: powerHeld((scale) => used(other, scale), peakPowerW),
  }
}
