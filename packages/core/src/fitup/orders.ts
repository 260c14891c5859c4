import { toSi } from '../quantity/units.js'
import type { ClosingId } from './stack-ups.js'
import type { FitFacts } from './facts.js'

/** What to order or do, and by how much. */
export interface Order {
  readonly code: OrderCode
  readonly side: 'least' | 'most'
  /** At least so much. */
  readonly byM: number
  /** Of what is chosen in steps: how many, above 0 for more of it. */
  readonly steps: number | null
}

export type OrderCode = ClosingId | 'custom-pilot' | 'turn-pilot' | 'run-out' | 'clearance' | 'pack' | 'hole' | 'link' | 'closing'

/** A tube of a pilot keeps at least so much wall when it is turned down (from memory). */
const WALL_LEAST_M = toSi(0.09, 'in')

/** What puts a length right that is out of bounds: a pilot that is part of its cover cannot be changed for a longer one, and one is turned down only where its wall bears it. */
export function orderFor(
  id: ClosingId,
  { side, outM }: { readonly side: 'least' | 'most'; readonly outM: number },
  { front, pilot }: FitFacts,
): Order {
  if (id === 'pilot-fit' && side === 'least' && !pilot && front?.pilotWallM !== undefined && front.pilotWallM - outM / 2 >= WALL_LEAST_M)
    return { code: 'turn-pilot', side, byM: outM, steps: null }
  const custom = id === 'pilot-engagement' && front?.pilotMake === 'custom' && pilot?.form !== 'sleeve'
  return { code: custom ? 'custom-pilot' : id, side, byM: outM, steps: null }
}
