import { memberAt, numberAt } from '../numeric/certain.js'
import { lineEnd, linePoint, linePoints, stallOnLine, type EngineLine } from '../converter/boosted-line.js'
import type { AssumedStall, RunningLine } from '../converter/full-throttle-line.js'
import type { OperatingPoint } from '../converter/operating-point.js'
import type { EngineCurve } from '../engine/curve.js'
import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import type { GearRange, GearTrain } from '../gearing/train.js'
import type { LockupOil } from '../parts/lockup/lockup-clutch.js'
import type { LineState } from '../parts/valves/line-pressure.js'
import type { Brief } from '../model/brief.js'
import type { LaunchShock } from './launch-shock.js'
import type { LineOil } from './line-oil.js'
import type { HouseRules, Shock } from '../model/rules.js'
import type { WorstPoint } from './worst-point.js'

export type DutyKind = 'launch' | 'launch-off-boost' | 'full-power' | 'shift' | 'lockup' | 'locked-shift' | 'reverse'

const NOTHING: WorstPoint = { torqueNm: 0, speedRadPerS: 0 }

/** A full-power upshift: which elements come on in it, and what they draw the input down from and to. */
export interface Upshift {
  readonly fromRangeId: string
  readonly coming: readonly string[]
  readonly fromRadPerS: number
  readonly toRadPerS: number
  /** Engine, converter and turbine together, kg·m². */
  readonly inertiaKgM2: number
}

/**
 * One loading of the whole path. A full-power case sweeps the range: engine, stator and turbine each stand at their own worst point.
 */
export interface DutyCase {
  readonly id: string
  readonly kind: DutyKind
  readonly rangeId: string
  readonly engine: WorstPoint
  readonly stator: WorstPoint
  readonly turbine: WorstPoint
  /** Torque through the lockup clutch. Zero if it is released. */
  readonly lockup: WorstPoint
  /** At the input against an element that comes on: what the turbine gives, and what the drawn-down inertia adds. Zero without an upshift. */
  readonly shift: WorstPoint
  readonly upshift?: Upshift
  /** As commanded, or less if relief valve, pump or the pressure limit of a fed part is lower. */
  readonly linePressurePa: number
  readonly commandedPa: number
  /** Line pressure that relief valve and pump allow, whatever the parts bear. */
  readonly madePa: number
  readonly lineState: LineState
  /** Assumed stall, if the engine does not stall with this converter. */
  readonly assumed?: AssumedStall
  /** Throttle and engine speed at which line pressure was looked at. */
  readonly oilAt: { readonly throttle: number; readonly engineRadPerS: number }
  readonly lockupOil: LockupOil
  readonly factors: Readonly<Record<Shock, number>>
  /** Overshoot that replaces the service factor of hard parts, if the house rule says so. */
  readonly shock?: LaunchShock
}

export interface DutyInput {
  readonly train: GearTrain
  readonly line: EngineLine
  readonly brief: Brief
  readonly oil: Pick<LineOil, 'at' | 'lockupAt'>
  readonly rules: HouseRules
  readonly lockup: boolean
  /** Most that the lockup clutch passes with oil on both sides of its piston; Infinity where that is not known. */
  lockupMostNm(oil: LockupOil): number
  /** Engine and converter together, kg·m². */
  readonly inertiaKgM2: number
  /** Turbine and what hangs on it, kg·m². */
  readonly turbineKgM2: number
  /** Time of a full-power upshift. */
  readonly shiftS: number
  /** True if an element slips in a range. */
  slips(range: RangeSolution, elementId: string): boolean
  /** Launch shock in a range, if the house rule uses it instead of a service factor. */
  readonly shockIn?: (range: GearRange) => LaunchShock | undefined
}

/** Forward ranges in which the converter is locked at full power: allowed by unit, job and house rule. */
export function lockedRanges(
  input: Pick<DutyInput, 'train' | 'rules' | 'lockup'> & { readonly brief: Pick<Brief, 'lockedIn'> },
): GearRange[] {
  const { lockedIn } = input.brief
  const may = input.lockup ? drivenRanges(input, false).filter(({ lockup, id }) => lockup && (lockedIn?.includes(id) ?? true)) : []
  return input.rules.lockupRanges === 'top' ? may.slice(-1) : may
}

const drivenRanges = ({ train }: Pick<DutyInput, 'train'>, reverse: boolean) =>
  train.ranges.filter((range) => (range.reverse ?? false) === reverse && gearingOf(train).get(range.id)?.outcome === 'driven')

/**
 * The duty cases of a spec: launch in the lowest forward range, off boost too where boost has to build up; full power in each forward
 * range, and the upshift into it at redline; the locked converter where range, converter and house rule allow it, and upshifts through it where the rule holds it on; reverse
 * with its own throttle limit. Shock is a factor beside the torque, never in it.
 */
export function dutyCases(input: DutyInput): DutyCase[] {
  const forward = drivenRanges(input, false)
  const first = forward[0]
  const { on, off, boostTurbineRadPerS } = input.line
  const stall: Stand = { by: off && boostTurbineRadPerS > 0 ? off : on, point: stallOnLine(input.line) }
  const entries = entrySpeeds(input, forward)
  const locked = lockedRanges(input)
  return [
    ...(first ? launches(input, first, stall) : []),
    ...forward.flatMap((range, i) => {
      const full = fullPower(input, range, numberAt(entries, i))
      const below = forward[i - 1]
      return below ? [full, upshiftInto(input, range, below, full)] : [full]
    }),
    ...locked.map((range) => lockedCase(input, range, numberAt(entries, forward.indexOf(range)))),
    ...(input.rules.lockupInShifts === 'held' ? lockedShifts(input, forward, locked) : []),
    ...drivenRanges(input, true).map((range) => standing(input, 'reverse', range, stall, input.brief.reverseThrottle)),
  ]
}

/** Oil at the lockup piston in the locked case with the lowest apply pressure. If no case is locked, the lowest of all cases. */
export function lockedOil(cases: readonly DutyCase[]): LockupOil {
  const locked = cases.filter(({ kind }) => kind === 'lockup' || kind === 'locked-shift')
  const oils = (locked.length > 0 ? locked : cases).map(({ lockupOil }) => lockupOil)
  return oils.reduce((least, oil) => (oil.applyPa < least.applyPa ? oil : least), oils[0] ?? { applyPa: 0, releasePa: 0 })
}

/** With boost where the brake or the road builds it; and off boost at the stall, where that is another point. */
function launches(input: DutyInput, first: GearRange, stall: Stand): DutyCase[] {
  const { boostTurbineRadPerS: from, on, off } = input.line
  if (!off || from === Infinity) return [standing(input, 'launch', first, stall, 1)]
  const boosted: Stand = from === 0 ? stall : { by: on, point: linePoint(input.line, from) }
  return [
    standing(input, 'launch', first, boosted, 1),
    standing(input, 'launch-off-boost', first, { by: off, point: memberAt(off.points, 0) }, 1),
  ]
}

/** Lowest turbine speed of full throttle in each forward range. */
function entrySpeeds(input: DutyInput, forward: readonly GearRange[]): number[] {
  const top = lineEnd(input.line).turbineSpeedRadPerS
  return forward.map((range, i) => {
    const below = forward[i - 1]
    if (!below || input.brief.upperRangeStart === 'from-rest') return 0
    return (top * ratioOf(input, range)) / ratioOf(input, below)
  })
}

const ratioOf = (input: DutyInput, range: GearRange) => gearingOf(input.train).get(range.id)?.ratio ?? 1

function factors(input: DutyInput, hard: number): DutyCase['factors'] {
  return { hard, friction: input.rules.frictionFactor, plate: input.rules.plateFactor, shifting: 1 }
}

/** Line pressure in a case, at the least engine speed of it: there the pump has least to give. */
function oilIn({ oil }: DutyInput, range: GearRange, engineRadPerS: number, throttle = 1) {
  const oilAt = { throttle, engineRadPerS }
  const { linePa, commandedPa, madePa, state } = oil.at({ range, ...oilAt })
  return { linePressurePa: linePa, commandedPa, madePa, lineState: state, oilAt, lockupOil: oil.lockupAt(linePa) }
}

/** A point of a line, with or without boost. */
interface Stand {
  readonly by: RunningLine
  readonly point: OperatingPoint
}

/**
 * Standing at a point of the line, throttled to a share of its torque; stall speed goes with the root of torque. On the way up from idle the
 * engine may pass through more torque than it has left there: behind a loose converter plate and crank joint see that.
 */
function standing(
  input: DutyInput,
  kind: 'launch' | 'launch-off-boost' | 'reverse',
  range: GearRange,
  { by, point }: Stand,
  share: number,
): DutyCase {
  const throttled = (torqueNm: number, speedRadPerS: number) => ({
    torqueNm: torqueNm * share,
    speedRadPerS: speedRadPerS * Math.sqrt(share),
  })
  const most = onTheWayUp(input.line, by, point)
  const turbine = { torqueNm: point.turbineTorqueNm * share, speedRadPerS: point.turbineSpeedRadPerS }
  const { rules, brief } = input
  const shock = kind === 'reverse' ? undefined : input.shockIn?.(range)
  const hard = kind === 'reverse' ? rules.reverseFactor : (shock?.overshoot ?? rules.launchFactor[brief.launch])
  return {
    id: kind === 'reverse' ? `reverse-${range.id}` : kind,
    kind,
    rangeId: range.id,
    engine: throttled(most.torqueNm, most.speedRadPerS),
    stator: { torqueNm: (point.turbineTorqueNm - point.engineTorqueNm) * share, speedRadPerS: 0 },
    turbine,
    lockup: NOTHING,
    shift: NOTHING,
    ...oilIn(input, range, point.engineSpeedRadPerS * Math.sqrt(share), kind === 'reverse' ? share : 1),
    factors: factors(input, hard),
    ...(by.assumed ? { assumed: by.assumed } : {}),
    ...(shock ? { shock } : {}),
  }
}

/** Greatest engine torque up to a point: from idle without boost, from where boost is there with it. */
function onTheWayUp({ off, engine }: EngineLine, { curve, strength }: RunningLine, point: OperatingPoint): WorstPoint {
  const [from, to] = [off && curve !== off.curve ? engine.boost?.thresholdRadPerS : undefined, point.engineSpeedRadPerS]
  const most = greatestTorque(curve, strength, Math.min(from ?? curve.minSpeedRadPerS, to), to)
  return most.torqueNm > point.engineTorqueNm ? most : { torqueNm: point.engineTorqueNm, speedRadPerS: to }
}

function fullPower(input: DutyInput, range: GearRange, entryRadPerS: number): DutyCase {
  const { line, rules, brief } = input
  const entry = linePoint(line, entryRadPerS)
  let turbine = entry
  let stator = entry
  let engine: WorstPoint = { torqueNm: entry.engineTorqueNm, speedRadPerS: entry.engineSpeedRadPerS }
  for (const p of linePoints(line, entryRadPerS)) {
    if (p.turbineTorqueNm > turbine.turbineTorqueNm) turbine = p
    if (p.turbineTorqueNm - p.engineTorqueNm > stator.turbineTorqueNm - stator.engineTorqueNm) stator = p
  }
  for (const { curve, strength, from, to } of stretches(line, entryRadPerS)) {
    const worst = greatestTorque(curve, strength, from, to)
    if (worst.torqueNm > engine.torqueNm) engine = worst
  }
  return {
    id: `full-${range.id}`,
    kind: 'full-power',
    rangeId: range.id,
    engine,
    stator: { torqueNm: stator.turbineTorqueNm - stator.engineTorqueNm, speedRadPerS: 0 },
    turbine: { torqueNm: turbine.turbineTorqueNm, speedRadPerS: turbine.turbineSpeedRadPerS },
    lockup: NOTHING,
    shift: NOTHING,
    ...oilIn(input, range, entry.engineSpeedRadPerS),
    factors: factors(input, rules.fullPowerFactor[brief.launch]),
  }
}

/**
 * The upshift into a range at redline. Turbine and engine run down to the speed at which the range takes over, at full throttle all the way; the
 * element that comes on takes the greatest turbine torque of that stretch and what the inertia gives as it is drawn down in the time of a
 * shift, T = T_t + I·Δω/t.
 */
function upshiftInto(input: DutyInput, range: GearRange, below: GearRange, full: DutyCase): DutyCase {
  const fromRadPerS = lineEnd(input.line).turbineSpeedRadPerS
  const toRadPerS = (fromRadPerS * ratioOf(input, range)) / ratioOf(input, below)
  const after = input.brief.upperRangeStart === 'after-shift' ? full : fullPower(input, range, toRadPerS)
  const inertiaKgM2 = input.inertiaKgM2 + input.turbineKgM2
  const inertiaNm = (inertiaKgM2 * Math.max(0, fromRadPerS - toRadPerS)) / input.shiftS
  const engineNm = after.turbine.torqueNm
  return {
    ...after,
    id: `shift-${range.id}`,
    kind: 'shift',
    factors: factors(input, input.rules.upshiftFactor),
    shift: {
      torqueNm: engineNm + inertiaNm,
      speedRadPerS: toRadPerS,
      made: { engineNm, inertiaNm, mostNm: Infinity },
    },
    upshift: { fromRangeId: below.id, coming: comingIn(input, range, below), fromRadPerS, toRadPerS, inertiaKgM2 },
  }
}

/** Elements that come on in an upshift with slip in them. Those between members that turn alike already have nothing to draw down. */
function comingIn({ train, slips }: DutyInput, range: GearRange, below: GearRange): string[] {
  const was = gearingOf(train).get(below.id)
  return range.on.filter((id) => !below.on.includes(id) && was !== undefined && slips(was, id))
}

/** The stretches of engine speed that full throttle runs through from a turbine speed on, each with its curve. */
function stretches(line: EngineLine, entryRadPerS: number): { curve: EngineCurve; strength: number; from: number; to: number }[] {
  const { on, off, boostTurbineRadPerS: boost } = line
  const speedAt = (turbine: number) => linePoint(line, turbine).engineSpeedRadPerS
  const end = lineEnd(line).engineSpeedRadPerS
  const before =
    off && entryRadPerS < boost
      ? [{ curve: off.curve, strength: off.strength, from: speedAt(entryRadPerS), to: boost === Infinity ? end : pointBefore(line) }]
      : []
  return boost === Infinity
    ? before
    : [...before, { curve: on.curve, strength: on.strength, from: speedAt(Math.max(entryRadPerS, boost)), to: end }]
}

/** Engine speed off boost at which boost comes. */
const pointBefore = ({ engine }: EngineLine) => engine.boost?.thresholdRadPerS ?? 0

/** Engine torque straight through, at its greatest above the speed at which the range is entered. */
function lockedCase(input: DutyInput, range: GearRange, entryRadPerS: number): DutyCase {
  const through = lockedTorque(input, entryRadPerS)
  return lockedThrough(
    input,
    `lockup-${range.id}`,
    'lockup',
    range,
    { engine: through, turbine: through, lockup: through },
    input.rules.lockupFactor,
  )
}

/** The greatest torque of a locked engine from a speed up to redline; with boost, as at speed it is there. */
function lockedTorque({ line }: DutyInput, fromRadPerS: number): WorstPoint {
  const { curve, strength } = line.on
  return greatestTorque(
    curve,
    strength,
    Math.min(Math.max(fromRadPerS, curve.minSpeedRadPerS), curve.maxSpeedRadPerS),
    curve.maxSpeedRadPerS,
  )
}

/**
 * Upshifts at redline between locked ranges with the lockup held on: what the engine's inertia gives as its speed is drawn down in the
 * shift's time comes on top of its torque, T = T_e + I·Δω/t. The lockup clutch is asked all of it; what lies behind sees no more than the
 * clutch passes. Inertia is a motion, so hard parts carry no service factor besides.
 */
function lockedShifts(input: DutyInput, forward: readonly GearRange[], locked: readonly GearRange[]): DutyCase[] {
  const top = input.line.on.curve.maxSpeedRadPerS
  return forward.flatMap((range, i): DutyCase[] => {
    const below = forward[i - 1]
    if (!below || !locked.includes(range) || !locked.includes(below)) return []
    const after = (top * ratioOf(input, range)) / ratioOf(input, below)
    const engine = lockedTorque(input, after)
    const inertiaNm = (input.inertiaKgM2 * Math.max(0, top - after)) / input.rules.lockedShiftS
    const { lockupOil } = oilIn(input, range, engine.speedRadPerS)
    const asked = (mostNm: number): WorstPoint => ({
      torqueNm: Math.min(mostNm, engine.torqueNm + inertiaNm),
      speedRadPerS: engine.speedRadPerS,
      made: { engineNm: engine.torqueNm, inertiaNm, mostNm },
    })
    const at = { engine, turbine: asked(input.lockupMostNm(lockupOil)), lockup: asked(Infinity) }
    return [lockedThrough(input, `locked-shift-${range.id}`, 'locked-shift', range, at, 1)]
  })
}

function lockedThrough(
  input: DutyInput,
  id: string,
  kind: 'lockup' | 'locked-shift',
  range: GearRange,
  at: Pick<DutyCase, 'engine' | 'turbine' | 'lockup'>,
  hard: number,
): DutyCase {
  return {
    id,
    kind,
    rangeId: range.id,
    ...at,
    stator: NOTHING,
    shift: NOTHING,
    ...oilIn(input, range, at.engine.speedRadPerS),
    factors: factors(input, hard),
  }
}

/** Greatest torque of a curve between two speeds: at an end, at a knot between them or at the curve's own peak. */
function greatestTorque(curve: EngineCurve, strength: number, fromRadPerS: number, toRadPerS: number): WorstPoint {
  let [best, at] = [curve.torqueNm(fromRadPerS), fromRadPerS]
  for (const w of [curve.peakTorqueSpeedRadPerS, ...curve.knotsRadPerS, toRadPerS]) {
    if (w < fromRadPerS || w > toRadPerS) continue
    const torque = curve.torqueNm(w)
    if (torque > best) [best, at] = [torque, w]
  }
  return { torqueNm: strength * best, speedRadPerS: at }
}
