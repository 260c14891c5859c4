import { engineWith, type Boost, type Engine } from '../engine/boost.js'
import { flywheelFactor, type Measurement } from '../engine/correction.js'
import { curveFromPoints, type CurvePoint, type EngineCurve } from '../engine/curve.js'
import { curveFromHeadline, type Headline } from '../engine/headline.js'
import type { EngineKind } from '../engine/template.js'
import type { EngineRear, RearNeighbour } from './unit-fit.js'
import type { RuleBook } from '../parts/flex-plate/certificate.js'
import { bad, good, type Issue, type Result } from '../quantity/issue.js'

export const LAUNCHES = ['rolling', 'brake-stall', 'flash', 'trans-brake', 'regrip', 'dump'] as const
export type Launch = (typeof LAUNCHES)[number]

export const USES = ['road', 'tow', 'drag', 'off-road', 'circuit', 'hill-climb', 'speed-trial', 'work'] as const
export type Use = (typeof USES)[number]

/** Share of forward stall torque that a driver asks for in reverse, by use: most where a stuck vehicle is rocked (common practice, no source). */
export const REVERSE_THROTTLE: Readonly<Record<Use, number>> = {
  road: 0.5,
  tow: 0.6,
  drag: 0.4,
  'off-road': 0.7,
  circuit: 0.4,
  'hill-climb': 0.5,
  'speed-trial': 0.3,
  work: 0.7,
}

/** Start of full throttle in an upper range: at the turbine speed after an upshift at redline, or from rest. */
export const UPPER_RANGE_STARTS = ['after-shift', 'from-rest'] as const
export type UpperRangeStart = (typeof UPPER_RANGE_STARTS)[number]

interface EngineFacts {
  readonly kind: EngineKind
  /** Conditions of the measurement. Default: at the flywheel, in standard air. */
  readonly measured?: Measurement
  /** Engine without boost. Absent for engines without boost lag, or if unknown. */
  readonly boost?: Boost
  readonly cylinders?: number
  /** Crank, damper and plate, without the converter; usual for its kind where not given. */
  readonly inertiaKgM2?: number
}

/** The engine as entered: the brief keeps what was typed and which kind it was. */
export type BriefEngine = EngineFacts &
  ({ readonly form: 'headline'; readonly headline: Headline } | { readonly form: 'points'; readonly points: readonly CurvePoint[] })

/** Axle that the transmission drives. */
export const DRIVEN_AXLES = ['rear', 'front', 'all'] as const
export type DrivenAxle = (typeof DRIVEN_AXLES)[number]

/** Vehicle between the output shaft and the road. */
export interface Vehicle {
  /** Turns of the output shaft a turn of the wheel. */
  readonly finalDrive: number
  readonly tyreRadiusM: number
  /** Drag coefficient × frontal area, if known. */
  readonly dragAreaM2?: number
  /** Rolling resistance over weight; usual for its ground where not given. */
  readonly rollingShare?: number
  readonly cruiseMPerS?: number
  readonly drivenAxle?: DrivenAxle
  /** Fraction of the weight on the driven axle at rest, 0 to 1. */
  readonly drivenShare?: number
  readonly wheelbaseM?: number
  /** Height of the center of gravity above ground. */
  readonly gravityHeightM?: number
  /** Friction coefficient of tire on the best surface in use. */
  readonly tyreFriction?: number
  /** Torsional stiffness of axle shafts and tires of the driven axle. Default: USUAL_WHEEL_STIFFNESS_NM_PER_RAD. */
  readonly wheelStiffnessNmPerRad?: number
}

export interface Brief {
  readonly engine: BriefEngine
  /** With no power figure in hand the question is open: what does this spec hold? */
  readonly openQuestion: boolean
  readonly use: Use
  readonly launch: Launch
  readonly upperRangeStart: UpperRangeStart
  /** Share of forward stall torque that is allowed in reverse, 0 < x ≤ 1. */
  readonly reverseThrottle: number
  /** Ids of ranges in which the converter may lock at full power. Default: all that unit and house rule allow. */
  readonly lockedIn?: readonly string[]
  readonly vehicleMassKg: number | null
  /** Most money for parts, operations and labor. */
  readonly budget: number | null
  readonly vehicle?: Vehicle
  /** The rear face of the engine, as far as it is known. */
  readonly rear?: EngineRear
  /** Part behind the transmission. */
  readonly behind?: RearNeighbour
  /** Requirements of the class for the flex plate. */
  readonly ruleBook?: RuleBook
}

/** The engine's full-throttle curve at the flywheel, with its boost, or what contradicts itself in it; paths lead into the brief. */
export function engineCurve(engine: BriefEngine): Result<EngineCurve> {
  const factor = engine.measured ? flywheelFactor(engine.measured, engine.kind) : good(1)
  if (!factor.ok) return bad(...factor.issues.map(inEngine))
  const made =
    engine.form === 'headline'
      ? curveFromHeadline(scaledHeadline(engine.headline, factor.value))
      : curveFromPoints(scaledPoints(engine.points, factor.value))
  const under = engine.form === 'headline' ? 'engine.headline.' : 'engine.'
  return made.ok ? made : bad(...made.issues.map((f) => ({ ...f, path: under + f.path })))
}

/** The engine with both its curves; paths of issues lead into the brief. */
export function engineOfBrief(engine: BriefEngine): Result<Engine> {
  const on = engineCurve(engine)
  if (!on.ok) return on
  const factor = engine.measured ? flywheelFactor(engine.measured, engine.kind) : good(1)
  const offPoints = engine.boost?.offPoints && factor.ok ? { offPoints: scaledPoints(engine.boost.offPoints, factor.value) } : {}
  const made = engineWith(on.value, engine.boost && { ...engine.boost, ...offPoints })
  return made.ok ? made : bad(...made.issues.map(inEngine))
}

const inEngine = (f: Issue): Issue => ({ ...f, path: `engine.${f.path}` })

const scaledPoints = (points: readonly CurvePoint[], factor: number) =>
  factor === 1 ? points : points.map((p) => ({ ...p, torqueNm: p.torqueNm * factor }))

const scaledHeadline = (h: Headline, factor: number): Headline =>
  factor === 1
    ? h
    : {
        ...h,
        peakTorqueNm: h.peakTorqueNm * factor,
        peakPowerW: h.peakPowerW * factor,
        ...(h.idleTorqueNm === undefined ? {} : { idleTorqueNm: h.idleTorqueNm * factor }),
      }
