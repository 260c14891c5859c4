import {
  isPressureState,
  type Answer,
  type Brief,
  type DutyCase,
  type Finding,
  type InputOrigin,
  type Origin,
  type SpecResult,
  type StatedLimit,
  type Station,
  type StationVerdict,
  type TorqueBasis,
  type Unit,
  LEAST_SOLID_RATIO,
} from '@plucky/core'
import { besideFinding, besideLines, besidesSentence, isBeside, lifeOfNeed, shiftName } from './beside.js'
import { toProblem } from './error-messages.js'
import { certificateWords, fitFinding, fitName, RULE_BOOK_DECIDES } from './fit.js'
import { wrongSentence } from './clutch.js'
import { fuseSentence } from './tyres.js'
import { stopWords } from './stop.js'
import { gearName } from './gear-name.js'
import { FUEL_WORDS } from './option-labels.js'
import { stationName } from './station-name.js'
import { capital, ended, listed, percent, powerRange, quantity, roundedPower, shownFigure } from './format.js'

const rangeName = (unit: Unit, id: string) => gearName(unit.train, id)

/** A duty case inside a sentence: "in first at the stall". */
export function caseInSentence(unit: Unit, duty: DutyCase, brief: Pick<Brief, 'launch' | 'reverseThrottle'>): string {
  const range = rangeName(unit, duty.rangeId)
  switch (duty.kind) {
    case 'launch':
      if (duty.turbine.speedRadPerS > 0) return `in ${range} as boost comes in`
      return brief.launch === 'rolling' ? `in ${range}, pulling away` : `in ${range} at stall`
    case 'launch-off-boost':
      return `in ${range} at stall, off boost`
    case 'full-power':
      return `at full power in ${range}`
    case 'shift':
      return `in the full-power upshift into ${range}`
    case 'locked-shift':
      return `in the locked upshift into ${range}`
    case 'lockup':
      return `locked up in ${range}`
    case 'reverse':
      return `in ${range} at ${percent(brief.reverseThrottle)} throttle`
  }
}

/** The case in which a station gives way first. */
export function firstCase(answer: Answer, verdict: StationVerdict): DutyCase | undefined {
  return answer.cases.find((duty) => duty.id === verdict.decides?.caseId)
}

/** The sentence on top: what it holds and what goes first; what has no figure is named, never silently strong. */
export function verdictSentence(answer: SpecResult, unit: Unit, brief: Brief): string {
  switch (answer.outcome) {
    case 'brief-contradicts-itself':
      return `No answer. Engine figures in the brief conflict: ${answer.faults.map((f) => toProblem(f).sentence).join(' ')}`
    case 'answered':
      if (answer.stops.length > 0) return stopSentence(answer, unit)
      return [
        heldSentence(answer, unit, brief),
        fuseSentence(answer),
        besidesSentence(answer, unit),
        assumedSentence(answer),
        fitUpSentence(answer, unit),
        pressureSentence(answer, unit),
        missingSentence(answer, unit),
      ]
        .filter(Boolean)
        .join(' ')
  }
}

/** What cannot be put together holds nothing, however strong its parts are. */
function stopSentence({ stops }: Answer, unit: Unit): string {
  const [first, ...others] = stops
  if (first?.code === 'recalled') return recallTitle(stops, unit)
  const more =
    others.length === 0 ? '' : ` ${others.length === 1 ? 'One more pair does' : `${others.length} more pairs do`} not go together.`
  const title = first?.code === 'splines-differ' ? 'Splines do not mate' : 'Parts do not go together'
  return `${title}: ${first ? stopWords(first, unit) : ''}${more} The build can’t be rated until they do.`
}

/** A recall is named before what does not go together: no other part mends it. */
function recallTitle(stops: Answer['stops'], unit: Unit): string {
  const recalls = stops.filter((stop) => stop.code === 'recalled')
  return `Recalled: ${recalls.map(({ stationId, part, reason }) => ended(`${stationName(unit, stationId)}, “${part.name}”: ${reason}`)).join(' Also ')} The build can’t be rated until ${recalls.length === 1 ? 'it is' : 'they are'} replaced.`
}

function heldSentence(answer: Answer, unit: Unit, brief: Brief): string {
  const first = answer.stations.find((s) => s.stationId === answer.breakingOrder[0])
  if (!first) return 'Nothing to rate yet: no station has a torque limit.'
  const name = stationName(unit, first.stationId)
  const where = placedIn(answer, first, unit, brief)
  switch (answer.held.outcome) {
    case 'held': {
      const held = roundedPower(answer.held.powerW)
      const asked = brief.openQuestion ? '' : ` (target ${quantity(answer.peakPowerW, 'hp')})`
      return `Holds about ${held}${asked}. Weakest link: ${name}${where}.`
    }
    case 'fails-at-smallest':
      return `Holds no power. Weakest link: ${name}, fails at the lowest load${where}.`
    case 'not-limiting':
      return `No failure below ${roundedPower(answer.held.aboveW)}.`
    case 'no-figure':
      return 'Nothing to rate yet: no station has a torque limit.'
  }
}

/** By which measure and where the weakest link goes. */
function placedIn(answer: Answer, first: StationVerdict, unit: Unit, brief: Brief): string {
  const beside = first.besides.find(({ by }) => by === first.by)
  if (beside?.by === 'heat') return `, by heat in the ${shiftName(beside.heat.shift.fromRange, beside.heat.shift.toRange)} upshift`
  if (beside?.by === 'life') return `, by life: ${lifeOfNeed(beside.life.place, beside.life.launches, beside.life.needed)}`
  const duty = firstCase(answer, first)
  return duty ? `, ${caseInSentence(unit, duty, brief)}` : ''
}

/** What the answer assumes if the converter does not stall the engine, or if none is installed. */
const assumedSentence = ({ findings }: Answer): string => findings.map(assumption).find(Boolean) ?? ''

function assumption({ code, value, wanted }: Finding): string {
  if (!wanted) return ''
  const stall = `${shownFigure(wanted.fromRadPerS, 'rpm')}–${quantity(wanted.toRadPerS, 'rpm')}`
  const k = `K ${shownFigure(wanted.fromK, 'rpm/√lb-ft')}–${quantity(wanted.toK, 'rpm/√lb-ft')}`
  const install = `Install one that stalls at ${stall} behind this engine (${k}).`
  switch (code) {
    case 'stalls-at-idle':
      return `Converter too tight: it stalls the engine at idle, so this assumes a stall right at ${quantity(value, 'rpm')}. ${install}`
    case 'stalls-at-redline':
      return `Converter too loose: the engine passes redline against it, so this assumes a stall right at ${quantity(value, 'rpm')}. ${install}`
    case 'usual-converter':
      return `No converter chosen: this assumes one that stalls at ${quantity(value, 'rpm')} and doubles torque. ${install}`
    default:
      return ''
  }
}

/** What holds the power and does not go together: the first of it, and how much more. */
function fitUpSentence({ findings }: Answer, unit: Unit): string {
  const [first, ...others] = findings.flatMap(({ fit }) => fit ?? [])
  if (!first) return ''
  return `Fit-up problem: ${fitName(first, unit)}${others.length === 0 ? '' : ` and ${others.length} more`}.`
}

/** The state of line pressure where it is not as it should be: the first one, and how many more there are. */
function pressureSentence({ findings }: Answer, unit: Unit): string {
  const [first, ...others] = findings.filter(isPressureState)
  if (!first) return ''
  const more = others.length === 0 ? '' : ` (and ${others.length} more)`
  return `Line pressure: ${pressureState(first, unit)}${more}.`
}

/** A state of line pressure in a few words, in the middle of a sentence. */
export function pressureState({ code, stationId, rangeId, value, limit }: Finding, unit: Unit): string {
  const where = rangeId === null ? '' : ` in ${rangeName(unit, rangeId)}`
  switch (code) {
    case 'relief-opens':
      return `${quantity(value, 'psi')} commanded${where}, but the relief valve opens at ${quantity(limit, 'psi')}`
    case 'pump-falls-short':
      return `${quantity(value, 'psi')} commanded${where}, but the pump can only hold ${quantity(limit, 'psi')}`
    case 'gauge-above-valves':
      return `the gauge figure of ${quantity(value, 'psi')} ${rangeId === null ? 'in drive' : 'in reverse'} is more than the installed regulator makes (${quantity(limit, 'psi')} at full throttle); ratings use what it makes`
    case 'lockup-above-line':
      return `${quantity(value, 'psi')} set for lockup apply is above the ${quantity(limit, 'psi')} of line pressure that feeds it; ratings use line pressure`
    case 'pressure-above-case':
      return `${quantity(value, 'psi')}${where} exceeds the case limit of ${quantity(limit, 'psi')}; ratings use the limit`
    case 'strut-above-maximum':
      return `the servo of the ${stationName(unit, stationId ?? '')} applies ${quantity(value, 'N')}${where}; the strut and lever are rated for ${quantity(limit, 'N')}, and the band holds no more than that`
    case 'valves-not-fitted':
      return 'it is set to be calculated, but the pump or the pressure regulator is missing, so the gauge readings are used'
    default:
      return `${quantity(value, 'psi')}${where} exceeds the ${stationName(unit, stationId ?? '')} limit of ${quantity(limit, 'psi')}; ratings use the limit`
  }
}

/** Stations that no figure covers: those without a part, and those whose part has no rating. */
function missingSentence(answer: Answer, unit: Unit): string {
  const named = (wanted: (verdict: StationVerdict, kind: Station['kind'] | undefined) => boolean) =>
    answer.stations
      .filter((verdict) => wanted(verdict, unit.stations.find(({ id }) => id === verdict.stationId)?.kind))
      .map(({ stationId }) => stationName(unit, stationId))
  const empty = named(
    ({ missing, partId }, kind) => missing.includes('part') || (partId === null && (kind === 'pump' || kind === 'valves')),
  )
  const unrated = named(({ missing }) => missing.length > 0 && !missing.includes('part'))
  return [
    ...(empty.length > 0 ? [`Not installed: ${listed(empty)}.`] : []),
    ...(unrated.length > 0 ? [`No rating for ${listed(unrated)}.`] : []),
  ].join(' ')
}

/** Likely range of the power held, rounded outward to tens. Empty if no station holds any power. */
export function likelyWords(answer: Answer): string {
  if (answer.held.outcome !== 'held' || !answer.likely || answer.stops.length > 0) return ''
  return powerRange(answer.likely.lowW, answer.likely.highW)
}

/** The likely range and what it includes. Empty if the spec holds no power. */
export function likelySentence(answer: Answer): string {
  const range = likelyWords(answer)
  return range && `Likely range ${range}: about two builds in three, from scatter of material, friction, pressure, shock and engine.`
}

/** How a stated figure reads, with the basis on which it became a torque: "1,150 hp, taken at 6,000 rpm (petrol, house rule)". */
export function statedWords(stated: StatedLimit, basis: TorqueBasis | undefined): string {
  const broke = [
    ...(stated.brokeAtW === undefined ? [] : [`at ${quantity(stated.brokeAtW, 'hp')}`]),
    ...(stated.brokeIn === undefined ? [] : [stated.brokeIn]),
  ].join(' ')
  return broke === '' ? ratingWords(stated, basis) : `${ratingWords(stated, basis)}; broke ${broke}`
}

function ratingWords(stated: StatedLimit, basis: TorqueBasis | undefined): string {
  const point = stated.at === 'engine' || stated.at === 'turbine' ? ` at the ${stated.at}` : ''
  const life = stated.basis === 'life' ? ', life rating' : ''
  if (basis?.from !== 'power') return `${quantity(stated.torqueNm ?? 0, 'lb-ft')}${point}${life}`
  const speed =
    basis.speedFrom === 'stated'
      ? `rated at ${quantity(basis.speedRadPerS, 'rpm')}`
      : `converted at ${quantity(basis.speedRadPerS, 'rpm')} (${FUEL_WORDS[basis.fuel]}, house rule)`
  return `${quantity(basis.powerW, 'hp')}${point}, ${speed}: ${quantity(basis.powerW / basis.speedRadPerS, 'lb-ft')}${life}`
}

/** Advice for stations that fail together. Empty if only one fails first. */
export function togetherSentence(answer: Answer, unit: Unit): string {
  if (answer.held.outcome !== 'held' || answer.stops.length > 0) return ''
  const [first, ...others] = answer.together
  if (!first) return ''
  const next = answer.breakingOrder[answer.together.length]
  const nextHeld = answer.stations.find((s) => s.stationId === next)?.held
  const then = nextHeld?.outcome === 'held' ? ` Next: ${stationName(unit, next ?? '')} at about ${roundedPower(nextHeld.powerW)}.` : ''
  if (others.length === 0) return `No other station is close.${then}`
  return `Close behind: ${listed(others.map((id) => stationName(unit, id)))}. Upgrade them together.${then}`
}

/** All findings in words, front to rear, then one line each for heat and life. */
export const findingLines = (findings: readonly Finding[], unit: Unit): string[] => [
  ...findings.filter((finding) => !isBeside(finding)).map((finding) => findingSentence(finding, unit)),
  ...besideLines(findings, unit),
]

export function findingSentence(finding: Finding, unit: Unit): string {
  const name = capital(stationName(unit, finding.stationId ?? ''))
  switch (finding.code) {
    case 'pressure-above-maximum':
      return `${name}: ${quantity(finding.value, 'psi')} exceeds the part limit of ${quantity(finding.limit, 'psi')}. Ratings use the limit, so more pressure does not raise them.`
    case 'stack-wrong':
      return `${name}: ${finding.stack ? wrongSentence(finding.stack.wrong, finding.stack.plates) : ''}`
    case 'relief-opens':
    case 'pump-falls-short':
    case 'pressure-above-case':
    case 'gauge-above-valves':
    case 'lockup-above-line':
    case 'strut-above-maximum':
    case 'valves-not-fitted':
      return `Line pressure: ${pressureState(finding, unit)}.`
    case 'speed-above-maximum': {
      const range = finding.rangeId ? ` in ${rangeName(unit, finding.rangeId)}` : ''
      const does = unit.stations.find(({ id }) => id === finding.stationId)?.kind === 'one-way' ? 'overruns at' : 'turns at'
      return `${name}: ${does} ${quantity(finding.value, 'rpm')} at redline${range}; part limit ${quantity(finding.limit, 'rpm')}.`
    }
    case 'one-way-unfit':
      return `${name}: not allowed by house rule. A ratchet clutch engages with an impact and is limited to engines of ${quantity(finding.limit, 'lb-ft')}; this one makes ${quantity(finding.value, 'lb-ft')}. Use a roller or sprag clutch.`
    case 'stalls-at-idle':
    case 'stalls-at-redline':
    case 'usual-converter':
      return assumption(finding)
    case 'boost-never-on-the-brake':
      return `${name}: off boost it stalls at ${quantity(finding.value, 'rpm')}, below the boost threshold of ${quantity(finding.limit, 'rpm')}: it can’t build boost on the brake. Boost comes after the car moves.`
    case 'boost-never':
      return `${name}: off boost it stalls at ${quantity(finding.value, 'rpm')} and never reaches the boost threshold of ${quantity(finding.limit, 'rpm')} below redline: with this converter the engine never makes the power shown. Choose one with a higher stall speed.`
    case 'lockup-leans-inward':
    case 'lockup-leans-outward':
      return `${name}: ${leanWords(finding)} Use a thicker piston or cover, or change lockup pressure.`
    case 'lockup-above-known':
      return `${name}: ${quantity(finding.value, 'psi')} across the piston exceeds ${quantity(finding.limit, 'psi')}, the known limit for a piston of this shape and thickness.`
    case 'does-not-fit':
      return finding.fit ? fitFinding(finding.fit, unit) : 'Some parts do not fit together.'
    case 'bolts-above-proof':
      return `${name}: bolt preload is ${percent(finding.value)} of proof load. The bolts will stretch and lose clamp. Reduce tightening torque or use a higher grade.`
    case 'spin-above-test':
      return `${name}: redline ${quantity(finding.value, 'rpm')} is above the ${quantity(finding.limit, 'rpm')} spin-test speed of the flex plate. A burst plate can maim or kill.`
    case 'certificate-wanting':
      return `${name}: ${certificateWords(finding.certificate ?? 'none')}. ${RULE_BOOK_DECIDES}`
    case 'softer-than-its-steel':
      return `${name}: its hardness indicates ${finding.value > 0 ? `${quantity(finding.value, 'ksi')} at most` : 'less than the table covers'}, but its listed steel has at least ${quantity(finding.limit, 'ksi')}. It is not the steel it was sold as. Retest on clean metal, then rate it by the measured strength.`
    case 'damper-bottoms':
      return `${name}: the damper springs coil-bind at ${quantity(finding.limit, 'lb-ft')}, and the engine makes ${quantity(finding.value, 'lb-ft')}. They will break. Use a solid plate${solidWords(finding.solidRadPerS)}.`
    case 'lockup-slip-unfit':
      return `${name}: the house rule calls for ${quantity(finding.value, 'rpm')} of steady slip; this friction material tolerates ${quantity(finding.limit, 'rpm')}.`
    case 'shift-burns':
    case 'shift-energy':
    case 'shift-temperature':
    case 'shift-power':
    case 'life-short':
      return `${name}: ${besideFinding(finding)}`
    case 'range-not-driven':
      return `${capital(rangeName(unit, finding.rangeId ?? ''))} does not drive the output, so it is ignored.`
  }
}

/** How the lockup piston leans, and between which pressures it would not. */
function leanWords({ code, value, limit }: Finding): string {
  const [bears, lifts] = code === 'lockup-leans-inward' ? ['inner', 'outer'] : ['outer', 'inner']
  const way =
    limit === 0
      ? ''
      : value > limit
        ? `; it lifts above ${quantity(limit, 'psi')}, and more pressure holds less`
        : `; full contact above ${quantity(limit, 'psi')}`
  return `at ${quantity(value, 'psi')} across the piston, only the ${bears} edge of the friction material makes contact; the ${lifts} edge has lifted${way}.`
}

/** What a solid plate in the place of a damper brings. */
const solidWords = (resonanceRadPerS: number | undefined): string =>
  resonanceRadPerS === undefined
    ? ', which passes every firing pulse to shaft and gears'
    : `; its resonance is at ${quantity(resonanceRadPerS, 'rpm')}, so lock only above ${quantity(LEAST_SOLID_RATIO * resonanceRadPerS, 'rpm')}`

export const ORIGIN_WORDS: Record<Origin, { mark: string; words: string }> = {
  computed: { mark: '∑', words: 'calculated' },
  measured: { mark: '↔', words: 'measured in our shop' },
  broken: { mark: '✕', words: 'failed in our shop' },
  maker: { mark: '§', words: 'mfr. rating' },
  thumb: { mark: '≈', words: 'rule of thumb' },
}

/** The marks of origins with their meaning, for a line beside figures. */
export const ORIGIN_LEGEND = Object.values(ORIGIN_WORDS)
  .map(({ mark, words }) => `${mark} ${words}`)
  .join(' · ')

/** Where an input of a working comes from, in words. */
export const INPUT_ORIGIN_WORDS: Record<InputOrigin, string> = {
  computed: 'calculated',
  measured: 'measured in our shop',
  broken: 'failed in our shop',
  maker: 'mfr. rating',
  thumb: 'rule of thumb',
  part: 'from the part',
  brief: 'from the brief',
  rule: 'house rule',
  spec: 'from the build',
  unit: 'tooth count of the transmission',
  constant: 'reference table',
}
