import { figure, quantity, roundedPower } from './format.js'
import { type PowerHeld, type SpecResult, type StationVerdict, type Stop } from '@plucky/core'

/** What a station or a spec holds, in a few words. */
export function heldInWords(held: PowerHeld | undefined): string {
  switch (held?.outcome) {
    case 'held':
      return quantity(held.powerW, 'hp')
    case 'not-limiting':
      return `over ${roundedPower(held.aboveW)}`
    case 'fails-at-smallest':
      return quantity(0, 'hp')
    default:
      return 'not rated'
  }
}

/** What a station holds; where it carries no torque but makes what others hold with, what the spec then holds. */
export function stationHeldInWords(answer: SpecResult | undefined, stationId: string): string {
  const verdict = verdictIn(answer, stationId)
  return carriesNothing(verdict) ? `build holds ${specHeldInWords(answer)}` : heldInWords(verdict?.held)
}

/** A station that has nothing to hold, and lacks no figure for it. */
export const carriesNothing = (verdict: StationVerdict | undefined): boolean =>
  verdict?.held.outcome === 'no-figure' && verdict.missing.length === 0

/** Power held by the build in words, or why it cannot be built. */
export function specHeldInWords(answer: SpecResult | undefined): string {
  if (answer?.outcome !== 'answered') return 'no answer'
  return cannotBeBuilt(answer.stops) || heldInWords(answer.held)
}

/** States that the build has a recalled part or parts that do not go together. Empty if there is no stop. */
export function cannotBeBuilt([stop]: readonly Stop[]): string {
  if (!stop) return ''
  switch (stop.code) {
    case 'recalled':
      return 'not rated: a part is recalled'
    case 'splines-differ':
      return 'can’t be built: splines do not mate'
    case 'does-not-pass':
    case 'case-too-small':
      return 'can’t be built: parts do not go together'
  }
}

export const verdictIn = (answer: SpecResult | undefined, stationId: string): StationVerdict | undefined =>
  answer?.outcome === 'answered' ? answer.stations.find((s) => s.stationId === stationId) : undefined

/** A margin; near 1, where a rounded figure would hide on which side it lies, with a third decimal. */
export const marginInWords = (margin: number): string => figure(margin, Math.abs(margin - 1) < 0.005 ? 3 : 2)
