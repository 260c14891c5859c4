import { dynamicShare } from '../clutch/lining.js'
import { pressesOfHub } from '../shaft/hub.js'
import { pressesOfShaft } from '../shaft/shaft.js'
import { solveTrain, type RangeSolution } from '../gearing/solve.js'
import { shaftLimits } from '../shaft/shaft-limits.js'
import type { PressJoint } from '../shaft/press.js'
import type { FilletWeld } from '../shaft/weld.js'
import { takenOff, type Answer, type SpecInput, type StationVerdict } from '../spec/answer.js'
import { type WorstPoint } from '../spec/worst-point.js'
import type { DutyCase } from '../spec/duty.js'
import { drumState, oilOf, type StationCase } from '../spec/judge.js'
import { loadShare } from '../spec/load.js'
import { stationLimits, type Limit, placeParts } from '../spec/limits.js'
import { DEFAULT_RULES } from '../spec/rules.js'
import type { Part } from '../spec/part.js'
import type { Station } from '../spec/unit.js'
import { workOvershoot } from './launch-shock.js'
import { workLoad } from './load.js'
import { workDamper, workLifted, workLockup } from './lockup.js'
import { workAnchor, workBand, workStrut } from './band.js'
import { workPack } from './pack.js'
import { workJoint } from './plate.js'
import { workHub } from './hub.js'
import { workPlace, workPress, workWeld } from './shaft.js'
import { workTeeth } from './teeth.js'
import { workTyres, workTyresHeld } from './tyres.js'
import { workOneWay } from './wedge.js'
import { fromDerivation, inputValue, measuredHere, derive, type InputValue, type Derivation } from './working.js'

/** Everything that a working of one station in one case rests on. */
interface Scene {
  readonly input: SpecInput
  readonly station: Station
  readonly part: Part
  readonly duty: DutyCase
  readonly range: RangeSolution
  readonly limit: Limit
  readonly judged: StationCase
}

/** Derivation of the margin of a station in a load case from geometry, brief and rules. `undefined` if the station carries no torque in it. */
export function workMargin(input: SpecInput, answer: Answer, stationId: string, caseId: string): Derivation | undefined {
  const scene = sceneOf(input, answer, stationId, caseId)
  if (!scene) return undefined
  const demand = workDemand(scene)
  return derive(
    { name: 'margin', unit: null, formula: 'capacity / demand', source: 'definition' },
    {
      capacity: fromDerivation(workTogether(scene, scene.part.donor ? measuredHere(workCapacity(scene)) : workCapacity(scene))),
      demand: fromDerivation(demand),
    },
    (v) => v.capacity / v.demand,
  )
}

/** Working of the demand: static torque times service factor, limited by tire slip. */
function workDemand(scene: Scene): Derivation {
  const { input, limit, duty, range, judged } = scene
  const asked = derive(
    { name: 'torque demand', unit: 'lb-ft', formula: 'T · K', source: 'service factor applied once, to the demand' },
    { T: fromDerivation(workLoad(input, limit.load, duty, range)), K: workShock(scene) },
    (v) => v.T * v.K,
  )
  const { tyres } = duty[judged.source]
  const { source, share } = loadShare(limit.load, range)
  return tyres && share * tyres.mostNm < asked.valueSi && source === 'turbine'
    ? workTyres(input, duty, { share, shock: limit.shock, asked, output: Math.abs(range.outputTorque) })
    : asked
}

/** What the other of two side by side takes off a station comes on top of its own. */
function workTogether(scene: Scene, own: Derivation): Derivation {
  const beside = besideOf(scene)
  if (beside === 0) return own
  return derive(
    { name: 'torque held side by side', unit: 'lb-ft', formula: 'T1 + T2', source: 'statics; the clutch takes up to its slip torque' },
    { T1: fromDerivation(own), T2: inputValue('taken by the other', beside, 'lb-ft', 'computed') },
    (v) => v.T1 + v.T2,
  )
}

const besideOf = ({ input, station, duty, limit }: Omit<Scene, 'part' | 'range' | 'judged'>): number =>
  takenOff({ input, station, duty, limit, gearing: input.gearing ?? solveTrain(input.unit.train) })

/** The service factor of the house, or the overshoot of a ramp on the shafts that are fitted. */
function workShock({ duty: { shock }, limit, judged }: Scene): InputValue {
  if (!shock || limit.shock !== 'hard') return inputValue('service factor', judged.factor, null, 'rule')
  return fromDerivation(workOvershoot(shock))
}

/** The power that a station holds: the engine's peak power times the scale at which its worst margin is 1. */
export function workPowerHeld(input: SpecInput, answer: Answer, stationId: string): Derivation | undefined {
  const verdict = answer.stations.find((s) => s.stationId === stationId)
  if (verdict?.held.outcome !== 'held') return undefined
  if (verdict.by !== 'strength') return workBesideHeld(answer, verdict.held.powerW, verdict.by)
  if (!verdict.decides) return undefined
  const margin = workMargin(input, answer, stationId, verdict.decides.caseId)
  if (!margin) return undefined
  const made = answer.cases.find((c) => c.id === verdict.decides?.caseId)?.[verdict.decides.source].made
  const { tyres } = answer.cases.find((c) => c.id === verdict.decides?.caseId)?.[verdict.decides.source] ?? {}
  if (tyres) return workTyresHeld(answer, verdict.decides, tyres)
  if (made) return workInertiaHeld(answer, verdict.decides, made, margin)
  return derive(
    {
      name: 'power held',
      unit: 'hp',
      formula:
        'P · scale, where the lowest margin becomes 1. With a re-matched converter, torque scales with power and speeds stay the same, so scale = margin (checked by solving)',
      source: 'numerical search over all load cases',
    },
    { P: inputValue('peak engine power', answer.peakPowerW, 'hp', 'brief'), margin: fromDerivation(margin) },
    (v) => v.P * v.margin,
  )
}

/** Power at which heat or life is just what it may be: solved, because neither goes in proportion. */
const workBesideHeld = (answer: Answer, powerW: number, by: 'heat' | 'life'): Derivation =>
  derive(
    {
      name: 'power held',
      unit: 'hp',
      formula:
        by === 'heat'
          ? 'P · scale, where the hottest upshift is at the limit of its friction material and steels'
          : 'P · scale, where the part lasts as long as the use needs',
      source: 'numerical search over engine power',
    },
    {
      P: inputValue('peak engine power', answer.peakPowerW, 'hp', 'brief'),
      scale: inputValue('scale found', powerW / answer.peakPowerW, null, 'computed'),
    },
    (v) => v.P * v.scale,
  )

/** Power held where the engine's inertia takes a part: that part stays whatever the power. */
function workInertiaHeld(answer: Answer, worst: StationCase, made: NonNullable<WorstPoint['made']>, margin: Derivation): Derivation {
  const share = worst.loadNm / Math.min(made.mostNm, made.engineNm + made.inertiaNm)
  return derive(
    {
      name: 'power held',
      unit: 'hp',
      formula: 'P · (C / (K·f) − Ti) / Te: engine torque scales with power, engine inertia torque does not; margin for reference',
      source: 'numerical search over all load cases',
    },
    {
      P: inputValue('peak engine power', answer.peakPowerW, 'hp', 'brief'),
      C: inputValue('torque capacity', worst.capacityNm, 'lb-ft', 'computed'),
      K: inputValue('service factor', worst.factor, null, 'rule'),
      f: inputValue('torque ratio, this station to converter', share, null, 'computed'),
      Ti: inputValue('engine inertia torque', made.inertiaNm, 'lb-ft', 'computed'),
      Te: inputValue('engine torque', made.engineNm, 'lb-ft', 'computed'),
      m: fromDerivation(margin),
    },
    (v) => (v.P * (v.C / (v.K * v.f) - v.Ti)) / v.Te,
  )
}

function sceneOf(input: SpecInput, answer: Answer, stationId: string, caseId: string): Scene | undefined {
  const station = input.unit.stations.find((s) => s.id === stationId)
  const part = input.fitted.get(stationId)
  const duty = answer.cases.find((c) => c.id === caseId)
  const judged = verdictOf(answer, stationId)?.cases.find((c) => c.caseId === caseId)
  const range = duty && (input.gearing ?? solveTrain(input.unit.train)).get(duty.rangeId)
  if (!station || !part || !duty || !judged || !range) return undefined
  const { limits } = stationLimits(input.unit, station, part, { engineKind: input.brief.engine.kind, rules: input.rules ?? DEFAULT_RULES })
  // One maker may state two figures of one place, as at the engine and at the part, or once and for life.
  const same = (l: Limit) => l.place === judged.place && l.origin === judged.origin && loadShare(l.load, range).source === judged.source
  const held = (l: Limit) => l.fixedNm === undefined || l.fixedNm + besideOf({ input, station, duty, limit: l }) === judged.capacityNm
  const limit = limits.find((l) => l.counts && same(l) && held(l))
  return limit && { input, station, part, duty, range, limit, judged }
}

const verdictOf = (answer: Answer, stationId: string): StationVerdict | undefined => answer.stations.find((s) => s.stationId === stationId)

/** What the deciding limit holds, worked by the kind of part; a stated figure by who stated it. */
function workCapacity({ input, station, part, duty, range, limit, judged }: Scene): Derivation {
  if (limit.stated) return workStated(limit, limit.fixedNm ?? judged.capacityNm)
  const weld = weldsOf(part).find((w) => limit.place === `${w.name}|weld`)
  if (weld) return workWeld(weld)
  const press = pressesOf(part).find((joint) => limit.place === `${joint.name}|press`)
  if (press) return workPress(press)
  const hub = workHub(part, limit.place)
  if (hub) return hub
  if (part.kind === 'shaft') {
    const { name: place, feature } = placeParts(limit.place)
    const own = shaftLimits(part.geometry).find((l) => l.place === place && l.feature === feature)
    const working = own && workPlace(part.geometry, own)
    if (working) return working
  }
  if (limit.load.at === 'shift' && (part.kind === 'pack' || part.kind === 'band')) {
    const still = workCapacity({ input, station, part, duty, range, judged, limit: { ...limit, load: station.load } })
    return derive(
      { name: 'torque held while slipping', unit: 'lb-ft', formula: 'T · s', source: 'from memory' },
      { T: fromDerivation(still), s: inputValue('dynamic over static friction', dynamicShare(part.geometry.lining), null, 'constant') },
      (v) => v.T * v.s,
    )
  }
  if (part.kind === 'pack') {
    const oil = oilOf(duty, drumState(input.unit, station, range))
    return workPack(part.geometry, oil, (input.rules ?? DEFAULT_RULES).frictionRadius)
  }
  if (part.kind === 'lockup' && limit.place === 'damper-stop') return workDamper(part.geometry)
  if (part.kind === 'lockup') return (limit.place === 'lockup-lifted' ? workLifted : workLockup)(part.geometry, duty.lockupOil)
  if (part.kind === 'band') {
    const oil = oilOf(duty, drumState(input.unit, station, range))
    const work = limit.place === 'anchor' ? workAnchor : limit.place === 'strut' ? workStrut : workBand
    return work(part.geometry, oil)
  }
  if (part.kind === 'one-way') return workOneWay(part.geometry, limit.place)
  if (part.kind === 'gear-set') return workTeeth(input.unit, station, part.geometry, limit.place)
  if (part.kind === 'flex-plate' && limit.place === 'crank-joint')
    return workJoint(part.geometry.crankJoint, 'torque at which the crank joint slips')
  if (part.kind === 'flex-plate' && limit.place === 'converter-joint')
    return workJoint(part.geometry.converterJoint, 'torque at which the converter joint slips')
  if (part.kind !== 'flex-plate') throw new Error(`Nothing works the limit "${limit.place}" of ${part.kind} "${part.name}".`)
  const about = {
    name: 'torque an unrated plate of this class is trusted with',
    unit: 'lb-ft',
    formula: 'by class, halved where the pads run out over 0.010 in',
    source: 'rule of thumb, source not checked',
  } as const
  return derive(about, { T: inputValue('by class', judged.capacityNm, 'lb-ft', 'thumb') }, (v) => v.T)
}

const pressesOf = (part: Part): readonly PressJoint[] =>
  part.kind === 'shaft' ? pressesOfShaft(part.geometry) : part.kind === 'hub' ? pressesOfHub(part.geometry) : []
const weldsOf = (part: Part): readonly FilletWeld[] => ('welds' in part.geometry ? (part.geometry.welds ?? []) : [])

function workStated({ stated, basis, origin }: Limit, capacityNm: number): Derivation {
  const name = 'torque stated'
  if (basis?.from !== 'power')
    return derive(
      { name, unit: 'lb-ft', formula: 'as stated', source: stated?.sells ? 'the maker, who sells it' : 'the one who states it' },
      { T: inputValue('stated torque', capacityNm, 'lb-ft', origin) },
      (v) => v.T,
    )
  const P = inputValue('stated power', basis.powerW, 'hp', origin)
  const ω = inputValue(
    basis.speedFrom === 'stated' ? 'speed it is rated at' : `reference speed, ${basis.fuel}`,
    basis.speedRadPerS,
    'rpm',
    basis.speedFrom === 'stated' ? origin : 'rule',
  )
  const factor = inputValue('pads with runout over the limit', (capacityNm * basis.speedRadPerS) / basis.powerW, null, 'part')
  return derive({ name, unit: 'lb-ft', formula: 'P / ω · f', source: 'definition of power' }, { P, ω, f: factor }, (v) => (v.P / v.ω) * v.f)
}
