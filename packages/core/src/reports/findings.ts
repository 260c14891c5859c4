import { assumedStall, stallOnLine, type EngineLine } from '../converter/boosted-line.js'
import type { EngineCurve } from '../engine/curve.js'
import type { Gearing } from '../gearing/solve.js'
import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import {
  damperStopTorque,
  LINING_BEHAVIOUR,
  lockupSpan,
  lockupState,
  pistonLimit,
  type LockupGeometry,
} from '../parts/lockup/lockup-clutch.js'
import type { SpecInput } from '../model/spec-input.js'
import { canLock, fittedConverter, solidResonance } from '../judge/fitted.js'
import { lockedOil, type DutyCase } from '../judge/duty.js'
import { lockupMade, pressureFindings } from './pressure-findings.js'
import { fitFindings } from './fit-findings.js'
import { stallWindow, wantedStall } from '../judge/stall-target.js'
import { leastStated } from '../model/stated.js'
import { readHardness } from '../material/hardness.js'
import { shaftSteel } from '../parts/shaft/shaft-limits.js'
import { stackWrongs } from '../parts/pack/stack.js'
import { hubTurns } from '../judge/element-shifts.js'
import { memberSpeed, relativeSpeed } from '../gearing/motion.js'
import { ENGINE_SPEED, type Station } from '../model/unit.js'
import type { Finding } from './finding.js'

/** Findings of a spec, front to rear. Speeds are taken at redline in every range, the converter's slip left out. */
export const findings = (input: SpecInput, cases: readonly DutyCase[], line: EngineLine): Finding[] => [
  ...ownFindings(input, cases, line),
  ...fitFindings(input),
]

/** The same without the findings of the fit. */
export function ownFindings(input: SpecInput, cases: readonly DutyCase[], line: EngineLine): Finding[] {
  const gearing = gearingOf(input.unit.train)
  const curve = line.engine.on
  const dead = input.unit.train.ranges.flatMap((range): Finding[] =>
    gearing.get(range.id)?.outcome === 'driven'
      ? []
      : [{ code: 'range-not-driven', stationId: null, rangeId: range.id, value: 0, limit: 0 }],
  )
  const perStation = input.unit.stations.flatMap((station): Finding[] => {
    const part = input.fitted.get(station.id)
    if (!part) return []
    const found: Finding[] = []
    const mostSpeed = leastStated(part.stated, 'speedRadPerS')
    const most = input.rules.ratchetMostNm
    if (part.kind === 'one-way' && part.geometry.elementKind === 'ratchet' && curve.peakTorqueNm > most)
      found.push({ code: 'one-way-unfit', stationId: station.id, rangeId: null, value: curve.peakTorqueNm, limit: most })
    const fastest = mostSpeed === undefined ? undefined : fastestRange(speedIn(input, station), gearing, curve.maxSpeedRadPerS)
    if (mostSpeed !== undefined && fastest && fastest.speed > mostSpeed)
      found.push({
        code: 'speed-above-maximum',
        stationId: station.id,
        rangeId: fastest.rangeId,
        value: fastest.speed,
        limit: mostSpeed,
      })
    return found
  })
  return [
    ...dead,
    ...stallFindings(input, line),
    ...boostFindings(input, line),
    ...pressureFindings(input, cases),
    ...perStation,
    ...stackFindings(input),
    ...softFindings(input),
    ...lockupFindings(input, cases),
    ...damperFindings(input, curve),
  ]
}

/** Stacks of plates that cannot be put together as they are said to lie, or would not work. */
function stackFindings(input: SpecInput): Finding[] {
  return input.unit.stations.flatMap((station): Finding[] => {
    const part = input.fitted.get(station.id)
    const stack = part?.kind === 'pack' ? part.geometry.stack : undefined
    if (!stack) return []
    return stackWrongs(stack, hubTurns(input.unit, station)).map((wrong) => ({
      code: 'stack-wrong',
      stationId: station.id,
      rangeId: null,
      value: wrong.valueM,
      limit: wrong.limitM,
      stack: { wrong, plates: stack.plates },
    }))
  })
}

/** A shaft whose hardness says that it is not of the steel that it is sold as. */
function softFindings({ unit, fitted }: SpecInput): Finding[] {
  return unit.stations.flatMap(({ id }): Finding[] => {
    const part = fitted.get(id)
    if (part?.kind !== 'shaft' || !part.geometry.hardness) return []
    const steel = shaftSteel(part.geometry)
    const { verdict, highPa } = readHardness(part.geometry.hardness, steel, part.geometry.caseDepthM)
    return verdict === 'too-soft'
      ? [{ code: 'softer-than-its-steel', stationId: id, rangeId: null, value: highPa ?? 0, limit: steel.ultimatePa }]
      : []
  })
}

/**
 * Names the assumption of an answer. A converter too tight for the engine is assumed to stall at idle, one too loose at redline. If no
 * converter is installed, one with the target stall is assumed.
 */
function stallFindings({ unit, fitted, brief, rules }: SpecInput, line: EngineLine): Finding[] {
  const { on } = line.engine
  const assumed = assumedStall(line)
  const code = !fittedConverter({ fitted }) ? 'usual-converter' : assumed && (assumed === 'idle' ? 'stalls-at-idle' : 'stalls-at-redline')
  if (!code) return []
  const wanted = wantedStall(on, stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS))
  const stationId = unit.stations.find(({ kind }) => kind === 'converter')?.id ?? null
  return [{ code, stationId, rangeId: null, value: stallOnLine(line).engineSpeedRadPerS, limit: wanted.toRadPerS, wanted }]
}

/** An engine that stalls below its boost threshold never makes boost while the brake holds it. */
function boostFindings(input: SpecInput, { engine, off, boostTurbineRadPerS }: EngineLine): Finding[] {
  if (boostTurbineRadPerS === 0 || !engine.boost) return []
  const stall = off?.points[0]?.engineSpeedRadPerS ?? 0
  const station = input.unit.stations.find(({ kind }) => kind === 'converter')
  return [
    {
      code: boostTurbineRadPerS === Infinity ? 'boost-never' : 'boost-never-on-the-brake',
      stationId: station?.id ?? null,
      rangeId: null,
      value: stall,
      limit: engine.boost.thresholdRadPerS,
    },
  ]
}

/** Findings of lockup piston tilt and of lockup slip. */
function lockupFindings(input: SpecInput, cases: readonly DutyCase[]): Finding[] {
  const fitted = [...input.fitted].flatMap(([stationId, part]) => (part.kind === 'lockup' ? [{ stationId, part }] : []))
  if (!canLock(input)) return []
  return fitted.flatMap(({ stationId, part }) => {
    const at = { stationId, rangeId: null }
    const slip = input.rules.lockupSlipRadPerS
    const borne = LINING_BEHAVIOUR[part.geometry.lining].steadySlipRadPerS
    return [
      ...leanFindings(part.geometry, input, cases).map((found) => ({ ...at, ...found })),
      ...(slip > borne ? [{ ...at, code: 'lockup-slip-unfit' as const, value: slip, limit: borne }] : []),
    ]
  })
}

/**
 * A damper whose coils bind under the engine's peak torque hammers its springs to pieces: it wants a solid plate, which passes on every pulse.
 * Only what the locked engine gives counts; shock is in the margin of the station.
 */
function damperFindings(input: SpecInput, { peakTorqueNm }: EngineCurve): Finding[] {
  if (!canLock(input)) return []
  return [...input.fitted].flatMap(([stationId, part]): Finding[] => {
    const limit = part.kind === 'lockup' && part.geometry.damper ? damperStopTorque(part.geometry.damper) : Infinity
    if (peakTorqueNm <= limit) return []
    const solidRadPerS = solidResonance(input)
    const found = { code: 'damper-bottoms', stationId, rangeId: null, value: peakTorqueNm, limit } as const
    return [solidRadPerS === undefined ? found : { ...found, solidRadPerS }]
  })
}

function leanFindings(geometry: LockupGeometry, input: SpecInput, cases: readonly DutyCase[]): Pick<Finding, 'code' | 'value' | 'limit'>[] {
  const oil = lockedOil(cases)
  const across = oil.applyPa - oil.releasePa
  const { lifted, edge } = lockupState(geometry, oil)
  const span = lockupSpan(geometry, oil.releasePa)
  const limit = span === null ? 0 : across < span.bearsFromPa ? span.bearsFromPa : (span.liftsAbovePa ?? 0)
  const known = pistonLimit(geometry)
  const made = (lockupMade(input, cases) ?? 0) - oil.releasePa
  return [
    ...(lifted
      ? [{ code: edge === 'inner' ? ('lockup-leans-inward' as const) : ('lockup-leans-outward' as const), value: across, limit }]
      : []),
    ...(known !== undefined && made > known ? [{ code: 'lockup-above-known' as const, value: made, limit: known }] : []),
  ]
}

/** Speed that a station's limit is compared with, per input speed: overrun of a one-way clutch, rotation of other parts. */
function speedIn({ unit }: SpecInput, { kind, load, speedOf }: Station): SpeedIn | typeof ENGINE_SPEED {
  if (speedOf === ENGINE_SPEED) return ENGINE_SPEED
  const oneWay = kind === 'one-way' && load.at === 'link' ? unit.train.elements.find(({ id }) => id === load.id) : undefined
  return oneWay ? (range) => relativeSpeed(range, oneWay.a, oneWay.b) : (range) => memberSpeed(range, speedOf)
}

type SpeedIn = (range: RangeSolution) => number | undefined

function fastestRange(
  of: SpeedIn | typeof ENGINE_SPEED,
  gearing: Gearing,
  redlineRadPerS: number,
): { speed: number; rangeId: string | null } {
  if (of === ENGINE_SPEED) return { speed: redlineRadPerS, rangeId: null }
  let fastest: { speed: number; rangeId: string | null } = { speed: 0, rangeId: null }
  for (const [rangeId, range] of gearing) {
    const speed = Math.abs(of(range) ?? 0) * redlineRadPerS
    if (speed > fastest.speed) fastest = { speed, rangeId }
  }
  return fastest
}
