import { breakingRank, isBlocking, moneyOf, presentPoint, type Answer, type CostLine, type Finding } from '@plucky/core'
import type { EvaluatedJob } from '../files/evaluate-job.js'
import { planInputOf } from '../files/plan-job.js'
import { misfitSentence } from '../words/fitting.js'
import { capital, hoursWords, money, quantity } from '../words/format.js'
import { heldInWords, specHeldInWords, verdictIn } from '../words/power-held.js'
import { stationName } from '../words/station-name.js'
import { findingLines, likelyWords } from '../words/verdict.js'
import { fittedWords } from './comparison.js'

/** One property of several builds. */
export interface SideRow {
  readonly name: string
  /** One cell per build. */
  readonly cells: readonly string[]
  readonly differs: boolean
}

/** Several builds side by side. */
export interface SideBySide {
  readonly headline: readonly SideRow[]
  /** Installed part and its power held by station. Stations of other transmissions follow those of the first. */
  readonly stations: readonly SideRow[]
}

const NONE = '—'

/** Compares builds, of the same transmission or of several. Each is judged by its own file. */
export function sideBySide(builds: readonly EvaluatedJob[]): SideBySide {
  const row = (name: string, of: (build: EvaluatedJob) => string): SideRow => {
    const cells = builds.map((build) => of(build) || NONE)
    return { name, cells, differs: new Set(cells).size > 1 }
  }
  const names = [...new Set(builds.flatMap(({ file }) => file.unit.stations.map(({ name }) => name)))]
  return {
    headline: [
      row('Transmission', ({ file }) => file.unit.name),
      row('Power held', ({ answer }) => specHeldInWords(answer)),
      row('Power held with margin', withMarginWords),
      row('Likely range', answered(likelyWords)),
      ...[0, 1, 2].map((rank) =>
        row(
          RANKS[rank] ?? '',
          answered((answer, build) => breakingWords(answer, build, rank)),
        ),
      ),
      row(
        'By upshift heat',
        answered((answer) => besideWords(answer, ({ code }) => code.startsWith('shift-'))),
      ),
      row(
        'By life',
        answered((answer) => besideWords(answer, ({ code }) => code === 'life-short')),
      ),
      row(
        'Stall',
        answered(({ stallSpeedRadPerS }) => quantity(stallSpeedRadPerS, 'rpm')),
      ),
      row('Line pressure, drive', ({ file }) => quantity(file.job.spec.pressure.drivePa, 'psi')),
      row('Line pressure, reverse', ({ file }) => quantity(file.job.spec.pressure.reversePa, 'psi')),
      row('Parts and operations', ({ cost }) => money(cost.price)),
      row('Labor', ({ cost }) => hoursWords(cost.hours)),
      row('Total with labor', ({ cost, file }) => money(moneyOf(cost, file.job.rules.hourRate))),
      row('Longest lead time', ({ cost }) => leadWords(leadDaysOf(cost.lines))),
      row('Problems', problemWords),
    ],
    stations: names.map((name) => row(capital(name), (build) => stationWords(build, name))),
  }
}

const RANKS = ['Weakest link', 'Second weakest', 'Third weakest']

const answered =
  (words: (answer: Answer, build: EvaluatedJob) => string) =>
  (build: EvaluatedJob): string =>
    build.answer.outcome === 'answered' ? words(build.answer, build) : ''

function withMarginWords({ file, catalogue }: EvaluatedJob): string {
  const point = presentPoint(planInputOf(file.job, file.unit, catalogue, {}))
  return point && point.powerW > 0 ? quantity(point.powerW, 'hp') : ''
}

function breakingWords(answer: Answer, { file }: EvaluatedJob, rank: number): string {
  const id = answer.breakingOrder[rank]
  return id === undefined ? '' : `${stationName(file.unit, id)}, ${heldInWords(verdictIn(answer, id)?.held)}`
}

/** The lowest power by heat or life. */
function besideWords({ findings }: Answer, of: (finding: Finding) => boolean): string {
  const held = findings.flatMap((finding) => (of(finding) && finding.held ? [finding.held] : []))
  const least = held.sort((a, b) => breakingRank(a) - breakingRank(b))[0]
  return least ? heldInWords(least) : ''
}

/** Longest lead time of the items to buy, days. `null` if one of them must be ordered and its lead time is unknown. */
export function leadDaysOf(lines: readonly CostLine[]): number | null {
  const each = lines.map(({ item: { inStock, leadDays } }) => leadDays ?? (inStock === false ? null : 0))
  return each.reduce<number | null>((most, days) => (most === null || days === null ? null : Math.max(most, days)), 0)
}

/**
 * A lead time in words.
 * @example leadWords(0) // → "in stock"
 * @example leadWords(1) // → "1 day"
 * @example leadWords(null) // → "to order, time not known"
 */
export function leadWords(days: number | null): string {
  if (days === null) return 'to order, time not known'
  return days === 0 ? 'in stock' : `${days} ${days === 1 ? 'day' : 'days'}`
}

/** Parts that are not compatible, and findings that rule the build out. */
function problemWords({ misfits, answer, file: { unit } }: EvaluatedJob): string {
  const blocking = answer.outcome === 'answered' ? findingLines(answer.findings.filter(isBlocking), unit) : []
  return [...misfits.map((misfit) => misfitSentence(misfit, unit)), ...blocking].join(' ')
}

function stationWords(build: EvaluatedJob, name: string): string {
  const { file, answer } = build
  const station = file.unit.stations.find((each) => each.name === name)
  if (!station) return ''
  const held = verdictIn(answer, station.id)?.held
  const installed = fittedWords(build, station.id)
  return held?.outcome === 'held' ? `${installed}: ${heldInWords(held)}` : installed
}
