import { checkBrief, type JobContent, type Problem } from '@plucky/contract'
import {
  curveFromHeadline,
  engineCurve,
  fromSi,
  REVERSE_THROTTLE,
  toSi,
  type Brief,
  type BriefEngine,
  type CurvePoint,
  type EngineCurve,
  type Headline,
  type Use,
} from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import { setBrief } from './commands.js'
import { jobStore } from './job.js'
import { withValue } from './with-value.js'

/** A brief being typed: it may hold what is refused, while the job keeps the last one that was good. */
export interface BriefDraft {
  /** As typed; anything may stand in it. */
  readonly brief: Brief
  readonly problems: readonly Problem[]
  /** The brief of the job that the draft was made from. */
  readonly basis: Brief | undefined
}

export const draftStore = createStore<{ readonly draft: BriefDraft | undefined }>(() => ({ draft: undefined }))

/** The draft for a job, or the job's own brief where nothing refused is pending or the job has moved on (undo, another job). */
export function draftFor(content: JobContent, draft: BriefDraft | undefined): BriefDraft {
  return draft?.basis === content.brief ? draft : { brief: content.brief, problems: [], basis: content.brief }
}

/**
 * Puts what was typed into the draft at a path. The job takes the draft over as soon as all of it is good; while another field is
 * refused, it takes what was typed here alone, if that is good by itself.
 */
export function typeInBrief(path: string, value: unknown): void {
  const { content } = jobStore.getState()
  if (!content) return
  const { brief } = draftFor(content, draftStore.getState().draft)
  const next = withValue(brief, path, value)
  if (!checkBrief(next).ok) {
    const alone = checkBrief(withValue(content.brief, path, value))
    if (alone.ok) setBrief(alone.value)
  }
  takeBrief(next)
}

/** Takes another use, and with it the usual share of throttle in reverse where that was the usual one before. */
export function pickUse(use: Use): void {
  const { content } = jobStore.getState()
  const before = content && draftFor(content, draftStore.getState().draft).brief
  typeInBrief('use', use)
  if (before && before.reverseThrottle === REVERSE_THROTTLE[before.use]) typeInBrief('reverseThrottle', REVERSE_THROTTLE[use])
}

/** Moves a measured point from where it stands in the latest draft. */
export function movePoint(index: number, move: (torqueNm: number) => number): void {
  const { content } = jobStore.getState()
  if (!content) return
  const { engine } = draftFor(content, draftStore.getState().draft).brief
  const point = engine.form === 'points' ? engine.points[index] : undefined
  if (point) typeInBrief(`engine.points.${index}.torqueNm`, move(point.torqueNm))
}

export function takeBrief(brief: Brief): void {
  const checked = checkBrief(brief)
  if (checked.ok) {
    draftStore.setState({ draft: undefined })
    setBrief(checked.value)
  } else draftStore.setState({ draft: { brief, problems: checked.problems, basis: jobStore.getState().content?.brief } })
}

export const leaveDraft = () => draftStore.setState({ draft: undefined })

const TABLE_ROWS = 9

/** The same engine in the other form: a table read off its curve, or the peaks of its curve. Unchanged where it has no curve. */
export function inForm(engine: BriefEngine, form: BriefEngine['form']): BriefEngine {
  const made = engineCurve(engine)
  if (!made.ok || form === engine.form) return engine
  const { kind, boost, cylinders, inertiaKgM2 } = engine
  // Figures read off the curve stand at the flywheel, however the others were measured.
  const facts = JSON.parse(JSON.stringify({ kind, boost, cylinders, inertiaKgM2 })) as Pick<
    BriefEngine,
    'kind' | 'boost' | 'cylinders' | 'inertiaKgM2'
  >
  return form === 'points' ? { ...facts, form, points: tableOf(made.value) } : { ...facts, form, headline: peaksOf(made.value) }
}

function tableOf(curve: EngineCurve): CurvePoint[] {
  const { minSpeedRadPerS: low, maxSpeedRadPerS: high } = curve
  return Array.from({ length: TABLE_ROWS }, (_, i) => {
    const rpm = fromSi(low + ((high - low) * i) / (TABLE_ROWS - 1), 'rpm')
    const speedRadPerS = Math.min(high, Math.max(low, toSi(Math.round(rpm / 50) * 50, 'rpm')))
    return { speedRadPerS, torqueNm: curve.torqueNm(speedRadPerS) }
  })
}

const peaksOf = (curve: EngineCurve): Headline => ({
  peakTorqueNm: curve.peakTorqueNm,
  peakTorqueSpeedRadPerS: curve.peakTorqueSpeedRadPerS,
  peakPowerW: curve.peakPowerW,
  peakPowerSpeedRadPerS: curve.peakPowerSpeedRadPerS,
  idleSpeedRadPerS: curve.minSpeedRadPerS,
  redlineRadPerS: curve.maxSpeedRadPerS,
})

/**
 * Where only the peak power was changed and contradicts the torque: the torque that keeps the shape of the saved engine.
 * `undefined` if that is not the problem or does not solve it.
 */
export function scaledTorque(saved: BriefEngine, typed: BriefEngine): number | undefined {
  if (saved.form !== 'headline' || typed.form !== 'headline' || typeof typed.headline.peakPowerW !== 'number') return undefined
  const peakTorqueNm = (saved.headline.peakTorqueNm * typed.headline.peakPowerW) / saved.headline.peakPowerW
  return curveFromHeadline({ ...typed.headline, peakTorqueNm }).ok ? peakTorqueNm : undefined
}
