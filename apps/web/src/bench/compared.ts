import {
  capital,
  figure,
  heldInWords,
  hoursWords,
  type JobContent,
  lifeWords,
  marginInWords,
  money,
  oilWords,
  ORIGIN_WORDS,
  placeName,
  quantity,
  readingWords,
  specHeldInWords,
  stationName,
  twistWords,
  verdictIn,
} from '@plucky/contract'
import {
  converterCharacteristic,
  type ConverterGeometry,
  type Fits,
  type GaugeRow,
  type HouseRules,
  type Part,
  pressureReport,
  type PressureReport,
  type Proposal,
  shaftReport,
  type ShaftReport,
  type SpecResult,
  type StationVerdict,
  type Unit,
} from '@plucky/core'
import type { Compared } from './compared-row.js'
import { fitRows } from './compared-fit.js'
import { costOf, specInputOf } from '../state/verdicts.js'
import type { BenchView } from '../power-flow/use-bench.js'

/** Old and new side by side: what it holds in this job, where it gives way, what it costs, and what becomes of the whole spec. */
export function compared(
  unit: Unit,
  content: JobContent,
  bench: BenchView,
  proposal: Proposal | undefined,
  withCandidate: SpecResult | undefined,
): Compared[] {
  const [now, then] = [verdictIn(bench.answer, bench.station), verdictIn(withCandidate, bench.station)]
  const both = (name: string, of: (v: StationVerdict | undefined) => string): Compared => ({ name, now: of(now), then: of(then) })
  const spec = (name: string, of: (a: SpecResult | undefined) => string): Compared => ({
    name,
    now: of(bench.answer),
    then: of(withCandidate),
  })
  const station = unit.stations.find(({ id }) => id === bench.station)
  const oil = station?.kind === 'pump' || station?.kind === 'valves' ? oilRows(content, bench, proposal, withCandidate) : []
  const fit = fitRows(unit, content, bench.station, proposal)
  const own = [
    { ...both('Power held, engine', (v) => heldInWords(v?.held)), key: 'held' as const },
    both('Lowest margin', (v) => marginWords(v, content.rules)),
    both('Torque capacity', (v) =>
      v?.decides ? `${quantity(v.decides.capacityNm, 'lb-ft')} ${ORIGIN_WORDS[v.decides.limit.origin].mark}` : '—',
    ),
    both('Weakest point', (v) => (v?.decides ? placeName(v.decides.limit.place) : v && v.missing.length > 0 ? 'not rated' : '—')),
    ...shaftRows(content, bench, proposal, withCandidate),
  ]
  return [
    ...(station?.kind === 'converter' ? converterRows(bench, spec) : []),
    ...(oil.length > 0 ? oil : station?.load.at === 'none' ? [] : own),
    ...fit,
    { name: 'Price · labor', now: costWords(bench.fitted), then: costWords(bench.candidate) },
    { name: 'Job total', now: costWords(costOf(content)), then: costWords(costOf(content, proposal?.spec)) },
    spec('Build holds', specHeldInWords),
    spec('Weakest link', (a) => (a?.outcome === 'answered' && a.breakingOrder[0] ? capital(stationName(unit, a.breakingOrder[0])) : '—')),
  ]
}

/** Comparison rows of two converters with the engine of the job. */
function converterRows(bench: BenchView, spec: (name: string, of: (a: SpecResult | undefined) => string) => Compared): Compared[] {
  const geometryOf = (part: Part | undefined) => (part?.kind === 'converter' ? part.geometry : undefined)
  const [now, then] = [geometryOf(bench.fitted), geometryOf(bench.candidate)]
  const row = (name: string, of: (g: ConverterGeometry) => string): Compared => ({
    name,
    now: now ? of(now) : '—',
    then: then ? of(then) : '—',
  })
  return [
    spec('Stall speed', (a) => (a?.outcome === 'answered' ? quantity(a.stallSpeedRadPerS, 'rpm') : '—')),
    row('K-factor at stall', (g) => quantity(converterCharacteristic(g).stallCapacity ** -0.5, 'rpm/√lb-ft', 0)),
    row('Stall torque ratio', (g) => figure(g.stallTorqueRatio, 2)),
  ]
}

/** What pump and valves make, where they are looked at. */
function oilRows(content: JobContent, bench: BenchView, proposal: Proposal | undefined, withCandidate: SpecResult | undefined): Compared[] {
  const report = (spec: Fits, answer: SpecResult | undefined) => {
    const input = specInputOf(content, spec)
    return input && answer?.outcome === 'answered' ? pressureReport(input, answer) : null
  }
  const now = report(content.spec, bench.answer)
  const then = proposal ? report(proposal.spec, withCandidate) : now
  const row = (name: string, of: (r: PressureReport) => string): Compared => ({
    name,
    now: now ? of(now) : '—',
    then: then ? of(then) : '—',
  })
  const gauge = (at: GaugeRow['at']) => (r: PressureReport) => {
    const found = r.gauge.find((each) => each.at === at)
    return found ? readingWords(found.hot) : 'no gauge reading'
  }
  return [
    row('Full throttle at stall', gauge('stall')),
    row('Reverse, full throttle', gauge('reverse-stall')),
    row('Idle, hot', gauge('idle')),
    row('Relief valve opens', (r) => (r.openingPa === null ? '—' : quantity(r.openingPa, 'psi'))),
  ]
}

/** What two shafts differ in beside their strength: life, twist, oil. */
function shaftRows(
  content: JobContent,
  bench: BenchView,
  proposal: Proposal | undefined,
  withCandidate: SpecResult | undefined,
): Compared[] {
  const report = (spec: Fits | undefined, answer: SpecResult | undefined) => {
    const input = specInputOf(content, spec)
    return input && answer?.outcome === 'answered' ? shaftReport(input, answer, bench.station) : null
  }
  const now = report(content.spec, bench.answer)
  const then = proposal ? report(proposal.spec, withCandidate) : now
  if (!now && !then) return []
  const row = (name: string, of: (r: ShaftReport) => string): Compared => ({ name, now: now ? of(now) : '—', then: then ? of(then) : '—' })
  return [
    row('Fatigue life, launches', (r) => lifeWords(r.life)),
    row('Max twist', (r) => twistWords(r.twistRad)),
    ...(now?.oil || then?.oil ? [row('Oil flow', (r) => oilWords(r.oil, 'bothM3PerS', now?.oil))] : []),
  ]
}

/** The least margin, and what the house wants where it falls short of that. */
function marginWords(verdict: StationVerdict | undefined, rules: HouseRules): string {
  if (!verdict?.worst) return '—'
  const { margin, limit } = verdict.worst
  const wanted = rules.houseMargin[limit.shock]
  return margin < wanted ? `${marginInWords(margin)} (house margin ${figure(wanted, 2)})` : marginInWords(margin)
}

const costWords = (cost: Pick<Part, 'price' | 'hours'> | undefined) => (cost ? `${money(cost.price)} · ${hoursWords(cost.hours)}` : '—')
