import { steelOf, type HardnessRead, type OilWay, type ShaftGeometry, type ShaftLife, type SplineMate, type Unit } from '@plucky/core'
import { figure, listed, percent, quantity, shownFigure } from './format.js'
import { superscript } from './converter.js'
import { stationName } from './station-name.js'

/** Launches to a crack as an order of magnitude with its scatter, from those that 99 of 100 survive to those that 1 of 100 does. */
export function lifeWords(life: ShaftLife | null): string {
  if (!life) return '—'
  if (life.mostSurvive === Infinity) return 'no fatigue failure expected'
  if (life.launches < 1000) return 'a few hundred or less'
  const low = Math.floor(Math.log10(life.mostSurvive))
  if (life.fewSurvive === Infinity) return `10${superscript(low)} and more`
  const high = Math.ceil(Math.log10(life.fewSurvive))
  return `10${superscript(low)} to 10${superscript(Math.max(high, low + 1))}`
}

/** Where a crack most likely begins. */
export const lifePlaceWords = ({ name, feature }: ShaftLife): string => `${name}${feature === 'step' ? ', corner' : ''}`

const KSI = (pa: number) => shownFigure(pa, 'ksi')

/** Whether a shaft can be what its box says. */
export function hardnessSentence(read: HardnessRead, shaft: ShaftGeometry): string {
  const steel = steelOf(shaft)
  if (!steel || !shaft.hardness) return ''
  const said = `${figure(shaft.hardness.value, Number.isInteger(shaft.hardness.value) ? 0 : 1)} ${shaft.hardness.scale}`
  const stands =
    read.tensilePa === null
      ? `${said} is outside the conversion table`
      : `${said} indicates ${quantity(read.tensilePa, 'ksi')} (${KSI(read.lowPa ?? 0)} to ${KSI(read.highPa ?? 0)} with tester scatter)`
  const least = `${steel.name} minimum is ${quantity(steel.ultimatePa, 'ksi')}`
  switch (read.verdict) {
    case 'can-be':
      return `${stands}; ${least}: consistent with the steel it was sold as.`
    case 'near-the-limit':
      return `${stands}; ${least}: borderline. Retest on clean metal with a bench tester.`
    case 'too-soft':
      return `${stands}; ${least}: not the steel it was sold as.`
    case 'harder-than-usual':
      return `${stands}; ${least}: much harder than this grade is usually tempered. It may be another steel, or brittle. Ask for the material certificate.`
    case 'case-hides-core':
      return `${said} on a hard case tells nothing about the core, which carries most of the torque. Expose a spot of core at an end face and test there.`
    case 'outside-table':
      return `${said}: outside the conversion table for low-alloy steel, so no result.`
  }
}

/** Oil through bore and holes, and what of it is left against another shaft. */
export function oilWords(oil: OilWay | null, key: keyof OilWay, against?: OilWay | null): string {
  if (!oil) return '—'
  const left = against ? oil[key] / against[key] : 1
  const share = Math.abs(left - 1) < 0.001 ? '' : `, ${percent(left)}`
  return `${quantity(oil[key], 'L/min', 1)}${share}`
}

/** How each spline of a shaft stands to what it goes into. */
export function mateWords({ section, mateId, known, differences }: SplineMate, unit: Unit): string {
  const into = `${section} into the ${stationName(unit, mateId)}`
  if (!known) return `${into}: internal spline not entered`
  return differences.length === 0 ? `${into}: mates` : `${into}: does not mate, ${listed(differences.map((d) => DIFFERENCE_WORDS[d]))}`
}

const DIFFERENCE_WORDS = {
  teeth: 'different tooth count',
  pitch: 'different pitch',
  fit: 'different fit type',
  'hub-longer': 'hub rides on the spline runout',
  'hub-shorter': 'too little engagement',
} as const

/** Degrees that a shaft twists. */
export const twistWords = (rad: number): string => `${shownFigure(rad, 'deg', 1)}°`
