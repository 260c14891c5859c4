import { solveTrain } from '../gearing/solve.js'
import type { RangeSolution } from '../gearing/solve.js'
import { lockupState, meanRadius, type LockupGeometry, type LockupOil } from '../lockup/lockup-clutch.js'
import { emptyingTime, EXHAUST_SUCTION_PA, holesFor, inSeries, asOneHole, type LockupExhaust } from '../lockup/release.js'
import { oilBalance } from '../pressure/line-pressure.js'
import { crossHoles } from '../shaft/shaft.js'
import type { SpecInput } from './answer.js'
import type { DutyCase } from './duty.js'
import { inputShaft } from './fitted.js'
import { lineOil, oilCircuit } from './line-oil.js'
import { DEFAULT_RULES } from './rules.js'

/** A lockup at full throttle that is slower than this slips too long (common practice, no source). */
export const LONGEST_LOCKUP_S = 0.5

/** How the oil between piston and cover gets out, and what comes in behind the piston. */
export interface LockupOilWay {
  /** For the oil to get out. */
  readonly seconds: number
  /** Until the clutch is applied: longer where the pump cannot follow. */
  readonly appliedS: number
  /** All that is in its way, as one hole. */
  readonly holeM: number
  /** What is narrowest of it. */
  readonly narrowest: 'holes' | 'bore' | 'exhaust'
  readonly exhaust: LockupExhaust
  /** The same with the other exhaust. */
  readonly otherwise: { readonly exhaust: LockupExhaust; readonly seconds: number }
  /** Oil that follows the piston in that time, and what the pump has to spare for it; null where pump or valves are not known. */
  readonly neededM3PerS: number
  readonly spareM3PerS: number | null
}

/** Line pressure that the plates need in a range at full power, and what is there. */
export interface LockupPressure {
  readonly rangeId: string
  /** Null where no pressure is enough: an edge lifts first. */
  readonly neededPa: number | null
  readonly availablePa: number
}

/** How finely and how far pressure is searched, Pa. */
const STEP_PA = 20e3
const MOST_PA = 3e6
const HALVINGS = 40

/** Least apply pressure at which the clutch holds a torque, as pressure rises from none. Undefined if it never does. */
export function lockupPressureFor(g: LockupGeometry, releasePa: number, torqueNm: number): number | undefined {
  const holds = (applyPa: number) => lockupState(g, { applyPa, releasePa }).torqueNm >= torqueNm
  for (let applyPa = releasePa; applyPa <= MOST_PA; applyPa += STEP_PA) {
    if (!holds(applyPa)) continue
    let [low, high] = [applyPa - STEP_PA, applyPa]
    for (let i = 0; i < HALVINGS; i++) [low, high] = holds((low + high) / 2) ? [low, (low + high) / 2] : [(low + high) / 2, high]
    return high
  }
  return undefined
}

/** Pressure needed in every range that locks, friction factor of the house included. */
export function lockupPressures(g: LockupGeometry, cases: readonly DutyCase[], { frictionFactor } = DEFAULT_RULES): LockupPressure[] {
  return cases.flatMap((duty): LockupPressure[] => {
    if (duty.kind !== 'lockup') return []
    const { applyPa, releasePa } = duty.lockupOil
    return [
      {
        rangeId: duty.rangeId,
        neededPa: lockupPressureFor(g, releasePa, duty.lockup.torqueNm * frictionFactor) ?? null,
        availablePa: applyPa,
      },
    ]
  })
}

/**
 * The way of the oil as the lockup is applied: out between piston and cover, through the shaft's holes of that duty, its bore and the
 * exhaust; lube holes are no part of it. Null where the shaft has no such hole.
 */
export function lockupOilWay(input: SpecInput, g: LockupGeometry, oil: LockupOil, cases: readonly DutyCase[]): LockupOilWay | null {
  const shaft = inputShaft(input)
  if (!shaft || oil.applyPa <= oil.releasePa) return null
  const holes = holesFor(crossHoles(shaft), 'lockup-release')
  const bores = shaft.sections.map(({ boreDiameterM }) => boreDiameterM).filter((d) => d > 0)
  if (holes.length === 0 || bores.length === 0) return null
  const valves = oilCircuit(input)?.valves
  const places = [
    { at: 'holes' as const, diameterM: asOneHole(holes) },
    { at: 'bore' as const, diameterM: Math.min(...bores) },
    ...(valves?.lockupExhaustDiameterM ? [{ at: 'exhaust' as const, diameterM: valves.lockupExhaustDiameterM }] : []),
  ]
  const holeM = inSeries(places.map(({ diameterM }) => diameterM))
  const volumeM3 = Math.PI * (meanRadius(g) ** 2 - g.sealRadiusM ** 2) * g.gapM
  const secondsBy = (exhaust: LockupExhaust) => emptyingTime(volumeM3, holeM, oil.applyPa - oil.releasePa + EXHAUST_SUCTION_PA[exhaust])
  const exhaust = valves?.lockupExhaust ?? 'drain'
  const other = exhaust === 'drain' ? 'intake' : 'drain'
  const seconds = secondsBy(exhaust)
  const spareM3PerS = spareIn(input, cases)
  return {
    seconds,
    appliedS: spareM3PerS === null ? seconds : Math.max(seconds, volumeM3 / spareM3PerS),
    holeM,
    narrowest: places.reduce((least, place) => (place.diameterM < least.diameterM ? place : least)).at,
    exhaust,
    otherwise: { exhaust: other, seconds: secondsBy(other) },
    neededM3PerS: volumeM3 / seconds,
    spareM3PerS,
  }
}

/** Least that the pump has to spare in the ranges that lock, at the engine speed at which they do. */
function spareIn(input: SpecInput, cases: readonly DutyCase[]): number | null {
  const oil = lineOil(input)
  const { circuit } = oil
  if (!circuit) return null
  const gearing = input.gearing ?? solveTrain(input.unit.train)
  const spare = cases.flatMap((duty) => {
    const range = input.unit.train.ranges.find(({ id }) => id === duty.rangeId)
    if (duty.kind !== 'lockup' || !range) return []
    const turns = speedsAt(gearing.get(range.id), duty.turbine.speedRadPerS)
    return [oilBalance(circuit, oil.demandAt({ range, ...duty.oilAt }), turns).spareM3PerS]
  })
  return spare.length === 0 ? null : Math.min(...spare)
}

const speedsAt = (solved: RangeSolution | undefined, inputRadPerS: number): Record<string, number> =>
  Object.fromEntries(Object.entries(solved?.speeds ?? {}).map(([member, perInput]) => [member, perInput * inputRadPerS]))
