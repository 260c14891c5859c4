import { trainIssues } from '../gearing/train-issues.js'
import { CASE } from '../gearing/train.js'
import { issue, type Issue } from '../quantity/issue.js'
import { faultKindsAt } from '../diagnosis/breakage.js'
import { suspectIdsOf } from '../diagnosis/candidates.js'
import { ENGINE_SPEED, type Station, type Unit } from './unit.js'
import { LOCKUP_PORT } from './port.js'
import type { RemedyKind } from './weak-place.js'

/** Everything that keeps a unit from being used: its gear train, and what stations and surfaces name that is not there. */
export function unitIssues(unit: Unit): Issue[] {
  const train = trainIssues(unit.train).map((f) => ({ ...f, path: `train.${f.path}` }))
  const ids = unit.stations.map(({ id }) => id)
  return [
    ...train,
    ...unit.stations.flatMap((station, i) => stationIssues(unit, station, i)),
    ...ids.flatMap((id, i) => (ids.indexOf(id) === i ? [] : [issue('station-repeated', `stations.${i}.id`, { id })])),
    ...thrustIssues(unit),
    ...clearanceIssues(unit),
    ...caseBoreIssues(unit),
    ...(unit.usual ?? []).flatMap(({ at, kind }, i) => {
      const kinds = faultKindsAt(unit.train, at)
      if (kinds.length === 0) return [issue('place-unknown', `usual.${i}.at`, { name: at })]
      return kinds.includes(kind) ? [] : [issue('fault-of-another-kind', `usual.${i}.kind`, { name: at, kind, kinds: kinds.join(', ') })]
    }),
    ...portIssues(unit),
    ...weakPlaceIssues(unit, train.length === 0),
  ]
}

const memberIssue = (unit: Unit, path: string, member: string, also: readonly string[]): Issue[] =>
  unit.train.members.includes(member) || also.includes(member) ? [] : [issue('member-unknown', path, { member })]

function stationIssues(unit: Unit, { load, speedOf, strip }: Station, i: number): Issue[] {
  const { joints, elements, sets } = unit.train
  const at = `stations.${i}`
  const link = load.at === 'link' && ![...joints, ...elements].some(({ id }) => id === load.id)
  const missing = load.at === 'sets' ? load.ids.filter((id) => !sets.some((set) => set.id === id)) : []
  return [
    ...(link ? [issue('load-unknown', `${at}.load.id`, { name: load.id })] : []),
    ...missing.map((name) => issue('load-set-unknown', `${at}.load.ids`, { name })),
    ...memberIssue(unit, `${at}.speedOf`, speedOf, [CASE, ENGINE_SPEED]),
    ...strip.from.flatMap((id) =>
      unit.stations.some((s) => s.id === id) ? [] : [issue('from-unknown', `${at}.strip.from`, { station: id })],
    ),
  ]
}

function thrustIssues(unit: Unit): Issue[] {
  return (unit.thrusts ?? []).flatMap(({ a, b, set, innerRadiusM, outerRadiusM }, i) => [
    ...memberIssue(unit, `thrusts.${i}.a`, a, []),
    ...memberIssue(unit, `thrusts.${i}.b`, b, [CASE]),
    ...(unit.train.sets.some(({ id }) => id === set) ? [] : [issue('load-set-unknown', `thrusts.${i}.set`, { name: set })]),
    ...(innerRadiusM < outerRadiusM
      ? []
      : [issue('radii-crossed', `thrusts.${i}.innerRadiusM`, { innerM: innerRadiusM, outerM: outerRadiusM })]),
  ])
}

/** Case bores with an unknown or repeated station. */
function caseBoreIssues({ caseBores = [], stations }: Unit): Issue[] {
  return caseBores.flatMap(({ stationId }, i) =>
    stations.some(({ id }) => id === stationId) && caseBores.findIndex((bore) => bore.stationId === stationId) === i
      ? []
      : [issue('from-unknown', `caseBores.${i}.stationId`, { station: stationId })],
  )
}

/** Clearances at stations that are not there, twice under one name, or with bounds that cross. */
function clearanceIssues({ fit, stations }: Unit): Issue[] {
  const clearances = fit?.clearances ?? []
  const names = clearances.map(({ name }) => name)
  const ids = clearances.map(({ id }) => id)
  return clearances.flatMap(({ id, name, station, leastM, mostM }, i) => [
    ...(stations.some(({ id }) => id === station) ? [] : [issue('from-unknown', `fit.clearances.${i}.station`, { station })]),
    ...(names.indexOf(name) === i ? [] : [issue('clearance-repeated', `fit.clearances.${i}.name`, { name })]),
    ...(ids.indexOf(id) === i ? [] : [issue('clearance-repeated', `fit.clearances.${i}.id`, { name: id })]),
    ...(leastM < mostM ? [] : [issue('bounds-crossed', `fit.clearances.${i}.leastM`, { leastM, mostM })]),
  ])
}

/** Ports with a repeated id, or that feed nothing of the gear train. */
function portIssues({ ports = [], train, stations }: Unit): Issue[] {
  const ids = ports.map(({ id }) => id)
  const fed = train.elements.flatMap(({ id, kind }) => (kind === 'one-way' ? [] : [id]))
  const lockup = stations.some(({ kind }) => kind === 'lockup')
  return ports.flatMap(({ id, feeds }, i) => [
    ...(ids.indexOf(id) === i ? [] : [issue('port-repeated', `ports.${i}.id`, { id })]),
    ...(fed.includes(feeds) || (feeds === LOCKUP_PORT && lockup) ? [] : [issue('port-feeds-nothing', `ports.${i}.feeds`, { name: feeds })]),
  ])
}

/** Weak places with a repeated id, an unknown station, variant or fault, or a remedy without its item. */
function weakPlaceIssues(unit: Unit, trainIsGood: boolean): Issue[] {
  const { weakPlaces = [], stations, variants = [] } = unit
  const ids = weakPlaces.map(({ id }) => id)
  const faults = trainIsGood && weakPlaces.some((place) => place.faults) ? new Set(suspectIdsOf(unit)) : undefined
  return weakPlaces.flatMap((place, i) => {
    const at = `weakPlaces.${i}`
    const { id, stationId } = place
    return [
      ...(ids.indexOf(id) === i ? [] : [issue('weak-place-repeated', `${at}.id`, { id })]),
      ...(stationId === undefined || stations.some((station) => station.id === stationId)
        ? []
        : [issue('from-unknown', `${at}.stationId`, { station: stationId })]),
      ...(place.variants ?? []).flatMap((variant) =>
        variants.some((each) => each.id === variant) ? [] : [issue('weak-place-variant', `${at}.variants`, { variant })],
      ),
      ...(place.faults ?? []).flatMap((fault) =>
        !faults || faults.has(fault) ? [] : [issue('weak-place-fault', `${at}.faults`, { fault })],
      ),
      ...place.remedies.flatMap(({ by, itemId }, k) => remedyIssues(`${at}.remedies.${k}`, by, itemId, stationId)),
    ]
  })
}

function remedyIssues(at: string, by: RemedyKind, itemId: string | undefined, stationId: string | undefined): Issue[] {
  const named = by === 'part' || by === 'operation'
  if (named !== (itemId !== undefined)) return [issue(named ? 'remedy-without-item' : 'remedy-with-item', `${at}.itemId`)]
  return by === 'replace' && stationId === undefined ? [issue('remedy-without-station', `${at}.by`)] : []
}
