import { pressesOfShaft } from './shaft.js'
import { oncePer } from '../../numeric/once-per.js'
import { shearYield, type Steel } from '../../material/steels.js'
import {
  notchSensitivity,
  OF_A_HUNDRED,
  reliabilityFactor,
  reversedAtNotch,
  torsionCycles,
  torsionEndurance,
  type Surface,
} from '../../material/torsion-fatigue.js'
import type { Endurance } from '../../material/fatigue.js'
import { CROSS_HOLE_FACTOR, EDGE_FACTOR, grooveFactor, ROLLED, RUN_OUT_FACTOR, shoulderFactor, SPLINE_ROOT_FACTOR } from './notch.js'
import { FRETTING_FACTOR } from '../../joint/press.js'
import type { ShaftGeometry } from './shaft.js'
import { placeOf, shaftSteel, type ShaftFeature } from './shaft-limits.js'
import { slicesOf, type Slice } from './slices.js'
import { torsionModulus } from './torsion.js'
import { weldCycles } from '../../joint/weld.js'
import { placeKey } from '../place.js'

/** A torque that comes and goes, and how often a launch brings it. */
export interface LifeLoad {
  readonly torqueNm: number
  readonly perLaunch: number
}

/** A place that a crack can begin at. */
export interface LifePlace {
  readonly name: string
  readonly feature: ShaftFeature | 'step'
  readonly atM: number
  readonly modulusM3: number
  readonly diameterM: number
  /** Shear at the notch over the nominal. */
  readonly stressFactor: number
  /** K_f = 1 + q·(K_ts − 1). */
  readonly fatigueFactor: number
  /** Strength factor of a notch treatment, at any number of cycles. */
  readonly treated: number
  /** The notch goes on under a hard case. */
  readonly deep: boolean
}

export interface ShaftLife {
  /** Name of the place where a crack most likely begins. */
  readonly name: string
  readonly feature: LifePlace['feature']
  /** Launches to a crack: half of such shafts survive them; 99 of 100; 1 of 100. Infinity where none is expected. */
  readonly launches: number
  readonly mostSurvive: number
  readonly fewSurvive: number
}

/** Corners that are not said to be round. */
const SHARP_M = 0.1e-3
/** Root radius of a spline tooth, in modules (ANSI B92.1, fillet and flat root, from memory). */
const ROOT_RADIUS = { fillet: 0.4, flat: 0.2 } as const

/** Everywhere that a crack can begin, front to rear: lands and what is cut into them, spline roots, steps, press seats. Made once a geometry. */
export const lifePlaces: (shaft: ShaftGeometry) => readonly LifePlace[] = oncePer(placesOf)

function placesOf(shaft: ShaftGeometry): LifePlace[] {
  const { ultimatePa } = shaftSteel(shaft)
  const carrying = slicesOf(shaft).filter(({ section }) => !section.idle)
  const own = carrying.map((slice) => atSlice(slice, ultimatePa))
  const steps = carrying.flatMap((slice, i) => stepAfter(slice, carrying[i + 1], ultimatePa))
  const seats = pressesOfShaft(shaft).map(({ name, seatDiameterM, boreDiameterM = 0 }): LifePlace => ({
    name,
    feature: 'press',
    atM: 0,
    modulusM3: torsionModulus(seatDiameterM, boreDiameterM),
    diameterM: seatDiameterM,
    stressFactor: FRETTING_FACTOR,
    fatigueFactor: FRETTING_FACTOR,
    treated: 1,
    deep: false,
  }))
  return [...own, ...steps, ...seats]
}

const felt = (stressFactor: number, ultimatePa: number, radiusM: number) => 1 + notchSensitivity(ultimatePa, radiusM) * (stressFactor - 1)

/** Notches on one another multiply (Peterson). */
function atSlice(slice: Slice, ultimatePa: number): LifePlace {
  const { section, hole, groove, diameterM, modulusM3, fromM, toM } = slice
  const notches: (readonly [factor: number, radiusM: number])[] = []
  if (hole) notches.push([CROSS_HOLE_FACTOR * EDGE_FACTOR[hole.edge ?? 'sharp'], hole.diameterM / 2])
  const { spline } = section
  const cuts: (typeof notches)[number][] = [
    ...(groove ? [[grooveFactor(section.outerDiameterM, groove.bottomDiameterM, groove.radiusM), groove.radiusM] as const] : []),
    ...(spline
      ? [[SPLINE_ROOT_FACTOR[spline.root] * RUN_OUT_FACTOR[spline.runOut ?? 'sharp'], ROOT_RADIUS[spline.root] * spline.moduleM] as const]
      : []),
  ]
  // A groove turned into teeth ends in them: the sharper of the two is felt, so that a shallow groove never mends a spline.
  const [sharpest] = cuts.sort((a, b) => felt(b[0], ultimatePa, b[1]) - felt(a[0], ultimatePa, a[1]))
  if (sharpest) notches.push(sharpest)
  return {
    ...placeOf(slice),
    atM: (fromM + toM) / 2,
    modulusM3,
    diameterM,
    stressFactor: notches.reduce((product, [factor]) => product * factor, 1),
    fatigueFactor: notches.reduce((product, [factor, radius]) => product * felt(factor, ultimatePa, radius), 1),
    treated: spline?.made === 'rolled' && !groove && !hole ? ROLLED : 1,
    deep: hole !== undefined,
  }
}

/** The shoulder between two sections, at the thinner of them. A groove cut across it removes its corner. */
function stepAfter(slice: Slice, next: Slice | undefined, ultimatePa: number): LifePlace[] {
  if (!next || next.section === slice.section) return []
  if (slice.groove && slice.groove === next.groove) return []
  const thin = slice.diameterM <= next.diameterM ? slice : next
  const larger = (thin === slice ? next : slice).section.outerDiameterM
  if (!(larger > thin.diameterM) || thin.section.outerDiameterM >= larger) return []
  const radius = Math.max(SHARP_M, slice.section.filletRadiusM ?? 0)
  const stressFactor = shoulderFactor(larger, thin.diameterM, radius)
  return [
    {
      name: `${slice.section.name} to ${next.section.name}`,
      feature: 'step',
      atM: slice.toM,
      modulusM3: thin.modulusM3,
      diameterM: thin.diameterM,
      stressFactor,
      fatigueFactor: felt(stressFactor, ultimatePa, radius),
      treated: 1,
      deep: false,
    },
  ]
}

/** Weibull slope by which the lives of places add up to that of the shaft (from memory, 1.5 to 3 for steel). */
const WEAKEST_LINK = 2

/**
 * Launches to a crack: every torque comes and goes between nothing and its peak, K_f on alternating and mean part alike until
 * the notch yields, Goodman, S–N line from
 * 0.9·S_us at 10³ to the endurance at 10⁶ cycles, shares added by Miner (Shigley, ch. 6). A shaft is as good as its weakest link: every place that
 * can crack shortens its life, 1/N² = Σ 1/N_i² (Weibull). A hard case is judged at the skin by its own strength and at its inner edge by the
 * core's, where a notch that is not deep is not felt. An order of magnitude with its scatter, never a promise.
 */
export function shaftLife(shaft: ShaftGeometry, loads: readonly LifeLoad[]): ShaftLife | undefined {
  const places = damagedPlaces(shaft, loads)
  const together = (deviate: number) => worstOfEach(places, deviate)
  const [typical, weak] = [together(0), together(OF_A_HUNDRED)]
  const first = worst(typical) ?? worst(weak) ?? places[0]
  if (!first) return undefined
  return {
    name: first.name,
    feature: first.feature,
    launches: livesOf(typical),
    mostSurvive: livesOf(weak),
    fewSurvive: livesOf(together(-OF_A_HUNDRED)),
  }
}

/**
 * Of a shaft only where it most likely begins and how many launches half of such shafts survive, for answers that ask it of many. Undefined if
 * nothing of it is loaded.
 * Source: Shigley, ch. 6.
 */
export function typicalLife(
  shaft: ShaftGeometry,
  loads: readonly LifeLoad[],
): Pick<ShaftLife, 'name' | 'feature' | 'launches'> | undefined {
  const typical = worstOfEach(damagedPlaces(shaft, loads), 0)
  const first = worst(typical) ?? typical[0]
  return first && { name: first.name, feature: first.feature, launches: livesOf(typical) }
}

function damagedPlaces(shaft: ShaftGeometry, loads: readonly LifeLoad[]): DamagedPlace[] {
  return [
    ...judgedSides(shaft).map(({ place, sides }) => ({
      name: place.name,
      feature: place.feature,
      damage: (z: number) => Math.max(...sides.map((side) => miner(loads, (torqueNm) => cyclesOf(side, place, torqueNm, z)))),
    })),
    ...(shaft.welds ?? []).map((weld) => ({
      name: weld.name,
      feature: 'weld' as const,
      damage: (z: number) => miner(loads, (torqueNm) => weldCycles(weld, torqueNm, z)),
    })),
  ]
}

interface DamagedPlace {
  readonly name: string
  readonly feature: LifePlace['feature']
  /** Miner's sum of a launch, for shafts this many standard deviations weak. */
  readonly damage: (deviate: number) => number
}

interface Damaged {
  readonly name: string
  readonly feature: LifePlace['feature']
  readonly sum: number
}

/** Stretches of one place are one place: its worst. */
function worstOfEach(places: readonly DamagedPlace[], deviate: number): Damaged[] {
  const named = new Map<string, Damaged>()
  for (const { name, feature, damage } of places) {
    const key = placeKey({ name, feature })
    const sum = damage(deviate)
    if (!(sum <= (named.get(key)?.sum ?? -1))) named.set(key, { name, feature, sum })
  }
  return [...named.values()]
}

const worst = (damaged: readonly Damaged[]): Damaged | undefined =>
  damaged.filter(({ sum }) => sum > 0).reduce<Damaged | undefined>((most, each) => (most && most.sum >= each.sum ? most : each), undefined)

const livesOf = (damaged: readonly Damaged[]): number =>
  1 / damaged.reduce((sum, each) => sum + each.sum ** WEAKEST_LINK, 0) ** (1 / WEAKEST_LINK)

const miner = (loads: readonly LifeLoad[], cycles: (torqueNm: number) => number): number =>
  loads.reduce((sum, { torqueNm, perLaunch }) => sum + perLaunch / cycles(torqueNm), 0)

/** One depth of a place that is loaded: its strength, the notch that is felt there, and its finish. */
export interface LifeSide {
  readonly where: 'skin' | 'core'
  readonly ultimatePa: number
  readonly yieldPa: number
  readonly factor: number
  readonly finish: Surface
  readonly treated: number
}

/** The skin of a place, and the core at the inner edge of a hard case. */
export function lifeSides({ caseDepthM, surface = 'machined' }: ShaftGeometry, steel: Steel, place: LifePlace): LifeSide[] {
  const { fatigueFactor: factor, treated, deep, diameterM } = place
  const { ultimatePa, yieldPa, caseUltimatePa, caseYieldPa } = steel
  if (caseDepthM <= 0 || caseUltimatePa === undefined || caseYieldPa === undefined)
    return [{ where: 'skin', ultimatePa, yieldPa, factor, finish: surface, treated }]
  const inward = 1 - caseDepthM / (diameterM / 2)
  return [
    { where: 'skin', ultimatePa: caseUltimatePa, yieldPa: caseYieldPa, factor, finish: surface, treated },
    { where: 'core', ultimatePa, yieldPa, factor: inward * (deep ? factor : 1), finish: 'polished', treated: 1 },
  ]
}

/** A side with its S–N line, which no load moves. */
interface JudgedSide extends LifeSide {
  readonly endurance: Endurance
  readonly shear: { readonly ultimatePa: number; readonly yieldPa: number }
}

/** Every place of a shaft with its sides. Made once a geometry. */
const judgedSides: (shaft: ShaftGeometry) => readonly { readonly place: LifePlace; readonly sides: readonly JudgedSide[] }[] = oncePer(
  (shaft) => {
    const steel = shaftSteel(shaft)
    return lifePlaces(shaft).map((place) => ({
      place,
      sides: lifeSides(shaft, steel, place).map((side) => judgedSide(side, place)),
    }))
  },
)

function judgedSide(side: LifeSide, { diameterM }: LifePlace): JudgedSide {
  const endurance = torsionEndurance(side.ultimatePa, { surface: side.finish, diameterM })
  return { ...side, endurance, shear: { ultimatePa: endurance.ultimatePa, yieldPa: shearYield(side.yieldPa) } }
}

/** Cycles to a crack at one depth of a place. Source: Shigley, ch. 6. */
export const sideCycles = (side: LifeSide, place: LifePlace, torqueNm: number, deviate = 0): number =>
  cyclesOf(judgedSide(side, place), place, torqueNm, deviate)

const cyclesOf = ({ factor, treated, endurance, shear }: JudgedSide, { modulusM3 }: LifePlace, torqueNm: number, deviate: number): number =>
  torsionCycles(endurance, reversedAtNotch((factor * torqueNm) / modulusM3, shear) / (treated * reliabilityFactor(deviate)))
