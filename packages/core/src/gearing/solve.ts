import { certain, numberAt, realAt, wholeAt } from '../numeric/certain.js'
import { rangeKernel, setRatio, SMALL, type Drive, type Held, type Outcome, type RangeKernel } from './kernel.js'
import { oncePer, oncePerValue } from '../numeric/once-per.js'
import { CASE, type GearRange, type GearTrain, type ShiftElement } from './train.js'

/** Torque that a set puts on each of its members, per input torque. */
export interface SetTorques {
  readonly sun: number
  readonly ring: number
  readonly carrier: number
}

/** Solution of a range: speeds per unit of input speed, torques per unit of input torque. */
export interface RangeSolution {
  readonly range: string
  readonly outcome: Outcome
  /** Input over output speed; 0 unless driven. */
  readonly ratio: number
  /** Speed of each member per input speed; members left free are absent. */
  readonly speeds: Readonly<Record<string, number>>
  /**
   * Torque that each joint and holding element passes from its a to its b, per input torque. A clutch and a one-way clutch side by side have
   * all of it each: which of them takes it goes by the order in which they engage, not by gearing.
   */
  readonly torques: Readonly<Record<string, number>>
  /** Torque on the sun, ring and carrier of each set, per input torque. */
  readonly setTorques: Readonly<Record<string, SetTorques>>
  /** Torque that the train takes from the output side, and from the case, per input torque: input + output + case = 0. */
  readonly outputTorque: number
  readonly caseTorque: number
  readonly free: readonly string[]
  /** One-way clutches that hold, and those that let go in this range. */
  readonly holding: readonly string[]
  readonly overrunning: readonly string[]
  /** Joints and elements that share one torque in a way that gearing alone does not settle (shared as between equally stiff ones). */
  readonly shared: readonly string[]
}

// kernelOf encodes a list of ids in this text.
const kernelsOf = oncePer((train: GearTrain) => oncePerValue((on: string) => rangeKernel(train, JSON.parse(on) as string[])))

/** The kernel of a train with these elements on. Kept per train. */
export const kernelOf = (train: GearTrain, on: readonly string[]): RangeKernel => kernelsOf(train)(JSON.stringify([...on].sort()))

/** Basic ratios of all sets of a train, in their order. Source: Willis 1841. */
export const setRatios = (train: GearTrain): Float64Array => Float64Array.from(train.sets, setRatio)

/**
 * Speeds and torques of every member, joint and element in one range, from data alone (Willis 1841; lever rules of Benford &
 * Leising, SAE 810102). Speeds satisfy Z_s·ω_s + Z_r·ω_r − (Z_s + Z_r)·ω_c = 0 (double-pinion Z_r·ω_r − Z_s·ω_s − (Z_r − Z_s)·ω_c = 0);
 * torques are the multipliers of the same equations. One-way clutches hold only in their sense.
 */
export function solveRange(train: GearTrain, range: GearRange, drive: Drive = 'power'): RangeSolution {
  const ratios = setRatios(train)
  return named(train, range.id, kernelOf(train, range.on).solve(ratios, drive), ratios)
}

/** All ranges of a train. Kept per train: `gearingOf`. Source: Willis 1841. */
export function solveTrain(train: GearTrain): Gearing {
  return new Map(train.ranges.map((range) => [range.id, solveRange(train, range)]))
}

export type Gearing = ReadonlyMap<string, RangeSolution>

/** The solved ranges of a train, by range. Kept per train. */
export const gearingOf: (train: GearTrain) => Gearing = oncePer(solveTrain)

function named(train: GearTrain, range: string, held: Held, ratios: Float64Array): RangeSolution {
  const { outcome, structure } = held
  const ids = new Set(structure.links.map(({ id }) => id))
  const oneWays = train.elements.filter((element) => element.kind === 'one-way').map(({ id }) => id)
  const about = { range, outcome, holding: oneWays.filter((id) => ids.has(id)), overrunning: oneWays.filter((id) => !ids.has(id)) }
  if (outcome === 'tied-up') return { ...about, ...STANDING, speeds: {}, free: [] }
  const speedAt = (i: number) => tidy(held.speedOf(i))
  const speeds = Object.fromEntries(train.members.flatMap((m, i) => (Number.isNaN(speedAt(i)) ? [] : [[m, speedAt(i)]])))
  const free = train.members.filter((m) => speeds[m] === undefined)
  if (outcome !== 'driven') return { ...about, ...STANDING, speeds, free }
  const torques = eachAlone(train, Object.fromEntries(structure.links.map(({ id }, i) => [id, tidy(realAt(held.linkTorques, i))])))
  return {
    ...about,
    ratio: 1 / certain(speeds[train.output]),
    speeds,
    torques,
    setTorques: setTorquesOf(train, held.ringTorques, ratios),
    outputTorque: held.outputTorque,
    caseTorque: caseTorqueOf(held),
    free,
    shared: sharedLinks(held, ratios),
  }
}

/** Each clutch of a train with the one-way clutch between the same two members, and the other way round. Made once. */
export const sideBySide: (train: GearTrain) => ReadonlyMap<string, string> = oncePer((train) => {
  const same = (x: ShiftElement, y: ShiftElement) => (x.a === y.a && x.b === y.b) || (x.a === y.b && x.b === y.a)
  return new Map(
    train.elements
      .filter(({ kind }) => kind === 'one-way')
      .flatMap((oneWay) => {
        const beside = train.elements.find((element) => element.kind !== 'one-way' && same(element, oneWay))
        return beside ? [[oneWay.id, beside.id] as const, [beside.id, oneWay.id] as const] : []
      }),
  )
})

/** Gives a clutch and the one-way clutch beside it the whole torque each. */
function eachAlone(train: GearTrain, torques: Readonly<Record<string, number>>): Readonly<Record<string, number>> {
  const whole = { ...torques }
  for (const [id, other] of sideBySide(train)) {
    const [own, beside] = [torques[id], torques[other]]
    if (own === undefined || beside === undefined) continue
    const turned = elementAt(train, id)?.a === elementAt(train, other)?.a ? 1 : -1
    whole[id] = own + turned * beside
  }
  return whole
}

const elementAt = ({ elements }: GearTrain, id: string): ShiftElement | undefined => elements.find((element) => element.id === id)

const STANDING = { ratio: 0, torques: {}, setTorques: {}, outputTorque: 0, caseTorque: 0, shared: [] } as const

function setTorquesOf(train: GearTrain, ringTorques: Float64Array, ratios: Float64Array): RangeSolution['setTorques'] {
  return Object.fromEntries(
    train.sets.map(({ id }, j): [string, SetTorques] => {
      const [ratio, ring] = [realAt(ratios, j), realAt(ringTorques, j)]
      return [id, { sun: tidy(ratio * ring), ring: tidy(ring), carrier: tidy(-(1 + ratio) * ring) }]
    }),
  )
}

/** Reaction torque of the case: opposite of all torque that links and sets bring to it. */
const caseTorqueOf = ({ structure, linkTorques, loads }: Held): number =>
  structure.links.reduce(
    (sum, { a, b }, i) => {
      const torque = realAt(linkTorques, i)
      return sum + (a === CASE ? torque : 0) - (b === CASE ? torque : 0)
    },
    -realAt(loads, loads.length - 1),
  )

/** Links in a loop, and those that would pass another torque if sets whose load gearing does not settle took another share. */
function sharedLinks({ structure, unsettled }: Held, ratios: Float64Array): string[] {
  const { links, looped, routes, setMembers } = structure
  const moved = unsettled.map((direction) => {
    const loads = new Map<number, number>()
    direction.slice(0, ratios.length).forEach((by, j) => {
      const ratio = realAt(ratios, j)
      const each = [ratio * by, by, -(1 + ratio) * by]
      each.forEach((torque, k) => loads.set(wholeAt(setMembers, 3 * j + k), (loads.get(wholeAt(setMembers, 3 * j + k)) ?? 0) + torque))
    })
    return routes.map(({ members, shares }) => members.reduce((sum, m, k) => sum + realAt(shares, k) * (loads.get(m) ?? 0), 0))
  })
  return links.filter((_link, i) => looped[i] || moved.some((torques) => Math.abs(numberAt(torques, i)) > SMALL)).map(({ id }) => id)
}

/** Takes rounding dust off a figure of order one. */
const tidy = (value: number) => (Math.abs(value) < 1e-12 ? 0 : value)
