import type { BoltedJoint, HoleCircle } from '../joint/bolted-joint.js'
import type { FitFacts } from './facts.js'

export const PATTERN_IDS = ['crank-pattern', 'pad-pattern', 'second-pattern', 'case-pattern'] as const
export type PatternId = (typeof PATTERN_IDS)[number]

/** A circle of holes or threads, with the bolt that goes through. */
export interface Holes extends HoleCircle {
  readonly boltDiameterM: number
}

/** In what two patterns that should lie on each other do not agree. */
export type PatternDifference = 'number' | 'circle' | 'bolt' | 'name'

/** Circles and bolts this near are one (from memory): a hole has about so much play. */
const SAME_CIRCLE_M = 0.4e-3
const SAME_BOLT_M = 0.15e-3

/** Two patterns that meet: holes of the first, threads of the second; nothing of one that is not known. */
export interface PatternPair {
  readonly id: PatternId
  readonly holes: Holes | null
  readonly threads: Holes | null
  /** Names of patterns, where they are known by name alone. */
  readonly names: readonly [string, string] | null
  readonly differences: readonly PatternDifference[]
}

/** Whether holes and threads meet: as many of them, or a whole multiple on either side; the same circle; the same bolt. */
export function patternDifferences(holes: Holes, threads: Holes): PatternDifference[] {
  return [
    ...(holes.bolts % threads.bolts === 0 || threads.bolts % holes.bolts === 0 ? [] : ['number' as const]),
    ...(Math.abs(holes.circleDiameterM - threads.circleDiameterM) <= SAME_CIRCLE_M ? [] : ['circle' as const]),
    ...(Math.abs(holes.boltDiameterM - threads.boltDiameterM) <= SAME_BOLT_M ? [] : ['bolt' as const]),
  ]
}

const holesOf = (joint: BoltedJoint | undefined): Holes | null => (joint ? { ...joint, bolts: joint.holes ?? joint.bolts } : null)

/** The patterns of bolts that meet in a spec, front to rear. The second pattern is one only where its bolts are in. */
export function patternPairs({ plate, front, rear, fit }: FitFacts): PatternPair[] {
  const { bolts, circleDiameterM, boltDiameterM } = rear
  const flange =
    bolts !== undefined && circleDiameterM !== undefined && boltDiameterM !== undefined ? { bolts, circleDiameterM, boltDiameterM } : null
  const joint = plate?.converterJoint
  const pair = (id: PatternId, holes: Holes | null, threads: Holes | null): PatternPair => ({
    id,
    holes,
    threads,
    names: null,
    differences: holes && threads ? patternDifferences(holes, threads) : [],
  })
  const second = joint?.second && joint.secondUsed ? { ...joint.second, boltDiameterM: joint.boltDiameterM } : null
  const secondPads = front?.second ? { ...front.second, boltDiameterM: front.boltDiameterM } : null
  const names = rear.pattern !== undefined && fit ? ([rear.pattern, fit.pattern] as const) : null
  return [
    pair('crank-pattern', holesOf(plate?.crankJoint), flange),
    pair('pad-pattern', holesOf(joint), front ? { ...front } : null),
    ...(second ? [pair('second-pattern', second, secondPads)] : []),
    { id: 'case-pattern', holes: null, threads: null, names, differences: names && names[0] !== names[1] ? ['name'] : [] },
  ]
}
