import { presentPoint, specCost, type Answer, type Cost, type HouseRules } from '@plucky/core'
import { catalogueOf, evaluateJob, type EvaluatedJob } from '../files/evaluate-job.js'
import type { JobFile } from '../files/job-file.js'
import { planInputOf } from '../files/plan-job.js'
import { cautionsOf } from '../sheet/cautions.js'
import { leadDaysOf, leadWords } from '../sheet/side-by-side.js'
import { besidesSentence } from '../words/beside.js'
import { capital, listed, money, percent, quantity, roundedPower } from '../words/format.js'
import { KIND_WORDS, LAUNCH_WORDS, USE_WORDS } from '../words/option-labels.js'
import { specHeldInWords } from '../words/power-held.js'
import { stationName } from '../words/station-name.js'
import { likelySentence } from '../words/verdict.js'
import type { QuoteTextsDto } from './draft.dto.js'

/** A build that is offered, with the words for the customer. */
export interface OfferedBuild {
  readonly title: string
  readonly purpose: string
  /** The job with this build. */
  readonly file: JobFile
}

/** One column of a quote in words. */
export interface QuoteColumn {
  readonly title: string
  readonly purpose: string
  readonly holds: string
  /** Weakest part and likely range. */
  readonly sure: string
  readonly included: readonly string[]
  readonly lead: string
  /** Price lines: one without sales tax, otherwise price, tax and total. */
  readonly price: readonly (readonly [name: string, amount: string])[]
}

/** Texts of a quote, the same on screen, paper and PDF. Contains no cost of the shop. */
export interface Quote {
  readonly title: string
  readonly customer: string
  readonly facts: readonly (readonly [name: string, value: string])[]
  readonly message: string
  readonly columns: readonly QuoteColumn[]
  readonly conditions: readonly string[]
  readonly cautions: readonly string[]
  readonly date: string
  readonly validUntil: string
}

/** A quote as it was sent. */
export interface SentQuote {
  readonly number: number
  readonly sentAt: string
  readonly quote: Quote
}

const DAY_MS = 86_400_000
const dateWords = (time: number) => new Date(time).toLocaleDateString('en-US', { dateStyle: 'long', timeZone: 'UTC' })

/** Makes the quote of some builds of a job. Each build is judged by its own file. `made` is the time in ms. */
export function quoteOf(file: JobFile, builds: readonly OfferedBuild[], texts: Readonly<QuoteTextsDto>, made: number): Quote {
  const { job, unit } = file
  const { brief, rules } = job
  const judged = builds.map((build) => ({ build, now: evaluateJob(build.file) }))
  const kinds = new Set(judged.flatMap(({ now }) => changedStations(now).map(({ kind }) => kind)))
  const peak = judged.flatMap(({ now: { answer } }) => (answer.outcome === 'answered' ? [answer.peakPowerW] : []))[0]
  return {
    title: `Quote: ${unit.name}`,
    customer: job.customer ?? '',
    facts: [
      ['Vehicle', texts.vehicle || 'not entered'],
      ['Engine', [KIND_WORDS[brief.engine.kind], ...(peak === undefined ? [] : [quantity(peak, 'hp')])].join(', ')],
      ['Use', USE_WORDS[brief.use]],
      ['Launch', LAUNCH_WORDS[brief.launch]],
    ],
    message: texts.message ?? '',
    columns: judged.map(({ build, now }) => columnOf(build, now, rules)),
    conditions: texts.conditions ?? usualConditions(file),
    cautions: cautionsOf(kinds, brief.launch !== 'rolling'),
    date: dateWords(made),
    validUntil: dateWords(quoteEnd(made, rules)),
  }
}

/** Time at which a quote made at a time ends to be valid, ms. */
export const quoteEnd = (made: number, { quoteDays }: Pick<HouseRules, 'quoteDays'>): number => made + quoteDays * DAY_MS

/** Ids of the parts, operations and kits that the builds of a quote charge for. */
export const offeredItems = (builds: readonly Pick<OfferedBuild, 'file'>[]): string[] => [
  ...new Set(
    builds.flatMap(({ file }) => {
      const { spec, arrived, rules } = file.job
      return specCost(spec, arrived, catalogueOf(file), rules.hourRate).lines.map(({ item }) => item.id)
    }),
  ),
]

/** Conditions that make the figures of a quote void. Source: none (common practice). */
export const usualConditions = ({ job: { brief } }: Pick<JobFile, 'job'>): string[] => [
  'Another engine, or more engine power than stated above.',
  `Another use than ${USE_WORDS[brief.use]}, or a harder launch than stated above.`,
  'Changed line pressure, shift calibration, converter or flex plate.',
  'Low, wrong, contaminated or overheated transmission fluid.',
  'Repairs by others.',
]

/** Stations with another part than as received, or with operations. */
const changedStations = ({ file: { job, unit } }: EvaluatedJob) =>
  unit.stations.filter(({ id }) => job.spec.fits[id] !== job.arrived[id] || (job.spec.works[id] ?? []).length > 0)

function columnOf({ title, purpose }: OfferedBuild, now: EvaluatedJob, rules: HouseRules): QuoteColumn {
  const { cost } = now
  return {
    title,
    purpose,
    ...heldWords(now),
    included: [...includedLines(now), ...(cost.hours > 0 ? ['Removal of old parts, assembly and setup by the shop'] : [])],
    lead: leadWords(leadDaysOf(cost.lines)),
    price: priceLines(cost, rules),
  }
}

function heldWords(now: EvaluatedJob): Pick<QuoteColumn, 'holds' | 'sure'> {
  const { file, catalogue, answer, misfits } = now
  if (answer.outcome !== 'answered') return { holds: 'no answer: engine figures conflict', sure: '' }
  if (misfits.length > 0 || answer.stops.length > 0) return { holds: 'can’t be built: parts do not go together', sure: '' }
  const point = presentPoint(planInputOf(file.job, file.unit, catalogue, {}))
  const held = point && point.powerW > 0 ? quantity(point.powerW, 'hp') : specHeldInWords(answer)
  const short = !file.job.brief.openQuestion && point !== undefined && point.powerW < answer.peakPowerW * (1 - SAME_POWER)
  const below = short ? `, below this engine’s ${quantity(answer.peakPowerW, 'hp')}` : ''
  return { holds: `${held} at the flywheel, safety margin included${below}`, sure: sureWords(answer, file) }
}

/** Relative tolerance for comparing powers. */
const SAME_POWER = 1e-6

function sureWords(answer: Answer, { unit }: JobFile): string {
  const first = answer.together.slice(0, 2).map((id) => stationName(unit, id))
  const weakest =
    answer.held.outcome === 'held' && first.length > 0
      ? `Without the margin, the weakest part is the ${listed(first)} at about ${roundedPower(answer.held.powerW)}.`
      : ''
  return [weakest, likelySentence(answer), besidesSentence(answer, unit)].filter(Boolean).join(' ')
}

/** Parts and operations by station, without prices. */
const includedLines = (now: EvaluatedJob): string[] =>
  changedStations(now).map(({ id, name }) => {
    const { file, catalogue } = now
    const { arrived, spec } = file.job
    const part = catalogue.parts.get(spec.fits[id] ?? '')
    const works = (spec.works[id] ?? []).flatMap((each) => catalogue.operations.get(each)?.name ?? [])
    const kept = part !== undefined && spec.fits[id] === arrived[id]
    return `${capital(name)}: ${[kept ? 'kept' : (part?.name ?? 'removed'), ...works].join(' + ')}`
  })

/** Shelf prices with mark-up, labor at the shop's rate, and sales tax. */
function priceLines({ price, hours }: Cost, { partsMarkup, hourRate, salesTax }: HouseRules): (readonly [string, string])[] {
  const net = Math.round(price * (1 + partsMarkup) + hours * hourRate)
  if (salesTax === 0) return [['Price, parts and labor', money(net)]]
  const tax = Math.round(net * salesTax)
  return [
    ['Parts and labor', money(net)],
    [`Sales tax ${percent(salesTax, 2)}`, money(tax)],
    ['Price', money(net + tax)],
  ]
}
