import { engineTorqueLine, type EngineLine } from '../converter/boosted-line.js'
import { characteristic, USUAL_STALL_TORQUE_RATIO, type Characteristic } from '../converter/characteristic.js'
import type { Engine } from '../engine/boost.js'
import { slipsIn } from '../gearing/motion.js'
import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import type { GearRange } from '../gearing/train.js'
import type { SpecInput } from '../model/spec-input.js'
import { shiftSeconds } from '../model/unit.js'
import { lockupState, type LockupOil } from '../parts/lockup/lockup-clutch.js'
import { dutyCases, type DutyCase } from './duty.js'
import { canLock, engineInertia, partOfKind, turbineInertiaOf } from './fitted.js'
import { launchShock } from './launch-shock.js'
import { lineOil } from './line-oil.js'
import { stallWindow, wantedStall } from './stall-target.js'
import { withTyres, type Rolling, tyreLimitOf } from './tyres.js'

/** Load cases of a spec at one engine power, with the engine line they come from. */
export interface Cases {
  readonly cases: readonly DutyCase[]
  /** Load cases without the tire limit. */
  readonly bare: readonly DutyCase[]
  readonly line: EngineLine
  readonly rolling: Rolling
}

/** Assumed converter if none is installed: it stalls in the middle of the target range. */
export function usualConverter({ on }: Engine, { brief, rules }: SpecInput): Characteristic {
  const { fromK, toK } = wantedStall(on, stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS))
  return characteristic(((fromK + toK) / 2) ** -2, USUAL_STALL_TORQUE_RATIO)
}

/** Load cases of a spec with a converter, at a multiple of engine power. */
export function casesOf(input: SpecInput, engine: Engine, converter: Characteristic, strength = 1, oil = lineOil(input)): Cases {
  const line = engineTorqueLine(engine, converter, strength)
  const { brief, rules, unit } = input
  const { train } = unit
  const duty = {
    train,
    line,
    brief,
    oil,
    rules,
    lockup: canLock(input),
    lockupMostNm: lockupMostNm(input.fitted),
    inertiaKgM2: engineInertia(input),
    turbineKgM2: turbineInertiaOf(input),
    shiftS: shiftSeconds(input.unit),
    slips: (range: RangeSolution, id: string) => slipsIn(input.unit.train, range, id),
  }
  const shockIn = (range: GearRange) => {
    const solved = gearingOf(train).get(range.id)
    return solved && launchShock(input, solved)
  }
  const bare = dutyCases(rules.launchShock === 'ramp' ? { ...duty, shockIn } : duty)
  return { cases: withTyres(duty, tyreLimitOf(duty), bare), bare, line, rolling: duty }
}

/** Torque capacity of the installed lockup clutch. Unlimited if its geometry is unknown. */
function lockupMostNm(fitted: SpecInput['fitted']): (oil: LockupOil) => number {
  const clutch = partOfKind(fitted, 'lockup')
  return clutch ? (oil) => lockupState(clutch.geometry, oil).torqueNm : () => Infinity
}
