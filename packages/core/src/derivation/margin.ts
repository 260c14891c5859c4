import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import { type SpecInput } from '../model/spec-input.js'
import { type StationVerdict } from '../judge/station-verdict.js'
import { type Answer } from '../reports/answer.js'
import { takenOff } from '../judge/station-limits.js'
import { type WorstPoint } from '../judge/worst-point.js'
import type { DutyCase } from '../judge/duty.js'
import { drumState, oilOf, type StationCase } from '../judge/station-case.js'
import { loadShare } from '../judge/load.js'
import { type Limit } from '../parts/limit.js'
import type { Part } from '../model/part.js'
import type { Station } from '../model/unit.js'
import { deriveOvershoot } from './launch-shock.js'
import { deriveLoad } from './load.js'
import { deriveTyres, deriveTyresHeld } from './tyres.js'
import { fromDerivation, inputValue, measuredHere, derive, type InputValue, type Derivation } from '../quantity/derivation.js'

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
export function deriveMargin(input: SpecInput, answer: Answer, stationId: string, caseId: string): Derivation | undefined {
  const scene = sceneOf(input, answer, stationId, caseId)
  if (!scene) return undefined
  const demand = deriveDemand(scene)
  return derive(
    { name: 'margin', unit: null, formula: 'capacity / demand', source: 'definition' },
    {
      capacity: fromDerivation(deriveTogether(scene, deriveCapacity(scene))),
      demand: fromDerivation(demand),
    },
    (v) => v.capacity / v.demand,
  )
}

/** Working of the demand: static torque times service factor, limited by tire slip. */
function deriveDemand(scene: Scene): Derivation {
  const { input, limit, duty, range, judged } = scene
  const asked = derive(
    { name: 'torque demand', unit: 'lb-ft', formula: 'T · K', source: 'service factor applied once, to the demand' },
    { T: fromDerivation(deriveLoad(input, limit.load, duty, range)), K: deriveShock(scene) },
    (v) => v.T * v.K,
  )
  const { tyres } = duty[judged.source]
  const { source, share } = loadShare(limit.load, range)
  return tyres && share * tyres.mostNm < asked.valueSi && source === 'turbine'
    ? deriveTyres(input, duty, { share, shock: limit.shock, asked, output: Math.abs(range.outputTorque) })
    : asked
}

/** Adds the torque capacity of a parallel element. */
function deriveTogether(scene: Scene, own: Derivation): Derivation {
  const beside = besideOf(scene)
  if (beside === 0) return own
  return derive(
    { name: 'torque held side by side', unit: 'lb-ft', formula: 'T1 + T2', source: 'statics; the clutch takes up to its slip torque' },
    { T1: fromDerivation(own), T2: inputValue('taken by the other', beside, 'lb-ft', 'computed') },
    (v) => v.T1 + v.T2,
  )
}

const besideOf = ({ input, station, duty, limit }: Omit<Scene, 'part' | 'range' | 'judged'>): number =>
  takenOff({ input, station, duty, limit })

/** The service factor of the house, or the overshoot of a ramp on the shafts that are fitted. */
function deriveShock({ duty: { shock }, limit, judged }: Scene): InputValue {
  if (!shock || limit.shock !== 'hard') return inputValue('service factor', judged.factor, null, 'rule')
  return fromDerivation(deriveOvershoot(shock))
}

/** The power that a station holds: the engine's peak power times the scale at which its worst margin is 1. */
export function derivePowerHeld(input: SpecInput, answer: Answer, stationId: string): Derivation | undefined {
  const verdict = answer.stations.find((s) => s.stationId === stationId)
  if (verdict?.held.outcome !== 'held') return undefined
  if (verdict.by !== 'strength') return deriveBesideHeld(answer, verdict.held.powerW, verdict.by)
  if (!verdict.decides) return undefined
  const margin = deriveMargin(input, answer, stationId, verdict.decides.caseId)
  if (!margin) return undefined
  const made = answer.cases.find((c) => c.id === verdict.decides?.caseId)?.[verdict.decides.source].made
  const { tyres } = answer.cases.find((c) => c.id === verdict.decides?.caseId)?.[verdict.decides.source] ?? {}
  if (tyres) return deriveTyresHeld(answer, verdict.decides, tyres)
  if (made) return deriveInertiaHeld(answer, verdict.decides, made, margin)
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

/** Derivation of the power at the limit of heat or life. Solved, because neither is proportional to power. */
const deriveBesideHeld = (answer: Answer, powerW: number, by: 'heat' | 'life'): Derivation =>
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
function deriveInertiaHeld(answer: Answer, worst: StationCase, made: NonNullable<WorstPoint['made']>, margin: Derivation): Derivation {
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
  const range = duty && gearingOf(input.unit.train).get(duty.rangeId)
  if (!station || !part || !duty || !judged || !range) return undefined
  return { input, station, part, duty, range, limit: judged.limit, judged }
}

const verdictOf = (answer: Answer, stationId: string): StationVerdict | undefined => answer.stations.find((s) => s.stationId === stationId)

/** Derivation of the deciding limit. Inputs from a used part count as measured. */
function deriveCapacity({ input, station, part, duty, range, limit }: Scene): Derivation {
  const derivation = limit.derivation(oilOf(duty, drumState(input.unit, station, range)))
  return part.donor ? measuredHere(derivation) : derivation
}
