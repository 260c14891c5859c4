import { certain } from '@plucky/core'
import {
  compoundPartner,
  meshLoadFactor,
  needsProfileShift,
  pinionPair,
  pinionTeeth,
  effectsOf,
  elementSlips,
  explainRange,
  overspeeds,
  pinionSpeeds,
  powerFlow,
  rangeEfficiency,
  solveRange,
  type Effect,
  type GearRange,
  type GearTrain,
  type PlanetarySet,
  type RangeState,
  type Unit,
} from '@plucky/core'
import { explanationSentence } from '../words/gearing.js'

/** All that the gear train of a unit says of itself, plain: per 1 of input speed and torque, and what each breakage takes away. */
export function rangesOf({ id, name, train }: Unit): object {
  return {
    unit: id,
    name,
    per: 'input speed 1, input torque 1; minus is against the sense of the input',
    sets: train.sets.map((set) => setOf(train, set)),
    ranges: train.ranges.map((range, i) => rangeOf(train, range, train.ranges[i - 1])),
    breaks: effectsOf(train).map((effect) => breakOf(train, effect)),
  }
}

/** A set with its pinions and how it goes together. */
function setOf(train: GearTrain, set: PlanetarySet): object {
  const pair = set.kind === 'simple' ? undefined : pinionPair(set, compoundPartner(set, train.sets))
  const pinions =
    set.kind === 'simple' ? { pinionTeeth: pinionTeeth(set) } : { innerPinionTeeth: pair?.inner, outerPinionTeeth: pair?.outer }
  return {
    set: set.id,
    kind: set.kind,
    pinions: set.pinions,
    ...pinions,
    needsProfileShift: needsProfileShift(set),
    loadOfThePinionLoadedMost: meshLoadFactor(set.pinions),
  }
}

function rangeOf(train: GearTrain, range: GearRange, before: GearRange | undefined): object {
  const solution = solveRange(train, range)
  const { outcome, ratio, holding, overrunning, free, speeds } = solution
  const about = {
    range: range.id,
    name: range.name,
    on: range.on,
    outcome,
    holding,
    overrunning,
    free,
    speeds,
    relativeSpeeds: elementSlips(train, solution),
  }
  if (outcome !== 'driven') {
    const explanation = explainRange(train, range)
    return { ...about, culprits: explanation.culprits, wouldDrive: explanation.wouldDrive, sentence: explanationSentence(explanation) }
  }
  const flow = powerFlow(train, solution)
  const lossy = rangeEfficiency(train, range)
  const ratioBefore = before && before.reverse === range.reverse ? solveRange(train, before).ratio : 0
  return {
    ...about,
    ratio,
    step: ratioBefore === 0 ? null : ratioBefore / ratio,
    efficiency: lossy?.efficiency ?? null,
    selfLocking: lossy?.selfLocking ?? false,
    onTheOverrun: solveRange(train, range, 'overrun').outcome,
    torques: solution.torques,
    setTorques: solution.setTorques,
    outputTorque: -solution.outputTorque,
    caseTorque: solution.caseTorque,
    shared: solution.shared,
    pinionSpeeds: pinionSpeeds(train, solution),
    overspeeds: overspeeds(solution),
    gears: flow.gears,
    power: { links: flow.links, recirculating: flow.recirculating },
  }
}

/** A breakage with the ranges that it takes away, and what it does to the others. */
function breakOf(train: GearTrain, { at, kind, ranges, ratios }: Effect): object {
  const of = (...states: RangeState[]) => train.ranges.map(({ id }) => id).filter((id) => states.includes(certain(ranges[id])))
  return {
    at,
    kind,
    loses: of('lost', 'other'),
    slips: of('slips'),
    binds: of('binds'),
    runsFreeOnOverrun: of('no-braking'),
    drivesInstead: ratios,
  }
}
