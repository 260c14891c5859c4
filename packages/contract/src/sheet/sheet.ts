import { PART_WORDS } from '../parts/part-words.js'
import { asReceived } from '../dto/job.dto.js'
import {
  type Cost,
  DEFAULT_RULES,
  engineCurve,
  fitUp,
  hubFor,
  moneyOf,
  offersOf,
  plateReport,
  pressureReport,
  splinePairs,
  supportJournals,
  type SplinePair,
  type Need,
  type Part,
  type Station,
  type StationVerdict,
  type Unit,
  type CostLine,
  type JointReport,
} from '@plucky/core'
import { KIND_WORDS, LAUNCH_WORDS, SKILL_WORDS, START_WORDS, USE_WORDS } from '../words/option-labels.js'
import { misfitSentence } from '../words/fitting.js'
import { splineSentence } from '../words/spline-stop.js'
import { budgetWords, capital, figure, hoursWords, money, percent, quantity } from '../words/format.js'
import { carriesNothing, heldInWords, marginInWords, verdictIn } from '../words/power-held.js'
import { differences } from '../words/field-values.js'
import { tyresLine } from '../words/tyres.js'
import { caseInSentence, findingLines, likelySentence, ORIGIN_WORDS, togetherSentence } from '../words/verdict.js'
import { placeName } from '../words/place-name.js'
import { stationName } from '../words/station-name.js'
import { HouseRulesDto } from '../dto/rules.dto.js'
import { fitLength, fitTitle, spanWords } from '../words/fit.js'
import { inputOf, evaluateJob, type EvaluatedJob } from '../files/evaluate-job.js'
import type { JobFile } from '../files/job-file.js'
import { gaugeLines, pressureWords } from '../words/pressure.js'
import { teardownWords } from '../words/diagnosis.js'
import { cautionsOf } from './cautions.js'

/** What is known of a station on the sheet, all in words. */
export interface SheetStation {
  readonly code: string
  readonly name: string
  readonly part: string
  readonly maker: string
  readonly works: readonly string[]
  /** Something is fitted or done that did not come in. */
  readonly changed: boolean
  readonly holds: string
  readonly capacity: string
  readonly margin: string
  readonly where: string
  /** Why it is there. */
  readonly reason: string
}

/** What is bought or done, with its price and hours. */
export interface SheetLine {
  readonly what: string
  readonly at: string
  readonly price: string
  readonly hours: string
}

/** Everything that a build sheet says, front to rear, in words; screen, paper and PDF show the same. */
export interface Sheet {
  readonly title: string
  readonly unit: string
  readonly revision: string
  readonly brief: readonly (readonly [name: string, value: string])[]
  readonly sentence: string
  readonly besides: string
  readonly warnings: readonly string[]
  readonly stations: readonly SheetStation[]
  readonly together: readonly string[]
  readonly lines: readonly SheetLine[]
  readonly total: SheetLine
  readonly work: readonly string[]
  /** To hold a gauge against; empty where nothing is known but what was read from it. */
  readonly gauge: readonly string[]
  /** How the joints of the plate are tightened, and what the chain leaves where it matters; empty where neither is known. */
  readonly fit: readonly string[]
  readonly rules: readonly string[]
  readonly cautions: readonly string[]
}

export interface SheetHead {
  readonly number: number
  /** As `revisionWords` says it, with the date. */
  readonly revision: string
}

/** The build sheet of a job. */
export function sheetOf(file: JobFile, { number, revision }: SheetHead): Sheet {
  const { job, unit } = file
  const now = evaluateJob(file)
  const arrived = evaluateJob({ ...file, job: asReceived(job) })
  const { answer, cost, fitted, misfits } = now
  const answered = answer.outcome === 'answered' ? answer : undefined
  const changed = unit.stations.filter(({ id }) => isChanged(file, id))
  const kinds = new Set(changed.map((station) => station.kind))
  return {
    title: `Job ${number}: ${job.name}`,
    unit: [unit.name, unit.variants?.find((v) => v.id === job.variantId)?.name].filter(Boolean).join(', '),
    revision,
    brief: briefLines(now),
    sentence: now.sentence,
    besides: answered ? [likelySentence(answered), togetherSentence(answered, unit), tyresLine(answered)].filter(Boolean).join(' ') : '',
    warnings: [...misfits.map((misfit) => misfitSentence(misfit, unit)), ...findingLines(answered?.findings ?? [], unit)],
    stations: unit.stations.map((station) => stationOf(now, arrived, station)),
    together: [
      ...unit.stations.flatMap(({ id }) => needsOf(fitted.get(id)).map((need) => needWords(now, id, need))),
      ...splinePairs({ unit, fitted }).map((pair) => pairWords(unit, pair)),
      ...supportJournals({ unit, fitted }).map((journal) => journalWords(unit, journal)),
    ],
    lines: frontToRear(unit, cost.lines).map(({ what, item, stationIds, price, hours }) => ({
      what: what === 'kit' ? `${item.name} (kit)` : item.name,
      at: stationIds.map((id) => stationName(unit, id)).join(', '),
      price: money(price),
      hours: hoursWords(hours),
    })),
    total: { what: 'Total', at: totalWords(file, cost), price: money(cost.price), hours: hoursWords(cost.hours) },
    work: workLines(now),
    gauge: gaugeOf(now),
    fit: fitLines(now),
    rules: differences(DEFAULT_RULES, job.rules, HouseRulesDto).map(({ name, is }) => `${name}: ${is}`),
    cautions: cautionsOf(kinds, job.brief.launch !== 'rolling'),
  }
}

/** Lengths that the chain leaves and that are written down. */
const NOTED = ['pilot-engagement', 'pull-forward', 'head-room', 'flange-place']

function fitLines({ file: { job, unit }, fitted }: EvaluatedJob): string[] {
  const input = inputOf(job, unit, fitted)
  const plate = plateReport(input)
  const joint = (name: string, { bolts, joint: { boltDiameterM, tighteningTorqueNm } }: JointReport) =>
    `${name}: ${bolts} × ${quantity(boltDiameterM, 'in', 4)} to ${quantity(tighteningTorqueNm, 'lb-ft')}`
  const { entries } = fitUp(input)
  const chain = entries.flatMap((entry) => {
    if (entry.kind !== 'closing' || !NOTED.includes(entry.id)) return []
    const value = entry.measured
      ? `${spanWords(entry)} measured`
      : entry.specifiedM === null
        ? ''
        : `${fitLength(entry, entry.specifiedM)} nominal`
    return value ? [`${fitTitle(entry, unit)}: ${value}`] : []
  })
  return [...(plate ? [joint('Crank bolts', plate.crank), joint('Converter bolts', plate.converter)] : []), ...chain]
}

function gaugeOf({ file: { job, unit }, fitted, answer }: EvaluatedJob): string[] {
  if (answer.outcome !== 'answered' || job.spec.pressure.by !== 'valves') return []
  const report = pressureReport({ unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules }, answer)
  return report ? gaugeLines(report).map(({ point, speed, hot, cold }) => `${capital(point)}, ${speed}: ${hot} hot, ${cold} cold`) : []
}

/** Lines in the order of the stations that they serve. */
function frontToRear(unit: Unit, lines: readonly CostLine[]): CostLine[] {
  const place = (line: CostLine) => Math.min(...line.stationIds.map((id) => unit.stations.findIndex((station) => station.id === id)))
  return [...lines].sort((a, b) => place(a) - place(b))
}

const isChanged = ({ job }: JobFile, id: string) => job.spec.fits[id] !== job.arrived[id] || (job.spec.works[id] ?? []).length > 0
const needsOf = (part: Part | undefined): readonly Need[] => part?.needs ?? []

function stationOf(now: EvaluatedJob, arrived: EvaluatedJob, station: Station): SheetStation {
  const { file, fitted, catalogue } = now
  const part = fitted.get(station.id)
  const verdict = verdictIn(now.answer, station.id)
  const works = (file.job.spec.works[station.id] ?? []).flatMap((id) => catalogue.operations.get(id)?.name ?? [])
  return {
    code: station.code,
    name: capital(station.name),
    part: part?.name ?? 'none installed',
    maker: part ? `${part.maker}${part.donor ? `, used, from ${part.donor.from}` : ''}` : '',
    works,
    changed: isChanged(file, station.id),
    holds: verdict && !carriesNothing(verdict) ? heldInWords(verdict.held) : '—',
    ...figuresOf(now, verdict),
    ...(station.load.at === 'none' ? { where: part ? (PART_WORDS[station.kind].withoutTorque ?? '—') : '—' } : {}),
    reason: reasonOf(now, arrived, station),
  }
}

function figuresOf(
  { answer, file }: EvaluatedJob,
  verdict: StationVerdict | undefined,
): Pick<SheetStation, 'capacity' | 'margin' | 'where'> {
  const worst = verdict?.worst
  const duty = answer.outcome === 'answered' ? answer.cases.find((c) => c.id === worst?.caseId) : undefined
  if (!worst || !duty) return { capacity: '—', margin: '—', where: verdict && verdict.missing.length > 0 ? 'not rated' : 'no load' }
  return {
    capacity: `${quantity(worst.capacityNm, 'lb-ft')}, ${ORIGIN_WORDS[worst.limit.origin].words}`,
    margin: marginInWords(worst.margin),
    where: `${placeName(worst.limit.place)}, ${caseInSentence(file.unit, duty, file.job.brief)}`,
  }
}

/** Why a part is there: what was there, what others need of it, or that it can stay. */
function reasonOf(now: EvaluatedJob, arrived: EvaluatedJob, station: Station): string {
  const { unit, job } = now.file
  const verdict = verdictIn(now.answer, station.id)
  const wanted = verdict?.worst ? job.rules.houseMargin[verdict.worst.limit.shock] : 1
  const margin = verdict?.worst?.margin ?? Infinity
  const short = margin < 1 ? 'fails below target power' : margin < wanted ? `below house margin of ${figure(wanted, 2)}` : ''
  const forOthers = unit.stations.flatMap(({ id, name }) =>
    needsOf(now.fitted.get(id))
      .filter((need) => need.stationId === station.id && (now.fitted.get(station.id)?.offers?.includes(need.feature) ?? false))
      .map(() => `required by ${name}`),
  )
  const forShafts = splinePairs({ unit, fitted: now.fitted })
    .filter((pair) => pair.otherId === station.id && pair.hub.teeth !== hubFor(arrived.fitted, station.id, pair.stationId)?.teeth)
    .map((pair) => `the ${stationName(unit, pair.stationId)} needs ${pair.hub.teeth} teeth here`)
  const forJournals = supportJournals({ unit, fitted: now.fitted })
    .filter(
      ({ otherId, boreM }) => otherId === station.id && !supportJournals({ unit, fitted: arrived.fitted }).some((j) => j.boreM === boreM),
    )
    .map(({ stationId, boreM }) => `the ${stationName(unit, stationId)} needs a ${quantity(boreM, 'in', 3)} bore here`)
  const was = arrived.catalogue.parts.get(job.arrived[station.id] ?? '')
  const before = verdictIn(arrived.answer, station.id)
  const came = was
    ? `as received: “${was.name}”${before && !carriesNothing(before) ? `, ${heldInWords(before.held)}` : ''}`
    : 'as received: none'
  const kept = isChanged(now.file, station.id) ? came : was ? 'as received' : ''
  return [kept, ...new Set([...forOthers, ...forShafts, ...forJournals]), short].filter(Boolean).join('; ')
}

/** "Input shaft, turbine spline of 35 teeth, goes into the bore of the turbine hub." */
function pairWords(unit: Unit, pair: SplinePair): string {
  if (pair.differences.length > 0) return capital(splineSentence(pair, unit))
  const { stationId, section, spline, hub, otherId } = pair
  return `${capital(stationName(unit, stationId))}, ${section} (${spline.teeth} teeth) mates with the ${stationName(unit, otherId)} ${hub.name}.`
}

/** "Input shaft, oil journal of 1.100 in, runs in the stator support front bushing of 1.103 in." */
const journalWords = (
  unit: Unit,
  { stationId, otherId, section, place, outerM, boreM }: ReturnType<typeof supportJournals>[number],
): string =>
  `${capital(stationName(unit, stationId))}, ${section} of ${quantity(outerM, 'in', 3)}, runs in the ${stationName(unit, otherId)} ${place} of ${quantity(boreM, 'in', 3)}.`

function needWords({ file, fitted }: EvaluatedJob, stationId: string, need: Need): string {
  const { unit, job } = file
  const met = offersOf(unit, fitted, job.variantId)(need.stationId, need.feature)
  const [needing, other] = [capital(stationName(unit, stationId)), stationName(unit, need.stationId)]
  const why = need.why.replace(/[.]$/, '')
  if (need.stationId === stationId) return `${needing} ${met ? 'fits' : 'does not fit'} this ${unit.name}: ${why}.`
  return met ? `${needing} matches the ${other}: ${why}.` : `${needing} requires of the ${other} or the transmission: ${why}.`
}

function workLines({ file, catalogue }: EvaluatedJob): string[] {
  const { unit, job } = file
  return unit.stations.flatMap(({ id }) =>
    (job.spec.works[id] ?? []).flatMap((operationId) => {
      const operation = catalogue.operations.get(operationId)
      if (!operation) return []
      const { name, skill, hours, caution } = operation
      return [`${capital(stationName(unit, id))}: ${name} (${SKILL_WORDS[skill]}, ${hoursWords(hours)}). ${caution}`]
    }),
  )
}

const totalWords = ({ job: { brief, rules } }: JobFile, cost: Cost): string =>
  brief.budget === null ? '' : budgetWords(brief.budget, moneyOf(cost, rules.hourRate))

function briefLines({ file: { job, unit }, answer }: EvaluatedJob): (readonly [string, string])[] {
  const { brief, spec } = job
  const curve = engineCurve(brief.engine)
  const peaks = curve.ok
    ? `${quantity(curve.value.peakPowerW, 'hp')} at ${quantity(curve.value.peakPowerSpeedRadPerS, 'rpm')}, ${quantity(curve.value.peakTorqueNm, 'lb-ft')} at ${quantity(curve.value.peakTorqueSpeedRadPerS, 'rpm')}`
    : 'figures conflict'
  const cameIn = teardownWords(unit, job.teardown)
  return [
    ['Engine', `${KIND_WORDS[brief.engine.kind]}, ${peaks}`],
    ['Use', USE_WORDS[brief.use]],
    ['Launch', LAUNCH_WORDS[brief.launch]],
    ['Upper gears', START_WORDS[brief.upperRangeStart]],
    ['Reverse', `${percent(brief.reverseThrottle)} throttle`],
    ['Weight', brief.vehicleMassKg === null ? 'not entered' : quantity(brief.vehicleMassKg, 'lb')],
    ['Line pressure', pressureWords(spec.pressure, answer.outcome === 'answered' ? answer : undefined, unit)],
    ...(answer.outcome === 'answered' ? [['Stall', quantity(answer.stallSpeedRadPerS, 'rpm')] as const] : []),
    ...(cameIn ? [['Condition as received', cameIn] as const] : []),
  ]
}
