import { curveFromPoints, type CurvePoint, type EngineCurve } from '../engine/curve.js'
import { curveFromHeadline, type Headline } from '../engine/headline.js'
import type { EngineKind } from '../engine/template.js'
import { bad, type Result } from '../quantity/fault.js'

export const LAUNCHES = ['rolling', 'brake-stall', 'flash', 'trans-brake', 'regrip', 'dump'] as const
export type Launch = (typeof LAUNCHES)[number]

export const USES = ['road', 'tow', 'drag', 'off-road', 'circuit', 'hill-climb', 'speed-trial', 'work'] as const
export type Use = (typeof USES)[number]

/** Where full throttle in an upper range begins: at the turbine speed an upshift at redline hands over, or from rest. */
export const UPPER_RANGE_STARTS = ['after-shift', 'from-rest'] as const
export type UpperRangeStart = (typeof UPPER_RANGE_STARTS)[number]

/** The engine as entered: the brief keeps what was typed and which kind it was. */
export type BriefEngine =
  | { readonly kind: EngineKind; readonly form: 'headline'; readonly headline: Headline }
  | { readonly kind: EngineKind; readonly form: 'points'; readonly points: readonly CurvePoint[] }

export interface Brief {
  readonly engine: BriefEngine
  /** With no power figure in hand the question is open: what does this spec hold? */
  readonly openQuestion: boolean
  readonly use: Use
  readonly launch: Launch
  readonly upperRangeStart: UpperRangeStart
  /** Share of forward stall torque that is allowed in reverse, 0 < x ≤ 1. */
  readonly reverseThrottle: number
  readonly vehicleMassKg: number | null
  readonly budget: number | null
}

/** The engine's full-throttle curve, or what contradicts itself in it; paths lead into the brief. */
export function engineCurve(engine: BriefEngine): Result<EngineCurve> {
  const made = engine.form === 'headline' ? curveFromHeadline(engine.headline) : curveFromPoints(engine.points)
  const under = engine.form === 'headline' ? 'engine.headline.' : 'engine.'
  return made.ok ? made : bad(...made.faults.map((f) => ({ ...f, path: under + f.path })))
}
