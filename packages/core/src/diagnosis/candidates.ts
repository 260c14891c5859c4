import { oncePer } from '../numeric/once-per.js'
import type { GearRange, GearTrain } from '../gearing/train.js'
import type { Unit } from '../model/unit.js'
import { breakagesOf, drivingRanges, effectsOf, type Effect, type RangeState } from './breakage.js'
import type { FaultKind, FaultFrequency } from './fault-kind.js'
import { GENERAL_FAULTS, OUTER_PLACES, type Signs } from './signs.js'

/** Something that may be wrong: a place of the train, a shift that does not come, or a place outside. */
export interface Suspect {
  readonly place: 'train' | 'shift' | 'outside'
  /** Joint, element or set; the range that a shift leads to; or the name of a place outside. */
  readonly at: string
  readonly kind: FaultKind
  readonly often: FaultFrequency
  /** Ranges as they would be. */
  readonly ranges: Readonly<Record<string, RangeState>>
  /** Ratio where one drives in another than its own. */
  readonly ratios: Readonly<Record<string, number>>
  readonly signs: Signs
}

/** Id of a suspect. A teardown stores it as the confirmed cause. */
export const suspectId = ({ place, at, kind }: Pick<Suspect, 'place' | 'at' | 'kind'>): string => `${place}:${at}:${kind}`

/** How usual a fault is in any unit, where the unit itself does not say (common practice, no source). */
const USUAL: Readonly<Record<FaultKind, FaultFrequency>> = {
  weak: 'sometimes',
  lost: 'sometimes',
  stuck: 'rare',
  free: 'sometimes',
  seized: 'rare',
  broken: 'rare',
}

/** What goes with a fault of a place in the train (common practice, no source). */
const SIGNS_OF: Readonly<Record<FaultKind, Signs>> = {
  weak: { 'lining-in-pan': 'common', 'burnt-oil': 'common', 'flare-in-shift': 'sometimes', 'runs-hot': 'rare' },
  lost: { 'flare-in-shift': 'sometimes', 'burnt-oil': 'sometimes', 'lining-in-pan': 'rare', 'lamp-on': 'sometimes' },
  stuck: { 'shift-late-and-harsh': 'sometimes', 'burnt-oil': 'rare' },
  free: { 'metal-in-pan': 'sometimes', bang: 'sometimes' },
  seized: { 'metal-in-pan': 'sometimes', 'noise-before': 'rare' },
  broken: { 'metal-in-pan': 'sometimes', bang: 'sometimes', 'noise-before': 'sometimes' },
}

/** Everything that may be wrong with a unit, each with what it would do; found once a unit. */
export const suspectsOf: (unit: Unit) => readonly Suspect[] = oncePer(allSuspects)

/** Ids of everything that may be wrong with a unit, without the effects, which take some fifty times as long to find. */
export const suspectIdsOf = ({ train }: Pick<Unit, 'train'>): string[] =>
  [...breakagesOf(train).map((breakage) => ({ ...breakage, place: 'train' }) as const), ...shiftsOf(train), ...outside(train)].map(
    suspectId,
  )

function allSuspects(unit: Unit): Suspect[] {
  const often = new Map((unit.usual ?? []).map((usual) => [`${usual.at}:${usual.kind}`, usual.often]))
  const inTrain = effectsOf(unit.train).map((effect): Suspect => ({
    ...effect,
    place: 'train',
    often: often.get(`${effect.at}:${effect.kind}`) ?? USUAL[effect.kind],
    signs: signsOf(unit.train, effect),
  }))
  return [...inTrain, ...shiftsOf(unit.train), ...outside(unit.train)]
}

/** A pack that holds in reverse is burnt by rocking out of mud or snow; teeth say so before they go. */
function signsOf(train: GearTrain, { at, kind, ranges }: Effect): Signs {
  const reverse = train.ranges.some((range) => range.reverse && (ranges[range.id] ?? 'fine') !== 'fine')
  const gears = train.sets.some(({ id }) => id === at)
  return {
    ...SIGNS_OF[kind],
    ...(kind === 'weak' && reverse ? { 'rocked-when-stuck': 'common' } : {}),
    ...(gears ? { 'metal-in-pan': 'common', 'noise-before': 'common' } : {}),
  } as Signs
}

/** A shift valve that sticks: the range does not come, nor any above it; the one below stays. */
function shiftsOf(train: GearTrain): Suspect[] {
  const driving = drivingRanges(train)
  const forward = driving.filter((range) => !range.reverse)
  return forward.slice(1).map((range, i): Suspect => {
    const above = (other: GearRange) => forward.indexOf(other) > i
    return {
      place: 'shift',
      at: range.id,
      kind: 'stuck',
      often: 'sometimes',
      ranges: Object.fromEntries(driving.map((other) => [other.id, above(other) ? 'other' : 'fine'])),
      ratios: {},
      signs: { 'shift-late-and-harsh': 'common' },
    }
  })
}

function outside(train: GearTrain): Suspect[] {
  const driving = drivingRanges(train)
  const locks = driving.some((range) => range.lockup)
  return OUTER_PLACES.filter((at) => locks || !GENERAL_FAULTS[at].lockup).map((at): Suspect => {
    const { often, signs, slipsAll } = GENERAL_FAULTS[at]
    const ranges = Object.fromEntries(driving.map(({ id }): [string, RangeState] => [id, slipsAll ? 'slips' : 'fine']))
    return { place: 'outside', at, kind: slipsAll ? 'weak' : 'broken', often, ranges, ratios: {}, signs }
  })
}
