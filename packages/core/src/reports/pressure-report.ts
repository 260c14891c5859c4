import { certain, numberAt } from '../numeric/certain.js'
import { dynamicShare } from '../friction/lining.js'
import { gearingOf, type Gearing, type RangeSolution } from '../gearing/solve.js'
import type { GearRange } from '../gearing/train.js'
import { fillTime, oilBalance, type LinePressure, type OilBalance } from '../parts/valves/line-pressure.js'
import { reliefOpening, type RegulatorFeed } from '../parts/valves/regulator.js'
import { orificeFlow } from '../fluid/orifice.js'
import { toSi } from '../quantity/units.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from './answer.js'
import { engineOfBrief } from '../model/brief.js'
import { COLD_OIL_K, HOT_OIL_K } from '../model/calibration.js'
import { type DutyCase } from '../judge/duty.js'
import { drumState } from '../judge/station-case.js'
import { lineOil, type LineOil } from '../judge/line-oil.js'
import { demandIn } from '../judge/demand.js'
import { loadShare } from '../judge/load.js'
import { stationLimits } from '../parts/registry.js'
import type { Part } from '../model/part.js'
import { pressureMaxima, type PressureMaximum } from './pressure-findings.js'
import { heldBeside } from '../judge/side-by-side.js'
import type { Station, Unit } from '../model/unit.js'
import type { FrictionElement } from '../parts/definition.js'
import { frictionElementAt } from '../judge/element-shifts.js'

/** Line pressure that an element needs in the case of a range that asks most of it. */
export interface PressureNeed {
  readonly stationId: string
  readonly caseId: string
  /** At margin 1, and with the house margin on top. */
  readonly neededPa: number
  readonly housePa: number
  /** The same at a share of the torque of that case. */
  neededAt(share: number): number
  /** Line pressure in that load case, and its shortfall (0 if there is none). */
  readonly suppliedPa: number
  readonly shortPa: number
  /** Fraction of full torque above which the supplied pressure is too low. `null` if it never is. */
  readonly shortFrom: number | null
  /** To come on in the time of a shift, at margin 1 and with its house margin. Null if it does not come on in an upshift into the range. */
  readonly shifting: { readonly neededPa: number; readonly housePa: number } | null
}

/** Pressure needed by the elements of a range, and line pressure. */
export interface RangePressure {
  readonly rangeId: string
  readonly needs: readonly PressureNeed[]
  /** Line pressure at a share of the torque, throttle open as far. */
  suppliedAt(share: number): number
}

/** Gauge reading at one point, hot and cold. */
export interface GaugeRow {
  readonly at: 'idle' | 'cruise' | 'stall' | 'redline' | 'low' | 'reverse-idle' | 'reverse-stall'
  readonly rangeId: string
  readonly throttle: number
  readonly engineRadPerS: number
  readonly hot: LinePressure
  readonly cold: LinePressure
}

/** The oil at one point, and which branches get less than they need. */
export interface OilRow {
  readonly at: 'idle' | 'cruise' | 'stall' | 'redline'
  readonly rangeId: string
  readonly engineRadPerS: number
  readonly balance: OilBalance
  readonly lubes: readonly { readonly name: string; readonly getsM3PerS: number; readonly needsM3PerS: number }[]
}

/** Filling the piston of an element that comes on in a range. */
export interface FillRow {
  readonly stationId: string
  readonly rangeId: string
  /** Put in at idle, or shifted to at redline. */
  readonly at: 'idle' | 'redline'
  readonly sweptM3: number
  /** Flow into the element: spare pump flow, at most the flow through its feed. */
  readonly comesM3PerS: number
  readonly seconds: number
}

export interface PressureReport {
  readonly byValves: boolean
  /** `null` without valves. */
  readonly openingPa: number | null
  readonly ranges: readonly RangePressure[]
  readonly gauge: readonly GaugeRow[]
  readonly maxima: readonly PressureMaximum[]
  /** Empty without pump or valves. */
  readonly oil: readonly OilRow[]
  readonly fills: readonly FillRow[]
}

/** All about line pressure in a spec: what it must be, what it is, where the oil goes. */
export function pressureReport(input: SpecInput, answer: Answer): PressureReport | null {
  const engine = engineOfBrief(input.brief.engine)
  if (!engine.ok) return null
  const { minSpeedRadPerS: idle, maxSpeedRadPerS: redline } = engine.value.on
  const gearing = gearingOf(input.unit.train)
  const oil = lineOil(input)
  const ranges = input.unit.train.ranges.filter(({ id }) => gearing.get(id)?.outcome === 'driven')
  const scene: Scene = { input, answer, gearing, oil, ranges, idle, redline }
  return {
    byValves: oil.byValves,
    openingPa: oil.circuit ? reliefOpening(oil.circuit.valves) : null,
    ranges: ranges.map((range) => rangePressure(scene, range)),
    gauge: gaugeTable(scene),
    maxima: pressureMaxima(input, answer.cases),
    oil: oilRows(scene),
    fills: fillRows(scene),
  }
}

interface Scene {
  readonly input: SpecInput
  readonly answer: Answer
  readonly gearing: Gearing
  readonly oil: LineOil
  readonly ranges: readonly GearRange[]
  readonly idle: number
  readonly redline: number
}

/** Friction elements that are on in a range. */
function elementsOn(input: Pick<SpecInput, 'unit' | 'fitted'>, range: GearRange): { station: Station; friction: FrictionElement }[] {
  return input.unit.stations.flatMap((station) => {
    const friction = frictionElementAt(input, station)
    const on = station.load.at === 'link' && range.on.includes(station.load.id)
    return on && friction ? [{ station, friction }] : []
  })
}

/**
 * Line pressure at which a pack or band just holds a torque in a case: its capacity, springs and spinning oil with it, solved for pressure.
 * Infinity where strut, lever or anchor of a band give way before any pressure does it.
 */
export function pressureFor(
  input: SpecInput,
  station: Station,
  friction: FrictionElement,
  duty: DutyCase,
  range: RangeSolution,
  torqueNm: number,
): number {
  const { drumPerInput, dragSense } = drumState(input.unit, station, range)
  const oil = { rangeId: duty.rangeId, drumSpeedRadPerS: drumPerInput * duty.turbine.speedRadPerS, dragSense }
  return friction.pressureFor(oil, torqueNm, input.rules.frictionRadius)
}

function rangePressure(scene: Scene, range: GearRange): RangePressure {
  const cases = scene.answer.cases.filter(({ rangeId }) => rangeId === range.id)
  const least = cases.reduce<DutyCase | undefined>(
    (low, duty) => (low && low.linePressurePa <= duty.linePressurePa ? low : duty),
    undefined,
  )
  const { throttle, engineRadPerS } = least?.oilAt ?? { throttle: 1, engineRadPerS: scene.redline }
  const suppliedAt = (share: number) => scene.oil.at({ range, throttle: throttle * share, engineRadPerS }).linePa
  const needs = elementsOn(scene.input, range).flatMap(
    ({ station, friction }) => needOf(scene, range, cases, station, friction, suppliedAt) ?? [],
  )
  return { rangeId: range.id, needs, suppliedAt }
}

function needOf(
  { input, gearing }: Scene,
  range: GearRange,
  cases: readonly DutyCase[],
  station: Station,
  friction: FrictionElement,
  suppliedAt: (share: number) => number,
): PressureNeed | undefined {
  const solved = certain(gearing.get(range.id))
  const { rules, brief } = input
  const context = { engineKind: brief.engine.kind, rules }
  const margin = rules.houseMargin.friction
  const each = cases.flatMap((duty) => {
    const demandNm = demandIn(duty, loadShare(station.load, solved), 'friction')
    if (!(demandNm > 0)) return []
    // A parallel one-way clutch carries part of the torque; only the rest needs pressure.
    const beside = heldBeside(input, station, duty, solved, (other, fitted) => stationLimits(input.unit, other, fitted, context).limits)
    const needAt = (of: number) =>
      demandNm * of > beside ? pressureFor(input, station, friction, duty, solved, demandNm * of - beside) : 0
    return [{ duty, needAt }]
  })
  const worst = each.reduce<(typeof each)[number] | undefined>((top, next) => (top && lacks(top) >= lacks(next) ? top : next), undefined)
  if (!worst) return undefined
  const { duty, needAt } = worst
  const neededPa = needAt(1)
  const shortPa = Math.max(0, neededPa - duty.linePressurePa)
  return {
    stationId: station.id,
    caseId: duty.id,
    neededPa,
    housePa: needAt(margin),
    neededAt: needAt,
    suppliedPa: duty.linePressurePa,
    shortPa,
    shortFrom: shortFrom(needAt, suppliedAt),
    shifting: shiftingNeed(input, cases, station, friction, solved),
  }
}

/** Line pressure an element needs to finish an upshift in the shift time, by its dynamic friction. */
function shiftingNeed(
  input: SpecInput,
  cases: readonly DutyCase[],
  station: Station,
  friction: FrictionElement,
  range: RangeSolution,
): PressureNeed['shifting'] {
  const id = station.load.at === 'link' ? station.load.id : ''
  const duty = cases.find(({ upshift }) => upshift?.coming.includes(id))
  if (!duty) return null
  const asked = (loadShare({ at: 'shift', id }, range).share * duty.shift.torqueNm) / dynamicShare(friction.lining)
  const needAt = (margin: number) => pressureFor(input, station, friction, duty, range, asked * margin)
  return { neededPa: needAt(1), housePa: needAt(input.rules.houseMargin.shifting) }
}

const lacks = ({ duty, needAt }: { duty: DutyCase; needAt: (of: number) => number }) => needAt(1) - duty.linePressurePa

/** Steps of torque at which supply is held against need. */
const STEPS = 100

/** The least share of torque at which supply lies under the need, between two steps by proportion. */
function shortFrom(needAt: (share: number) => number, suppliedAt: (share: number) => number): number | null {
  const over = (i: number) => suppliedAt(i / STEPS) - needAt(i / STEPS)
  for (let i = 0; i <= STEPS; i++) {
    const here = over(i)
    if (here >= 0) continue
    const before = i > 0 ? over(i - 1) : 0
    return i === 0 ? 0 : (i - 1 + before / (before - here)) / STEPS
  }
  return null
}

/** Throttle and engine speed of a steady cruise where the vehicle is not known (common practice, no source). */
const CRUISE_THROTTLE = 0.2
const USUAL_CRUISE = toSi(2200, 'rpm')

interface Place {
  readonly at: GaugeRow['at']
  readonly range: GearRange
  readonly throttle: number
  readonly engineRadPerS: number
  readonly feed?: RegulatorFeed
}

/** The points at which gauge and flows are looked at: idle, cruise, stall and redline in drive; low by hand; reverse. */
function placesOf({ input, answer, gearing, oil, ranges, idle, redline }: Scene): Place[] {
  const forward = ranges.filter(({ reverse }) => !reverse)
  const [first, top, back] = [forward[0], forward[forward.length - 1], ranges.find(({ reverse }) => reverse)]
  if (!first || !top) return []
  const { vehicle } = input.brief
  const road = vehicle?.cruiseMPerS && (vehicle.cruiseMPerS / vehicle.tyreRadiusM) * vehicle.finalDrive * (gearing.get(top.id)?.ratio ?? 1)
  const cruise = Math.min(redline, Math.max(idle, road ?? USUAL_CRUISE))
  const stall = answer.stallSpeedRadPerS
  const backAt = answer.cases.find(({ kind }) => kind === 'reverse')?.oilAt ?? { throttle: 1, engineRadPerS: stall }
  const low = (oil.circuit?.valves.lowDiameterM ?? 0) > 0 && oil.byValves
  const places: Place[] = [
    { at: 'idle', range: first, throttle: 0, engineRadPerS: idle },
    { at: 'cruise', range: top, throttle: CRUISE_THROTTLE, engineRadPerS: cruise },
    { at: 'stall', range: first, throttle: 1, engineRadPerS: stall },
    { at: 'redline', range: top, throttle: 1, engineRadPerS: redline },
  ]
  return [
    ...places,
    ...(low ? [{ at: 'low', range: first, throttle: 0, engineRadPerS: idle, feed: 'low' } as const] : []),
    ...(back
      ? [
          { at: 'reverse-idle', range: back, throttle: 0, engineRadPerS: idle } as const,
          { at: 'reverse-stall', range: back, ...backAt } as const,
        ]
      : []),
  ]
}

/** Without pump and valves, only the full-throttle and reverse readings are known. */
function gaugeTable(scene: Scene): GaugeRow[] {
  const { oil, input } = scene
  const { hotOilK = HOT_OIL_K, coldOilK = COLD_OIL_K } = input.pressure
  const known = placesOf(scene).filter(({ at }) => oil.circuit || at === 'stall' || at === 'redline' || at === 'reverse-stall')
  return known.map((place) => ({
    at: place.at,
    rangeId: place.range.id,
    throttle: place.throttle,
    engineRadPerS: place.engineRadPerS,
    hot: oil.at({ ...place, kelvin: hotOilK }),
    cold: oil.at({ ...place, kelvin: coldOilK }),
  }))
}

/** Speed of every member in a range: as the engine turns it, the slip of the converter left out, but for the stall, at which all stands. */
function speedsAt({ gearing }: Scene, { at, range, engineRadPerS }: Place): Record<string, number> {
  const solved = at === 'stall' ? undefined : gearing.get(range.id)
  return Object.fromEntries(Object.entries(solved?.speeds ?? {}).map(([member, speed]) => [member, speed * engineRadPerS]))
}

/** Oil of the pump in every range at idle and redline, at the stall and at cruise, hot: where it goes and who gets too little. */
function oilRows(scene: Scene): OilRow[] {
  const { oil, ranges, idle, redline } = scene
  const { circuit } = oil
  if (!circuit) return []
  const once = placesOf(scene).filter(({ at }) => at === 'stall' || at === 'cruise')
  const each = ranges.flatMap((range): Place[] => [
    { at: 'idle', range, throttle: 0, engineRadPerS: idle },
    { at: 'redline', range, throttle: 1, engineRadPerS: redline },
  ])
  return [...each, ...once].map((place): OilRow => {
    const { range, engineRadPerS } = place
    const speeds = speedsAt(scene, place)
    const balance = oilBalance(circuit, oil.demandAt(place), speeds)
    const lubes = circuit.valves.lubes.map(({ name, member, needPerTurnM3 }, i) => {
      const turns = Math.abs(member === undefined ? engineRadPerS : (speeds[member] ?? 0)) / (2 * Math.PI)
      return { name, getsM3PerS: numberAt(balance.lube.branchesM3PerS, i), needsM3PerS: needPerTurnM3 * turns }
    })
    // Only operating points of this list are passed.
    return { at: place.at as OilRow['at'], rangeId: range.id, engineRadPerS, balance, lubes }
  })
}

/** Branches that get less than they need. */
export const starvedIn = ({ lubes }: OilRow): string[] =>
  lubes.flatMap(({ name, getsM3PerS, needsM3PerS }) => (getsM3PerS < needsM3PerS ? [name] : []))

/** Hole through which an element is usually fed (from memory, order of magnitude). */
export const USUAL_FEED_M = 0.0025

/** Every element that comes on: in the first range and in reverse at idle, in the others as they are shifted to at redline. */
function fillRows(scene: Scene): FillRow[] {
  const { oil, ranges, idle, redline, input } = scene
  const { circuit } = oil
  if (!circuit) return []
  const forward = ranges.filter(({ reverse }) => !reverse)
  return ranges.flatMap((range) => {
    const before = range.reverse ? undefined : forward[forward.indexOf(range) - 1]
    const at = before ? ('redline' as const) : ('idle' as const)
    const place: Place = { at, range, throttle: before ? 1 : 0, engineRadPerS: before ? redline : idle }
    const coming = elementsOn(input, range).filter(({ station }) => station.load.at === 'link' && !before?.on.includes(station.load.id))
    // The rings of what is being filled leak already.
    const { spareM3PerS, linePa } = oilBalance(circuit, oil.demandAt(place), speedsAt(scene, place))
    return coming.map(({ station, friction }): FillRow => {
      const sweptM3 = friction.sweptM3(range.id)
      const feedM = friction.feedDiameterM ?? USUAL_FEED_M
      const comesM3PerS = Math.min(spareM3PerS, orificeFlow(feedM, linePa))
      return { stationId: station.id, rangeId: range.id, at, sweptM3, comesM3PerS, seconds: fillTime(sweptM3, comesM3PerS) }
    })
  })
}

/** The station of a unit at which a kind of part stands. */
export const stationOfKind = (unit: Unit, kind: Part['kind']): Station | undefined => unit.stations.find((station) => station.kind === kind)
