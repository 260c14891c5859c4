import { coverBallooningM } from '../parts/converter/front.js'
import { partOfKind } from '../judge/fitted.js'
import { engineCurve, type Brief } from '../model/brief.js'
import type { PressureCalibration } from '../model/calibration.js'
import type { PartKind } from '../parts/geometries.js'
import { toSi } from '../quantity/units.js'
import { RUN_OUT_LIMIT_M } from '../parts/flex-plate/plate.js'
import type { FitFacts, FitInput } from './facts.js'
import type { Gauged } from '../model/tool.js'

/** The order of the work, and what can be seen in each step of it. */
export const FIT_STAGES = ['box-open', 'box-closed', 'converter', 'home', 'engine', 'plate', 'joined', 'behind'] as const
export type FitStage = (typeof FIT_STAGES)[number]

export const LINK_IDS = [
  'face-to-block',
  'bore-diameter',
  'bore-depth',
  'crank-thread-depth',
  'motor-plate',
  'pad-spacer',
  'spacer-ring',
  'plate-thickness',
  'plate-depth',
  'crank-bolt-length',
  'crank-bolt-head',
  'converter-bolt-length',
  'pilot-diameter',
  'pilot-ahead',
  'cover-behind',
  'pad-thread-depth',
  'converter-height',
  'hub-diameter',
  'pump-drive',
  'turbine-mouth',
  'stator-mouth',
  'converter-floor',
  'pump-seat',
  'pump-bore',
  'input-tip',
  'input-nose',
  'support-tip',
  'support-nose',
  'case-length',
  'swelling',
] as const
export type LinkId = (typeof LINK_IDS)[number]

/** Where a figure belongs: to the engine, to the unit, to the shaft in the turbine or under the stator, or to the part of a kind. */
export type Owner = 'engine' | 'unit' | 'turbine-shaft' | 'stator-shaft' | PartKind

/** One measurable length of the chain. */
export interface LinkKind {
  readonly id: LinkId
  readonly owner: Owner
  readonly joint?: 'crank' | 'converter'
  /** Other parts that have a say in it. */
  readonly also?: readonly Owner[]
  /** How it is measured; nothing for what is only computed. */
  readonly gauged: Gauged | null
  /** Of a round thing: how far it may be out of round (from memory). */
  readonly roundM?: number
  /** When it can be measured, and from when on it is hidden. */
  readonly stage: FitStage
  readonly hiddenFrom: FitStage | null
  /** Nominal length. `undefined` if unknown; `null` if the build has no such length. */
  nominalM(facts: FitFacts, input: FitInput): number | undefined | null
}

const ROUND_M = toSi(0.001, 'in')

const engine = (id: LinkId, gauged: Gauged, key: keyof FitFacts['rear'], hiddenFrom: FitStage, roundM?: number): LinkKind => ({
  id,
  owner: 'engine',
  gauged,
  stage: 'engine',
  hiddenFrom,
  ...(roundM === undefined ? {} : { roundM }),
  // Only keys of lengths are passed.
  nominalM: ({ rear }) => rear[key] as number | undefined,
})

type FrontKey = 'coverBehindM' | 'threadDepthM' | 'heightM' | 'hubDiameterM' | 'pumpDriveM' | 'turbineMouthM' | 'statorMouthM' | 'floorM'
const front = (id: LinkId, gauged: Gauged, key: FrontKey, hiddenFrom: FitStage = 'home', roundM?: number): LinkKind => ({
  id,
  owner: 'converter',
  gauged,
  stage: 'converter',
  hiddenFrom,
  ...(roundM === undefined ? {} : { roundM }),
  nominalM: ({ front: outside }) => outside?.[key],
})

type UnitKey = 'pumpSeatM' | 'pumpBoreM' | 'inputTipM' | 'supportTipM' | 'lengthM'
const unit = (
  id: LinkId,
  gauged: Gauged,
  key: UnitKey,
  also: readonly Owner[],
  hiddenFrom: FitStage | null = 'home',
  roundM?: number,
): LinkKind => ({
  id,
  owner: 'unit',
  also,
  gauged,
  stage: 'box-closed',
  hiddenFrom,
  ...(roundM === undefined ? {} : { roundM }),
  nominalM: ({ fit }) => fit?.[key],
})

/** A figure of a part, measured with it in hand. */
const ofPart = (
  id: LinkId,
  owner: Owner,
  hiddenFrom: FitStage | null,
  nominalM: LinkKind['nominalM'],
  more: Partial<LinkKind> = {},
): LinkKind => ({
  id,
  owner,
  gauged: 'length',
  stage: 'plate',
  hiddenFrom,
  nominalM,
  ...more,
})

/** Every length of the chain, in the order of the work. */
export const CHAIN_DIMENSIONS: readonly LinkKind[] = [
  unit('pump-seat', 'length', 'pumpSeatM', ['pump']),
  unit('pump-bore', 'bore', 'pumpBoreM', ['pump'], 'home', ROUND_M),
  unit('input-tip', 'length', 'inputTipM', ['turbine-shaft']),
  unit('support-tip', 'length', 'supportTipM', ['stator-shaft']),
  ofPart('input-nose', 'turbine-shaft', 'home', ({ turbine }) => turbine?.fromTipM, { stage: 'box-closed' }),
  ofPart('support-nose', 'stator-shaft', 'home', ({ stator }) => stator?.fromTipM, { stage: 'box-closed' }),
  front('converter-height', 'length', 'heightM'),
  ofPart('pilot-diameter', 'converter', 'joined', ({ pilot, front: own }) => pilot?.diameterM ?? own?.pilotDiameterM, {
    stage: 'converter',
    gauged: 'outside',
    roundM: ROUND_M,
    also: ['pilot'],
  }),
  ofPart('pilot-ahead', 'converter', 'joined', ({ pilot, front: own }) => own && own.pilotAheadM + (pilot?.extensionM ?? 0), {
    stage: 'converter',
    also: ['pilot'],
  }),
  front('cover-behind', 'length', 'coverBehindM', 'joined'),
  front('pad-thread-depth', 'length', 'threadDepthM', 'joined'),
  front('hub-diameter', 'outside', 'hubDiameterM', 'home', ROUND_M),
  front('pump-drive', 'length', 'pumpDriveM'),
  { ...front('turbine-mouth', 'length', 'turbineMouthM'), also: ['hub'] },
  front('stator-mouth', 'length', 'statorMouthM'),
  front('converter-floor', 'length', 'floorM'),
  engine('face-to-block', 'length', 'faceToBlockM', 'joined'),
  engine('bore-diameter', 'bore', 'boreDiameterM', 'plate', ROUND_M),
  engine('bore-depth', 'length', 'boreDepthM', 'plate'),
  engine('crank-thread-depth', 'length', 'threadDepthM', 'plate'),
  ofPart('motor-plate', 'motor-plate', null, ({ motorPlate }) => motorPlate?.thicknessM ?? null),
  ofPart('pad-spacer', 'motor-plate', null, ({ motorPlate }) => (motorPlate ? (motorPlate.padSpacerM ?? motorPlate.thicknessM) : null)),
  ofPart('spacer-ring', 'flex-plate', 'joined', ({ plate }) => plate?.spacerRingM ?? null),
  ofPart('plate-thickness', 'flex-plate', null, ({ plate }) => plate?.thicknessM, { gauged: 'outside' }),
  ofPart('plate-depth', 'flex-plate', null, ({ plate }) => plate?.depthM),
  ofPart('crank-bolt-length', 'bolts', 'joined', ({ crankBolts }) => crankBolts?.lengthM, { joint: 'crank' }),
  ofPart('crank-bolt-head', 'bolts', 'joined', ({ crankBolts }) => crankBolts?.headHeightM, { joint: 'crank' }),
  ofPart('converter-bolt-length', 'bolts', null, ({ converterBolts }) => converterBolts?.lengthM, { joint: 'converter' }),
  unit('case-length', 'length', 'lengthM', [], null),
  ofPart('swelling', 'converter', null, swelling, { gauged: null, stage: 'joined' }),
]

/** Ballooning of the converter cover at the crank bolt heads, m, at redline and the charge pressure that the valves allow. `undefined` if either is unknown. */
function swelling({ front: outside, plate }: FitFacts, { fitted, pressure, brief }: FitInput): number | undefined {
  const chargePa = chargePressure(fitted, pressure)
  const speedRadPerS = redline(brief)
  if (!outside || !plate || chargePa === undefined || speedRadPerS === undefined) return undefined
  return coverBallooningM(outside, { chargePa, speedRadPerS }, plate.crankJoint.circleDiameterM / 2)
}

/** Most that the valves give the converter, as turned by hand or as they are. */
export function chargePressure(fitted: FitInput['fitted'], { knobs }: PressureCalibration): number | undefined {
  return knobs?.converterLimitPa ?? partOfKind(fitted, 'valves')?.geometry.converterLimitPa
}

const redline = ({ engine: of }: Brief): number | undefined => {
  const curve = engineCurve(of)
  return curve.ok ? curve.value.maxSpeedRadPerS : undefined
}

/** Other things that are measured, and are no part of a sum: how far something runs out, a hole that must be round. */
export const RUN_OUTS = [
  { id: 'pad-run-out', owner: 'flex-plate', mostM: RUN_OUT_LIMIT_M, stage: 'plate', hiddenFrom: 'joined' },
  // From memory: a hub that wobbles more wears bush and seal.
  { id: 'hub-run-out', owner: 'converter', mostM: toSi(0.01, 'in'), stage: 'plate', hiddenFrom: 'joined' },
] as const satisfies readonly { id: string; owner: Owner; mostM: number; stage: FitStage; hiddenFrom: FitStage }[]

/** A bolt hole of the plate that has gone oval by more never holds again (common practice; the figure from memory). */
export const OVAL_HOLE_M = toSi(0.006, 'in')
