import type { Catalogue, Fits } from '../fitting/spec.js'
import type { Brief } from '../model/brief.js'
import type { PressureCalibration } from '../model/calibration.js'
import type { Book } from '../model/reading.js'
import type { HouseRules } from '../model/rules.js'
import type { Unit } from '../model/unit.js'
import type { PlanWishes } from './wishes.js'

/** Parts, operations and line pressure of a build. */
export interface PlannedSpec extends Fits {
  readonly pressure: PressureCalibration
}

/** Input of a plan. */
export interface PlanInput {
  readonly unit: Unit
  readonly variantId: string | null
  readonly brief: Brief
  readonly rules: HouseRules
  readonly catalogue: Catalogue
  /** Part ids by station as received. These parts cost nothing. */
  readonly arrived: Fits['fits']
  /** The present build. Its line pressure is kept if it is enough. */
  readonly present: PlannedSpec
  readonly book?: Book
  readonly wishes: PlanWishes
}
