import { numberAt } from '../../numeric/certain.js'
import { OIL } from '../../fluid/oil.js'
import { rootOf } from '../../numeric/brent.js'
import { orificeFlow } from '../../fluid/orifice.js'

/** Node where a lubrication branch begins: front, behind the pump, or middle of the transmission. */
export const LUBE_NODES = ['front', 'centre'] as const
export type LubeNode = (typeof LUBE_NODES)[number]

/** A branch of the lubrication: a hole through which oil leaves to what it wets. */
export interface LubeBranch {
  readonly name: string
  readonly branchesAt: LubeNode
  readonly diameterM: number
  /** The member that flings the oil out, and the radius at which it leaves; it stands where not given. */
  readonly member?: string
  readonly radiusM?: number
  /** Oil that it needs for a turn of its member; of the engine where it has none. */
  readonly needPerTurnM3: number
}

/** Cooler and lubrication behind the converter. */
export interface LubeCircuit {
  /** Hole that lets as much through as the cooler with its lines. */
  readonly coolerDiameterM: number
  /** Node where cooler oil returns. */
  readonly coolerInto: LubeNode
  /** Between front and centre. */
  readonly passageDiameterM: number
  readonly lubes: readonly LubeBranch[]
}

/** Pressures and flows of the lubrication at a pressure before the cooler. */
export interface LubeFlows {
  readonly totalM3PerS: number
  readonly frontPa: number
  readonly centrePa: number
  /** In the order of the branches. */
  readonly branchesM3PerS: readonly number[]
}

/** Pressure by which a spinning hole draws oil, ½·ρ·ω²·r². */
export const spinHead = (speedRadPerS: number, radiusM: number): number => (OIL.densityKgPerM3 / 2) * (speedRadPerS * radiusM) ** 2

const through = (diameterM: number, acrossPa: number) => (acrossPa > 0 && diameterM > 0 ? orificeFlow(diameterM, acrossPa) : 0)

/**
 * Flow through converter, cooler and all branches: every passage an orifice, every spinning branch helped by its own head; the pressures at
 * front and centre are those at which what comes in goes out (continuity; orifices in series and parallel). Speeds in rad/s by member.
 * @example lubeFlows({ coolerDiameterM: 0.004, coolerInto: 'front', passageDiameterM: 0, lubes: [{ name: 'front', branchesAt: 'front', diameterM: 0.004, needPerTurnM3: 0 }] }, 400000, {}).frontPa // → 200000
 */
export function lubeFlows(circuit: LubeCircuit, chargePa: number, speeds: Readonly<Record<string, number>>): LubeFlows {
  const { coolerDiameterM, coolerInto, passageDiameterM, lubes } = circuit
  const heads = lubes.map(({ member, radiusM = 0 }) => spinHead(member === undefined ? 0 : (speeds[member] ?? 0), radiusM))
  const branchesAt = (node: LubeNode, pa: number) =>
    lubes.map((branch, i) => (branch.branchesAt === node ? through(branch.diameterM, pa + numberAt(heads, i)) : 0))
  const out = (node: LubeNode, pa: number) => branchesAt(node, pa).reduce((sum, flow) => sum + flow, 0)
  // Below this no branch draws anything.
  const lowest = -Math.max(0, ...heads) - 1
  const other: LubeNode = coolerInto === 'front' ? 'centre' : 'front'
  const beyond = (intoPa: number) => balanced((pa) => through(passageDiameterM, intoPa - pa) - out(other, pa), lowest, intoPa)
  const leaving = (intoPa: number) => out(coolerInto, intoPa) + through(passageDiameterM, intoPa - beyond(intoPa))
  const intoPa = balanced((pa) => through(coolerDiameterM, chargePa - pa) - leaving(pa), lowest, Math.max(chargePa, lowest))
  const otherPa = beyond(intoPa)
  const [at, behind] = [branchesAt(coolerInto, intoPa), branchesAt(other, otherPa)]
  const branchesM3PerS = at.map((flow, i) => flow + numberAt(behind, i))
  return {
    totalM3PerS: branchesM3PerS.reduce((sum, flow) => sum + flow, 0),
    frontPa: coolerInto === 'front' ? intoPa : otherPa,
    centrePa: coolerInto === 'front' ? otherPa : intoPa,
    branchesM3PerS,
  }
}

/** Zero of a falling flow balance. An end of the interval if there is none. */
function balanced(missing: (pa: number) => number, lowPa: number, highPa: number): number {
  const [atLow, atHigh] = [missing(lowPa), missing(highPa)]
  if (atLow <= 0) return lowPa
  if (atHigh >= 0) return highPa
  const root = rootOf(missing, lowPa, highPa, 1e-6, atLow, atHigh)
  if (root.outcome !== 'converged') throw new Error(`Oil balance is bracketed but did not converge: ${JSON.stringify(root)}`)
  return root.x
}
