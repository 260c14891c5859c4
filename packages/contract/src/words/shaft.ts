import {
  fromSi,
  steelOf,
  type HardnessRead,
  type OilWay,
  type ShaftGeometry,
  type ShaftLife,
  type SplineMate,
  type Unit,
} from '@plucky/core'
import { figure, listed } from './format.js'
import { superscript } from './match.js'
import { stationName } from './station-name.js'

/** Launches to a crack as an order of magnitude with its scatter, from those that 99 of 100 survive to those that 1 of 100 does. */
export function lifeWords(life: ShaftLife | null): string {
  if (!life) return '—'
  if (life.mostSurvive === Infinity) return 'no crack expected'
  if (life.launches < 1000) return 'hundreds or fewer'
  const low = Math.floor(Math.log10(life.mostSurvive))
  if (life.fewSurvive === Infinity) return `10${superscript(low)} and more`
  const high = Math.ceil(Math.log10(life.fewSurvive))
  return `10${superscript(low)} to 10${superscript(Math.max(high, low + 1))}`
}

/** Where a crack most likely begins. */
export const lifePlaceWords = ({ place, feature }: ShaftLife): string => `${place}${feature === 'step' ? ', corner' : ''}`

const KSI = (pa: number) => figure(fromSi(pa, 'ksi'))

/** Whether a shaft can be what its box says. */
export function hardnessSentence(read: HardnessRead, shaft: ShaftGeometry): string {
  const steel = steelOf(shaft)
  if (!steel || !shaft.hardness) return ''
  const said = `${figure(shaft.hardness.value, Number.isInteger(shaft.hardness.value) ? 0 : 1)} ${shaft.hardness.scale}`
  const stands = read.tensilePa === null ? `${said} lies outside the table` : `${said} stands for ${KSI(read.tensilePa)} ksi (${KSI(read.lowPa ?? 0)} to ${KSI(read.highPa ?? 0)} by the tester’s spread)` // prettier-ignore
  const least = `${steel.name} has ${KSI(steel.ultimatePa)} ksi at least`
  switch (read.verdict) {
    case 'can-be':
      return `${stands}; ${least}: it can be what its box says.`
    case 'near-the-limit':
      return `${stands}; ${least}: near the limit. Measure again on bright metal, with a bench tester.`
    case 'too-soft':
      return `${stands}; ${least}: it is not what its box says.`
    case 'harder-than-usual':
      return `${stands}; ${least}: much harder than this grade is usually drawn. Another steel, or a brittle one; ask for its certificate.`
    case 'case-hides-core':
      return `${said} on a hard case says nothing of the core, which carries most of it. Lay a spot of the core bare, at an end face.`
    case 'outside-table':
      return `${said}: the table of low-alloy steels does not reach there, so nothing is said.`
  }
}

/** Oil through bore and holes, and what of it is left against another shaft. */
export function oilWords(oil: OilWay | null, key: keyof OilWay, against?: OilWay | null): string {
  if (!oil) return '—'
  const left = against ? oil[key] / against[key] : 1
  const share = Math.abs(left - 1) < 0.001 ? '' : `, ${figure(100 * left)} %`
  return `${figure(oil[key] * 60_000, 1)} l/min${share}`
}

/** How each spline of a shaft stands to what it goes into. */
export function mateWords({ section, mateId, known, differences }: SplineMate, unit: Unit): string {
  const into = `${section} into the ${stationName(unit, mateId)}`
  if (!known) return `${into}: its inner spline is not entered`
  return differences.length === 0 ? `${into}: mates` : `${into}: does not go in, ${listed(differences.map((d) => DIFFERENCE_WORDS[d]))}`
}

const DIFFERENCE_WORDS = {
  teeth: 'other teeth',
  pitch: 'another pitch',
  fit: 'another fit',
  'hub-longer': 'the hub rides on the run-out',
  'hub-shorter': 'too little engaged',
} as const

/** Degrees that a shaft twists. */
export const twistWords = (rad: number): string => `${figure(fromSi(rad, 'deg'), 1)}°`
