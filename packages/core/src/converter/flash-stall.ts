import { numberAt } from '../numeric/certain.js'
import type { Engine } from '../engine/boost.js'
import type { EngineCurve } from '../engine/curve.js'
import { solveOde, type OdeProblem } from '../numeric/dormand-prince.js'
import type { Characteristic } from './characteristic.js'

/** Load that the engine accelerates against. */
export interface FlashInput {
  readonly engine: Engine
  readonly converter: Characteristic
  /** Engine with impeller, kg·m². */
  readonly engineInertiaKgM2: number
  /** Turbine and all behind it as felt at the turbine, kg·m²; Infinity where the output is held. */
  readonly turbineInertiaKgM2: number
  /** Torque at the turbine that the vehicle takes before it moves, N·m. */
  readonly dragNm: number
}

/** End of a flash. */
export type FlashEnd =
  | {
      readonly outcome: 'flashed'
      readonly speedRadPerS: number
      readonly turbineSpeedRadPerS: number
      readonly timeS: number
      /** Share of its boost that is there. */
      readonly boostShare: number
    }
  /** It reaches the end of its curve before. */
  | { readonly outcome: 'past-redline'; readonly timeS: number }
  | { readonly outcome: 'held-at-idle' }
  | { readonly outcome: 'not-settled' }

/** With the output held the engine is at its stall when its own inertia takes no more than this share of its torque. */
export const FLASH_SHARE = 0.05
const LONGEST_S = 30
/** Step along the motion over which the change of acceleration is taken, s. */
const SHORT_S = 1e-5

type State = readonly [engine: number, turbine: number, boost: number]

const stateOf = (y: readonly number[]): State => [numberAt(y, 0), numberAt(y, 1), numberAt(y, 2)]

/**
 * Equations of a flash: engine, turbine and share of boost. I_e·dω_e/dt = T_e − C(SR)·ω_e²; I_t·dω_t/dt = TR·T_p − drag, never backwards;
 * boost follows with its lag above the threshold and falls away below it. The event is the flash, see flashStall.
 * Source: Newton; SAE J643.
 */
export function flashProblem(input: FlashInput, tolerance = 1e-8): OdeProblem {
  const { engine } = input
  const slope = (y: State) => slopeOf(input, y)
  const slackening = (y: State) => {
    const d = slope(y)
    const on: State = [y[0] + SHORT_S * d[0], y[1] + SHORT_S * d[1], y[2] + SHORT_S * d[2]]
    return d[0] - slope(on)[0]
  }
  const surplus = (y: State) =>
    building(engine, y) ? 1 : (slope(y)[0] * input.engineInertiaKgM2) / engineTorque(engine, y[0], y[2]) - FLASH_SHARE
  const settled = Number.isFinite(input.turbineInertiaKgM2) ? slackening : surplus
  return {
    start: [engine.on.minSpeedRadPerS, 0, engine.off ? 0 : 1],
    end: LONGEST_S,
    relativeTolerance: tolerance,
    absoluteTolerance: [tolerance * 100, tolerance * 100, tolerance],
    derivative: (_t, y) => slope(stateOf(y)),
    event: (_t, y) => Math.min(settled(stateOf(y)), engine.on.maxSpeedRadPerS - numberAt(y, 0)),
  }
}

function slopeOf({ engine, converter, engineInertiaKgM2, turbineInertiaKgM2, dragNm }: FlashInput, [we, wt, share]: State): State {
  const sr = Math.min(1, Math.max(0, wt / we))
  const tp = converter.capacity(sr) * we * we
  const push = tp * converter.torqueRatio(sr) - dragNm
  const moves = Number.isFinite(turbineInertiaKgM2) && (wt > 0 || push > 0)
  const wanted = engine.boost && we < engine.boost.thresholdRadPerS ? 0 : 1
  const boost = engine.off && engine.boost ? (wanted - share) / engine.boost.lagS : 0
  return [(engineTorque(engine, we, share) - tp) / engineInertiaKgM2, moves ? push / turbineInertiaKgM2 : 0, boost]
}

/** Torque between off and on boost, held at the ends of the curves. */
function engineTorque({ on, off }: Engine, w: number, share: number): number {
  const withBoost = on.torqueNm(clamped(on, w))
  return off ? (1 - share) * off.torqueNm(clamped(off, w)) + share * withBoost : withBoost
}

const clamped = (curve: EngineCurve, w: number) => Math.min(curve.maxSpeedRadPerS, Math.max(curve.minSpeedRadPerS, w))

/**
 * Flash stall: full throttle at once from idle with the vehicle free to move. The engine shoots up, its rise slackens where the converter
 * takes hold, and then the vehicle draws it up: the flash is where the rise is flattest (the change of its acceleration turns from falling
 * to rising). With the output held (infinite inertia) it is the trans-brake's stall and how long it takes: where the engine's own inertia
 * takes no more than FLASH_SHARE of its torque, and boost that is building is there.
 * @example flashStall({ engine: { on: flatEngine(500, 800, 7000) }, converter: characteristic(0.004, 2), engineInertiaKgM2: 0.3, turbineInertiaKgM2: Infinity, dragNm: 0 }).speedRadPerS / Math.sqrt(500 / 0.004) // → 0.975
 */
export function flashStall(input: FlashInput): FlashEnd {
  const { engine, converter } = input
  const idle = engine.on.minSpeedRadPerS
  if (engineTorque(engine, idle, engine.off ? 0 : 1) <= converter.capacity(0) * idle * idle) return { outcome: 'held-at-idle' }
  const end = solveOde(flashProblem(input))
  if (end.outcome !== 'event') return { outcome: 'not-settled' }
  const [speedRadPerS, turbineSpeedRadPerS, boostShare] = stateOf(end.y)
  return speedRadPerS >= engine.on.maxSpeedRadPerS * (1 - 1e-9)
    ? { outcome: 'past-redline', timeS: end.t }
    : { outcome: 'flashed', speedRadPerS, turbineSpeedRadPerS, timeS: end.t, boostShare }
}

/**
 * Time of full throttle from idle until boost begins to build, s. `null` if the engine has no boost threshold or does not reach it.
 * Source: Newton; SAE J643.
 * @example timeToThreshold({ engine: { on: flatEngine(500, 800, 7000), boost: { thresholdRadPerS: 300, lagS: 1, offShare: 1 } }, converter: characteristic(1e-9, 2), engineInertiaKgM2: 0.5, turbineInertiaKgM2: Infinity, dragNm: 0 }) // → 0.2162
 */
export function timeToThreshold(input: FlashInput): number | null {
  const { boost } = input.engine
  if (!boost) return null
  const end = solveOde({ ...flashProblem(input), event: (_t, y) => boost.thresholdRadPerS - numberAt(y, 0) })
  return end.outcome === 'event' ? end.t : null
}

/** Boost that is still coming: wanted, and less than nineteen parts of twenty there. */
const building = ({ boost, off }: Engine, [speed, , share]: State) =>
  off !== undefined && boost !== undefined && speed >= boost.thresholdRadPerS && share < 1 - FLASH_SHARE
