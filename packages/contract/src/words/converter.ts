import { type AssumedStall, type Brief, type Engine, type FlashEnd, type LockupReport, type MatchFigures } from '@plucky/core'
import { RULES, sideWords } from '../dto/rule-table.js'
import { USE_WORDS } from './option-labels.js'
import { figure, percent, quantity, shownFigure } from './format.js'
import { toShown } from './shown-units.js'

/** K-factor of a converter by its capacity at stall, SAE J643. */
export const kFactorFigure = (stallCapacity: number, digits = 0): string => shownFigure(1 / Math.sqrt(stallCapacity), 'rpm/√lb-ft', digits)

const rpm = (w: number) => figure(Math.round(toShown(w, 'rpm') / 10) * 10)

/** Why a school wants the stall where it does (common practice, no source). */
const STALL_REASONS: Record<MatchFigures['window']['school'], string> = {
  'at-peak': 'so it launches at full torque',
  'below-peak': 'so it stays tight at part throttle and still reaches the torque peak',
  'far-below': 'so it couples early and runs cool with a load',
}

/** The stall against where it is wanted, with what is given up. */
export function standingSentence(match: MatchFigures, engine: Engine, brief: Pick<Brief, 'use'>): string {
  const peak = engine.on.peakTorqueSpeedRadPerS
  const away = match.stall.engineSpeedRadPerS - peak
  const where =
    Math.abs(toShown(away, 'rpm')) < 25
      ? 'at the torque peak'
      : `${rpm(Math.abs(away))} rpm ${away < 0 ? 'below' : 'above'} the torque peak`
  const wanted = `Target: ${sideWords(RULES.stallSchool, match.window.school)} (${rpm(match.window.from * peak)}–${rpm(match.window.to * peak)} rpm), ${STALL_REASONS[match.window.school]}`
  const verdicts = {
    tight: `too tight for ${USE_WORDS[brief.use]}: it fights the cam and boost`,
    'as-wanted': `right for ${USE_WORDS[brief.use]}`,
    loose: `too loose for ${USE_WORDS[brief.use]}: soft at part throttle`,
  } as const
  const given =
    toShown(match.torqueGivenUpNm, 'lb-ft') < 1
      ? ''
      : ` ${quantity(match.torqueGivenUpNm, 'lb-ft')} of peak torque ${match.boost === 'on-the-move' ? 'is not available' : 'is given up'} at launch.`
  return `Stall is ${where}, ${verdicts[match.standing]}. ${wanted}.${given}`
}

/** When boost is there. */
export function boostSentence(match: MatchFigures): string {
  const off = match.stallOff
  switch (match.boost) {
    case 'needs-none':
      return ''
    case 'on-the-brake':
      return off
        ? `Off boost it stalls at ${rpm(off.engineSpeedRadPerS)} rpm, above the threshold: boost builds on the brake and raises stall to ${rpm(match.stallOn.engineSpeedRadPerS)} rpm.`
        : 'Boost is available at stall.'
    case 'on-the-move':
      return `Off boost it stalls at ${rpm(off?.engineSpeedRadPerS ?? 0)} rpm, below the threshold: it can’t build boost on the brake. Boost comes in once the turbine reaches ${rpm(match.boostTurbineRadPerS)} rpm${match.boostRoadMPerS === null ? '' : `, at ${quantity(match.boostRoadMPerS, 'mph')} in the lowest gear`}.`
    case 'never':
      return `Off boost it stalls at ${rpm(off?.engineSpeedRadPerS ?? 0)} rpm and stays below the threshold up to redline: it never makes boost through this converter.`
  }
}

/** How a flash, or a stall with the output held, ends. */
export function flashWords(end: FlashEnd | null): string {
  if (!end) return '—'
  switch (end.outcome) {
    case 'flashed':
      return `${rpm(end.speedRadPerS)} rpm after ${figure(end.timeS, 1)} s${end.boostShare < 0.95 ? `, ${percent(end.boostShare)} boost` : ''}`
    case 'past-redline':
      return `past redline after ${figure(end.timeS, 1)} s`
    case 'held-at-idle':
      return 'stalls the engine at idle'
    case 'not-settled':
      return 'no steady stall within 30 s'
  }
}

/** How a converter is off that does not stall this engine between idle and redline. */
export const ASSUMED_STALL_WORDS: Record<AssumedStall, string> = {
  idle: 'so tight that it stalls the engine at idle',
  redline: 'so loose that the engine passes redline',
}

/** Seconds that a stall may last, as they deserve to be said. */
export const secondsWords = (seconds: number): string => (seconds < 10 ? `${figure(seconds, 1)} s` : `${figure(seconds)} s`)

/** Cycles to a crack, as an order of magnitude. */
export function cyclesWords(cycles: number): string {
  if (!Number.isFinite(cycles)) return 'no fatigue failure expected'
  if (cycles < 1000) return 'a few hundred or less'
  return `about 10${superscript(Math.round(Math.log10(cycles)))}`
}

export const superscript = (n: number) => [...String(n)].map((digit) => '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(digit)]).join('')

/** How the lockup's face lies, and between which pressures it bears whole. */
export function leanSentence({ state, span, oil, knownLimitPa }: LockupReport): string {
  const across = quantity(oil.applyPa - oil.releasePa, 'psi')
  const lies =
    state.edge === 'flat'
      ? 'is in full contact'
      : `presses harder on its ${state.edge} edge${state.lifted ? ' (the other edge has lifted)' : ''}`
  const bears = span
    ? `Full contact ${span.liftsAbovePa === null ? `above ${quantity(span.bearsFromPa, 'psi')}` : `from ${quantity(span.bearsFromPa, 'psi')} to ${quantity(span.liftsAbovePa, 'psi')}`}.`
    : 'It never makes full contact.'
  const known = knownLimitPa === null ? '' : ` Limit scaled from a known piston of this shape: ${quantity(knownLimitPa, 'psi')}.`
  return `At ${across} across the piston, the friction face ${lies}. ${bears}${known}`
}
