import { lockupState, meanRadius, type LockupGeometry, type LockupOil } from '../parts/lockup/lockup-clutch.js'
import { emptyingTime, EXHAUST_SUCTION_PA, holesFor, inSeries, asOneHole, type LockupExhaust } from '../parts/lockup/release.js'
import { oilBalance } from '../parts/valves/line-pressure.js'
import { crossHoles } from '../parts/shaft/shaft.js'
import type { SpecInput } from '../model/spec-input.js'
import type { DutyCase } from '../judge/duty.js'
import { inputShaft } from '../judge/fitted.js'
import { lineOil, oilCircuit } from '../judge/line-oil.js'
import { type HouseRules } from '../model/rules.js'
import { gearingOf, type RangeSolution } from '../gearing/solve.js'

/** Maximum apply time of a full-throttle lockup, 0.5 s. Source: none (common practice). */
export const LONGEST_LOCKUP_S = 0.5

/** Oil flow while the lockup clutch applies: release oil out, apply oil in. */
export interface LockupOilWay {
  /** Time to drain the release side, without pump limit. */
  readonly seconds: number
  /** Apply time, including the limit of pump flow. */
  readonly appliedS: number
  /** Diameter of one hole equivalent to the release path. */
  readonly holeM: number
  /** Smallest restriction of the release path. */
  readonly narrowest: 'holes' | 'bore' | 'exhaust'
  readonly exhaust: LockupExhaust
  /** Drain time with the other exhaust. */
  readonly otherwise: { readonly exhaust: LockupExhaust; readonly seconds: number }
  /** Apply flow needed, and pump flow available for it. `null` if pump or valves are not installed. */
  readonly neededM3PerS: number
  readonly spareM3PerS: number | null
}

/** Apply pressure needed and available in a range at full power. */
export interface LockupPressure {
  readonly rangeId: string
  /** `null` if no pressure is enough, because an edge of the piston lifts first. */
  readonly neededPa: number | null
  readonly availablePa: number
}

/** Step and upper end of the pressure search, Pa. */
const STEP_PA = 20e3
const MOST_PA = 3e6
const HALVINGS = 28

/** Lowest apply pressure at which the clutch holds a torque, Pa. `undefined` if it does not up to 3 MPa. */
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

/** Apply pressure needed in every locked range, including the service factor of friction elements. */
export function lockupPressures(g: LockupGeometry, cases: readonly DutyCase[], { frictionFactor }: HouseRules): LockupPressure[] {
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
 * Oil flow while the lockup clutch applies. The release path is, in series: the release holes of the input shaft, its smallest bore,
 * and the exhaust orifice. Lube holes are excluded. `null` if the shaft has no release hole or no bore.
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

/** Lowest spare pump flow over all locked ranges, m³/s. `null` without pump, valves or locked range. */
function spareIn(input: SpecInput, cases: readonly DutyCase[]): number | null {
  const oil = lineOil(input)
  const { circuit } = oil
  if (!circuit) return null
  const gearing = gearingOf(input.unit.train)
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
