import { normal, type Random } from '../numeric/seeded.js'
import type { LengthEntry } from './entry.js'
import { RESOLUTION_M, type ToolId } from '../model/tool.js'

/** Spread of made-up parts about their sheets, one standard deviation (invented). */
const SPREAD_M = 0.00008

/**
 * What the calliper that ships as a stand-in shows for an entry: about its sheet, or about the middle of its bounds, rounded to what the tool
 * tells; a round thing at two angles. `undefined` if neither is known. The same generator in the same state gives the same figures.
 */
export function practiceReading({ specifiedM, bounds, roundM }: LengthEntry, toolId: ToolId, random: Random): number[] | undefined {
  const wantedM = specifiedM ?? expected(bounds)
  if (wantedM === undefined) return undefined
  const [spread, step] = [Math.min(SPREAD_M, Math.abs(wantedM) / 8), RESOLUTION_M[toolId]]
  const trueM = wantedM + spread * normal(random)
  return Array.from({ length: roundM === null ? 1 : 2 }, () => {
    const shown = trueM + (roundM === null ? 0 : (roundM / 3) * (random() - 0.5))
    return step === 0 ? shown : Math.round(shown / step) * step
  })
}

function expected(bounds: LengthEntry['bounds']): number | undefined {
  if (!bounds) return undefined
  const { leastM, mostM } = bounds
  if (leastM !== null && mostM !== null) return (leastM + mostM) / 2
  return leastM === null ? (mostM === null ? undefined : mostM / 2) : leastM * 1.2
}
