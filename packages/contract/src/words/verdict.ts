import {
  fromSi,
  isPressureState,
  type Answer,
  type Brief,
  type DutyCase,
  type Finding,
  type InputOrigin,
  type Origin,
  type SpecAnswer,
  type StatedLimit,
  type StationVerdict,
  type TorqueBasis,
  type Unit,
} from '@plucky/core'
import { worded } from './faults.js'
import { certificateWords, fitFinding, fitName, RULE_BOOK_DECIDES } from './fit.js'
import { wrongSentence } from './pack.js'
import { splineSentence } from './spline-stop.js'
import { stationName } from './station-name.js'
import { capital, figure, listed, quantity, roundedHp } from './format.js'

const rangeName = (unit: Unit, id: string) => unit.train.ranges.find((range) => range.id === id)?.name ?? id

/** A duty case inside a sentence: "in first at the stall". */
export function caseInSentence(unit: Unit, duty: DutyCase, brief: Pick<Brief, 'launch'>): string {
  const range = rangeName(unit, duty.rangeId)
  switch (duty.kind) {
    case 'launch':
      if (duty.turbine.speedRadPerS > 0) return `in ${range} as boost comes`
      return brief.launch === 'rolling' ? `in ${range}, pulling away` : `in ${range} at the stall`
    case 'launch-off-boost':
      return `in ${range} at the stall, off boost`
    case 'full-power':
      return `at full power in ${range}`
    case 'locked-shift':
      return `in the locked upshift into ${range}`
    case 'lockup':
      return `locked up in ${range}`
    case 'reverse':
      return `in ${range}`
  }
}

/** The case in which a station gives way first. */
export function firstCase(answer: Answer, verdict: StationVerdict): DutyCase | undefined {
  return answer.cases.find((duty) => duty.id === verdict.decides?.caseId)
}

/** The sentence on top: what it holds and what goes first; what has no figure is named, never silently strong. */
export function verdictSentence(answer: SpecAnswer, unit: Unit, brief: Brief): string {
  switch (answer.outcome) {
    case 'no-converter':
      return 'No answer yet: fit a converter, every torque behind it depends on it.'
    case 'held-at-idle':
      return 'No answer: this converter is so tight that the engine cannot turn it at idle. Fit one with a higher stall.'
    case 'past-redline':
      return 'No answer: this converter is so loose that the engine runs past redline against it. Fit one with a lower stall.'
    case 'brief-contradicts-itself':
      return `No answer: the brief contradicts itself. ${answer.faults.map((f) => worded(f).sentence).join(' ')}`
    case 'answered':
      if (answer.stops.length > 0) return stopSentence(answer, unit)
      return [heldSentence(answer, unit, brief), fitUpSentence(answer, unit), pressureSentence(answer, unit), missingSentence(answer, unit)]
        .filter(Boolean)
        .join(' ')
  }
}

/** What cannot be put together holds nothing, however strong its parts are. */
function stopSentence({ stops }: Answer, unit: Unit): string {
  const [first, ...others] = stops
  const more =
    others.length === 0 ? '' : ` ${others.length === 1 ? 'One more spline does' : `${others.length} more splines do`} not mate either.`
  return `Stop: ${first ? splineSentence(first, unit) : ''}${more} Nothing is held until they go together.`
}

function heldSentence(answer: Answer, unit: Unit, brief: Brief): string {
  const first = answer.stations.find((s) => s.stationId === answer.breakingOrder[0])
  if (!first) return 'No answer yet: no station has a figure.'
  const name = stationName(unit, first.stationId)
  const duty = firstCase(answer, first)
  const where = duty ? `, ${caseInSentence(unit, duty, brief)}` : ''
  switch (answer.held.outcome) {
    case 'held': {
      const held = roundedHp(answer.held.powerW)
      const asked = brief.openQuestion ? '' : ` of ${roundedExactly(answer.peakPowerW)}`
      return `Holds about ${held} hp${asked}: ${name} goes first${where}.`
    }
    case 'fails-at-smallest':
      return `Holds nothing: ${name} gives way at the smallest load${where}.`
    case 'not-limiting':
      return `Nothing gives way below ${roundedHp(answer.held.aboveW)} hp.`
    case 'no-figure':
      return 'No answer yet: no station has a figure.'
  }
}

/** What holds the power and does not go together: the first of it, and how much more. */
function fitUpSentence({ findings }: Answer, unit: Unit): string {
  const [first, ...others] = findings.flatMap(({ fit }) => fit ?? [])
  if (!first) return ''
  return `It does not go together: ${fitName(first, unit)}${others.length === 0 ? '' : ` and ${others.length} more`}.`
}

/** The state of line pressure where it is not as it should be: the first one, and how many more there are. */
function pressureSentence({ findings }: Answer, unit: Unit): string {
  const [first, ...others] = findings.filter(isPressureState)
  if (!first) return ''
  const more = others.length === 0 ? '' : `; ${others.length} more of the kind`
  return `Mind the pressure: ${pressureState(first, unit)}${more}.`
}

/** A state of line pressure in a few words, in the middle of a sentence. */
export function pressureState({ code, stationId, rangeId, value, limit }: Finding, unit: Unit): string {
  const where = rangeId === null ? '' : ` in ${rangeName(unit, rangeId)}`
  switch (code) {
    case 'relief-opens':
      return `${quantity(value, 'psi')} is commanded${where}, the relief valve opens at ${quantity(limit, 'psi')}`
    case 'pump-falls-short':
      return `${quantity(value, 'psi')} is commanded${where}, the pump keeps up ${quantity(limit, 'psi')}`
    case 'pressure-above-case':
      return `${quantity(value, 'psi')}${where} is above the ${quantity(limit, 'psi')} that the case bears`
    case 'strut-above-maximum':
      return `the servo of the ${stationName(unit, stationId ?? '')} pushes with ${quantity(value, 'N')}${where}, its strut and lever bear ${quantity(limit, 'N')}`
    case 'valves-not-fitted':
      return 'it should come from the valves, but pump and valves are not both fitted; the gauge figures stand'
    default:
      return `${quantity(value, 'psi')}${where} is above the ${quantity(limit, 'psi')} that the ${stationName(unit, stationId ?? '')} bears`
  }
}

/** The asked figure is the brief's own; it is not rounded to ten. */
const roundedExactly = (powerW: number) => quantity(powerW, 'hp').replace(' hp', '')

function missingSentence(answer: Answer, unit: Unit): string {
  const names = answer.stations.filter((s) => s.missing.length > 0).map((s) => stationName(unit, s.stationId))
  return names.length === 0 ? '' : `No figure for ${listed(names)}.`
}

/** Between which powers the answer likely lies, rounded outward to ten; nothing where nothing is held. */
export function likelyWords(answer: Answer): string {
  if (answer.held.outcome !== 'held' || !answer.likely || answer.stops.length > 0) return ''
  const [low, high] = [Math.floor(fromSi(answer.likely.lowW, 'hp') / 10) * 10, Math.ceil(fromSi(answer.likely.highW, 'hp') / 10) * 10]
  return `${figure(low)}–${figure(high)} hp`
}

/** How a stated figure reads, with the basis on which it became a torque: "1,150 hp, taken at 6,000 rpm (petrol, house rule)". */
export function statedWords(stated: StatedLimit, basis: TorqueBasis | undefined): string {
  const point = stated.at === 'engine' || stated.at === 'turbine' ? ` at the ${stated.at}` : ''
  const life = stated.basis === 'life' ? ', over its life' : ''
  if (basis?.from !== 'power') return `${quantity(stated.torqueNm ?? 0, 'lb-ft')}${point}${life}`
  const speed =
    basis.speedFrom === 'stated'
      ? `rated at ${quantity(basis.speedRadPerS, 'rpm')}`
      : `taken at ${quantity(basis.speedRadPerS, 'rpm')} (${basis.fuel}, house rule)`
  return `${quantity(basis.powerW, 'hp')}${point}, ${speed}: ${quantity(basis.powerW / basis.speedRadPerS, 'lb-ft')}${life}`
}

/** What to do with those that give way together, or nothing where the first stands alone. */
export function togetherSentence(answer: Answer, unit: Unit): string {
  if (answer.held.outcome !== 'held' || answer.stops.length > 0) return ''
  const [first, ...others] = answer.together
  if (!first) return ''
  const next = answer.breakingOrder[answer.together.length]
  const nextHeld = answer.stations.find((s) => s.stationId === next)?.held
  const then = nextHeld?.outcome === 'held' ? `; then ${stationName(unit, next ?? '')} at about ${roundedHp(nextHeld.powerW)} hp` : ''
  if (others.length === 0) return `It stands alone${then}.`
  return `With it ${others.length > 1 ? 'go' : 'goes'} ${listed(others.map((id) => stationName(unit, id)))}: together or not at all${then}.`
}

export function findingSentence(finding: Finding, unit: Unit): string {
  const name = capital(stationName(unit, finding.stationId ?? ''))
  switch (finding.code) {
    case 'pressure-above-maximum':
      return `${name}: ${quantity(finding.value, 'psi')} is above the part's maximum of ${quantity(finding.limit, 'psi')}.`
    case 'stack-wrong':
      return `${name}: ${finding.stack ? wrongSentence(finding.stack.wrong, finding.stack.plates) : ''}`
    case 'relief-opens':
    case 'pump-falls-short':
    case 'pressure-above-case':
    case 'strut-above-maximum':
    case 'valves-not-fitted':
      return `Line pressure: ${pressureState(finding, unit)}.`
    case 'speed-above-maximum': {
      const range = finding.rangeId ? ` in ${rangeName(unit, finding.rangeId)}` : ''
      const does = unit.stations.find(({ id }) => id === finding.stationId)?.kind === 'one-way' ? 'overruns at' : 'turns'
      return `${name}: ${does} ${quantity(finding.value, 'rpm')} at redline${range}, above the part's maximum of ${quantity(finding.limit, 'rpm')}.`
    }
    case 'one-way-unfit':
      return `${name}: refused by house rule. Its ratchet drops into teeth with a blow and stands behind ${quantity(finding.limit, 'lb-ft')} at most; this engine has ${quantity(finding.value, 'lb-ft')}. Fit rollers or sprags.`
    case 'boost-never-on-the-brake':
      return `${name}: off boost it stalls at ${quantity(finding.value, 'rpm')}, below the boost threshold of ${quantity(finding.limit, 'rpm')}: on the brake it never makes boost; that comes once it moves.`
    case 'boost-never':
      return `${name}: off boost it stalls at ${quantity(finding.value, 'rpm')} and never reaches the boost threshold of ${quantity(finding.limit, 'rpm')} below redline: through this converter the engine does not make the power that is drawn. Fit one with a higher stall.`
    case 'lockup-leans-inward':
    case 'lockup-leans-outward': {
      const [bears, lifts] = finding.code === 'lockup-leans-inward' ? ['inner', 'outer'] : ['outer', 'inner']
      const way =
        finding.limit === 0
          ? ''
          : finding.value > finding.limit
            ? `; above ${quantity(finding.limit, 'psi')} it lifts`
            : `; from ${quantity(finding.limit, 'psi')} on it bears whole`
      return `${name}: at ${quantity(finding.value, 'psi')} across the piston only the ${bears} edge of the lining bears, the ${lifts} one has lifted${way}. A thicker piston or cover, or other pressure.`
    }
    case 'lockup-above-known':
      return `${name}: ${quantity(finding.value, 'psi')} across the piston is above the ${quantity(finding.limit, 'psi')} that a piston of its shape is known to bear at this thickness.`
    case 'does-not-fit':
      return finding.fit ? fitFinding(finding.fit, unit) : 'Something does not go together.'
    case 'bolts-above-proof':
      return `${name}: its bolts are pulled to ${figure(100 * finding.value)} % of their proof load; they stretch and let go. Tighten them less, or take a higher grade.`
    case 'spin-above-test':
      return `${name}: redline ${quantity(finding.value, 'rpm')} is above the ${quantity(finding.limit, 'rpm')} to which the plate was spun. One that bursts can take legs.`
    case 'certificate-wanting':
      return `${name}: ${certificateWords(finding.certificate ?? 'none')}. ${RULE_BOOK_DECIDES}`
    case 'softer-than-its-steel':
      return `${name}: its hardness stands for ${finding.value > 0 ? `${quantity(finding.value, 'ksi')} at most` : 'less than the table knows'}, its steel has ${quantity(finding.limit, 'ksi')} at least: it is not what its box says. Test it again on bright metal; then judge it by what it is.`
    case 'lockup-slip-unfit':
      return `${name}: the house asks for ${quantity(finding.value, 'rpm')} of steady slip; this lining bears ${quantity(finding.limit, 'rpm')}.`
    case 'range-not-driven':
      return `${capital(rangeName(unit, finding.rangeId ?? ''))} does not drive the output; it is left out.`
  }
}

/** Places where a limit stands, as they are spoken. */
const PLACES: Record<string, string> = {
  whole: 'the whole part',
  sheet: 'sheet round the crank',
  'crank-joint': 'crank joint slips',
  'converter-joint': 'converter joint slips',
  'stator-clutch': 'stator one-way clutch',
  'lockup-clutch': 'lockup clutch',
  'lockup-slip': 'lockup slips',
  'damper-stop': 'damper binds',
  converter: 'converter',
  slip: 'pack slips',
  'band-slip': 'band slips',
  anchor: 'anchor pulls off',
  wedge: 'elements press into the race',
  part: 'nothing fitted',
}
const FEATURES: Record<string, string> = {
  land: 'land',
  'spline-root': 'spline root',
  'spline-teeth': 'teeth shear',
  'cross-hole': 'cross hole',
  groove: 'groove',
  step: 'step',
  press: 'press joint slips',
  flange: 'flange slips',
  bursting: 'wall bursts',
  neck: 'neck',
  weld: 'weld',
  teeth: 'teeth bend',
  flanks: 'flanks, over life',
}

export function placeName(place: string): string {
  const [section = '', feature] = place.split('|')
  if (!feature) return PLACES[place] ?? place
  const words = FEATURES[feature] ?? feature
  return words.startsWith(section) ? words : `${section}, ${words}`
}

export const ORIGIN_WORDS: Record<Origin, { mark: string; words: string }> = {
  computed: { mark: '∑', words: 'computed' },
  measured: { mark: '⌀', words: 'measured here' },
  broken: { mark: '✕', words: 'broken here' },
  maker: { mark: '§', words: 'maker says' },
  thumb: { mark: '≈', words: 'rule of thumb' },
}

/** Where an input of a working comes from, in words. */
export const INPUT_ORIGIN_WORDS: Record<InputOrigin, string> = {
  computed: 'computed',
  measured: 'measured here',
  broken: 'broken here',
  maker: 'maker says',
  thumb: 'rule of thumb',
  part: 'from the part',
  brief: 'from the brief',
  rule: 'house rule',
  spec: 'from the spec',
  unit: 'teeth of the unit',
  constant: 'table',
}
