import type { RangeSolution } from './solve.js'
import { solveRange } from './solve.js'
import type { GearRange, GearTrain } from './train.js'

/** Why a range is not driven. */
export interface Explanation {
  readonly outcome: RangeSolution['outcome']
  /**
   * Tied up or output held: the fewest holding elements that already do it together, one-way clutches that are loaded against their sense
   * among them. None of them can be left out.
   */
  readonly culprits: readonly string[]
  /** Neutral: members that nothing holds to a speed. */
  readonly free: readonly string[]
  /** Neutral: elements of which one more would drive the output, with the ratio that would come of it. */
  readonly wouldDrive: readonly { readonly element: string; readonly ratio: number }[]
}

/** Says why a range of a train does not drive, by solving it with elements left out or put on, one by one; or that it does drive. */
export function explainRange(train: GearTrain, range: GearRange): Explanation {
  const { outcome, free } = solveRange(train, range)
  const none: Explanation = { outcome, culprits: [], free: [], wouldDrive: [] }
  if (outcome === 'tied-up' || outcome === 'output-held') return { ...none, culprits: culprits(train, range, outcome) }
  if (outcome !== 'neutral') return none
  const wouldDrive = train.elements.flatMap((element) => {
    if (element.kind === 'one-way' || range.on.includes(element.id)) return []
    const tried = solveRange(train, { ...range, on: [...range.on, element.id] })
    return tried.outcome === 'driven' ? [{ element: element.id, ratio: tried.ratio }] : []
  })
  return { ...none, free, wouldDrive }
}

/** Takes away element after element while the outcome stays; what is left cannot be spared. */
function culprits(train: GearTrain, range: GearRange, outcome: RangeSolution['outcome']): string[] {
  const oneWays = train.elements.filter((element) => element.kind === 'one-way').map(({ id }) => id)
  let left = [...oneWays, ...range.on.filter((id) => !oneWays.includes(id))]
  for (const id of left) {
    const without = left.filter((other) => other !== id)
    if (outcomeWith(train, range, without) === outcome) left = without
  }
  return left
}

/** Outcome with only these elements in the train. */
function outcomeWith(train: GearTrain, range: GearRange, ids: readonly string[]): RangeSolution['outcome'] {
  const elements = train.elements.filter((element) => ids.includes(element.id))
  return solveRange({ ...train, elements }, { ...range, on: ids }).outcome
}
