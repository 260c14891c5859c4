import type { Engine } from '../engine/boost.js'
import { casesOf, usualConverter, type Cases } from '../judge/cases.js'
import { fittedConverter } from '../judge/fitted.js'
import { converterCharacteristic } from '../parts/converter/geometry.js'
import type { SpecInput } from '../model/spec-input.js'
import type { PartKind } from '../parts/geometries.js'
import { CHAIN_DIMENSIONS, type Owner } from '../fitup/chain-dimensions.js'
import type { FitEntry } from '../fitup/entry.js'
import { STACK_UPS } from '../fitup/stack-ups.js'
import { fitFindings } from '../reports/fit-findings.js'
import { ownFindings } from '../reports/findings.js'
import { isOn } from '../reports/pressure-findings.js'
import type { Finding } from '../reports/finding.js'
import type { Station, Unit } from '../model/unit.js'
import { once, oncePer } from '../numeric/once-per.js'
import { partialInput } from './frame.js'
import { holdingAt } from './holding.js'
import { partsOf, type Refused, type Scene } from './scene.js'
import type { Margins } from './wishes.js'
import type { PressureCalibration } from '../model/calibration.js'

/** Input of a complete choice, with its load cases and its first blocking finding, each computed when it is first read. */
export interface Judged {
  readonly input: SpecInput
  readonly known: Cases
  /** `undefined` if there is no blocking finding. Fit-up is checked first: it needs no load cases. */
  readonly refused: Refused | undefined
}

/** Judges a choice at a pressure of the plan. The result for the latest pressure of a choice is kept. */
export const judgedChoice = (scene: Scene, choice: readonly number[], pressure: PressureCalibration): Judged =>
  judgedAt(choice, scene, pressure)

const judgedAt = oncePer(
  (choice: readonly number[], scene: Scene, pressure: PressureCalibration): Judged => {
    const input = partialInput(scene.input, partsOf(scene, choice), pressure)
    const known = once(() => casesBehind(input, scene.engine))
    const refused = once(
      () => fitRefusal(scene, input, choice) ?? firstBlocking(input.unit, ownFindings(input, known().cases, known().line)),
    )
    return {
      input,
      get known() {
        return known()
      },
      get refused() {
        return refused()
      },
    }
  },
  ([scene, a], [other, b]) =>
    scene === other && a.drivePa === b.drivePa && a.reversePa === b.reversePa && a.lockupApplyPa === b.lockupApplyPa,
)

function casesBehind(input: SpecInput, engine: Engine): Cases {
  const fitted = fittedConverter(input)
  return casesOf(input, engine, fitted ? converterCharacteristic(fitted) : usualConverter(engine, input))
}

/** Power that each station holds with the given margins, W. Zero if a place has no figure. */
export const powersWithMargins = (input: SpecInput, engine: Engine, margins: Margins): number[] =>
  stationPowers({ engine, margins }, { input, known: casesBehind(input, engine) })

function stationPowers(
  { engine, margins }: Pick<Scene, 'engine' | 'margins'>,
  { input, known }: Pick<Judged, 'input' | 'known'>,
): number[] {
  const frame = { input, cases: known.cases, peakPowerW: engine.on.peakPowerW, stallRadPerS: 0, demands: new Map() }
  return input.unit.stations.map(
    (station) => holdingAt({ frame, input, station, part: input.fitted.get(station.id), margins }, 'fixed').powerW,
  )
}

/** Slot of the first station that does not hold a power. `undefined` if all stations hold it. */
export function shortStationOf(scene: Scene, judged: Judged, powerW: number): number | undefined {
  const short = stationPowers(scene, judged).findIndex((heldW) => heldW < powerW)
  return short < 0 ? undefined : short
}

function firstBlocking(unit: Unit, found: readonly Finding[]): Refused | undefined {
  for (const finding of found) {
    const blocks = BLOCKING[finding.code]
    if (blocks) return { finding, stationIds: blocks(unit, finding) }
  }
  return undefined
}

/** The first blocking finding of fit-up. Cached by the parts that affect fit-up. */
function fitRefusal(scene: Scene, input: SpecInput, choice: readonly number[]): Refused | undefined {
  const key = scene.fitSlots.map((slot) => choice[slot]).join(' ')
  const before = scene.fits.get(key)
  if (before !== undefined) return before ?? undefined
  const refused = firstBlocking(input.unit, fitFindings(input))
  scene.fits.set(key, refused ?? null)
  return refused
}

/** True if a finding rules a build out. */
export const isBlocking = ({ code }: Finding): boolean => BLOCKING[code] !== undefined

type Scope = (unit: Unit, finding: Finding) => readonly string[]

const ofKinds = (unit: Unit, ...kinds: readonly PartKind[]): string[] =>
  unit.stations.flatMap(({ id, kind }) => (kinds.includes(kind) ? [id] : []))

const kinds =
  (...own: readonly PartKind[]): Scope =>
  (unit) =>
    ofKinds(unit, ...own)

/** The station of the finding, and all stations of some kinds. */
const here =
  (...own: readonly PartKind[]): Scope =>
  (unit, { stationId }) => [...new Set([...(stationId === null ? [] : [stationId]), ...ofKinds(unit, ...own)])]

/**
 * Blocking findings with the stations that affect them. `undefined`: the finding does not block. Shift heat and life are included in power
 * held if the house rules count them.
 */
const BLOCKING: Readonly<Record<Finding['code'], Scope | undefined>> = {
  'pressure-above-maximum': here('valves', 'pump', 'converter'),
  'pressure-above-case': kinds('valves', 'pump', 'converter'),
  'relief-opens': kinds('valves', 'pump', 'converter'),
  'pump-falls-short': (unit, { rangeId }) => [
    ...ofKinds(unit, 'pump', 'valves', 'converter'),
    ...unit.stations.flatMap(({ id, load }) => (load.at === 'link' && rangeId !== null && isOn({ unit }, rangeId, load.id) ? [id] : [])),
  ],
  'valves-not-fitted': kinds('valves', 'pump'),
  'gauge-above-valves': kinds('valves', 'pump'),
  'lockup-above-line': kinds('lockup', 'valves', 'pump', 'converter'),
  'strut-above-maximum': here('valves', 'pump', 'converter'),
  'stack-wrong': here(),
  'speed-above-maximum': here(),
  'range-not-driven': undefined,
  'one-way-unfit': here(),
  'boost-never-on-the-brake': undefined,
  'boost-never': kinds('converter'),
  'stalls-at-idle': kinds('converter'),
  'stalls-at-redline': kinds('converter'),
  'usual-converter': kinds('converter'),
  'lockup-leans-outward': kinds('lockup', 'converter', 'valves', 'pump'),
  'lockup-leans-inward': kinds('lockup', 'converter', 'valves', 'pump'),
  'lockup-above-known': kinds('lockup', 'converter', 'valves', 'pump'),
  'damper-bottoms': kinds('lockup', 'converter'),
  'lockup-slip-unfit': kinds('lockup', 'converter'),
  'softer-than-its-steel': here(),
  'does-not-fit': (unit, { fit }) => (fit ? fitScope(unit, fit) : []),
  'bolts-above-proof': kinds('flex-plate', 'bolts', 'converter'),
  'spin-above-test': kinds('flex-plate'),
  'certificate-wanting': kinds('flex-plate'),
  'shift-burns': undefined,
  'shift-energy': undefined,
  'shift-temperature': undefined,
  'shift-power': undefined,
  'life-short': undefined,
}

/** Stations whose parts affect an entry of fit-up. */
function fitScope(unit: Unit, entry: FitEntry): string[] {
  switch (entry.kind) {
    case 'closing': {
      const stackUp = STACK_UPS.find(({ id }) => id === entry.id)
      const links = CHAIN_DIMENSIONS.filter(({ id }) => entry.terms.includes(id))
      const owners = links.flatMap(({ owner, joint, also = [] }) => [
        ...stationsOf(unit, owner, joint),
        ...also.flatMap((each) => stationsOf(unit, each)),
      ])
      const oil = entry.terms.includes('swelling') ? ofKinds(unit, 'valves', 'flex-plate') : []
      const own = stackUp ? stationsOf(unit, stackUp.owner, stackUp.joint) : []
      return [...new Set([...owners, ...oil, ...own])]
    }
    case 'spline':
      return [entry.stationId, entry.otherId].flatMap((id) => id ?? [])
    case 'pattern':
      return patternScope(unit, entry.id)
    case 'run-out':
    case 'hole':
      return ofKinds(unit, 'flex-plate', 'bolts', 'converter')
    case 'link':
      return stationsOf(unit, entry.owner)
    case 'clearance':
    case 'pack':
      return entry.stationId === null ? [] : [entry.stationId]
  }
}

/** Stations that affect a bolt pattern. The case pattern depends on no part. */
function patternScope(unit: Unit, id: string): string[] {
  const plate = ofKinds(unit, 'flex-plate')
  if (id === 'case-pattern') return []
  if (id === 'crank-pattern') return [...plate, ...stationsOf(unit, 'bolts', 'crank')]
  return [...plate, ...stationsOf(unit, 'bolts', 'converter'), ...ofKinds(unit, 'converter')]
}

/** Stations that belong to the owner of a length. */
function stationsOf(unit: Unit, owner: Owner, joint?: 'crank' | 'converter'): string[] {
  const shafts = (at: Station['load']['at']) =>
    unit.stations.flatMap(({ id, kind, load }) => (kind === 'shaft' && load.at === at ? [id] : []))
  switch (owner) {
    case 'engine':
    case 'unit':
      return []
    case 'turbine-shaft':
      return [...shafts('turbine'), ...unit.stations.flatMap(({ id, kind, load }) => (kind === 'hub' && load.at === 'turbine' ? [id] : []))]
    case 'stator-shaft':
      return shafts('stator')
    case 'bolts': {
      const named = joint === undefined ? [] : unit.stations.filter(({ id, kind }) => kind === 'bolts' && id.startsWith(joint))
      return named.length > 0 ? named.map(({ id }) => id) : ofKinds(unit, 'bolts')
    }
    default:
      return ofKinds(unit, owner)
  }
}
