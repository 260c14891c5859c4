import type { Incompatibility, Part, Unit } from '@plucky/core'
import { toProblem } from './error-messages.js'
import { capital, ended, quantity } from './format.js'
import { caseSentence, diameterSentence, recallSentence } from './stop.js'
import { splineSentence } from './spline-stop.js'
import { stationName } from './station-name.js'

/** What does not go together, in a sentence that says why. */
export function misfitSentence(misfit: Incompatibility, unit: Unit): string {
  const name = capital(stationName(unit, misfit.stationId))
  switch (misfit.code) {
    case 'need-unmet':
      return `${name}, “${misfit.part.name}”, is not compatible with ${neighbour(unit, misfit.stationId, misfit.need.stationId)}: ${ended(misfit.need.why)}`
    case 'clash':
      return `${name}, “${misfit.part.name}”, conflicts with ${neighbour(unit, misfit.stationId, misfit.otherId)}: ${ended(misfit.clash.why)}`
    case 'teeth-differ':
      return `${name}, “${misfit.part.name}”, does not match the tooth counts of this ${unit.name}: ${toProblem(misfit.issue).sentence}`
    case 'splines-differ':
      return capital(splineSentence(misfit, unit))
    case 'does-not-pass':
    case 'runs-loose':
    case 'ring-loose':
      return capital(diameterSentence(misfit, unit))
    case 'case-too-small':
      return capital(caseSentence(misfit, unit))
    case 'recalled':
      return capital(recallSentence(misfit, unit))
    case 'other-variant':
      return `${name}, “${misfit.part.name}”, fits only the ${unit.name} ${variantNames(unit, misfit.part.variantIds ?? [])}.`
  }
}

/** The neighbour by name; what a part asks of its own station it asks of the unit. */
const neighbour = (unit: Unit, stationId: string, otherId: string) =>
  stationId === otherId ? `this ${unit.name}` : `the ${stationName(unit, otherId)}`

/** Why a companion comes along, in a clause. */
export function companionReason(misfit: Incompatibility, unit: Unit): string {
  switch (misfit.code) {
    case 'need-unmet':
      return misfit.need.why
    case 'clash':
      return misfit.clash.why
    case 'teeth-differ':
      return 'the installed one has a different tooth count'
    case 'splines-differ':
      return `its ${misfit.hub.teeth}-tooth spline does not mate with the ${misfit.spline.teeth}-tooth ${misfit.section}`
    case 'does-not-pass':
      return `the ${misfit.section} is ${quantity(misfit.outerM, 'in', 3)} across, the ${misfit.place} ${quantity(misfit.boreM, 'in', 3)}`
    case 'runs-loose':
    case 'ring-loose':
      return `the ${misfit.place}, ${quantity(misfit.boreM, 'in', 3)}, is too large for the ${quantity(misfit.outerM, 'in', 3)} ${misfit.section}`
    case 'case-too-small':
      return 'the installed one does not go into the case'
    case 'recalled':
      return `the installed one is recalled: ${misfit.reason}`
    case 'other-variant':
      return `the installed one is for the ${variantNames(unit, misfit.part.variantIds ?? [])}`
  }
}

const variantNames = (unit: Unit, ids: readonly string[]) =>
  ids.map((id) => unit.variants?.find((v) => v.id === id)?.name ?? id).join(' or ')

/** Marks of a used or recalled part after its price: " · used · recalled". */
export const partMarks = ({ donor, recall }: Pick<Part, 'donor' | 'recall'>): string =>
  `${donor ? ' · used' : ''}${recall === undefined ? '' : ' · recalled'}`
