import { diagnose, fittedParts, isNoted, specAnswer, type Unit } from '@plucky/core'
import { asReceived } from '../dto/job.dto.js'
import { catalogueOf, inputOf, evaluateJob, type EvaluatedJob } from './evaluate-job.js'
import type { JobFile } from './job-file.js'
import { capital } from '../words/format.js'
import { heldInWords, specHeldInWords, verdictIn } from '../words/power-held.js'
import { suspectWords, teardownWords } from '../words/diagnosis.js'
import { stationName } from '../words/station-name.js'
import { shownIn, type UnitSystem } from '../words/shown-units.js'
import { caseInSentence, firstCase, verdictSentence } from '../words/verdict.js'

/** How a job turns out: it holds its target, falls short of it, has no target, cannot be built, or has no answer. */
export const OUTCOMES = ['holds', 'short', 'open', 'stopped', 'no-answer'] as const
export type HeadlineOutcome = (typeof OUTCOMES)[number]

/** Result of a job as shown in the list. It is stored, so that showing the list calculates nothing. */
export interface Headline {
  readonly outcome: HeadlineOutcome
  readonly sentence: string
  /** Power held and target, W; null if there is none. */
  readonly heldW: number | null
  readonly targetW: number | null
  /** The weakest stations, at most three. `short`: the station holds less than the target. */
  readonly weakest: readonly { readonly station: string; readonly where: string; readonly held: string; readonly short: boolean }[]
  /** Stations where another part is installed than was received, front to rear. */
  readonly changed: readonly { readonly station: string; readonly part: string }[]
  readonly stations: number
  readonly price: number
  readonly hours: number
  /** Power held as received, in words. */
  readonly received: string
  /** Symptoms of the transmission as received and the confirmed or most likely cause; empty if no symptom was entered. */
  readonly condition: string
}

/** Headline of a job, by system of units. */
export type Headlines = Readonly<Record<UnitSystem, Headline>>

/** Power held as received, in words, by system of units. */
export type ReceivedWords = Readonly<Record<UnitSystem, string>>

const inEach = <T>(worded: (base: UnitSystem) => T): Readonly<Record<UnitSystem, T>> => {
  const shown = (base: UnitSystem) => shownIn({ units: { base, except: {} } }, () => worded(base))
  return { us: shown('us'), metric: shown('metric') }
}

/** Rates a job for the job list. `received`: power held as received; calculated if omitted. */
export function headlinesOf(file: JobFile, received: ReceivedWords = receivedWords(file)): Headlines {
  const now = evaluateJob(file)
  return inEach((base) => headlineOf(now, received[base]))
}

/** Power held by a job as received. The inputs are `asReceived(file.job)`, its transmission and its parts. */
export function receivedWords(file: JobFile): ReceivedWords {
  const job = asReceived(file.job)
  const answer = specAnswer(inputOf(job, file.unit, fittedParts(job.spec, catalogueOf(file), job.book)))
  return inEach(() => specHeldInWords(answer))
}

function headlineOf(now: EvaluatedJob, received: string): Headline {
  const { answer, cost, file } = now
  const { job, unit } = file
  const held = answer.outcome === 'answered' && answer.stops.length === 0 && answer.held.outcome === 'held' ? answer.held.powerW : null
  return {
    outcome: outcomeOf(now),
    sentence: verdictSentence(answer, unit, job.brief),
    heldW: held,
    targetW: answer.outcome === 'answered' && !job.brief.openQuestion ? answer.peakPowerW : null,
    weakest: weakestOf(now),
    changed: changedOf(now),
    stations: unit.stations.length,
    price: cost.price,
    hours: cost.hours,
    received,
    condition: conditionWords(unit, file),
  }
}

function outcomeOf({ answer, file: { job } }: EvaluatedJob): HeadlineOutcome {
  if (answer.outcome !== 'answered' || answer.held.outcome === 'no-figure') return 'no-answer'
  if (answer.stops.length > 0) return 'stopped'
  if (job.brief.openQuestion) return 'open'
  return answer.held.outcome === 'not-limiting' || (answer.held.outcome === 'held' && answer.held.powerW >= answer.peakPowerW)
    ? 'holds'
    : 'short'
}

function weakestOf({ answer, file: { job, unit } }: EvaluatedJob): Headline['weakest'] {
  if (answer.outcome !== 'answered') return []
  return answer.breakingOrder.slice(0, 3).flatMap((id) => {
    const verdict = verdictIn(answer, id)
    const duty = verdict && firstCase(answer, verdict)
    return verdict
      ? [
          {
            station: capital(stationName(unit, id)),
            where: duty ? caseInSentence(unit, duty, job.brief) : '',
            held: heldInWords(verdict.held),
            short: !job.brief.openQuestion && verdict.held.outcome === 'held' && verdict.held.powerW < answer.peakPowerW,
          },
        ]
      : []
  })
}

function changedOf({ catalogue, file: { job, unit } }: EvaluatedJob): Headline['changed'] {
  const differs = (id: string) => job.spec.fits[id] !== job.arrived[id] || (job.spec.works[id] ?? []).length > 0
  return unit.stations
    .filter(({ id }) => differs(id))
    .map(({ id, name }) => ({ station: capital(name), part: catalogue.parts.get(job.spec.fits[id] ?? '')?.name ?? 'none' }))
}

function conditionWords(unit: Unit, { job: { teardown } }: JobFile): string {
  if (!isNoted(teardown)) return ''
  const [likeliest] = diagnose(unit, teardown).candidates
  const guess = teardown.found === null && likeliest ? ` Most likely: ${suspectWords(unit.train, likeliest)}.` : ''
  return `${teardownWords(unit, teardown)}${guess}`
}
