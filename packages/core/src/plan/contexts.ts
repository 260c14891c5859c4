import { lockupOil } from '../model/calibration.js'
import type { DutyCase } from '../judge/duty.js'
import { oilCircuit } from '../judge/line-oil.js'
import { besideStation } from '../judge/side-by-side.js'
import { memberAt } from '../numeric/certain.js'
import type { SpecInput } from '../model/spec-input.js'
import { shaftStiffness } from '../parts/shaft/shaft-spring.js'
import { regulatedPressure, reliefOpening } from '../parts/valves/regulator.js'
import { newTops, type Context, type LoadTable } from './load-table.js'
import { OIL_SIDES, type Holding } from './holding.js'
import { frameOf, partialInput, stallsAsWanted, type Frame } from './frame.js'
import { ANY_PRESSURE, madePressures, NO_PRESSURE, setPressures, type OilPressures } from './oil.js'
import { leastCost, propagated, type Domains } from './search.js'
import type { Scene } from './scene.js'

/** Lists the contexts of a plan: each converter in the target stall range, combined with each line pressure that the valves can make. */
export function contextsOf(scene: Scene): Context[] {
  const open = propagated(scene, scene.open)
  if (!open) return []
  const at = slotOfKind(scene, 'converter')
  const converters = at < 0 ? [-1] : memberAt(open, at)
  const classes = valveClasses(scene, open)
  const tables = converters.flatMap((converter) => {
    const domains = open.map((own, i) => (i === at ? [converter] : own))
    // Shift heat depends on line pressure. If the house rule counts it, each line pressure has its own table.
    const groups = scene.input.rules.shiftHeat === 'count' ? classes.map((own) => [own]) : [classes]
    return groups.map((own) => ({ table: tableOf(scene, own.length === 1 ? narrowed(domains, own[0]) : domains, own), own }))
  })
  const wanted = ({ frame }: LoadTable) => scene.input.wishes.anyStall === true || stallsAsWanted(frame, scene.engine)
  return tables.flatMap(({ table, own }) =>
    wanted(table)
      ? own.map((valves): Context => ({
          table,
          open: narrowed(table.open, valves),
          least: valves.least,
          most: valves.most,
          tops: newTops(scene, table.besides),
        }))
      : [],
  )
}

/** Limits the valves to those of one line pressure. */
const narrowed = (domains: Domains, valves: ValveClass | undefined): Domains =>
  domains.map((own, i) => (i === valves?.slot ? valves.options : own))

function tableOf(scene: Scene, open: Domains, classes: readonly ValveClass[]): LoadTable {
  const [first, ...others] = classes.map(({ most }) => most)
  const most = others.reduce(
    (a, b) => ({ drive: Math.max(a.drive, b.drive), reverse: Math.max(a.reverse, b.reverse), lockup: Math.max(a.lockup, b.lockup) }),
    first ?? ANY_PRESSURE,
  )
  const besides = besidesOf(scene)
  return {
    scene,
    frame: frameIn(scene, open),
    open,
    most,
    besides,
    holdings: scene.slots.map(() => new Map<number, Holding>()),
    parallel: { own: new Map(), beside: new Map() },
    joints: new Map(),
    spans: new Map(),
    tops: newTops(scene, besides),
    last: {},
  }
}

const slotOfKind = ({ slots }: Scene, kind: string): number => slots.findIndex(({ station }) => station.kind === kind)

/**
 * Other slots that affect the limits at each station: the bolts for the flex plate, and the parallel element for a clutch, band or one-way
 * clutch.
 */
function besidesOf({ slots, indexOf, input }: Scene): number[][] {
  const bolts = slots.flatMap(({ station }, i) => (station.kind === 'bolts' ? [i] : []))
  return slots.map(({ station }) => {
    if (station.kind === 'flex-plate') return bolts
    const other = besideStation(input.unit, station)
    const at = other && indexOf.get(other.id)
    return at === undefined ? [] : [at]
  })
}

/** Valves that allow the same line pressures, with their range. */
interface ValveClass {
  readonly key: string
  readonly slot: number
  readonly options: readonly number[]
  readonly least: OilPressures
  readonly most: OilPressures
}

function valveClasses(scene: Scene, open: Domains): ValveClass[] {
  const slot = slotOfKind(scene, 'valves')
  if (slot < 0) return [{ key: '', slot, options: [], ...oilRange(scene, partialInput(scene.input, [])) }]
  const pump = slotOfKind(scene, 'pump')
  const pumpPart = memberAt(scene.slots, pump < 0 ? slot : pump).options.find(({ part }) => part)?.part
  const classes = new Map<string, ValveClass>()
  for (const option of memberAt(open, slot)) {
    const { station, options } = memberAt(scene.slots, slot)
    const pumped = pump < 0 ? [] : [[memberAt(scene.slots, pump).station.id, pumpPart] as const]
    const input = partialInput(scene.input, [[station.id, options[option]?.part], ...pumped])
    const range = oilRange(scene, input)
    const key = keyOf(scene, input, range)
    const before = classes.get(key)
    classes.set(key, { ...(before ?? { key, slot, ...range }), options: [...(before?.options ?? []), option] })
  }
  return [...classes.values()]
}

/** Valves with equal keys have the same powers in a load table. If the plan does not set line pressure, their curves count as well. */
function keyOf({ oilIsFixed }: Scene, input: SpecInput, { least, most }: Pick<ValveClass, 'least' | 'most'>): string {
  const circuit = oilIsFixed ? oilCircuit(input) : undefined
  const curve = circuit && [
    ...(['drive', 'reverse'] as const).map((feed) => regulatedPressure(circuit.valves, feed, 1)),
    regulatedPressure(circuit.valves, 'reverse', input.brief.reverseThrottle),
    reliefOpening(circuit.valves),
  ]
  return [...OIL_SIDES.flatMap((side) => [least[side], most[side]]), ...(curve ?? [])].join(' ')
}

/** Pressures that a plan may set with these valves. If line pressure is fixed, the pressures of the present build. */
function oilRange({ oilIsFixed }: Scene, input: SpecInput): Pick<ValveClass, 'least' | 'most'> {
  if (!oilIsFixed) return { least: NO_PRESSURE, most: madePressures(input) }
  const fixed = setPressures(input)
  return { least: fixed, most: fixed }
}

/**
 * Computes the load cases with the first converter of the domains. The first lockup clutch is installed, because loads depend only on
 * whether there is one. If the house rule uses the ramp of a launch, the stiffest shaft is installed at each station: it gives the lowest
 * shock. With fixed line pressure, the first valves and pump are installed.
 */
function frameIn(scene: Scene, domains: Domains): Frame {
  const { slots, input, oilIsFixed, engine } = scene
  const parts = slots.flatMap(({ station, options }, i) => {
    const open = memberAt(domains, i).flatMap((option) => options[option]?.part ?? [])
    const ramp = input.rules.launchShock === 'ramp' && station.kind === 'shaft'
    const needed = station.kind === 'converter' || station.kind === 'lockup' || ramp
    const oil = oilIsFixed && (station.kind === 'valves' || station.kind === 'pump')
    const first = ramp ? stiffest(open) : open[0]
    return (needed || oil) && first ? [[station.id, first] as const] : []
  })
  const frame = frameOf(partialInput(input, parts), engine)
  return { ...frame, demands: new Map(), cases: frame.cases.map((duty) => idealCase(duty, frame, oilIsFixed)) }
}

const stiffest = <P extends { readonly kind: string; readonly geometry: object }>(parts: readonly P[]): P | undefined => {
  const stiffness = ({ kind, geometry }: P) => (kind === 'shaft' ? shaftStiffness(geometry as Parameters<typeof shaftStiffness>[0]) : 0)
  return parts.reduce<P | undefined>((most, part) => (most && stiffness(most) >= stiffness(part) ? most : part), undefined)
}

/**
 * Load case of a build without findings: line pressure equals commanded pressure, and the lockup passes the full torque. Builds that differ
 * are rejected by their findings.
 */
function idealCase(duty: DutyCase, { input }: Frame, oilIsFixed: boolean): DutyCase {
  const { made } = duty.turbine
  const turbine = made ? { ...duty.turbine, torqueNm: made.engineNm + made.inertiaNm, made: { ...made, mostNm: Infinity } } : duty.turbine
  const oil = oilIsFixed ? { linePressurePa: duty.commandedPa, lockupOil: lockupOil(input.pressure, duty.commandedPa) } : {}
  return { ...duty, turbine, ...oil }
}

/** Lower bound of the cost of a context: the cheapest option of every slot. */
export const boundOf = ({ table, open }: Context): number => leastCost(table.scene, open)
