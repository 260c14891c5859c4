import { rootOf } from '../../numeric/brent.js'
import type { LockupExhaust } from '../lockup/release.js'
import { orificeFlow } from '../../fluid/orifice.js'
import { issue, type Issue } from '../../quantity/issue.js'
import { lubeFlows, type LubeCircuit, type LubeFlows } from './lubrication.js'
import { pumpIntake, pumpLeak, pumpTorque, type PumpGeometry } from '../pump/pump.js'
import { regulatorIssues, reliefOpening, type Regulator, type Relief } from './regulator.js'

/** Valves, and the way of the oil behind them. */
export interface ValvesGeometry extends Regulator, Relief, LubeCircuit {
  /** Hole that lets as much out as all valves together leak. */
  readonly leakDiameterM: number
  /** Through which the converter is fed, and the most pressure that it is given. */
  readonly converterFeedDiameterM: number
  readonly converterLimitPa: number
  /** Exhaust of the lockup release oil. Default: sump. */
  readonly lockupExhaust?: LockupExhaust
  /** Smallest orifice of that exhaust in the valve body. Ignored if not given. */
  readonly lockupExhaustDiameterM?: number
}

/** Why valves cannot work as they are given. */
export const valvesIssues = (valves: ValvesGeometry): Issue[] => [
  ...regulatorIssues(valves),
  ...(new Set(valves.lubes.map(({ name }) => name)).size === valves.lubes.length ? [] : [issue('lube-name-repeated', 'geometry.lubes')]),
]

export interface OilCircuit {
  readonly pump: PumpGeometry
  readonly valves: ValvesGeometry
}

/** Demand on the circuit: pressure, pump speed, oil temperature and leaking rings. */
export interface OilDemand {
  readonly commandedPa: number
  readonly pumpRadPerS: number
  readonly kelvin: number
  /** Hole that lets as much out as the sealing rings of all elements that are on. */
  readonly ringLeakDiameterM: number
  /** Lowest pressure limit of the parts that line pressure feeds. No limit if not given. */
  readonly mostPa?: number
}

export type LineState = 'as-commanded' | 'relief-open' | 'short-of-oil'

/** Line pressure, and why it is not the one commanded. */
export interface LinePressure {
  readonly commandedPa: number
  /** Line pressure that relief valve and pump allow. */
  readonly madePa: number
  /** Why that is not what is commanded. */
  readonly state: LineState
  /** The pressure that is made, limited to the lowest pressure limit of the parts that it feeds. Ratings use this. */
  readonly linePa: number
}

/** Limits the pressure that is made to the lowest pressure limit of the parts that it feeds. */
export const heldToMaximum = (commandedPa: number, madePa: number, state: LineState, mostPa = Infinity): LinePressure => ({
  commandedPa,
  madePa,
  state,
  linePa: Math.min(madePa, mostPa),
})

const leaving = ({ pump, valves }: OilCircuit, { kelvin, ringLeakDiameterM }: OilDemand, pa: number): number =>
  pumpLeak(pump, pa, kelvin) + orificeFlow(valves.leakDiameterM, pa) + orificeFlow(ringLeakDiameterM, pa)

/**
 * Line pressure: as commanded, unless the relief valve opens below that or the pump cannot make up for what leaks; then it falls to where both
 * are equal. The regulator lets oil on to converter and lubrication only from what is left at its pressure. Pressure above the limit of a
 * part that it feeds does not count.
 */
export function linePressure(circuit: OilCircuit, demand: OilDemand): LinePressure {
  const { commandedPa, pumpRadPerS, mostPa } = demand
  const opening = reliefOpening(circuit.valves)
  const openPa = Math.min(commandedPa, opening)
  const intake = pumpIntake(circuit.pump, pumpRadPerS)
  if (intake >= leaving(circuit, demand, openPa))
    return heldToMaximum(commandedPa, openPa, commandedPa > opening ? 'relief-open' : 'as-commanded', mostPa)
  const root = rootOf((pa) => intake - leaving(circuit, demand, pa), 0, openPa, 1e-3)
  if (root.outcome !== 'converged') throw new Error(`Line pressure is bracketed but did not converge: ${JSON.stringify(root)}`)
  return heldToMaximum(commandedPa, root.x, 'short-of-oil', mostPa)
}

/** Flows of the pump's oil, m³/s, and the pump torque. */
export interface OilBalance extends LinePressure {
  readonly intakeM3PerS: number
  readonly pumpLeakM3PerS: number
  readonly valvesLeakM3PerS: number
  readonly ringLeakM3PerS: number
  /** Through converter, cooler and lubrication. */
  readonly converterM3PerS: number
  /** Left over: back to the intake, or out of the relief valve where that is open. */
  readonly returnedM3PerS: number
  /** Flow available to fill a piston: pump flow less all leaks. */
  readonly spareM3PerS: number
  readonly chargePa: number
  readonly lube: LubeFlows
  readonly torqueNm: number
  /** All of it ends as heat in the oil. */
  readonly powerW: number
}

/** The oil of the pump with what each takes, at a speed of every member. */
export function oilBalance(circuit: OilCircuit, demand: OilDemand, speeds: Readonly<Record<string, number>>): OilBalance {
  const { pump, valves } = circuit
  const line = linePressure(circuit, demand)
  const intakeM3PerS = pumpIntake(pump, demand.pumpRadPerS)
  const leaks = {
    pumpLeakM3PerS: pumpLeak(pump, line.madePa, demand.kelvin),
    valvesLeakM3PerS: orificeFlow(valves.leakDiameterM, line.madePa),
    ringLeakM3PerS: orificeFlow(demand.ringLeakDiameterM, line.madePa),
  }
  const spareM3PerS = Math.max(0, intakeM3PerS - leaks.pumpLeakM3PerS - leaks.valvesLeakM3PerS - leaks.ringLeakM3PerS)
  const chargePa = chargePressure(valves, line.madePa, spareM3PerS, speeds)
  const asked = lubeFlows(valves, chargePa, speeds)
  const converterM3PerS = Math.min(spareM3PerS, asked.totalM3PerS)
  const torqueNm = pumpTorque(pump, line.madePa)
  return {
    ...line,
    intakeM3PerS,
    ...leaks,
    converterM3PerS,
    returnedM3PerS: spareM3PerS - converterM3PerS,
    spareM3PerS,
    chargePa,
    lube: sharedOut(asked, converterM3PerS),
    torqueNm,
    powerW: torqueNm * demand.pumpRadPerS,
  }
}

/** Spinning branches would draw more than there is: each gets its share of what comes. */
const sharedOut = (asked: LubeFlows, comesM3PerS: number): LubeFlows =>
  asked.totalM3PerS <= comesM3PerS
    ? asked
    : { ...asked, totalM3PerS: comesM3PerS, branchesM3PerS: asked.branchesM3PerS.map((flow) => (flow * comesM3PerS) / asked.totalM3PerS) }

/** Pressure in the converter: what comes through its feed and is there to come goes on to cooler and lubrication; not above its limit. */
function chargePressure(valves: ValvesGeometry, linePa: number, spareM3PerS: number, speeds: Readonly<Record<string, number>>): number {
  const comes = (pa: number) => Math.min(spareM3PerS, orificeFlow(valves.converterFeedDiameterM, Math.max(0, linePa - pa)))
  const most = Math.min(linePa, valves.converterLimitPa)
  const missing = (pa: number) => comes(pa) - lubeFlows(valves, pa, speeds).totalM3PerS
  const [atNone, atMost] = [missing(0), missing(most)]
  if (atNone <= 0) return 0
  if (atMost >= 0) return most
  const root = rootOf(missing, 0, most, 1, atNone, atMost)
  if (root.outcome !== 'converged') throw new Error(`Charge pressure is bracketed but did not converge: ${JSON.stringify(root)}`)
  return root.x
}

/**
 * Time in which a piston is filled from the spare flow, swept volume over flow; Infinity where nothing is spare.
 * @example fillTime(9e-5, 3e-4) // → 0.3
 */
export const fillTime = (sweptM3: number, spareM3PerS: number): number => (spareM3PerS > 0 ? sweptM3 / spareM3PerS : Infinity)
