import { mayBeEmpty } from '../parts/registry.js'
import { type Unit } from '../model/unit.js'
import { moneyOf, specCost } from './cost.js'
import { fitsVariant, misfits, type Incompatibility } from './misfit.js'
import { fittedParts, operationsFor, partsFor, withPart, withWorks, type Catalogue, type Fits } from './spec.js'

export interface ProposalContext {
  readonly unit: Unit
  readonly variantId: string | null
  readonly catalogue: Catalogue
  readonly arrived: Fits['fits']
  readonly hourRate: number
  /** How good a spec is, power held say: what goes along with a choice should not spoil it. */
  readonly worth: (spec: Fits) => number
}

/** One station that changes along with the choice, and the misfit that asks for it. */
export interface Companion {
  readonly stationId: string
  readonly because: Incompatibility
}

/** A choice with all that it drags along, to be taken or refused as one. */
export interface Proposal {
  readonly spec: Fits
  readonly companions: readonly Companion[]
  /** What it adds to the cost of the job, which may be less than nothing. */
  readonly price: number
  readonly hours: number
  /** Misfits that nothing on the shelf mends. */
  readonly left: readonly Incompatibility[]
}

/** Stations that one choice may drag along. */
const MOST_COMPANIONS = 5
/** Sets that are judged and states that are visited at most, over the whole search. */
const MOST_JUDGED = 40
const MOST_VISITED = 3000
/** A share of worth that is not worth money. */
const WORTH_TOLERANCE = 0.999

interface State {
  readonly spec: Fits
  readonly companions: readonly Companion[]
  /** Stations that have been decided. */
  readonly settled: ReadonlySet<string>
}

/**
 * The consistent set that goes with a choice: every misfit that the choice brings is mended by a part or an operation, at a station not
 * yet decided, until nothing is left. The set disturbs as few stations as can be, then costs least, among those that spoil nothing: the
 * spec is worth no less than with the choice alone. Where every set spoils something, the one that is worth most. Misfits that were there
 * before and have nothing to do with the choice stay. Where nothing mends a misfit the choice stands alone, with what is left named.
 */
export function propose(context: ProposalContext, before: Fits, chosen: Fits): Proposal {
  const old = new Set(misfitsOf(context, before).map(misfitKey))
  const settled = new Set(context.unit.stations.map((s) => s.id).filter((id) => differs(before, chosen, id)))
  const { spec, companions } = bestSet(context, { spec: chosen, companions: [], settled }, old)
  const [was, is] = [costOf(context, before), costOf(context, spec)]
  return {
    spec,
    companions,
    price: is.price - was.price,
    hours: is.hours - was.hours,
    left: misfitsOf(context, spec).filter((m) => !old.has(misfitKey(m))),
  }
}

const costOf = (context: ProposalContext, spec: Fits) => specCost(spec, context.arrived, context.catalogue, context.hourRate)

/** Sets of one companion, then of two and so on, until one spoils nothing; else the one worth most, else the choice alone. */
function bestSet(context: ProposalContext, start: State, old: ReadonlySet<string>): State {
  if (misfitsOf(context, start.spec).every((m) => old.has(misfitKey(m)))) return start
  const base = context.worth(start.spec)
  let left = { judged: MOST_JUDGED, visited: MOST_VISITED }
  let best: { state: State; worth: number } | undefined
  for (let size = 1; size <= MOST_COMPANIONS && left.visited > 0 && left.judged > 0; size++) {
    const { ends, visited } = consistentEnds(context, start, old, size, left.visited)
    for (const state of byDisturbance(context, start.spec, ends).slice(0, left.judged)) {
      const worth = context.worth(state.spec)
      if (worth >= WORTH_TOLERANCE * base) return state
      if (!best || worth > best.worth) best = { state, worth }
    }
    left = { judged: left.judged - ends.length, visited: left.visited - visited }
  }
  return best?.state ?? start
}

/** Those that change fewest parts first, then the cheapest. */
function byDisturbance(context: ProposalContext, chosen: Fits, ends: readonly State[]): State[] {
  const ranked = ends.map((state) => ({
    state,
    parts: Object.keys(state.spec.fits).filter((id) => state.spec.fits[id] !== chosen.fits[id]).length,
    cost: moneyOf(costOf(context, state.spec), context.hourRate),
  }))
  return ranked.sort((a, b) => a.parts - b.parts || a.cost - b.cost).map(({ state }) => state)
}

/** Two misfits are the same where the same thing is asked at the same station by the same part. */
export const misfitKey = (misfit: Incompatibility): string => {
  const at = `${misfit.code} ${misfit.stationId} ${misfit.part.id}`
  if (misfit.code === 'need-unmet') return `${at} ${misfit.need.stationId} ${misfit.need.feature}`
  if ('section' in misfit) return `${at} ${misfit.section} ${misfit.otherId} ${misfit.other.id}`
  return misfit.code === 'clash' ? `${at} ${misfit.otherId} ${misfit.clash.feature}` : at
}

const differs = (a: Fits, b: Fits, stationId: string): boolean =>
  a.fits[stationId] !== b.fits[stationId] || (a.works[stationId] ?? []).join() !== (b.works[stationId] ?? []).join()

const misfitsOf = ({ unit, catalogue, variantId }: ProposalContext, spec: Fits) => misfits(unit, fittedParts(spec, catalogue), variantId)

/** Every way in which the misfits of a choice are mended by just so many companions, depth first. */
function consistentEnds(
  context: ProposalContext,
  start: State,
  old: ReadonlySet<string>,
  size: number,
  most: number,
): { ends: State[]; visited: number } {
  const ends: State[] = []
  let visited = 0
  const visit = (state: State): void => {
    if (++visited > most) return
    const next = misfitsOf(context, state.spec).find((m) => !old.has(misfitKey(m)))
    if (!next) return void (state.companions.length === size && ends.push(state))
    if (state.companions.length >= size) return
    for (const { stationId, spec } of mended(context, state, next))
      visit({
        spec,
        companions: [...state.companions.filter((c) => c.stationId !== stationId), { stationId, because: next }],
        settled: new Set([...state.settled, stationId]),
      })
  }
  visit(start)
  return { ends, visited }
}

interface Mended {
  readonly stationId: string
  readonly spec: Fits
}

/** Ways to mend one misfit: at the station that is asked, or at the one that asks, where they are not decided yet. */
function mended(context: ProposalContext, state: State, misfit: Incompatibility): Mended[] {
  const atAsker = () => [...operationsUndone(state, misfit.stationId), ...otherParts(context, state, misfit.stationId, misfit)]
  switch (misfit.code) {
    case 'recalled':
    case 'other-variant':
    case 'teeth-differ':
    case 'case-too-small':
      return atAsker()
    case 'clash':
      return [...operationsUndone(state, misfit.otherId), ...otherParts(context, state, misfit.otherId, misfit), ...atAsker()]
    case 'splines-differ':
    case 'does-not-pass':
    case 'runs-loose':
    case 'ring-loose':
      return [misfit.otherId, misfit.stationId].flatMap((id) => [
        ...operationsUndone(state, id),
        ...operationsThatMend(context, state, id, misfit),
        ...otherParts(context, state, id, misfit),
      ])
    case 'need-unmet':
      return [
        ...operationsThatOffer(context, state, misfit.need),
        ...operationsUndone(state, misfit.need.stationId),
        ...otherParts(context, state, misfit.need.stationId, misfit),
        ...atAsker(),
      ]
  }
}

/** Another part at a station that is not decided yet; none where the station may be left empty and no other part mends the misfit. */
function otherParts(context: ProposalContext, { spec, settled }: State, stationId: string, misfit: Incompatibility): Mended[] {
  if (settled.has(stationId)) return []
  const { unit, catalogue, variantId } = context
  const ways = partsFor(catalogue, unit, stationId)
    .filter((part) => part.id !== spec.fits[stationId] && fitsVariant(part, variantId))
    .map((part) => ({ stationId, spec: withPart(spec, stationId, part.id) }))
  const station = unit.stations.find(({ id }) => id === stationId)
  if (!station || !mayBeEmpty(station) || !spec.fits[stationId] || ways.some((way) => isMended(context, way.spec, misfit))) return ways
  return [...ways, { stationId, spec: withPart(spec, stationId, null) }]
}

const isMended = (context: ProposalContext, spec: Fits, misfit: Incompatibility): boolean =>
  !misfitsOf(context, spec).some((other) => misfitKey(other) === misfitKey(misfit))

/** Operations on what is fitted at a station after which a misfit is gone; the choice itself may be worked too. */
function operationsThatMend(context: ProposalContext, { spec }: State, stationId: string, misfit: Incompatibility): Mended[] {
  const { unit, catalogue } = context
  const part = catalogue.parts.get(spec.fits[stationId] ?? '')
  if (!part) return []
  const done = spec.works[stationId] ?? []
  return operationsFor(catalogue, unit, stationId, part)
    .filter(({ id }) => !done.includes(id))
    .map((operation) => ({ stationId, spec: withWorks(spec, stationId, [...done, operation.id]) }))
    .filter((way) => isMended(context, way.spec, misfit))
}

/** Operations on what is fitted at the station asked; the choice itself may be worked too. */
function operationsThatOffer(
  { unit, catalogue }: ProposalContext,
  { spec }: State,
  need: { stationId: string; feature: string },
): Mended[] {
  const { stationId } = need
  const part = catalogue.parts.get(spec.fits[stationId] ?? '')
  if (!part) return []
  const done = spec.works[stationId] ?? []
  return operationsFor(catalogue, unit, stationId, part)
    .filter((operation) => operation.offers?.includes(need.feature) && !done.includes(operation.id))
    .map((operation) => ({ stationId, spec: withWorks(spec, stationId, [...done, operation.id]) }))
}

/** One operation left out at a station that is not decided yet: it may be what asks, what takes a feature away or what clashes. */
function operationsUndone({ spec, settled }: State, stationId: string): Mended[] {
  const done = settled.has(stationId) ? [] : (spec.works[stationId] ?? [])
  return done.map((id) => ({
    stationId,
    spec: withWorks(
      spec,
      stationId,
      done.filter((other) => other !== id),
    ),
  }))
}
