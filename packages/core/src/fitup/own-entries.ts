import { stackClearance, wantedClearance } from '../parts/pack/stack.js'
import { splineDifferences } from '../joint/mating.js'
import { splinePairs } from '../judge/spline-stops.js'
import type { Readings } from './chain.js'
import { roundness, type FitVerdict, type LengthEntry, type PatternEntry, type SplineEntry } from './entry.js'
import type { FitFacts, FitInput } from './facts.js'
import { judgeSpan, type Bounds } from './judge-span.js'
import { readingKey } from './keys.js'
import { OVAL_HOLE_M, RUN_OUTS, type FitStage, type Owner } from './chain-dimensions.js'
import { patternPairs } from './patterns.js'
import { middleOf, spanOf, type MeasuredInterval } from '../model/reading.js'
import { finerTool, type Gauged } from '../model/tool.js'

/** An entry that is measured itself, against bounds of its own. */
function ownEntry(
  base: Pick<LengthEntry, 'kind' | 'id' | 'key' | 'name' | 'owner' | 'stationId' | 'stage' | 'hiddenFrom'>,
  {
    gauged,
    bounds,
    specifiedM,
    roundM = null,
    stepM,
  }: { gauged: Gauged; bounds: Bounds; specifiedM: number | null; roundM?: number | null; stepM?: number | undefined },
  readings: Readings,
): LengthEntry {
  const reading = readings[base.key]
  const measured = spanOf(reading)
  const specified = specifiedM === null ? null : judgeSpan({ lowM: specifiedM, highM: specifiedM, openM: 0 }, bounds)
  const round = roundM === null || !reading || !measured ? undefined : roundness(reading, measured, roundM, gauged)
  const judged: FitVerdict = measured ? judgeSpan(measured, bounds) : specified?.word === 'refused' ? specified : { word: 'unmeasured' }
  const verdict = round?.verdict ?? judged
  return {
    ...base,
    gauged,
    bounds,
    roundM,
    terms: [],
    missing: [],
    specifiedM,
    specified,
    reading: reading ?? null,
    measured: measured ?? null,
    bySheet: [],
    verdict,
    again: round?.again ?? (verdict.word === 'measure-again' ? { linkId: null, ...finerTool(gauged, verdict.awayM) } : null),
    order:
      verdict.word === 'refused'
        ? { code: base.kind, side: verdict.side, byM: verdict.outM, steps: stepM === undefined ? null : stepsOf(measured, bounds, stepM) }
        : null,
  }
}

/** How many steps of what is chosen bring the middle of a span nearest to the middle of its bounds; above 0 where there is too much. */
function stepsOf(span: MeasuredInterval | undefined, { leastM, mostM }: Bounds, stepM: number): number | null {
  if (!span || leastM === null || mostM === null) return null
  return Math.round((middleOf(span) - (leastM + mostM) / 2) / stepM)
}

/** How far things run out, and a hole of the plate. */
export function runOutEntries({ fitted }: FitInput, facts: FitFacts, readings: Readings): LengthEntry[] {
  const { plate } = facts
  // Runout is only measured on these two.
  const part = (owner: Owner) => fitted.get(facts.stationOf(owner as 'flex-plate' | 'converter') ?? '')
  const runOuts = RUN_OUTS.map(({ id, owner, mostM, stage, hiddenFrom }) =>
    ownEntry(
      {
        kind: 'run-out',
        id,
        key: readingKey(id, owner === 'converter' ? [part(owner), part('flex-plate')] : [part(owner)]),
        name: null,
        owner,
        stationId: facts.stationOf(owner),
        stage,
        hiddenFrom,
      },
      {
        gauged: 'run-out',
        bounds: { leastM: null, mostM },
        specifiedM: id === 'pad-run-out' ? (plate?.saidRunOutM ?? plate?.padRunOutM ?? null) : null,
      },
      readings,
    ),
  )
  if (!plate) return runOuts
  const boltM = plate.converterJoint.boltDiameterM
  const hole = ownEntry(
    {
      kind: 'hole',
      id: 'plate-hole',
      key: readingKey('plate-hole', [part('flex-plate')]),
      name: null,
      owner: 'flex-plate',
      stationId: facts.stationOf('flex-plate'),
      stage: 'plate',
      hiddenFrom: null,
    },
    { gauged: 'bore', bounds: { leastM: boltM, mostM: null }, specifiedM: null, roundM: OVAL_HOLE_M },
    readings,
  )
  return [...runOuts, hole]
}

/** Clearances that the unit names, and those of the packs whose plates are known. */
export function clearanceEntries({ unit, fitted }: FitInput, readings: Readings): LengthEntry[] {
  const own = (unit.fit?.clearances ?? []).map(({ id, name, kind, station, leastM, mostM, stepM }) =>
    ownEntry(
      {
        kind: 'clearance',
        id: `clearance ${id}`,
        key: readingKey(`clearance ${id}`, [fitted.get(station)]),
        name,
        owner: 'unit',
        stationId: station,
        stage: 'box-open',
        hiddenFrom: 'box-closed',
      },
      { gauged: kind === 'end-play' ? 'play' : 'gap', bounds: { leastM, mostM }, specifiedM: null, stepM },
      readings,
    ),
  )
  const packs = unit.stations.flatMap(({ id }) => {
    const part = fitted.get(id)
    const stack = part?.kind === 'pack' ? part.geometry.stack : undefined
    if (!stack) return []
    return [
      ownEntry(
        {
          kind: 'pack',
          id: `pack ${id}`,
          key: readingKey(`pack ${id}`, [part]),
          name: null,
          owner: 'pack',
          stationId: id,
          stage: 'box-open',
          hiddenFrom: 'box-closed',
        },
        { gauged: 'gap', bounds: wantedClearance(stack), specifiedM: stackClearance(stack) },
        readings,
      ),
    ]
  })
  return [...packs, ...own]
}

/** Every pair of splines of the torque path. */
export function splineEntries(input: FitInput, facts: FitFacts, readings: Readings): SplineEntry[] {
  return splinePairs(input).map(({ stationId, part, section, spline, lengthM, otherId, hub, differences }): SplineEntry => {
    const outside = otherId === facts.turbine?.otherId || otherId === facts.stator?.otherId
    const id = `spline ${stationId} ${section}`
    return splineEntry(
      {
        id,
        key: readingKey(id, [part]),
        stationId,
        name: section,
        otherId,
        shaft: { ...spline, lengthM },
        hub,
        differences,
        stage: outside ? 'converter' : 'box-open',
        hiddenFrom: outside ? 'home' : 'box-closed',
      },
      readings,
    )
  })
}

/** The output spline in the part behind the transmission. */
export function tailSplineEntries(input: FitInput, facts: FitFacts, readings: Readings): SplineEntry[] {
  const tail = tailSpline(input)
  if (!tail || !facts.behind) return []
  const { stationId, spline, lengthM, name } = tail
  const { behind } = facts
  const hub = { ...behind, name: 'behind', mate: stationId }
  const differences = splineDifferences(spline, lengthM, hub)
  return [
    splineEntry(
      {
        id: 'spline behind',
        key: readingKey('spline behind', [input.fitted.get(stationId)]),
        stationId,
        name,
        otherId: null,
        shaft: { ...spline, lengthM },
        hub: behind,
        differences,
        stage: 'behind',
        hiddenFrom: null,
      },
      readings,
    ),
  ]
}

/** Teeth that were counted otherwise than the sheet says are a stop like any that differ. */
function splineEntry(entry: Omit<SplineEntry, 'kind' | 'owner' | 'reading' | 'verdict'>, readings: Readings): SplineEntry {
  const reading = readings[entry.key] ?? null
  const miscounted = reading?.count !== undefined && reading.count !== entry.shaft.teeth
  const word = entry.differences.length > 0 || miscounted ? 'differs' : reading?.count === undefined ? 'unmeasured' : 'fits'
  return { ...entry, kind: 'spline', owner: 'shaft', reading, verdict: { word } }
}

/** The last spline of the shaft that goes out, into which nothing of the unit goes. */
function tailSpline({ unit, fitted }: FitInput) {
  for (const station of unit.stations) {
    const part = station.load.at === 'output' ? fitted.get(station.id) : undefined
    if (part?.kind !== 'shaft') continue
    const section = [...part.geometry.sections].reverse().find(({ spline }) => spline && spline.mate === undefined)
    if (section?.spline) return { stationId: station.id, spline: section.spline, lengthM: section.lengthM, name: section.name }
  }
  return undefined
}

/** Every pair of bolt patterns. */
export function patternEntries({ fitted }: FitInput, facts: FitFacts, readings: Readings): PatternEntry[] {
  const [plate, converter] = (['flex-plate', 'converter'] as const).map((kind) => fitted.get(facts.stationOf(kind) ?? ''))
  return patternPairs(facts).map((pair): PatternEntry => {
    const known = pair.names !== null || (pair.holes !== null && pair.threads !== null)
    const owner: Owner = pair.id === 'case-pattern' ? 'unit' : 'flex-plate'
    const stage: FitStage = pair.id === 'crank-pattern' ? 'engine' : pair.id === 'case-pattern' ? 'joined' : 'converter'
    const key = readingKey(pair.id, owner === 'unit' ? [] : pair.id === 'crank-pattern' ? [plate] : [plate, converter])
    return {
      kind: 'pattern',
      id: pair.id,
      key,
      owner,
      stationId: owner === 'unit' ? null : facts.stationOf('flex-plate'),
      stage,
      hiddenFrom: stage === 'engine' ? 'plate' : null,
      reading: readings[key] ?? null,
      pair,
      verdict: { word: pair.differences.length > 0 ? 'differs' : known ? 'fits' : 'unknown' },
    }
  })
}
