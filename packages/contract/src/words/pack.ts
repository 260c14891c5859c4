import {
  fromSi,
  type CapacityShares,
  type Gain,
  type GainWay,
  type HeatedShift,
  type LiningAdvice,
  type Plate,
  type StackWrong,
} from '@plucky/core'
import { PACK_LINING_WORDS, PLATE_KIND_WORDS } from './choices.js'
import { figure, listed, quantity } from './format.js'

const thou = (metres: number) => quantity(metres, 'in')

/** A plate as it is called where it lies: "third lined plate". */
export function plateWords(plates: readonly Plate[], index: number): string {
  const plate = plates[index]
  if (!plate) return 'plate'
  const name = PLATE_KIND_WORDS[plate.kind]
  const alike = plates.filter(({ kind }) => kind === plate.kind).length
  if (alike < 2) return name
  const nth = plates.slice(0, index + 1).filter(({ kind }) => kind === plate.kind).length
  return `${name} ${nth} from the piston`
}

/** What is wrong with a stack, at its plate, and how to mend it. */
export function wrongSentence({ code, plate, valueM, limitM }: StackWrong, plates: readonly Plate[]): string {
  const [here, next] = [plate === null ? '' : plateWords(plates, plate), plate === null ? '' : plateWords(plates, plate + 1)]
  switch (code) {
    case 'no-room':
      return `The plates do not go in: ${thou(-valueM)} too much for the drum. Thinner plates, a shorter piston or a plate less.`
    case 'clearance-small':
      return `Clearance ${thou(valueM)}, wanted at least ${thou(limitM)}: it drags when released, and burns.`
    case 'clearance-large':
      return `Clearance ${thou(valueM)}, wanted at most ${thou(limitM)}: it comes on late and hard, and its seals travel far.`
    case 'ring-too-thick':
      return `The snap ring of ${quantity(valueM, 'mm', 2)} does not go into its groove of ${quantity(limitM, 'mm', 2)}.`
    case 'bare-faces-meet':
      return `Between ${here} and ${next} steel rubs on steel: a plate faces the wrong way, or one is left out.`
    case 'linings-meet':
      return `Between ${here} and ${next} lining rubs on lining: turn one of them, or put a steel between.`
    case 'lining-idle':
      return `${here} and ${next} turn together: the lining between them does nothing. Put a plate of the other side between them.`
    case 'lining-on-piston':
      return `The ${here} lies on the piston, which is no rubbing face: put a steel or an apply plate first.`
    case 'lining-on-ring':
      return `The ${here} lies against the snap ring: a backing plate must stand behind it.`
    case 'grooves-wrong-way':
      return `The ${here} faces the wrong way: its grooves would draw the oil in. Turn it over.`
    case 'no-faces':
      return 'No lining meets a steel that turns with the other side: nothing is held.'
  }
}

const signed = (share: number) => `${share >= 1 ? '+' : '−'}${figure(Math.abs(share - 1) * 100, 1)} %`

/** How much more or less a pack holds than another, and by what; it says so where that is not the faces alone. */
export function sharesSentence({ all, faces, force, radius, friction }: CapacityShares): string {
  const each: (readonly [string, number])[] = [
    ['by its faces', faces],
    ['by clamp force: piston, springs and spinning oil', force],
    ['by the radius of its linings', radius],
    ['by their friction', friction],
  ]
  const told = each.filter(([, share]) => Math.abs(share - 1) > 5e-5)
  if (told.length === 0) return 'Holds the same.'
  const parts = listed(told.map(([by, share]) => `${signed(share)} ${by}`))
  return told.length === 1 ? `Holds ${parts}.` : `Holds ${signed(all)}, not ${signed(faces)} as the faces alone would: ${parts}.`
}

export const GAIN_WAY_WORDS: Record<GainWay, string> = {
  piston: 'shorter piston, longer hub',
  lined: 'thinner lined plates',
  steels: 'thinner steels',
  backing: 'thinner backing plate',
  cushion: 'cushion plate left out',
}

/** What a way to gain a plate costs, or why it is barred. */
export function gainWords({ way, blocked, heatShare, flexShare, fromM, toM }: Gain): string {
  const size = `${quantity(fromM, 'mm', 2)} to ${quantity(toM, 'mm', 2)}`
  if (blocked === 'nothing-there') return 'there is none'
  if (blocked === 'piston-too-short') return `${size}: the piston would lose its guide`
  if (blocked === 'too-thin') return way === 'cushion' ? 'not room enough' : `${size}: thinner than can be had or trusted`
  const heat = `heat taken ${signed(heatShare)}`
  switch (way) {
    case 'piston':
      return `${size}; plates keep their thickness, ${heat}`
    case 'lined':
      return `${size}; cores thinner, ${heat}`
    case 'steels':
      return `${size}; ${heat}`
    case 'backing':
      return `${size}; it bends ${figure(flexShare, 1)} times as much, pressing unevenly`
    case 'cushion':
      return 'the shift comes on harder'
  }
}

/** Which lining a duty asks for, with its reason. */
export function adviceSentence({ lining, why, energyJPerM2 }: LiningAdvice): string {
  const name = PACK_LINING_WORDS[lining]
  switch (why) {
    case 'at-rest':
      return `${name} will do: it is put on standing at idle, which costs little energy.`
    case 'rocked':
      return `${name}: reverse suffers when a stuck vehicle is rocked.`
    case 'on-the-fly':
      return `${name}: it is put on at speed under load, ${figure(energyJPerM2 / 1e6, 2)} J/mm² a shift.`
    case 'beyond-all':
      return `${name} at least, and it is not enough: ${figure(energyJPerM2 / 1e6, 2)} J/mm² a shift at full power. More faces, or more pressure for a shorter shift.`
  }
}

/** A shift in a line: "2 to 3: 0.33 s, 54.6 kJ". */
export function shiftWords({ fromRange, toRange, result }: Pick<HeatedShift, 'fromRange' | 'toRange' | 'result'>): string {
  const which = `${fromRange} to ${toRange}`
  return result.outcome === 'done' ? `${which}: ${figure(result.seconds, 2)} s, ${figure(result.energyJ / 1000, 1)} kJ` : `${which}: it slips on and on, the engine pulls as hard as the pack does` // prettier-ignore
}

/** A temperature rise, in the unit of the bench. */
export const riseWords = (kelvin: number): string => `${figure(kelvin * 1.8)} °F`

/** Pressure of a face, as builders of linings say it. */
export const facePressureWords = (pa: number): string => `${figure(fromSi(pa, 'psi'))} psi`
