import type { StationCase } from '../judge/station-case.js'
import type { Part } from '../model/part.js'
import type { HouseRules } from '../model/rules.js'
import { isStrength } from '../parts/limit.js'

/**
 * Computed torque capacity to record with a used part, N·m: without the strength in this shop, which follows from such records. `undefined` if
 * the deciding limit is stated or is friction: it then says nothing about the computed strength (E22).
 */
export function livedCapacity({ limit, capacityNm }: StationCase, { inShop }: Part, { shopStrength }: HouseRules): number | undefined {
  if (!isStrength(limit)) return undefined
  return inShop && shopStrength === 'count' ? capacityNm / inShop.factor : capacityNm
}
