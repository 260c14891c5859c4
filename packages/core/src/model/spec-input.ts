import type { Brief } from './brief.js'
import type { PressureCalibration } from './calibration.js'
import type { Part } from './part.js'
import type { Book } from './reading.js'
import type { HouseRules } from './rules.js'
import type { Unit } from './unit.js'

/** Everything the answer rests on. */
export interface SpecInput {
  readonly unit: Unit
  readonly brief: Brief
  /** Part fitted at each station; stations may be empty. */
  readonly fitted: ReadonlyMap<string, Part>
  readonly pressure: PressureCalibration
  readonly rules: HouseRules
  /** Measured dimensions. They replace the specified ones. */
  readonly book?: Book
}
