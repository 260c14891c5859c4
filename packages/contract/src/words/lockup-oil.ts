import { LONGEST_LOCKUP_S, type LockupReport, type Unit } from '@plucky/core'
import { LOCKUP_EXHAUST_WORDS } from './option-labels.js'
import { figure, listed, quantity } from './format.js'
import { gearName } from './gear-name.js'
import { marginInWords } from './power-held.js'

/** One requirement of full-throttle lockup, with its result. `short` if it is not met. */
export interface LockupAnswer {
  readonly asks: string
  readonly answer: string
  readonly short: boolean
}

const NARROWEST = { holes: 'shaft holes', bore: 'shaft bore', exhaust: 'valve body exhaust' } as const

/** The three requirements of full-throttle lockup: clutch capacity, pressure in every gear, and release oil with pump flow. */
export function lockupAnswers({ demands, pressures, oilWay }: LockupReport, unit: Unit): LockupAnswer[] {
  const ruled = demands.filter(({ byRule }) => byRule)
  const asked = ruled.length > 0 ? ruled : demands
  const least = asked.reduce<(typeof asked)[number] | undefined>((low, each) => (low && low.margin <= each.margin ? low : each), undefined)
  return [
    {
      asks: 'Plates',
      answer: least ? `lowest margin ${marginInWords(least.margin)}, ${gearName(unit.train, least.rangeId)}` : 'no gear locks',
      short: (least?.margin ?? 1) < 1,
    },
    {
      asks: 'Pressure',
      answer: pressureWords(pressures, unit),
      short: pressures.some(({ neededPa, availablePa }) => neededPa === null || neededPa > availablePa),
    },
    oilAnswer(oilWay),
  ]
}

/** Pressure needed and available. Gears with equal values share one text. */
function pressureWords(pressures: LockupReport['pressures'], unit: Unit): string {
  const alike = new Map<string, string[]>()
  for (const { rangeId, neededPa, availablePa } of pressures) {
    const needs = neededPa === null ? 'no pressure holds it' : `${quantity(neededPa, 'psi')} needed`
    const words = `${needs}, ${quantity(availablePa, 'psi')} available`
    alike.set(words, [...(alike.get(words) ?? []), gearName(unit.train, rangeId)])
  }
  return [...alike].map(([words, gears]) => `${listed(gears)}: ${words}`).join('; ')
}

function oilAnswer(way: LockupReport['oilWay']): LockupAnswer {
  const asks = 'Release oil and pump'
  if (!way) return { asks, answer: 'unknown: no cross hole of the input shaft is for lockup release', short: false }
  const { seconds, appliedS, holeM, narrowest, exhaust, otherwise, neededM3PerS, spareM3PerS } = way
  const pump =
    spareM3PerS === null
      ? 'Pump flow unknown'
      : appliedS > seconds
        ? `The pump spares ${quantity(spareM3PerS, 'gpm', 1)} of the ${quantity(neededM3PerS, 'gpm', 1)} that follow: applied in ${figure(appliedS, 2)} s`
        : `The pump spares ${quantity(spareM3PerS, 'gpm', 1)}, more than the ${quantity(neededM3PerS, 'gpm', 1)} that follow`
  return {
    asks,
    answer: `${figure(seconds, 2)} s drained ${LOCKUP_EXHAUST_WORDS[exhaust]}, equal to one ${quantity(holeM, 'in')} hole; narrowest: ${NARROWEST[narrowest]}. Drained ${LOCKUP_EXHAUST_WORDS[otherwise.exhaust]}: ${figure(otherwise.seconds, 2)} s. ${pump}.`,
    short: appliedS > LONGEST_LOCKUP_S,
  }
}
