import { engineTorqueLine } from '../converter/boosted-line.js'
import { converterCharacteristic, turbineInertia } from '../parts/converter/geometry.js'
import { slipsIn } from '../gearing/motion.js'
import { cyclesAt, enduranceOf, goodmanReversed } from '../material/fatigue.js'
import {
  damperStiffness,
  damperStopTorque,
  LINING_BEHAVIOUR,
  lockupSpan,
  lockupState,
  meanRadius,
  pistonPlate,
  pistonLimit,
  type LockupGeometry,
  type LockupOil,
  type LockupSpan,
  type LockupState,
} from '../parts/lockup/lockup-clutch.js'
import { LEAST_SOLID_RATIO, resonanceSpeed, torsionalMagnification } from '../parts/lockup/torsional.js'
import { steelById } from '../material/steels.js'
import { shaftStiffness } from '../parts/shaft/shaft-spring.js'
import type { SpecInput } from '../model/spec-input.js'
import { canLock, engineInertia, fittedConverter, inputShaft, partOfKind, turbineInertiaOf } from '../judge/fitted.js'
import { shiftSeconds } from '../model/unit.js'
import { engineOfBrief } from '../model/brief.js'
import { dutyCases, lockedOil, lockedRanges, type DutyCase } from '../judge/duty.js'
import { lineOil } from '../judge/line-oil.js'
import { lockupOilWay, lockupPressures, type LockupOilWay, type LockupPressure } from './lockup-oil.js'

/** The lockup asked and held in one range, or in the upshift into it with the clutch held on. */
export interface LockedDemand {
  readonly kind: 'range' | 'shift'
  readonly rangeId: string
  readonly demandNm: number
  readonly margin: number
  /** True if the house rule locks it there at full power. */
  readonly byRule: boolean
}

/** Stress where the piston is cut, riveted or bent, and how many applies it bears. */
export interface NotchLife {
  readonly name: string
  readonly stressPa: number
  readonly endurancePa: number
  /** Infinity under the endurance limit. */
  readonly cycles: number
}

export interface LockupReport {
  readonly oil: LockupOil
  readonly state: LockupState
  readonly span: LockupSpan | null
  /** Pressure limit scaled from a reference piston. */
  readonly knownLimitPa: number | null
  readonly demands: readonly LockedDemand[]
  readonly notches: readonly NotchLife[]
  readonly damperStopNm: number | null
  readonly torsion: Torsion | null
  /** Oil flow while applying. `null` if the input shaft has no release hole. */
  readonly oilWay: LockupOilWay | null
  readonly pressures: readonly LockupPressure[]
  readonly slip: {
    readonly wantedRadPerS: number
    readonly borneRadPerS: number
    readonly heatW: number
    readonly wattPerM2: number
    readonly mostWattPerM2: number
  }
}

/** The torsional mode that firing meets: shaft, and damper where there is one, with the turbine on it. */
export interface Torsion {
  readonly resonanceRadPerS: number
  /** With half of the cylinders cut off. */
  readonly halvedRadPerS: number
  readonly leastSolidRadPerS: number
  /** At the speed at which the locked engine pulls its torque peak. */
  readonly magnification: number
}

/** Report of the lockup clutch in this job. `null` without a lockup clutch, converter or engine. */
export function lockupReport(input: SpecInput): LockupReport | null {
  const clutch = partOfKind(input.fitted, 'lockup')
  const engine = engineOfBrief(input.brief.engine)
  const converter = fittedConverter(input)
  if (!clutch || !engine.ok || !converter) return null
  const g = clutch.geometry
  const rules = input.rules
  const { cases, demands } = demandsOn(input, g)
  const oil = lockedOil(cases)
  const state = lockupState(g, oil)
  const most = Math.max(0, ...demands.filter((d) => d.kind === 'range' && d.byRule).map((d) => d.demandNm))
  const heatW = most * rules.lockupSlipRadPerS
  const face = Math.PI * (g.liningOuterRadiusM ** 2 - g.liningInnerRadiusM ** 2) * g.faces
  const lining = LINING_BEHAVIOUR[g.lining]
  return {
    oil,
    state,
    span: lockupSpan(g, oil.releasePa),
    knownLimitPa: pistonLimit(g) ?? null,
    demands,
    notches: notchLives(g, Math.max(0, oil.applyPa - oil.releasePa)),
    damperStopNm: g.damper ? damperStopTorque(g.damper) : null,
    torsion: torsionOf(input, g, turbineInertia(converter), engine.value.on.peakTorqueSpeedRadPerS),
    oilWay: lockupOilWay(input, g, oil, cases),
    pressures: lockupPressures(g, cases, rules),
    slip: {
      wantedRadPerS: rules.lockupSlipRadPerS,
      borneRadPerS: lining.steadySlipRadPerS,
      heatW,
      wattPerM2: heatW / face,
      mostWattPerM2: lining.wattPerM2,
    },
  }
}

/** Every range that allows lockup and every upshift between two of them, by the rule or beside it. */
function demandsOn(input: SpecInput, clutch: LockupGeometry): { cases: readonly DutyCase[]; demands: LockedDemand[] } {
  const { unit, brief, rules } = input
  const engine = engineOfBrief(brief.engine)
  const converter = fittedConverter(input)
  const line = engine.ok && converter ? engineTorqueLine(engine.value, converterCharacteristic(converter)) : undefined
  if (!line) return { cases: [], demands: [] }
  const { train } = unit
  const every = { ...rules, lockupRanges: 'as-unit', lockupInShifts: 'held' } as const
  const lockup = canLock(input)
  const holds = (oil: LockupOil) => lockupState(clutch, oil).torqueNm
  const { lockedIn: _wanted, ...anyRange } = brief
  void _wanted
  const cases = dutyCases({
    train,
    line,
    brief: anyRange,
    oil: lineOil(input),
    rules: every,
    lockup,
    lockupMostNm: holds,
    inertiaKgM2: engineInertia(input),
    turbineKgM2: turbineInertiaOf(input),
    shiftS: shiftSeconds(unit),
    slips: (range, id) => slipsIn(train, range, id),
  })
  const locked = new Set(lockedRanges({ train, rules, lockup, brief }).map(({ id }) => id))
  const demands = cases.flatMap((duty): LockedDemand[] => {
    if (duty.kind !== 'lockup' && duty.kind !== 'locked-shift') return []
    const demandNm = duty.lockup.torqueNm
    const kind = duty.kind === 'lockup' ? 'range' : 'shift'
    const byRule = locked.has(duty.rangeId) && (kind === 'range' || rules.lockupInShifts === 'held')
    const margin = holds(duty.lockupOil) / (demandNm * rules.frictionFactor)
    return [{ kind, rangeId: duty.rangeId, demandNm, margin, byRule }]
  })
  return { cases, demands }
}

function notchLives(g: LockupGeometry, pressurePa: number): NotchLife[] {
  const steel = steelById(g.piston.steelId)
  if (!steel) return []
  const plate = pistonPlate(g, pressurePa)
  const endurance = enduranceOf(steel)
  return (g.piston.notches ?? []).map(({ name, radiusM, factor }) => {
    const stressPa = factor * plate.stressPa(Math.min(radiusM, meanRadius(g)))
    return { name, stressPa, endurancePa: endurance.endurancePa, cycles: cyclesAt(endurance, goodmanReversed(stressPa, steel.ultimatePa)) }
  })
}

function torsionOf(input: SpecInput, g: LockupGeometry, inertiaKgM2: number, atRadPerS: number): Torsion | null {
  const shaft = inputShaft(input)
  const { cylinders } = input.brief.engine
  if (!shaft || cylinders === undefined) return null
  const springs = [shaftStiffness(shaft), ...(g.damper ? [damperStiffness(g.damper)] : [])]
  const resonanceRadPerS = resonanceSpeed(springs, inertiaKgM2, cylinders)
  return {
    resonanceRadPerS,
    halvedRadPerS: resonanceSpeed(springs, inertiaKgM2, cylinders / 2),
    leastSolidRadPerS: LEAST_SOLID_RATIO * resonanceRadPerS,
    magnification: torsionalMagnification(atRadPerS / resonanceRadPerS),
  }
}
