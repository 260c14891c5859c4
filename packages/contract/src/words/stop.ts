import type { CaseMisfit, DiameterMisfit, RecalledPart, Stop, Unit } from '@plucky/core'
import { ended, quantity } from './format.js'
import { splineSentence } from './spline-stop.js'
import { stationName } from './station-name.js'

const size = (m: number) => quantity(m, 'in', 3)

/** "the input shaft’s oil journal, 1.300 in, does not pass the stator support’s tube bore of 1.180 in." */
export function diameterSentence({ code, stationId, otherId, section, place, outerM, boreM, mostM }: DiameterMisfit, unit: Unit): string {
  const own = `the ${stationName(unit, stationId)}’s ${section}, ${size(outerM)},`
  const bore = `the ${stationName(unit, otherId)}’s ${place}`
  switch (code) {
    case 'does-not-pass':
      return `${own} does not pass ${bore} of ${size(boreM)}.`
    case 'runs-loose':
      return `${own} runs loose in ${bore} of ${size(boreM)}; ${size(mostM ?? boreM)} is the most. Fit a bushing for this shaft.`
    case 'ring-loose':
      return `the ${stationName(unit, stationId)}’s ${section}: its sealing ring does not reach ${bore} of ${size(boreM)}; ${size(mostM ?? boreM)} is the most, or oil bypasses it.`
  }
}

/** "the sun shell is 7.10 in across; the case there is 6.90 in." */
export const caseSentence = ({ stationId, outerM, boreM }: CaseMisfit, unit: Unit): string =>
  `the ${stationName(unit, stationId)} is ${quantity(outerM, 'in', 2)} across; the case there is ${quantity(boreM, 'in', 2)}.`

/** "the input shaft, “Turbine shaft 300M”, is recalled: cracked in the hole." */
export const recallSentence = ({ stationId, part, reason }: RecalledPart, unit: Unit): string =>
  ended(`the ${stationName(unit, stationId)}, “${part.name}”, is recalled: ${reason}`)

/** Sentence that explains a stop. */
export function stopWords(stop: Stop, unit: Unit): string {
  switch (stop.code) {
    case 'recalled':
      return recallSentence(stop, unit)
    case 'splines-differ':
      return splineSentence(stop, unit)
    case 'does-not-pass':
      return diameterSentence(stop, unit)
    case 'case-too-small':
      return caseSentence(stop, unit)
  }
}
