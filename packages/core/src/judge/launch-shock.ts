import { turbineInertia } from '../parts/converter/geometry.js'
import type { RangeSolution } from '../gearing/solve.js'
import { naturalPeriod, rampOvershootMost, shaftStiffness } from '../parts/shaft/shaft-spring.js'
import type { Brief, Launch } from '../model/brief.js'
import { fittedConverter } from './fitted.js'
import { loadShare } from './load.js'
import type { Part } from '../model/part.js'
import type { Unit } from '../model/unit.js'

/** Rise time of launch torque, s. Source: none (common practice). */
export const RAMP_S: Record<Launch, number> = {
  rolling: 0.5,
  'brake-stall': 0.2,
  flash: 0.12,
  'trans-brake': 0.04,
  regrip: 0.03,
  dump: 0.015,
}

/** The turbine on the shafts of the path as one spring, and how far a launch overshoots on it. */
export interface LaunchShock {
  /** Combined stiffness of all shafts on the path, referred to the turbine. */
  readonly stiffnessNmPerRad: number
  readonly inertiaKgM2: number
  readonly periodS: number
  readonly rampS: number
  /** Peak over static torque. */
  readonly overshoot: number
}

interface Path {
  readonly unit: Unit
  readonly fitted: ReadonlyMap<string, Part>
  readonly brief: Pick<Brief, 'launch'>
}

/**
 * Stiffness of every fitted shaft that a range loads, as felt at the turbine: compliances add, each by the square of its share of the
 * turbine's torque (energy). Infinity where no shaft is known.
 */
export function pathStiffness({ unit, fitted }: Pick<Path, 'unit' | 'fitted'>, range: RangeSolution): number {
  let compliance = 0
  for (const { id, load } of unit.stations) {
    const part = fitted.get(id)
    if (part?.kind !== 'shaft') continue
    const { source, share } = loadShare(load, range)
    if (source === 'turbine') compliance += share ** 2 / shaftStiffness(part.geometry)
  }
  return 1 / compliance
}

/**
 * How a launch meets the path: the turbine's inertia on its shafts as an undamped one-mass system, loaded by a ramp as long as the launch
 * method's. The least that shock can be: tyres, play and the vehicle's own springs are left out. Nothing without a converter or a shaft.
 */
export function launchShock(path: Path, range: RangeSolution): LaunchShock | undefined {
  const converter = fittedConverter(path)
  const stiffnessNmPerRad = pathStiffness(path, range)
  if (!converter || !Number.isFinite(stiffnessNmPerRad)) return undefined
  const inertiaKgM2 = turbineInertia(converter)
  const periodS = naturalPeriod(inertiaKgM2, stiffnessNmPerRad)
  const rampS = RAMP_S[path.brief.launch]
  return { stiffnessNmPerRad, inertiaKgM2, periodS, rampS, overshoot: rampOvershootMost(rampS, periodS) }
}
