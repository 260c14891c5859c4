import { toSi } from '../quantity/units.js'
import { LEAST_ENGAGED } from '../joint/mating.js'
import type { HouseRules } from '../model/rules.js'
import type { FitFacts } from './facts.js'
import type { Bounds } from './judge-span.js'
import type { FitStage, LinkId, Owner } from './chain-dimensions.js'
import type { Gauged } from '../model/tool.js'

export const CLOSING_IDS = [
  'pilot-fit',
  'pilot-engagement',
  'pilot-bottom',
  'hub-fit',
  'shaft-room',
  'crank-thread',
  'crank-thread-room',
  'head-room',
  'pull-forward',
  'pump-drive-left',
  'turbine-spline',
  'stator-spline',
  'converter-thread',
  'converter-thread-room',
  'flange-place',
] as const
export type ClosingId = (typeof CLOSING_IDS)[number]

/** A length that several others leave between them, and what it must be. */
export interface StackUp {
  readonly id: ClosingId
  readonly owner: Owner
  readonly joint?: 'crank' | 'converter'
  readonly plus: readonly LinkId[]
  readonly minus: readonly LinkId[]
  /** Its own measurement, where it can be had. */
  readonly gauged: Gauged | null
  readonly stage: FitStage
  readonly hiddenFrom: FitStage | null
  /** `undefined` if a dimension is missing; `null` if the build has no such stack-up. */
  bounds(facts: FitFacts, rules: HouseRules): Bounds | undefined | null
}

/** Play of the hub in the pump's bush (from memory). */
const HUB_PLAY: Bounds = { leastM: toSi(0.001, 'in'), mostM: toSi(0.006, 'in') }
/** What may not touch keeps so far apart (from memory). */
const CLEAR_M = toSi(0.03, 'in')
const HEADS_CLEAR_M = toSi(0.02, 'in')

const atLeast = (leastM: number | undefined): Bounds | undefined => (leastM === undefined ? undefined : { leastM, mostM: null })

/** From the crank's face to the face of the pads. */
const TO_PADS = ['spacer-ring', 'plate-depth', 'pad-spacer'] as const
/** From the crank's face to the face of the case. */
const TO_CASE = ['face-to-block', 'motor-plate'] as const
/** Engagement of the pilot. */
const ENGAGED = { plus: ['pilot-ahead'], minus: TO_PADS } as const
/** What the converter has to come forward: where its pads stand when it is home in the pump, less where the plate has them. */
const FORWARD = { plus: [...TO_CASE, 'pump-seat'], minus: ['converter-height', ...TO_PADS] } as const

/** Sums and differences of the lengths of the chain, each with what it must be. Adding one here makes it judged, measured and drawn in the list. */
export const STACK_UPS: readonly StackUp[] = [
  {
    id: 'shaft-room',
    owner: 'turbine-shaft',
    plus: ['input-tip', 'converter-height'],
    minus: ['pump-seat', 'converter-floor'],
    gauged: null,
    stage: 'home',
    hiddenFrom: 'home',
    bounds: () => atLeast(CLEAR_M),
  },
  {
    id: 'hub-fit',
    owner: 'converter',
    plus: ['pump-bore'],
    minus: ['hub-diameter'],
    gauged: null,
    stage: 'home',
    hiddenFrom: 'home',
    bounds: () => HUB_PLAY,
  },
  {
    id: 'pilot-fit',
    owner: 'pilot',
    plus: ['bore-diameter'],
    minus: ['pilot-diameter'],
    gauged: null,
    stage: 'engine',
    hiddenFrom: 'plate',
    bounds: (_, { fit }) => ({ leastM: fit.pilotPlayLeastM, mostM: fit.pilotPlayMostM }),
  },
  {
    id: 'pilot-engagement',
    owner: 'pilot',
    ...ENGAGED,
    gauged: null,
    stage: 'plate',
    hiddenFrom: 'joined',
    bounds: (_, { fit }) => atLeast(fit.pilotEngagementLeastM),
  },
  {
    id: 'pilot-bottom',
    owner: 'pilot',
    plus: ['bore-depth', ...TO_PADS],
    minus: ['pilot-ahead'],
    gauged: null,
    stage: 'plate',
    hiddenFrom: 'joined',
    bounds: () => atLeast(CLEAR_M),
  },
  {
    id: 'crank-thread',
    owner: 'bolts',
    joint: 'crank',
    plus: ['crank-bolt-length'],
    minus: ['plate-thickness', 'spacer-ring'],
    gauged: null,
    stage: 'plate',
    hiddenFrom: 'joined',
    bounds: ({ crankBolts }) => atLeast(crankBolts?.diameterM),
  },
  {
    id: 'crank-thread-room',
    owner: 'bolts',
    joint: 'crank',
    plus: ['crank-thread-depth', 'plate-thickness', 'spacer-ring'],
    minus: ['crank-bolt-length'],
    gauged: null,
    stage: 'plate',
    hiddenFrom: 'joined',
    bounds: () => atLeast(CLEAR_M),
  },
  {
    id: 'head-room',
    owner: 'bolts',
    joint: 'crank',
    plus: ['plate-depth', 'pad-spacer', 'cover-behind'],
    minus: ['plate-thickness', 'crank-bolt-head', 'swelling'],
    gauged: null,
    stage: 'plate',
    hiddenFrom: 'joined',
    bounds: () => atLeast(HEADS_CLEAR_M),
  },
  {
    id: 'pull-forward',
    owner: 'converter',
    ...FORWARD,
    gauged: 'gap',
    stage: 'joined',
    hiddenFrom: null,
    bounds: (_, { fit }) => ({ leastM: fit.pullForwardLeastM, mostM: fit.pullForwardMostM }),
  },
  {
    id: 'pump-drive-left',
    owner: 'pump',
    plus: ['pump-drive', ...FORWARD.minus],
    minus: FORWARD.plus,
    gauged: null,
    stage: 'joined',
    hiddenFrom: null,
    bounds: ({ fit }) => atLeast(fit?.pumpDriveLeastM),
  },
  {
    id: 'turbine-spline',
    owner: 'turbine-shaft',
    plus: [...TO_PADS, 'turbine-mouth'],
    minus: [...TO_CASE, 'input-tip', 'input-nose'],
    gauged: null,
    stage: 'joined',
    hiddenFrom: null,
    bounds: ({ turbine }) => atLeast(turbine && LEAST_ENGAGED * turbine.hub.lengthM),
  },
  {
    id: 'stator-spline',
    owner: 'stator-shaft',
    plus: [...TO_PADS, 'stator-mouth'],
    minus: [...TO_CASE, 'support-tip', 'support-nose'],
    gauged: null,
    stage: 'joined',
    hiddenFrom: null,
    bounds: ({ stator }) => atLeast(stator && LEAST_ENGAGED * stator.hub.lengthM),
  },
  {
    id: 'converter-thread',
    owner: 'bolts',
    joint: 'converter',
    plus: ['converter-bolt-length'],
    minus: ['plate-thickness', 'pad-spacer'],
    gauged: null,
    stage: 'joined',
    hiddenFrom: null,
    bounds: ({ converterBolts }) => atLeast(converterBolts?.diameterM),
  },
  {
    id: 'converter-thread-room',
    owner: 'bolts',
    joint: 'converter',
    plus: ['pad-thread-depth', 'plate-thickness', 'pad-spacer'],
    minus: ['converter-bolt-length'],
    gauged: null,
    stage: 'joined',
    hiddenFrom: null,
    bounds: () => atLeast(CLEAR_M),
  },
  {
    id: 'flange-place',
    owner: 'unit',
    plus: [...TO_CASE, 'case-length'],
    minus: [],
    gauged: 'length',
    stage: 'behind',
    hiddenFrom: null,
    bounds: flangeBounds,
  },
]

/** Where what stands behind wants the output flange. */
function flangeBounds({ behind }: FitFacts): Bounds | undefined | null {
  if (!behind) return null
  const { flangeFromCrankM, slipM } = behind
  return flangeFromCrankM === undefined || slipM === undefined
    ? undefined
    : { leastM: flangeFromCrankM - slipM, mostM: flangeFromCrankM + slipM }
}
