import {
  cardsOf,
  isOneOf,
  PIECE_FINDINGS,
  portsOf,
  UPDATE_STATES,
  type KnownStrength,
  type AirResult,
  type AirTest,
  type AssemblyStep,
  type Card,
  type CardVerdict,
  type ExpectedLeak,
  type Felt,
  type LivedState,
  type MarkValue,
  type Piece,
  type PieceFinding,
  type StartCheck,
  type StrengthInShop,
  type Turn,
  type Unit,
  type UpdateReason,
  type UpdateState,
} from '@plucky/core'
import { capital, figure, listed, quantity } from './format.js'
import { gearName } from './gear-name.js'
import { GAUGE_POINT_WORDS } from './pressure.js'
import { fitName } from './fit.js'
import { USE_WORDS } from './option-labels.js'

export const UPDATE_STATE_WORDS: Record<UpdateState, string> = {
  done: 'done in the build',
  'to-do': 'to do',
  fine: 'checked, OK',
  'not-here': 'not for this job',
}

/** Sentence for the reason of a state in the update list. */
export function updateReasonWords(unit: Unit, reason: UpdateReason): string {
  const variants = (ids: readonly string[]) => listed(ids.map((id) => unit.variants?.find((variant) => variant.id === id)?.name ?? id))
  switch (reason.code) {
    case 'marked':
      return 'Set by hand.'
    case 'installed':
      return `In the build: ${reason.item.name}.`
    case 'found-here':
      return 'Confirmed cause of this failure.'
    case 'other-variant':
      return `Only in the ${variants(reason.variantIds)}.`
    case 'variant-unknown':
      return `Only in the ${variants(reason.variantIds)}. Check which variant this is.`
    case 'without-feature':
      return `Only with ${featureWords(reason.feature)}, which this build does not have.`
    case 'with-feature':
      return `This build has ${featureWords(reason.feature)}.`
    case 'below-power':
    case 'above-power':
      return `Matters from ${quantity(reason.fromPowerW, 'hp')}. This engine makes ${quantity(reason.powerW, 'hp')}.`
    case 'other-use':
      return `Matters for ${listed(reason.uses.map((use) => USE_WORDS[use]))}.`
    case 'use':
      return `Matters for ${USE_WORDS[reason.use]}.`
    case 'known':
      return 'Known weak place of this transmission.'
    case 'every-unit':
      return 'Shop standard for every job.'
  }
}

/** A feature name as text: "dual-feed" becomes "dual feed". */
const featureWords = (feature: string): string => feature.replaceAll('-', ' ')

export const CARD_VERDICT_WORDS: Record<CardVerdict, string> = { accept: 'accept', rework: 'rework', scrap: 'scrap' }

export const PIECE_WORDS: Record<Piece, string> = {
  plate: 'flex plate',
  bolts: 'bolts',
  'motor-plate': 'motor plate',
  pilot: 'pilot',
  converter: 'converter',
  'lockup-clutch': 'lockup clutch',
  'pump-gears': 'pump gears',
  'pump-faces': 'pump body and cover faces',
  'pump-bushing': 'pump bushing',
  shaft: 'shaft',
  'sealing-rings': 'sealing rings',
  hub: 'hub',
  drum: 'drum',
  piston: 'piston and seals',
  'return-spring': 'return spring and snap ring',
  plates: 'frictions and steels',
  band: 'band and strut',
  servo: 'servo',
  'one-way': 'one-way clutch',
  gears: 'gears',
  carrier: 'carrier',
  shell: 'shell',
  'valve-body': 'valve body',
  'separator-plate': 'separator plate, check balls, and gaskets',
  'relief-spring': 'relief valve spring and seat',
  accumulators: 'accumulators',
  thrust: 'thrust surface',
  case: 'case',
  pan: 'pan and filter',
  cooler: 'cooler and lines',
}

/** Title of a card: station and piece, or the piece alone if the station has one piece only. */
export function cardTitle({ piece, station, thrust }: Card, alone: boolean): string {
  if (thrust !== undefined) return capital(`${PIECE_WORDS.thrust}: ${thrust}`)
  if (!station) return capital(PIECE_WORDS[piece])
  return capital(alone ? station.name : `${station.name}: ${PIECE_WORDS[piece]}`)
}

interface FindingWords {
  readonly name: string
  /** Likely cause or consequence. Common practice, no source, unless a source is named. */
  readonly tells: string
}

/**
 * Findings on a piece with their likely causes. The looks of broken shafts are as in ASM Handbook vol. 11, Failure Analysis (from memory); the
 * rest is common practice, no source.
 */
export const FINDING_WORDS: Record<PieceFinding, FindingWords> = {
  'plate-cracked': {
    name: 'cracked around the crank bolts',
    tells: 'Fatigue of the sheet. Check runout of the crank flange and the pilot fit.',
  },
  'plate-crooked': {
    name: 'not flat',
    tells: 'Converter bolted up without full engagement, or bent by prying. It wears the pump bushing and the seal.',
  },
  'holes-oval': { name: 'bolt holes oval', tells: 'Bolts worked loose. Oval holes will not stay tight again.' },
  'bolts-loose': { name: 'were loose', tells: 'Joint slipped. Look at plate holes and pads.' },
  'bolts-stretched': { name: 'stretched or necked', tells: 'Pulled past yield. Replace the full set.' },
  fretted: { name: 'fretted (red dust)', tells: 'Parts moved against each other under load. The fit is too loose or the clamp too low.' },
  'worn-fit': { name: 'loose fit', tells: 'Measure inside and outside at two angles.' },
  'pads-uneven': { name: 'pads uneven', tells: 'The plate will be bent. Measure runout of the pads.' },
  'cover-ballooned': { name: 'cover ballooned', tells: 'Charge pressure or speed too high. Pump gears may be damaged.' },
  'stator-slips': { name: 'stator one-way clutch slips', tells: 'No torque multiplication: low stall, lazy launch.' },
  'lining-burnt': {
    name: 'friction material burnt',
    tells: 'It slipped: low capacity, low pressure, a leak on its feed, or heat from long shifts.',
  },
  'lining-worn': { name: 'friction material worn', tells: 'Normal wear, or small steady slip.' },
  'lining-loose': { name: 'friction material off', tells: 'Bond failed from heat. Flush cooler and valve body.' },
  'heat-spots': { name: 'heat spots on the steel', tells: 'Uneven pressure or long slip. Check flatness and apply pressure.' },
  'windows-cracked': { name: 'cracks at windows or rivets', tells: 'Damper springs bottomed, or harsh locked shifts.' },
  'teeth-chipped': { name: 'teeth chipped or broken', tells: 'Shock load, or debris through the mesh.' },
  'teeth-pitted': { name: 'teeth pitted', tells: 'Surface fatigue: long load, thin or hot fluid.' },
  'pins-worn': { name: 'pinion pins worn', tells: 'Short of lube, or end play too large.' },
  scored: { name: 'scored', tells: 'Debris in the fluid, or it ran without lube.' },
  'bushing-worn': { name: 'bushing worn', tells: 'Shaft runs out of center. Leaks follow.' },
  'spline-worn': { name: 'splines worn', tells: 'Fretting or a loose fit. Check the mating spline too.' },
  'spline-twisted': { name: 'splines twisted', tells: 'Loaded past yield. The next launch may break it.' },
  'hole-cracked': { name: 'crack at a cross hole', tells: 'Fatigue from a sharp hole edge, often from harsh lockup.' },
  'broken-flat': { name: 'broken: flat, smooth face', tells: 'Ductile steel, one overload in torsion. More torque than the shaft holds.' },
  'broken-beach': { name: 'broken: beach marks', tells: 'Fatigue. The crack grew over many launches from a notch, hole or groove.' },
  'broken-spiral': {
    name: 'broken: 45° spiral',
    tells: 'Brittle break in torsion: too hard, case too deep, or a crack from heat treatment.',
  },
  'rings-worn': { name: 'rings worn', tells: 'Leak at the rings: slow apply and flare.' },
  'rings-one-side': { name: 'rings worn on one side', tells: 'The support cocks in the case or pump.' },
  'bore-grooved': { name: 'ring bore grooved', tells: 'Hard rings in a soft bore: flare, slip, burnt clutch.' },
  'lugs-worn': { name: 'lugs hammered', tells: 'Play at the lugs. It rattles first, then breaks.' },
  'weld-cracked': { name: 'weld cracked', tells: 'Weld section too small for the torque.' },
  'piston-cracked': { name: 'piston cracked', tells: 'Too much pressure, or it hits the drum.' },
  'seals-hard': { name: 'seals hard or cut', tells: 'Heat, age, or cut on assembly: slow apply, then slip.' },
  'spring-broken': { name: 'spring broken', tells: 'Check its seat and what its pieces damaged.' },
  'snap-ring-out': { name: 'snap ring out of its groove', tells: 'The spring was not held: the clutch does not release or apply.' },
  'plates-warped': { name: 'plates warped', tells: 'Heat, or wavy and flat plates mixed up.' },
  'band-cracked': { name: 'band cracked', tells: 'Too much servo force, or a bent anchor.' },
  'strut-bent': { name: 'strut bent', tells: 'Servo force above what the strut holds.' },
  'turns-both-ways': { name: 'turns both ways', tells: 'It does not hold: sprags rolled over or rollers out.' },
  'locks-both-ways': { name: 'locks both ways', tells: 'Seized. Look for debris in the cage.' },
  'rollers-dented': { name: 'races dented', tells: 'Overloaded or loaded while turning. Dents grow.' },
  'neck-cracked': { name: 'neck cracked or broken', tells: 'Torsion at the neck. Several gears are lost at once.' },
  'valve-sticks': { name: 'a valve binds', tells: 'Debris or a worn bore: late and harsh shifts.' },
  'ball-seats-worn': {
    name: 'check ball seats pounded',
    tells: 'Balls leak or pass through the plate: late shifts, tie-up, or a lost gear.',
  },
  'gasket-torn': { name: 'gasket torn or blown out', tells: 'Two circuits leak into each other. Check that plate and body are flat.' },
  'bore-worn': { name: 'bore worn', tells: 'Leak past the valve or piston: late, soft or harsh shifts.' },
  'case-cracked': { name: 'case cracked', tells: 'Shock load or bending. Often no safe repair.' },
  'case-lugs-worn': { name: 'case lugs worn', tells: 'Plates hammer the case splines. A brake may bind.' },
  metal: { name: 'metal found', tells: 'A hard part fails. Find which one before assembly; flush or replace the cooler.' },
  'lining-debris': { name: 'friction material found', tells: 'A clutch or band burns. Flush the valve body.' },
  plugged: { name: 'flow restricted', tells: 'Measure the flow. Replace a cooler that metal went through.' },
}

/** Name of the note on adjustments under "First start". */
export const ADJUSTMENTS = 'adjustments'

/** Name of a field of the build book. */
export function markNameWords(unit: Unit, name: string): string {
  const [section, place, field, own, finding] = name.split('/')
  if (section === 'update') {
    const title = unit.weakPlaces?.find(({ id }) => id === place)?.place ?? place ?? name
    return `${title}, ${field ?? ''}`
  }
  if (section === 'air') return `${portsOf(unit).find(({ id }) => id === place)?.name ?? place}, ${field}`
  if (section === 'start' && place === ADJUSTMENTS) return 'Adjustments after the first start'
  if (section === 'step' || section === 'start') return [place, field, own].filter(Boolean).join(', ')
  const card = cardsOf(unit).find(({ id }) => id === `${place}/${field}`)
  const title = card ? cardTitle(card, false) : name
  return finding !== undefined && isOneOf(PIECE_FINDINGS, finding) ? `${title}, ${FINDING_WORDS[finding].name}` : `${title}, ${own ?? ''}`
}

/** Value of a field of the build book. */
export function markValueWords(name: string, value: MarkValue | null): string {
  if (value === null) return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return figure(value, 0)
  if (typeof value !== 'string') return `${value.length} ${value.length === 1 ? 'photo' : 'photos'}`
  return name.endsWith('/state') && isOneOf(UPDATE_STATES, value) ? UPDATE_STATE_WORDS[value] : value
}

export const AIR_RESULT_WORDS: Record<AirResult, string> = { applies: 'applies', slow: 'slow', leaks: 'leaks' }

/** Sound to expect at a port: a dull knock when the element applies, then no hiss. */
export function airTestWords({ station, part, port }: AirTest): string {
  const name = station?.name ?? port.name
  const sound =
    station?.kind === 'lockup'
      ? 'steady flow out of the input shaft, no hiss at the rings'
      : part?.kind === 'band'
        ? 'the band tightens and the servo holds'
        : 'a dull knock, then no hiss'
  return `${capital(name)}: ${sound}.`
}

/** A leak that is there by design, or known before the test. */
export function expectedLeakWords(leak: ExpectedLeak): string {
  switch (leak.code) {
    case 'ring-left-out':
      return `Leaks here by design: left out is ${leak.ring}.`
    case 'shared-feed':
      return 'Dual feed: reverse fills both piston areas through this port and applies more slowly.'
    case 'ring-leak':
      return `Some hiss is normal: rings and bleed leak like a hole of ${quantity(leak.diameterM, 'in', 3)}.`
    case 'bore-grooved':
      return 'The ring bore is grooved: expect a leak, and replace the drum.'
  }
}

const OTHER_TURN: Record<Turn, Turn> = { clockwise: 'counterclockwise', counterclockwise: 'clockwise' }

/** Air test in the assembly, with the check by hand. */
function airStepWords({ a, b, besideOneWay }: Extract<AssemblyStep['work'], { kind: 'air' }>): string {
  const on = b === undefined ? `the ${a} must hold still` : `the ${a} and the ${b} must turn together`
  const off = `Air off: ${b === undefined ? 'it turns freely' : 'they turn freely'}${besideOneWay ? ' in the sense that the one-way clutch allows' : ''}.`
  return `Air-test it at low pressure. Air on: ${on} when turned by hand. ${off}`
}

/** Words of a step of the assembly. Soaking time and order of tightening: common practice, no source. */
export function stepWords(unit: Unit, { station, work }: AssemblyStep, partName: string | undefined): string {
  switch (work.kind) {
    case 'install':
      return partName === undefined ? `Install: no part is chosen for ${station.name}.` : `Install ${partName}.`
    case 'soak':
      return 'Soak in fluid for 30 minutes.'
    case 'one-sided':
      return 'Single-sided plates: all with the friction side the same way, as the drum needs it.'
    case 'ring-left-out':
      return `Leave out ${work.ring}.`
    case 'rings':
      return `Install ${work.count} sealing ${work.count === 1 ? 'ring' : 'rings'}; gap filed, free in the groove.`
    case 'locks':
      return `By hand, seen from the front: hold the ${work.b}. The ${work.a} must lock ${work.locks} and turn freely ${OTHER_TURN[work.locks]}.`
    case 'measure':
      return `Measure ${fitName(work.entry, unit)}.`
    case 'air':
      return airStepWords(work)
    case 'tighten':
      return `Tighten ${work.pieces} bolts to ${quantity(work.torqueNm, 'lb-ft')} in steps, crosswise.`
    case 'seat':
      return `Push and turn the converter: it must drop ${work.drops} ${work.drops === 1 ? 'time' : 'times'} (stator support, input shaft, pump drive).`
  }
}

export const FELT_WORDS: Record<Felt, string> = {
  prompt: 'prompt',
  slow: 'slow',
  bangs: 'bangs in',
  'no-drive': 'no drive',
  good: 'good',
  soft: 'soft',
  harsh: 'harsh',
  flare: 'flares',
  'ties-up': 'ties up',
  applies: 'applies',
  slips: 'slips',
  none: 'does not apply',
  dry: 'dry',
  seeps: 'seeps',
  leaks: 'leaks',
}

/** Name of a check of the first start or the road test. */
export function startCheckWords({ train }: Unit, check: StartCheck): string {
  switch (check.kind) {
    case 'gauge':
      return `${GAUGE_POINT_WORDS[check.row.at]}, ${check.oil}`
    case 'stall':
      return 'Stall speed'
    case 'felt': {
      const range = check.rangeId === null ? '' : gearName(train, check.rangeId)
      switch (check.felt) {
        case 'engage':
          return [
            `Engagement of ${range} at idle`,
            ...(check.fillS === undefined ? [] : [`slowest piston fills in about ${figure(check.fillS, 2)} s`]),
            ...(check.sharesFeed ? ['shares its feed with dual feed: slower than stock is normal'] : []),
          ].join('; ')
        case 'shift':
          return `Shift into ${range}`
        case 'lockup':
          return `Lockup in ${range}`
        case 'leaks':
          return 'Leaks after the road test'
      }
    }
  }
}

export const LIVED_WORDS: Record<LivedState, string> = { healthy: 'healthy', worn: 'worn', broken: 'broken' }

/** Strength that is stored on a part: "Strength in this shop: 0.95 times calculated, from 3 healthy and 1 broken." */
export const knownStrengthWords = ({ factor, healthy, broken }: KnownStrength): string =>
  `Strength in this shop: ${figure(factor, 2)} times calculated, from ${healthy} healthy and ${broken} broken. The house rule says whether it counts.`

/** Strength of a part in this shop against the computed one: "1.05 times computed (0.97 to 1.12), 3 healthy, 1 broken". */
export const strengthWords = ({ mean, low, high, healthy, broken }: StrengthInShop): string =>
  `${mean.toFixed(2)} times computed (${low.toFixed(2)} to ${high.toFixed(2)}), from ${healthy} healthy and ${broken} broken`
