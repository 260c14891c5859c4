import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from '../reports/answer.js'
import { type WorstPoint } from '../judge/worst-point.js'
import type { DutyCase } from '../judge/duty.js'
import { engineInertia, turbineInertiaOf } from '../judge/fitted.js'
import type { StationCase } from '../judge/station-case.js'
import { type Shock } from '../model/rules.js'
import { GRAVITY } from '../quantity/units.js'
import { USUAL_WHEEL_STIFFNESS_NM_PER_RAD } from '../judge/tyres.js'
import { fromDerivation, inputValue, derive, type Derivation } from '../quantity/derivation.js'

interface Slipping {
  readonly share: number
  readonly shock: Shock
  /** Demand without the tire limit. */
  readonly asked: Derivation
  /** Output torque per turbine torque. */
  readonly output: number
}

/** Working of the demand above tire slip: slip torque, plus regrip shock for hard parts. */
export function deriveTyres(input: SpecInput, duty: DutyCase, { share, shock, asked, output }: Slipping): Derivation {
  const passed = derive(
    {
      name: 'torque that the tires pass, at the turbine',
      unit: 'lb-ft',
      formula: 'μ · N · r / (i · g)',
      source: 'friction; axle losses left out',
    },
    {
      μ: inputValue('tire friction, best surface', input.brief.vehicle?.tyreFriction ?? 0, null, 'brief'),
      N: fromDerivation(deriveWeight(input, duty.kind === 'reverse')),
      r: inputValue('tire radius, loaded', input.brief.vehicle?.tyreRadiusM ?? 0, 'in', 'brief'),
      i: inputValue('axle ratio', input.brief.vehicle?.finalDrive ?? 0, null, 'brief'),
      g: inputValue('torque ratio, output to turbine', output, null, 'computed'),
    },
    (v) => (v.μ * v.N * v.r) / (v.i * v.g),
  )
  const about = { name: 'torque demand with the tires slipping', unit: 'lb-ft', source: 'house rule: tires as the fuse' } as const
  const plain = { f: inputValue('torque ratio, this station to turbine', share, null, 'computed'), Tt: fromDerivation(passed) } as const
  const would = { T: fromDerivation(asked) }
  if (shock !== 'hard' || !duty.turbine.tyres?.regripNm)
    return derive({ ...about, formula: 'f · Tt, less than T' }, { ...plain, ...would }, (v) => Math.min(v.T, v.f * v.Tt))
  return derive(
    { ...about, formula: 'f · (Tt + Tr), because f · Tt is less than T' },
    { ...plain, Tr: fromDerivation(deriveRegrip(input, duty)), ...would },
    (v) => (v.f * v.Tt < v.T ? v.f * (v.Tt + v.Tr) : v.T),
  )
}

function deriveWeight({ brief }: SpecInput, reverse: boolean): Derivation {
  const { vehicle } = brief
  const sign = (vehicle?.drivenAxle === 'rear') === reverse ? '+' : '−'
  return derive(
    {
      name: 'weight on the driven axle',
      unit: 'lbf',
      formula: `W · s / (1 ${sign} μ · h / L), at most W`,
      source: 'Gillespie, Fundamentals of Vehicle Dynamics, from memory',
    },
    {
      W: inputValue('weight', (brief.vehicleMassKg ?? 0) * GRAVITY, 'lbf', 'brief'),
      s: inputValue('weight on driven axle, fraction', vehicle?.drivenShare ?? 1, null, 'brief'),
      μ: inputValue('tire friction, best surface', vehicle?.tyreFriction ?? 0, null, 'brief'),
      h: inputValue('center of gravity height', vehicle?.gravityHeightM ?? 0, 'in', 'brief'),
      L: inputValue('wheelbase', vehicle?.wheelbaseM ?? 1, 'in', 'brief'),
    },
    (v) => Math.min(v.W, (v.W * v.s) / Math.max(0, 1 + (sign === '+' ? 1 : -1) * ((v.μ * v.h) / v.L))),
  )
}

function deriveRegrip(input: SpecInput, duty: DutyCase): Derivation {
  const { vehicle } = input.brief
  const locked = duty.kind === 'lockup' || duty.kind === 'locked-shift'
  return derive(
    { name: 'shock of regrip, at the turbine', unit: 'lb-ft', formula: 'v / r · √(k · J)', source: 'energy of one inertia on one spring' },
    {
      v: inputValue('tread speed at regrip, over ground speed', input.rules.regripSlipMPerS, 'mph', 'rule'),
      r: inputValue('tire radius, loaded', vehicle?.tyreRadiusM ?? 1, 'in', 'brief'),
      k: inputValue(
        'wheel-end stiffness per radian',
        vehicle?.wheelStiffnessNmPerRad ?? USUAL_WHEEL_STIFFNESS_NM_PER_RAD,
        'lb-ft',
        vehicle?.wheelStiffnessNmPerRad === undefined ? 'constant' : 'brief',
      ),
      J: inputValue(
        locked ? 'engine and turbine inertia' : 'turbine inertia',
        turbineInertiaOf(input) + (locked ? engineInertia(input) : 0),
        'kg·m²',
        'computed',
      ),
    },
    (v) => (v.v / v.r) * Math.sqrt(v.k * v.J),
  )
}

/** Working of power held in a load case with tire limit. */
export function deriveTyresHeld(answer: Answer, worst: StationCase, { mostNm }: NonNullable<WorstPoint['tyres']>): Derivation {
  const torqueNm = answer.cases.find(({ id }) => id === worst.caseId)?.[worst.source].torqueNm ?? 1
  return derive(
    {
      name: 'power held',
      unit: 'hp',
      formula: 'P · min(C / f, Tt) / (K · Tc): the part gives way before the tires slip, or in the regrip as soon as they do',
      source: 'numerical search over all load cases',
    },
    {
      P: inputValue('peak engine power', answer.peakPowerW, 'hp', 'brief'),
      C: inputValue('torque capacity', worst.capacityNm, 'lb-ft', 'computed'),
      f: inputValue('torque ratio, this station to converter', worst.loadNm / torqueNm, null, 'computed'),
      Tt: inputValue('torque that the tires pass, at the turbine', mostNm, 'lb-ft', 'computed'),
      K: inputValue('service factor', worst.factor, null, 'rule'),
      Tc: inputValue('turbine torque', torqueNm, 'lb-ft', 'computed'),
    },
    (v) => (v.P * Math.min(v.C / v.f, v.Tt)) / (v.K * v.Tc),
  )
}
