import { gearingOf } from '../gearing/solve.js'
import type { Brief, Vehicle } from '../model/brief.js'
import type { DutyCase } from './duty.js'
import { GRAVITY } from '../quantity/units.js'
import { powerHeld, type PowerHeld } from './power-held.js'
import type { HouseRules, TyreLimit } from '../model/rules.js'
import type { GearTrain } from '../gearing/train.js'

/** Torsional stiffness of axle shafts and tires of one axle, order of magnitude. Source: none (common practice). */
export const USUAL_WHEEL_STIFFNESS_NM_PER_RAD = 12_000

type TyreBrief = Pick<Brief, 'vehicle' | 'vehicleMassKg'>

/** Fields that the tire limit needs and the brief lacks. Empty if complete. */
export function tyresLack({ vehicle, vehicleMassKg }: TyreBrief): readonly (keyof Vehicle | 'vehicleMassKg' | 'vehicle')[] {
  if (!vehicle) return ['vehicle']
  const asked = ['drivenAxle', 'tyreFriction', ...(vehicle.drivenAxle === 'all' ? [] : ONE_AXLE)] as const
  return [...(vehicleMassKg === null ? (['vehicleMassKg'] as const) : []), ...asked.filter((key) => vehicle[key] === undefined)]
}

const ONE_AXLE = ['drivenShare', 'wheelbaseM', 'gravityHeightM'] as const

/**
 * Load on the driven axle at maximum traction, N. N = W·s / (1 ∓ μ·h/L): minus if acceleration shifts weight onto the axle (rear
 * axle forward, front axle in reverse). At most W. `undefined` if a field is missing.
 * Source: Gillespie, Fundamentals of Vehicle Dynamics (from memory).
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
 * Output-shaft torque at which the tires slip, N·m: μ·N·r / axle ratio. Axle losses are ignored. `undefined` if a field is missing.
 */
export function tyreTorque(brief: TyreBrief, reverse: boolean): number | undefined {
  const weight = drivenWeight(brief, reverse)
  const { vehicle } = brief
  if (weight === undefined || vehicle?.tyreFriction === undefined) return undefined
  return (vehicle.tyreFriction * weight * vehicle.tyreRadiusM) / vehicle.finalDrive
}

/**
 * Regrip shock at the turbine, N·m: Δω·√(k·J), with wheel overspeed Δω, wheel-end stiffness k and inertia J at the turbine.
 * The gear ratio cancels out.
 */
export function regripTorque(vehicle: Vehicle, inertiaKgM2: number, slipMPerS: number): number {
  const stiffness = vehicle.wheelStiffnessNmPerRad ?? USUAL_WHEEL_STIFFNESS_NM_PER_RAD
  return (slipMPerS / vehicle.tyreRadiusM) * Math.sqrt(stiffness * inertiaKgM2)
}

/** Inputs of the tire limit. */
export interface Rolling {
  readonly brief: TyreBrief & Pick<Brief, 'use'>
  readonly rules: Pick<HouseRules, 'tyreLimit' | 'regripSlipMPerS'>
  readonly train: GearTrain
  /** Inertia of engine with converter, and of the turbine, kg·m². */
  readonly inertiaKgM2: number
  readonly turbineKgM2: number
}

/** House rule for the use of the vehicle. 'never' if all wheels are driven. */
export const tyreLimitOf = ({ brief, rules }: Pick<Rolling, 'brief' | 'rules'>): TyreLimit =>
  brief.vehicle?.drivenAxle === 'all' ? 'never' : rules.tyreLimit[brief.use]

/** Adds the tire limit to the turbine torque of every load case. Returns the same cases if the limit is unknown or not used. */
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

/** Turbine torque at which the tires slip in a load case, N·m. Infinity if unknown. */
export function atTurbine({ brief, train }: Pick<Rolling, 'brief' | 'train'>, { kind, rangeId }: DutyCase): number {
  const output = Math.abs(gearingOf(train).get(rangeId)?.outputTorque ?? 0)
  const most = tyreTorque(brief, kind === 'reverse')
  return most === undefined || output === 0 ? Infinity : most / output
}

/** Tire limit of a build, and the power held with the opposite house rule. */
export interface TyreVerdict {
  readonly limit: TyreLimit
  /** Output-shaft torque at which the tires slip, forward. */
  readonly outputNm: number
  /** Engine peak power at which static launch torque makes the tires slip. `null` without a launch case. */
  readonly slipFromW: number | null
  /** Power held without the tire limit if it is used, else with it and regrip. */
  readonly otherwise: PowerHeld
}

/** Computes the tire limit of a build and solves power held with the opposite house rule. `null` if a field is missing. */
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
