import {
  type CapacityShares,
  type Gain,
  type GainWay,
  type ElementShift,
  type LiningAdvice,
  type Plate,
  type StackWrong,
} from '@plucky/core'
import { PACK_LINING_WORDS, PLATE_KIND_WORDS } from './option-labels.js'
import { figure, listed, percent, quantity } from './format.js'
import { marginInWords } from './power-held.js'

const thou = (metres: number) => quantity(metres, 'in')

/** A plate as it is called where it lies: "third lined plate". */
export function plateWords(plates: readonly Plate[], index: number): string {
  const plate = plates[index]
  if (!plate) return 'plate'
  const name = PLATE_KIND_WORDS[plate.kind]
  const alike = plates.filter(({ kind }) => kind === plate.kind).length
  if (alike < 2) return name
  const nth = plates.slice(0, index + 1).filter(({ kind }) => kind === plate.kind).length
  return `${name} ${nth} (counted from the piston)`
}

/** What is wrong with a stack, at its plate, and how to mend it. */
export function wrongSentence({ code, plate, valueM, limitM }: StackWrong, plates: readonly Plate[]): string {
  const [here, next] = [plate === null ? '' : plateWords(plates, plate), plate === null ? '' : plateWords(plates, plate + 1)]
  switch (code) {
    case 'no-room':
      return `The stack is ${thou(-valueM)} too tall for the drum. Use thinner plates, a shorter piston or one less plate.`
    case 'clearance-small':
      return `Clearance ${thou(valueM)}, minimum ${thou(limitM)}. The clutch will drag when released and burn.`
    case 'clearance-large':
      return `Clearance ${thou(valueM)}, maximum ${thou(limitM)}. The clutch will apply late and hard, and the seals travel too far.`
    case 'ring-too-thick':
      return `The snap ring of ${quantity(valueM, 'mm', 2)} does not fit its groove of ${quantity(limitM, 'mm', 2)}.`
    case 'bare-faces-meet':
      return `Between ${here} and ${next} there is steel-to-steel contact. A plate faces the wrong way or one is missing.`
    case 'linings-meet':
      return `Between ${here} and ${next} two friction faces touch. Turn one over or add a steel between them.`
    case 'lining-idle':
      return `${here} and ${next} are splined to the same part, so the friction face between them does no work. Put a plate splined to the other part between them.`
    case 'lining-on-piston':
      return `The ${here} is against the piston, which is not a friction surface. Put a steel or an apply plate first.`
    case 'lining-on-ring':
      return `The ${here} is against the snap ring. Add a backing plate next to it.`
    case 'grooves-wrong-way':
      return `The ${here} faces the wrong way: the grooves would pump oil in. Turn it over.`
    case 'no-faces':
      return 'No friction face runs against a steel splined to the other part. This stack holds no torque.'
  }
}

const signed = (share: number) => `${share >= 1 ? '+' : '−'}${percent(Math.abs(share - 1), 1)}`

/** How much more or less a pack holds than another, and by what; it says so where that is not the faces alone. */
export function sharesSentence({ all, faces, force, radius, friction }: CapacityShares): string {
  const each: (readonly [string, number])[] = [
    ['friction surfaces', faces],
    ['clamp force (piston, springs, centrifugal oil)', force],
    ['mean friction radius', radius],
    ['friction coefficient', friction],
  ]
  const told = each.filter(([, share]) => Math.abs(share - 1) > 5e-5)
  if (told.length === 0) return 'Same torque capacity.'
  const parts = listed(told.map(([by, share]) => `${signed(share)} ${by}`))
  return told.length === 1
    ? `Torque capacity: ${parts}.`
    : `Torque capacity ${signed(all)} (friction surfaces alone would give ${signed(faces)}): ${parts}.`
}

export const GAIN_WAY_WORDS: Record<GainWay, string> = {
  piston: 'shorter piston and longer hub',
  lined: 'thinner friction plates',
  steels: 'thinner steels',
  backing: 'thinner backing plate',
  cushion: 'no wave plate',
}

/** What a way to gain a plate costs, or why it is barred. */
export function gainWords({ way, blocked, heatShare, flexShare, fromM, toM }: Gain): string {
  const size = `${quantity(fromM, 'mm', 2)} to ${quantity(toM, 'mm', 2)}`
  if (blocked === 'nothing-there') return 'none in this stack'
  if (blocked === 'piston-too-short') return `${size}: the piston would lose its guide in the bore`
  if (blocked === 'too-thin') return way === 'cushion' ? 'not enough room' : `${size}: thinner than available or safe`
  const heat = `heat capacity ${signed(heatShare)}`
  switch (way) {
    case 'piston':
      return `${size}; plates stay full thickness, ${heat}`
    case 'lined':
      return `${size}; cores thinner, ${heat}`
    case 'steels':
      return `${size}; ${heat}`
    case 'backing':
      return `${size}; ${figure(flexShare, 1)} × the flex, uneven clamping`
    case 'cushion':
      return 'firmer apply'
  }
}

/** Which lining a duty asks for, with its reason. */
export function adviceSentence({ lining, why, energyJPerM2 }: LiningAdvice): string {
  const name = PACK_LINING_WORDS[lining]
  switch (why) {
    case 'at-rest':
      return `${name} is enough. This clutch applies at standstill and idle, with little heat.`
    case 'rocked':
      return `${name}. Rocking a stuck vehicle overheats the reverse clutch.`
    case 'on-the-fly':
      return `${name}. Applied at speed under load, ${quantity(energyJPerM2, 'J/mm²', 2)} per apply.`
    case 'does-not-complete':
      return 'none will survive. The shift does not complete at full power: the clutch slips until it burns. Add friction surfaces or pressure first.'
    case 'beyond-all':
      return `${name} at minimum, and still not enough: ${quantity(energyJPerM2, 'J/mm²', 2)} per apply at full power. Add friction surfaces, or raise pressure to shorten the shift.`
  }
}

/** A shift in a line: "2 to 3: 0.33 s, 54.6 kJ". */
export function shiftWords({ fromRange, toRange, result }: Pick<ElementShift, 'fromRange' | 'toRange' | 'result'>): string {
  const which = `${fromRange} to ${toRange}`
  return result.outcome === 'done'
    ? `${which}: ${figure(result.seconds, 2)} s, ${quantity(result.energyJ, 'kJ', 1)}`
    : `${which}: does not complete; engine torque is as high as clutch torque, ${quantity(result.energyJ, 'kJ', 0)} after ${figure(result.seconds)} s`
}

/** How an element holds in an upshift, at rest and while it slips: "margin 1.79 to hold, 1.42 to shift". */
export const shiftMargins = ({ holding, shifting }: Pick<ElementShift, 'holding' | 'shifting'>): string =>
  `margin ${marginInWords(holding.capacityNm / holding.askedNm)} to hold, ${marginInWords(shifting.capacityNm / shifting.askedNm)} to shift`

/** Pressure of a face, as builders of linings say it. */
export const facePressureWords = (pa: number): string => quantity(pa, 'psi')
