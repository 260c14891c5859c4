import { tyresLack, type Answer, type Brief } from '@plucky/core'
import { listed, quantity, roundedPower } from './format.js'
import { heldInWords } from './power-held.js'

/** States that the tire limit raises the power held, with the power at which the tires slip. Empty if it does not. */
export function fuseSentence({ tyres, held }: Pick<Answer, 'tyres' | 'held'>): string {
  if (!tyres || tyres.limit === 'never' || tyres.slipFromW === null) return ''
  const without = heldInWords(tyres.otherwise)
  if (without === heldInWords(held)) return ''
  return `Tires are the fuse from about ${roundedPower(tyres.slipFromW)} at launch (house rule); without them ${without}.`
}

/** States the tire limit, and the power held with it if the house rule does not count it. Empty if unknown. */
export function tyresLine({ tyres, held }: Pick<Answer, 'tyres' | 'held'>): string {
  if (!tyres || tyres.slipFromW === null || held.outcome === 'no-figure') return ''
  const slip = `Tires slip at ${quantity(tyres.outputNm, 'lb-ft')} at the output, about ${roundedPower(tyres.slipFromW)} at launch`
  switch (tyres.limit) {
    case 'never':
      return `${slip}; not counted (house rule). Counted, with regrip: ${heldInWords(tyres.otherwise)}.`
    case 'cap':
      return `${slip}; gears and shafts are rated for no more.`
    case 'cap-regrip':
      return `${slip}; gears and shafts are rated for that plus the shock of regrip.`
  }
}

const LACK_WORDS: Record<ReturnType<typeof tyresLack>[number], string> = {
  vehicle: 'axle ratio and tire',
  vehicleMassKg: 'weight',
  finalDrive: 'axle ratio',
  tyreRadiusM: 'tire radius',
  dragAreaM2: 'drag area',
  rollingShare: 'rolling resistance',
  cruiseMPerS: 'cruise speed',
  drivenAxle: 'driven axle',
  drivenShare: 'weight on the driven axle',
  wheelbaseM: 'wheelbase',
  gravityHeightM: 'center of gravity height',
  tyreFriction: 'tire friction',
  wheelStiffnessNmPerRad: 'wheel-end stiffness',
}

/** Lists the fields missing for the tire limit. Empty if complete. */
export function tyresLackSentence(brief: Brief): string {
  const lack = tyresLack(brief)
  return lack.length === 0 ? '' : `Tire limit needs ${listed(lack.map((key) => LACK_WORDS[key]))}.`
}
