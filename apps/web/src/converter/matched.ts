import type { JobContent } from '@plucky/contract'
import {
  engineOfBrief,
  matchFigures,
  oncePer,
  partsFor,
  stallWindow,
  wantedCore,
  type ConverterGeometry,
  type Engine,
  type GearTrain,
  type MatchFigures,
  type Part,
  type Unit,
} from '@plucky/core'
import { shopStore } from '../state/shop.js'

export type ConverterPart = Extract<Part, { kind: 'converter' }>

/** The station of a unit at which a converter stands. */
export const converterStation = (unit: Unit): string | undefined => unit.stations.find(({ kind }) => kind === 'converter')?.id

/** The converters that fit a unit. */
export function convertersFor(unit: Unit): ConverterPart[] {
  const station = converterStation(unit)
  return station ? partsFor(shopStore.getState(), unit, station).filter((part): part is ConverterPart => part.kind === 'converter') : []
}

/** The engine of a job. `undefined` if the brief contradicts itself. */
export function engineFor(content: Pick<JobContent, 'brief'>): Engine | undefined {
  const made = engineOfBrief(content.brief.engine)
  return made.ok ? made.value : undefined
}

/** All that a converter does behind a job's engine. Kept per geometry while brief, rules and transmission stay. */
export const matchOf = ({ brief, rules }: JobContent, { train }: Unit, converter: ConverterGeometry): MatchFigures | undefined =>
  matched(converter, brief, rules, train)

const matched = oncePer(
  (converter: ConverterGeometry, brief: JobContent['brief'], rules: JobContent['rules'], train: GearTrain): MatchFigures | undefined => {
    const engine = engineFor({ brief })
    return engine && matchFigures({ engine, converter, brief, rules, train })
  },
)

/** A family with a stator, and the core of it that would stall where it is wanted. */
export interface FamilyCore {
  readonly family: string
  readonly stator: string
  readonly basis: ConverterPart
  /** `undefined` if an earlier crossing holds the engine. */
  readonly geometry: ConverterGeometry | undefined
  /** A size that nobody builds or no case takes. */
  readonly unlikely: boolean
}

const SIZES = { least: 0.18, most: 0.36 } as const

/** Every family and stator on the shelf in the core that puts the stall where it is wanted. */
export function coresFor(content: JobContent, stallRadPerS: number): FamilyCore[] {
  const engine = engineFor(content)
  const first = new Map<string, ConverterPart>()
  for (const part of shopStore.getState().parts.values())
    if (part.kind === 'converter' && part.geometry.family) {
      const key = `${part.geometry.family}|${part.geometry.stator ?? ''}`
      if (!first.has(key)) first.set(key, part)
    }
  return [...first.values()].flatMap((basis) => {
    if (!engine) return []
    const found = wantedCore(basis.geometry, stallCurve(engine, stallRadPerS), stallRadPerS)
    const geometry = found.outcome === 'found' ? found.geometry : undefined
    const unlikely = geometry !== undefined && (geometry.diameterM < SIZES.least || geometry.diameterM > SIZES.most)
    return [{ family: basis.geometry.family ?? '', stator: basis.geometry.stator ?? '', basis, geometry, unlikely }]
  })
}

/** The curve that a wanted stall on the brake is looked for on: with boost from its threshold on. */
const stallCurve = ({ on, off, boost }: Engine, stallRadPerS: number) => (off && boost && stallRadPerS < boost.thresholdRadPerS ? off : on)

/** Where the stall is wanted until it is dragged elsewhere: the middle of the window of use and school. */
export function usualWanted(content: JobContent, engine: Engine): number {
  const { from, to } = windowFor(content, engine)
  return ((from + to) / 2) * engine.on.peakTorqueSpeedRadPerS
}

/** Where use and school want the stall, as shares of the torque peak's speed. */
export const windowFor = ({ brief, rules }: JobContent, { on }: Engine) =>
  stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS)
