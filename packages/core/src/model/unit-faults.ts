import { trainFaults } from '../gearing/train-faults.js'
import { CASE } from '../gearing/train.js'
import { fault, type Fault } from '../quantity/fault.js'
import { faultKindsAt } from '../fault/breakage.js'
import { ENGINE_SPEED, type Station, type Unit } from './unit.js'

/** Everything that keeps a unit from being used: its gear train, and what stations and surfaces name that is not there. */
export function unitFaults(unit: Unit): Fault[] {
  const train = trainFaults(unit.train).map((f) => ({ ...f, path: `train.${f.path}` }))
  const ids = unit.stations.map(({ id }) => id)
  return [
    ...train,
    ...unit.stations.flatMap((station, i) => stationFaults(unit, station, i)),
    ...ids.flatMap((id, i) => (ids.indexOf(id) === i ? [] : [fault('station-repeated', `stations.${i}.id`, { id })])),
    ...thrustFaults(unit),
    ...clearanceFaults(unit),
    ...caseBoreFaults(unit),
    ...(unit.usual ?? []).flatMap(({ at, kind }, i) => {
      const kinds = faultKindsAt(unit.train, at)
      if (kinds.length === 0) return [fault('place-unknown', `usual.${i}.at`, { name: at })]
      return kinds.includes(kind) ? [] : [fault('fault-of-another-kind', `usual.${i}.kind`, { name: at, kind, kinds: kinds.join(', ') })]
    }),
  ]
}

const memberFault = (unit: Unit, path: string, member: string, also: readonly string[]): Fault[] =>
  unit.train.members.includes(member) || also.includes(member) ? [] : [fault('member-unknown', path, { member })]

function stationFaults(unit: Unit, { load, speedOf, strip }: Station, i: number): Fault[] {
  const { joints, elements, sets } = unit.train
  const at = `stations.${i}`
  const link = load.at === 'link' && ![...joints, ...elements].some(({ id }) => id === load.id)
  const missing = load.at === 'sets' ? load.ids.filter((id) => !sets.some((set) => set.id === id)) : []
  return [
    ...(link ? [fault('load-unknown', `${at}.load.id`, { name: load.id })] : []),
    ...missing.map((name) => fault('load-set-unknown', `${at}.load.ids`, { name })),
    ...memberFault(unit, `${at}.speedOf`, speedOf, [CASE, ENGINE_SPEED]),
    ...strip.from.flatMap((id) =>
      unit.stations.some((s) => s.id === id) ? [] : [fault('from-unknown', `${at}.strip.from`, { station: id })],
    ),
  ]
}

function thrustFaults(unit: Unit): Fault[] {
  return (unit.thrusts ?? []).flatMap(({ a, b, set, innerRadiusM, outerRadiusM }, i) => [
    ...memberFault(unit, `thrusts.${i}.a`, a, []),
    ...memberFault(unit, `thrusts.${i}.b`, b, [CASE]),
    ...(unit.train.sets.some(({ id }) => id === set) ? [] : [fault('load-set-unknown', `thrusts.${i}.set`, { name: set })]),
    ...(innerRadiusM < outerRadiusM
      ? []
      : [fault('radii-crossed', `thrusts.${i}.innerRadiusM`, { innerM: innerRadiusM, outerM: outerRadiusM })]),
  ])
}

/** Case bores with an unknown or repeated station. */
function caseBoreFaults({ caseBores = [], stations }: Unit): Fault[] {
  return caseBores.flatMap(({ stationId }, i) =>
    stations.some(({ id }) => id === stationId) && caseBores.findIndex((bore) => bore.stationId === stationId) === i
      ? []
      : [fault('from-unknown', `caseBores.${i}.stationId`, { station: stationId })],
  )
}

/** Clearances at stations that are not there, twice under one name, or with bounds that cross. */
function clearanceFaults({ fit, stations }: Unit): Fault[] {
  const clearances = fit?.clearances ?? []
  const names = clearances.map(({ name }) => name)
  const ids = clearances.map(({ id }) => id)
  return clearances.flatMap(({ id, name, station, leastM, mostM }, i) => [
    ...(stations.some(({ id }) => id === station) ? [] : [fault('from-unknown', `fit.clearances.${i}.station`, { station })]),
    ...(names.indexOf(name) === i ? [] : [fault('clearance-repeated', `fit.clearances.${i}.name`, { name })]),
    ...(ids.indexOf(id) === i ? [] : [fault('clearance-repeated', `fit.clearances.${i}.id`, { name: id })]),
    ...(leastM < mostM ? [] : [fault('bounds-crossed', `fit.clearances.${i}.leastM`, { leastM, mostM })]),
  ])
}
