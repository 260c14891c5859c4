import {
  fromSi,
  type CertificateVerdict,
  type FitEntry,
  type FitStage,
  type JointMind,
  type LengthEntry,
  type LinkId,
  type ClosingId,
  type Order,
  type PatternDifference,
  type PatternEntry,
  type PatternId,
  type PlateReport,
  type SplineEntry,
  type ToolId,
  type Unit,
} from '@plucky/core'
import { TOOL_WORDS } from './choices.js'
import { capital, figure, listed, quantity } from './format.js'
import { splineDifferenceWords } from './spline-stop.js'
import { stationName } from './station-name.js'

/** In which unit lengths are read and typed at the bench. */
export type LengthUnit = 'in' | 'mm'

export const LINK_WORDS: Record<LinkId, string> = {
  'face-to-block': 'crank face to block face',
  'bore-diameter': 'pilot bore of the crank',
  'bore-depth': 'depth of the pilot bore',
  'crank-thread-depth': 'depth of the crank’s threads',
  'motor-plate': 'thickness of the motor plate',
  'pad-spacer': 'spacers under the pads',
  'spacer-ring': 'spacer ring at the crank',
  'plate-thickness': 'thickness of the flex plate',
  'plate-depth': 'crank face to pad face of the plate',
  'crank-bolt-length': 'length of the crank bolts',
  'crank-bolt-head': 'height of the crank bolts’ heads',
  'converter-bolt-length': 'length of the converter bolts',
  'pilot-diameter': 'pilot of the converter',
  'pilot-ahead': 'pilot ahead of the pads',
  'cover-behind': 'cover behind the pads, over the bolt heads',
  'pad-thread-depth': 'depth of the threads in the pads',
  'converter-height': 'overall height, pads to hub',
  'hub-diameter': 'hub of the converter',
  'pump-drive': 'drive of the pump, converter home',
  'turbine-mouth': 'pads to the mouth of the turbine’s spline',
  'stator-mouth': 'pads to the mouth of the stator’s spline',
  'converter-floor': 'pads to the cover before the shaft',
  'pump-seat': 'case face to the seat of the hub',
  'pump-bore': 'bush of the pump',
  'input-tip': 'case face to the tip of the input shaft',
  'input-nose': 'tip of the input shaft to its spline',
  'support-tip': 'case face to the tip of the stator support',
  'support-nose': 'tip of the support to its spline',
  'case-length': 'case face to the output flange',
  swelling: 'swelling of the cover',
}

export const CLOSING_WORDS: Record<ClosingId, string> = {
  'pilot-fit': 'play of the pilot in the crank',
  'pilot-engagement': 'pilot in the crank',
  'pilot-bottom': 'room before the pilot’s tip',
  'hub-fit': 'play of the hub in the pump',
  'shaft-room': 'room before the input shaft, converter home',
  'crank-thread': 'crank bolts in their threads',
  'crank-thread-room': 'room under the crank bolts',
  'head-room': 'room over the bolt heads',
  'pull-forward': 'converter comes forward',
  'pump-drive-left': 'pump driven, converter bolted',
  'turbine-spline': 'input shaft in the turbine',
  'stator-spline': 'stator on its support',
  'converter-thread': 'converter bolts in their threads',
  'converter-thread-room': 'room under the converter bolts',
  'flange-place': 'crank face to the output flange',
}

const RUN_OUT_NAMES: Readonly<Record<string, string>> = {
  'pad-run-out': 'run-out of the pads',
  'hub-run-out': 'run-out of the hub, bolted to the plate',
  'plate-hole': 'a converter bolt hole of the plate',
}

const PATTERN_WORDS: Record<PatternId, string> = {
  'crank-pattern': 'bolts of the crank',
  'pad-pattern': 'pads of the converter',
  'second-pattern': 'second pattern of pads',
  'case-pattern': 'case on the block',
}

/** The steps of the work, in their order. */
export const STAGE_WORDS: Record<FitStage, string> = {
  'box-open': 'The box open',
  'box-closed': 'Pump on, box closed',
  converter: 'Converter on the bench',
  home: 'Converter home in the pump',
  engine: 'The engine’s rear, bare',
  plate: 'Plate on the crank',
  joined: 'Box to the engine',
  behind: 'Behind the box',
}

/** What an entry is of. */
export function fitName(entry: FitEntry, unit: Unit): string {
  switch (entry.kind) {
    case 'link':
      return LINK_WORDS[entry.id as LinkId]
    case 'closing':
      return CLOSING_WORDS[entry.id as ClosingId]
    case 'run-out':
    case 'hole':
      return RUN_OUT_NAMES[entry.id] ?? entry.id
    case 'pack':
      return `clearance of the ${stationName(unit, entry.stationId ?? '')}`
    case 'clearance':
      return entry.name ?? entry.id
    case 'pattern':
      return PATTERN_WORDS[entry.pair.id]
    case 'spline':
      return entry.otherId === null ? 'output spline in what stands behind' : `${entry.name} of the ${stationName(unit, entry.stationId ?? '')}`
  }
} // prettier-ignore

/** Fine things to four places of an inch, lengths to three. */
const FINE: ReadonlySet<string> = new Set(['outside', 'bore', 'run-out', 'play'])
const digits = ({ gauged, kind, id }: Pick<LengthEntry, 'gauged' | 'kind' | 'id'>, unit: LengthUnit) => {
  const fine = (gauged !== null && FINE.has(gauged)) || id.endsWith('-fit') || kind === 'hole'
  return (fine ? 4 : 3) - (unit === 'mm' ? 1 : 0)
}

/** A length of an entry as it is read at the bench. */
export const fitLength = (entry: Pick<LengthEntry, 'gauged' | 'kind' | 'id'>, valueM: number, unit: LengthUnit): string =>
  quantity(valueM, unit, digits(entry, unit))

/** The same without its unit. */
export const fitFigure = (entry: Pick<LengthEntry, 'gauged' | 'kind' | 'id'>, valueM: number, unit: LengthUnit): string =>
  figure(fromSi(valueM, unit), digits(entry, unit))

/** A limit to the last place that it has, up to a ten-thousandth of an inch. */
function limitFigure(entry: LengthEntry, valueM: number, unit: LengthUnit): string {
  const plain = fitFigure(entry, valueM, unit)
  const exact = figure(fromSi(valueM, unit), unit === 'in' ? 4 : 3)
  return Math.abs(Number(exact) - Number(plain)) > 1e-9 ? exact : plain
}

/** "0.125 in at least", "0.001 to 0.005 in". */
export function boundsWords(entry: LengthEntry, unit: LengthUnit): string {
  const { leastM, mostM } = entry.bounds ?? { leastM: null, mostM: null }
  if (leastM !== null && mostM !== null) return `${limitFigure(entry, leastM, unit)} to ${limitFigure(entry, mostM, unit)} ${unit}`
  if (leastM !== null) return `${limitFigure(entry, leastM, unit)} ${unit} at least`
  return mostM === null ? '' : `${limitFigure(entry, mostM, unit)} ${unit} at most`
}

/** Tools that tell a ten-thousandth of an inch. */
const FINE_TOOLS: ReadonlySet<ToolId> = new Set(['micrometer', 'depth-micrometer', 'gauge-blocks', 'bore-gauge', 'fine-dial'])

/** The span of what was measured: one figure, or from the least to the most, as finely as its tool tells. */
export function spanWords(entry: LengthEntry, unit: LengthUnit): string {
  const { measured } = entry
  if (!measured) return ''
  const fine = entry.reading && FINE_TOOLS.has(entry.reading.toolId) ? { ...entry, gauged: 'outside' as const } : entry
  const [low, high] = [fitFigure(fine, measured.lowM, unit), fitLength(fine, measured.highM, unit)]
  return low === high.replace(` ${unit}`, '') ? high : `${low} to ${high}`
}

/** What is said of an entry, in a sentence. */
export function fitSentence(entry: FitEntry, unit: Unit, inUnit: LengthUnit): string {
  if (entry.kind === 'spline') return splineVerdict(entry, unit)
  if (entry.kind === 'pattern') return patternVerdict(entry)
  const { verdict, missing } = entry
  const length = (m: number) => fitLength(entry, m, inUnit)
  switch (verdict.word) {
    case 'unknown':
      return unknownSentence(missing)
    case 'unmeasured':
      return entry.specifiedM === null ? 'Not measured.' : 'By the sheet; not measured.'
    case 'taken': {
      if (verdict.differsM === null || Math.abs(verdict.differsM) < HAIR_M) return verdict.differsM === null ? 'Measured.' : 'As the sheet says.'
      return `${length(Math.abs(verdict.differsM))} ${verdict.differsM > 0 ? 'more' : 'less'} than the sheet says; what was measured counts.`
    }
    case 'second-angle':
      return 'Measure it at a second angle: a round thing goes oval.'
    case 'out-of-round':
      return entry.kind === 'hole'
        ? 'Oval: this pattern never holds again. Use a second pattern of holes, or another plate.'
        : `Out of round by ${length(verdict.outM)} more than it may: it rocks however well it fits. Have it made true, or replace it.`
    case 'differs':
      return 'It differs.'
    case 'measure-again':
      return againSentence(entry, verdict.awayM, verdict.side, inUnit)
    case 'refused':
      return `${length(verdict.outM)} ${verdict.side === 'least' ? 'under the least' : 'over the most'}. ${entry.order ? orderWords(entry.order, entry, inUnit) : ''}`.trim()
    case 'fits':
      return entry.bySheet.length > 0 && entry.measured ? `Fits, with ${listed(entry.bySheet.map((id) => LINK_WORDS[id]))} still by the sheet.` : entry.measured ? 'Fits.' : 'Fits by the sheet.'
  }
} // prettier-ignore

/** What is to be measured before anything can be said; how far the cover swells is never measured but follows from other figures. */
function unknownSentence(missing: readonly LinkId[]): string {
  const toMeasure = missing.filter((id) => id !== 'swelling')
  const swelling =
    missing.length > toMeasure.length
      ? ' How far the cover swells follows from its thickness, the pressure that the valves allow it and the redline.'
      : ''
  if (missing.length === 0) return 'No figure yet: measure it.'
  return `No figure yet${toMeasure.length > 0 ? `: measure ${listed(toMeasure.map((id) => LINK_WORDS[id]))}` : ''}.${swelling}`
}

/** A difference that nobody reads. */
const HAIR_M = 0.5e-6 * 25.4

/** A tool as it is named in a sentence. */
const toolPhrase = (id: ToolId) => (id === 'feelers' || id === 'gauge-blocks' ? TOOL_WORDS[id] : `a ${TOOL_WORDS[id]}`)

function againSentence(entry: LengthEntry, awayM: number, side: 'least' | 'most', unit: LengthUnit): string {
  const { again } = entry
  if (!again) return 'Measure again.'
  const what = again.linkId === null ? 'it' : LINK_WORDS[again.linkId]
  const bound = side === 'least' ? 'least' : 'most'
  const near = `Only ${fitLength(entry, awayM, unit)} from the ${bound}, which is within what was measured with`
  const tail = again.settles ? '' : ', the finest there is; if that cannot tell either, take it as refused'
  return `${near}: measure ${what} again with ${toolPhrase(again.toolId)}${tail}.`
}

const stepWords = (steps: number | null, thing: string) =>
  steps === null || steps === 0 ? `another ${thing}` : `a ${thing} ${Math.abs(steps)} ${Math.abs(steps) === 1 ? 'step' : 'steps'} ${steps > 0 ? 'thicker' : 'thinner'}` // prettier-ignore

/** What to order or do. */
export function orderWords({ code, side, byM, steps }: Order, entry: LengthEntry, unit: LengthUnit): string {
  const by = fitLength(entry, byM, unit)
  const low = side === 'least'
  switch (code) {
    case 'pilot-engagement':
      return `Order a pilot at least ${by} longer.`
    case 'custom-pilot':
      return `This pilot is part of its cover and can’t be changed: have it made ${by} longer by a converter shop, or fit another cover.`
    case 'pilot-bottom':
      return `A pilot ${by} shorter, or it stands on the floor of the bore before the pads meet the plate.`
    case 'pilot-fit':
      return low
        ? `It does not slide in: a pilot ${by} smaller. Do not turn a thin wall down.`
        : `It rocks: a sleeve or a pilot at least ${by} larger.`
    case 'turn-pilot':
      return `It does not slide in: its wall bears to be turned down by ${by}.`
    case 'hub-fit':
      return low ? `A bush ${by} larger.` : `A new bush, at least ${by} smaller.`
    case 'shaft-room':
      return `The input shaft stops the converter before it is home: ${by} too long at the nose, or the wrong converter.`
    case 'crank-thread':
    case 'converter-thread':
      return `Order bolts at least ${by} longer.`
    case 'crank-thread-room':
    case 'converter-thread-room':
      return `Order bolts at least ${by} shorter: they stand on the floor before they clamp.`
    case 'head-room':
      return `Heads at least ${by} lower, or spacers of that much under the pads: the swollen cover would stand on them.`
    case 'pull-forward':
      return low
        ? `It is pressed into the pump: spacers under the pads ${by} thinner, or a motor plate that much thicker.`
        : `Spacers of at least ${by} under the pads; then look at the pilot again.`
    case 'pump-drive-left':
      return `Spacers of at least ${by} under the pads: the pump would be driven by the ends of its lugs.`
    case 'turbine-spline':
    case 'stator-spline':
      return `Spacers of at least ${by} under the pads, or the teeth carry on too short a length.`
    case 'flange-place':
      return low ? `A drive shaft at least ${by} longer.` : `A drive shaft at least ${by} shorter.`
    case 'clearance':
      return `Fit ${stepWords(steps, entry.gauged === 'play' ? 'washer' : 'ring')}.`
    case 'pack':
      return `A ring or backing plate about ${by} ${low ? 'thinner' : 'thicker'}; the pack’s bench names those there are.`
    case 'run-out':
      return entry.id === 'pad-run-out'
        ? 'Have the pads dressed true, or fit another plate: a crooked one holds half and ruins bush, seal and pump.'
        : 'Turn the converter on the plate and try again; if it stays, plate or hub is crooked: it ruins bush, seal and pump.'
    case 'hole':
      return 'The bolt does not go through.'
    default:
      return ''
  }
}

function splineVerdict(entry: SplineEntry, unit: Unit): string {
  const { shaft, hub, differences, reading, otherId } = entry
  const into = otherId === null ? 'what stands behind' : `the ${stationName(unit, otherId)}`
  if (!hub) return 'No figure yet for what it goes into.'
  if (differences.length > 0) return `Does not go into ${into}: ${listed(differences.map((d) => splineDifferenceWords(d, shaft, shaft.lengthM, hub)))}. Stop.` // prettier-ignore
  if (reading?.count !== undefined && reading.count !== shaft.teeth)
    return `${reading.count} teeth counted, its sheet says ${shaft.teeth}: it is another part. Stop.`
  return `${shaft.teeth} teeth, module ${quantity(shaft.moduleM, 'mm', 3)}: goes into ${into}${reading?.count === undefined ? ' by the sheets; count them' : ''}.`
}

const PATTERN_DIFFERENCES: Record<PatternDifference, string> = { number: 'the number', circle: 'the circle', bolt: 'the bolt', name: 'the pattern' } // prettier-ignore

function patternVerdict({ pair: { holes, threads, names, differences }, verdict }: PatternEntry): string {
  if (verdict.word === 'unknown') return 'No figure yet for both sides.'
  const said = (side: NonNullable<typeof holes>) => `${side.bolts} × ${quantity(side.boltDiameterM, 'in', 4)} on ${quantity(side.circleDiameterM, 'in')}`
  const sides = names ? `“${names[0]}” and “${names[1]}”` : holes && threads ? `${said(holes)} and ${said(threads)}` : ''
  return differences.length === 0 ? `${sides}: they meet.` : `${sides}: ${listed(differences.map((d) => PATTERN_DIFFERENCES[d]))} ${differences.length > 1 ? 'differ' : 'differs'}. Stop.`
} // prettier-ignore

/** A finding of the fit in a sentence, with its place. */
export const fitFinding = (entry: FitEntry, unit: Unit): string => `Fit-up, ${fitName(entry, unit)}: ${fitSentence(entry, unit, 'in')}`

export function certificateWords(verdict: CertificateVerdict, until: string | null = null): string {
  switch (verdict) {
    case 'not-asked':
      return 'no certified plate is asked for at this elapsed time'
    case 'good':
      return until === null ? 'its certificate answers what the class asks' : `its certificate is good until ${until}`
    case 'none':
      return 'the class asks for a certified plate at this elapsed time, and this one has no certificate'
    case 'lesser-grade':
      return 'the class asks for a higher grade than this plate’s certificate'
    case 'not-yet-issued':
      return 'its certificate is dated after the event'
    case 'run-out':
      return `its certificate ${until === null ? 'has run out' : `ran out on ${until}`} before the event`
  }
}

/** Said wherever a certificate is spoken of. */
export const RULE_BOOK_DECIDES = 'The rule book in force decides.'

export const JOINT_MIND_WORDS: Record<JointMind, string> = {
  'above-proof': 'pulled beyond the proof load: the bolts stretch and let go',
  loose: 'pulled to less than half of the proof load: it slips early',
  'holes-empty': 'there are fewer bolts than holes: order the whole set',
  'second-wanted': 'the house wants both patterns in: order twice the bolts',
  'ring-kept': 'a spacer ring is kept, which the house leaves out: look at thread and heads again',
}

/** Spin test of a plate against the redline. */
export function spinWords(spin: NonNullable<PlateReport['spin']>): string {
  const [test, red] = [quantity(spin.testRadPerS, 'rpm'), quantity(spin.redlineRadPerS, 'rpm')]
  return spin.under ? `spun to ${test} by its standard, redline ${red}` : `redline ${red} is above the ${test} to which it was spun`
}

/** The name of an entry at the head of a line. */
export const fitTitle = (entry: FitEntry, unit: Unit): string => capital(fitName(entry, unit))
