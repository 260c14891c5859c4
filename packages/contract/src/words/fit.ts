import {
  type CertificateVerdict,
  type FitEntry,
  type FitStage,
  type JointWarning,
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
import { TOOL_WORDS } from './option-labels.js'
import { capital, listed, quantity, shownFigure } from './format.js'
import { shownUnit } from './shown-units.js'
import { splineDifferenceWords } from './spline-stop.js'
import { stationName } from './station-name.js'

/** In which unit lengths are read and typed at the bench. */
export const LINK_WORDS: Record<LinkId, string> = {
  'face-to-block': 'crank flange to block face',
  'bore-diameter': 'crank pilot bore',
  'bore-depth': 'pilot bore depth',
  'crank-thread-depth': 'crank thread depth',
  'motor-plate': 'motor plate thickness',
  'pad-spacer': 'pad spacer thickness',
  'spacer-ring': 'crank spacer ring',
  'plate-thickness': 'flex plate thickness',
  'plate-depth': 'flex plate offset, crank flange to pads',
  'crank-bolt-length': 'crank bolt length',
  'crank-bolt-head': 'crank bolt head height',
  'converter-bolt-length': 'converter bolt length',
  'pilot-diameter': 'converter pilot diameter',
  'pilot-ahead': 'pilot length ahead of pads',
  'cover-behind': 'pads to cover, at the crank bolt heads',
  'pad-thread-depth': 'pad thread depth',
  'converter-height': 'converter height, pads to hub end',
  'hub-diameter': 'converter hub diameter',
  'pump-drive': 'pump drive engagement, converter seated',
  'turbine-mouth': 'pads to turbine hub spline',
  'stator-mouth': 'pads to stator spline',
  'converter-floor': 'pads to inside of cover at input shaft',
  'pump-seat': 'case face to converter hub seat',
  'pump-bore': 'pump bushing bore',
  'input-tip': 'case face to input shaft tip',
  'input-nose': 'input shaft tip to spline',
  'support-tip': 'case face to stator support tip',
  'support-nose': 'stator support tip to spline',
  'case-length': 'case face to output flange',
  swelling: 'converter cover ballooning',
}

export const CLOSING_WORDS: Record<ClosingId, string> = {
  'pilot-fit': 'pilot clearance in crank',
  'pilot-engagement': 'pilot engagement',
  'pilot-bottom': 'pilot tip to bore bottom',
  'hub-fit': 'converter hub clearance in pump bushing',
  'shaft-room': 'input shaft to cover, converter seated',
  'crank-thread': 'crank bolt thread engagement',
  'crank-thread-room': 'crank bolt bottom clearance',
  'head-room': 'converter to bolt head clearance',
  'pull-forward': 'converter pull-forward',
  'pump-drive-left': 'pump drive engagement, converter bolted',
  'turbine-spline': 'turbine spline engagement',
  'stator-spline': 'stator spline engagement',
  'converter-thread': 'converter bolt thread engagement',
  'converter-thread-room': 'converter bolt bottom clearance',
  'flange-place': 'crank flange to output flange',
}

const RUN_OUT_NAMES: Readonly<Record<string, string>> = {
  'pad-run-out': 'flex plate pad runout',
  'hub-run-out': 'converter hub runout, bolted to flex plate',
  'plate-hole': 'flex plate converter bolt hole',
}

const PATTERN_WORDS: Record<PatternId, string> = {
  'crank-pattern': 'crank bolt pattern',
  'pad-pattern': 'converter pad pattern',
  'second-pattern': 'second pad pattern',
  'case-pattern': 'bellhousing pattern',
}

/** The steps of the work, in their order. */
export const STAGE_WORDS: Record<FitStage, string> = {
  'box-open': 'Before the pump is installed',
  'box-closed': 'Pump installed',
  converter: 'Converter on the bench',
  home: 'Converter seated in the pump',
  engine: 'Bare crank flange',
  plate: 'Flex plate on the crank',
  joined: 'Transmission bolted to engine',
  behind: 'Output end',
}

/** What an entry is of. */
export function fitName(entry: FitEntry, unit: Unit): string {
  switch (entry.kind) {
    case 'link':
      // Link entries have link ids.
      return LINK_WORDS[entry.id as LinkId]
    case 'closing':
      // Stack-up entries have stack-up ids.
      return CLOSING_WORDS[entry.id as ClosingId]
    case 'run-out':
    case 'hole':
      return RUN_OUT_NAMES[entry.id] ?? entry.id
    case 'pack':
      return `${stationName(unit, entry.stationId ?? '')} clearance`
    case 'clearance':
      return entry.name ?? entry.id
    case 'pattern':
      return PATTERN_WORDS[entry.pair.id]
    case 'spline':
      return entry.otherId === null ? 'output spline in driveline' : `${stationName(unit, entry.stationId ?? '')} ${entry.name}`
  }
}

/** Fine things to four places of an inch, lengths to three. */
const FINE: ReadonlySet<string> = new Set(['outside', 'bore', 'run-out', 'play'])
const digits = ({ gauged, kind, id }: Pick<LengthEntry, 'gauged' | 'kind' | 'id'>) => {
  const fine = (gauged !== null && FINE.has(gauged)) || id.endsWith('-fit') || kind === 'hole'
  return fine ? 4 : 3
}

/** A length of an entry as it is read at the bench. */
export const fitLength = (entry: Pick<LengthEntry, 'gauged' | 'kind' | 'id'>, valueM: number): string =>
  quantity(valueM, 'in', digits(entry))

/** The same without its unit. */
export const fitFigure = (entry: Pick<LengthEntry, 'gauged' | 'kind' | 'id'>, valueM: number): string =>
  shownFigure(valueM, 'in', digits(entry))

/** A limit to the last place that it has, up to a ten-thousandth of an inch. */
function limitFigure(entry: LengthEntry, valueM: number): string {
  const plain = fitFigure(entry, valueM)
  const exact = shownFigure(valueM, 'in', 4)
  return Math.abs(Number(exact) - Number(plain)) > 1e-9 ? exact : plain
}

/** "0.125 in at least", "0.001 to 0.005 in". */
export function boundsWords(entry: LengthEntry): string {
  const { leastM, mostM } = entry.bounds ?? { leastM: null, mostM: null }
  if (leastM !== null && mostM !== null) return `${limitFigure(entry, leastM)} to ${limitFigure(entry, mostM)} ${shownUnit('in')}`
  if (leastM !== null) return `${limitFigure(entry, leastM)} ${shownUnit('in')} min`
  return mostM === null ? '' : `${limitFigure(entry, mostM)} ${shownUnit('in')} max`
}

/** Tools that tell a ten-thousandth of an inch. */
const FINE_TOOLS: ReadonlySet<ToolId> = new Set(['micrometer', 'depth-micrometer', 'gauge-blocks', 'bore-gauge', 'fine-dial'])

/** The span of what was measured: one figure, or from the least to the most, as finely as its tool tells. */
export function spanWords(entry: LengthEntry): string {
  const { measured } = entry
  if (!measured) return ''
  const fine = entry.reading && FINE_TOOLS.has(entry.reading.toolId) ? { ...entry, gauged: 'outside' as const } : entry
  const [low, high] = [fitFigure(fine, measured.lowM), fitLength(fine, measured.highM)]
  return low === high.replace(` ${shownUnit('in')}`, '') ? high : `${low} to ${high}`
}

/** What is said of an entry, in a sentence. */
export function fitSentence(entry: FitEntry, unit: Unit): string {
  if (entry.kind === 'spline') return splineVerdict(entry, unit)
  if (entry.kind === 'pattern') return patternVerdict(entry)
  const { verdict, missing } = entry
  const length = (m: number) => fitLength(entry, m)
  switch (verdict.word) {
    case 'unknown':
      return unknownSentence(missing)
    case 'unmeasured':
      return entry.specifiedM === null ? 'Not measured.' : 'Nominal only; not measured.'
    case 'taken': {
      if (verdict.differsM === null || Math.abs(verdict.differsM) < HAIR_M)
        return verdict.differsM === null ? 'Measured.' : 'Matches nominal.'
      return `${length(Math.abs(verdict.differsM))} ${verdict.differsM > 0 ? 'over' : 'under'} nominal. The measured value is used.`
    }
    case 'second-angle':
      return 'Measure again at 90° to check for out-of-round.'
    case 'out-of-round':
      return entry.kind === 'hole'
        ? 'Hole is oval. This bolt pattern will not hold. Use a second bolt pattern or replace the plate.'
        : `Out of round by ${length(verdict.outM)} over the limit. It will rock even if the size is right. Machine it true or replace it.`
    case 'differs':
      return 'Does not match.'
    case 'measure-again':
      return againSentence(entry, verdict.awayM, verdict.side)
    case 'refused':
      return `${length(verdict.outM)} ${verdict.side === 'least' ? 'under minimum' : 'over maximum'}. ${entry.order ? orderWords(entry.order, entry) : ''}`.trim()
    case 'fits':
      return entry.bySheet.length > 0 && entry.measured
        ? `Within limits, using nominal ${listed(entry.bySheet.map((id) => LINK_WORDS[id]))}.`
        : entry.measured
          ? 'Within limits.'
          : 'Within limits (nominal).'
  }
}

/** What is to be measured before anything can be said; how far the cover swells is never measured but follows from other figures. */
function unknownSentence(missing: readonly LinkId[]): string {
  const toMeasure = missing.filter((id) => id !== 'swelling')
  const swelling =
    missing.length > toMeasure.length ? ' Cover ballooning is calculated from cover thickness, converter charge pressure and redline.' : ''
  if (missing.length === 0) return 'No value yet. Measure it.'
  return `No value yet${toMeasure.length > 0 ? `. Measure ${listed(toMeasure.map((id) => LINK_WORDS[id]))}` : ''}.${swelling}`
}

/** A difference that nobody reads. */
const HAIR_M = 0.5e-6 * 25.4

/** A tool as it is named in a sentence. */
const toolPhrase = (id: ToolId) => (id === 'feelers' || id === 'gauge-blocks' ? TOOL_WORDS[id] : `a ${TOOL_WORDS[id]}`)

function againSentence(entry: LengthEntry, awayM: number, side: 'least' | 'most'): string {
  const { again } = entry
  if (!again) return 'Measure again.'
  const what = again.linkId === null ? 'it' : LINK_WORDS[again.linkId]
  const bound = side === 'least' ? 'minimum' : 'maximum'
  const near = `Only ${fitLength(entry, awayM)} from the ${bound}, within the accuracy of the tool`
  const tail = again.settles ? '' : ', the most accurate tool listed. If still too close to call, treat it as out of limits'
  return `${near}. Remeasure ${what} with ${toolPhrase(again.toolId)}${tail}.`
}

const stepWords = (steps: number | null, thing: string) =>
  steps === null || steps === 0
    ? `another ${thing}`
    : `a ${thing} ${Math.abs(steps)} ${Math.abs(steps) === 1 ? 'step' : 'steps'} ${steps > 0 ? 'thicker' : 'thinner'}`

/** What to order or do. */
export function orderWords({ code, side, byM, steps }: Order, entry: LengthEntry): string {
  const by = fitLength(entry, byM)
  const low = side === 'least'
  switch (code) {
    case 'pilot-engagement':
      return `Order a pilot at least ${by} longer.`
    case 'custom-pilot':
      return `This pilot is one piece with the cover. Have a converter shop make it ${by} longer, or use another cover.`
    case 'pilot-bottom':
      return `Use a pilot ${by} shorter. This one bottoms in the crank before the pads reach the flex plate.`
    case 'pilot-fit':
      return low
        ? `Pilot will not enter the crank. Use a pilot ${by} smaller. Do not machine a thin-wall pilot.`
        : `Pilot is loose. Use a sleeve or a pilot at least ${by} larger.`
    case 'turn-pilot':
      return `Pilot will not enter the crank. The wall is thick enough to machine ${by} off the diameter.`
    case 'hub-fit':
      return low ? `Use a bushing ${by} larger.` : `Fit a new bushing at least ${by} smaller.`
    case 'shaft-room':
      return `The input shaft touches the cover before the converter seats: nose ${by} too long, or wrong converter.`
    case 'crank-thread':
    case 'converter-thread':
      return `Order bolts at least ${by} longer.`
    case 'crank-thread-room':
    case 'converter-thread-room':
      return `Order bolts at least ${by} shorter. These bottom out before they clamp.`
    case 'head-room':
      return `Use bolt heads at least ${by} lower or pad spacers of that thickness. The ballooned cover would touch the heads.`
    case 'pull-forward':
      return low
        ? `The converter is jammed into the pump. Use pad spacers ${by} thinner or a motor plate that much thicker.`
        : `Add pad spacers of at least ${by}, then recheck pilot engagement.`
    case 'pump-drive-left':
      return `Add pad spacers of at least ${by}. The pump is driven only by the ends of its lugs.`
    case 'turbine-spline':
    case 'stator-spline':
      return `Add pad spacers of at least ${by}. Spline engagement is too short.`
    case 'flange-place':
      return low ? `Use a driveshaft at least ${by} longer.` : `Use a driveshaft at least ${by} shorter.`
    case 'clearance':
      return `Fit ${stepWords(steps, entry.gauged === 'play' ? 'washer' : 'ring')}.`
    case 'pack':
      return `Use a snap ring or backing plate about ${by} ${low ? 'thinner' : 'thicker'}. Clutches & bands lists the sizes available.`
    case 'run-out':
      return entry.id === 'pad-run-out'
        ? 'Machine the pads true or replace the plate. A bent plate holds half as much and ruins the pump bushing, seal and pump.'
        : 'Re-index the converter on the flex plate and recheck. If it stays high, the plate or hub is bent and will ruin the pump bushing, seal and pump.'
    case 'hole':
      return 'The bolt does not pass through the hole.'
    default:
      return ''
  }
}

function splineVerdict(entry: SplineEntry, unit: Unit): string {
  const { shaft, hub, differences, reading, otherId } = entry
  const into = otherId === null ? 'the driveline' : `the ${stationName(unit, otherId)}`
  if (!hub) return 'Mating spline not entered.'
  if (differences.length > 0)
    return `Does not mate with ${into}: ${listed(differences.map((d) => splineDifferenceWords(d, shaft, shaft.lengthM, hub)))}. Do not assemble.`
  if (reading?.count !== undefined && reading.count !== shaft.teeth)
    return `${reading.count} teeth counted, nominal ${shaft.teeth}. Wrong part. Do not assemble.`
  return `${shaft.teeth} teeth, ${quantity(shaft.moduleM, 'mm module', 3)}: mates with ${into}${reading?.count === undefined ? ' (nominal; count the teeth)' : ''}.`
}

const PATTERN_DIFFERENCES: Record<PatternDifference, string> = {
  number: 'the number',
  circle: 'the circle',
  bolt: 'the bolt',
  name: 'the pattern',
}

function patternVerdict({ pair: { holes, threads, names, differences }, verdict }: PatternEntry): string {
  if (verdict.word === 'unknown') return 'One side is not entered.'
  const said = (side: NonNullable<typeof holes>) =>
    `${side.bolts} × ${quantity(side.boltDiameterM, 'in', 4)} on ${quantity(side.circleDiameterM, 'in')}`
  const sides = names ? `“${names[0]}” and “${names[1]}”` : holes && threads ? `${said(holes)} and ${said(threads)}` : ''
  return differences.length === 0
    ? `${sides}: they match.`
    : `${sides}: ${listed(differences.map((d) => PATTERN_DIFFERENCES[d]))} ${differences.length > 1 ? 'differ' : 'differs'}. Do not assemble.`
}

/** A finding of the fit in a sentence, with its place. */
export const fitFinding = (entry: FitEntry, unit: Unit): string => `Fit-up, ${fitName(entry, unit)}: ${fitSentence(entry, unit)}`

export function certificateWords(verdict: CertificateVerdict, until: string | null = null): string {
  switch (verdict) {
    case 'not-asked':
      return 'no certified plate is required at this ET'
    case 'good':
      return until === null ? 'the certificate meets the class rule' : `the certificate is valid through ${until}`
    case 'none':
      return 'the class requires a certified plate at this ET, and this plate has no certificate'
    case 'lesser-grade':
      return 'the class requires a higher grade than this certificate'
    case 'not-yet-issued':
      return 'the certificate is dated after the event'
    case 'run-out':
      return `the certificate ${until === null ? 'has expired' : `expires on ${until}`}, before the event`
  }
}

/** Said wherever a certificate is spoken of. */
export const RULE_BOOK_DECIDES = 'The current rule book decides.'

export const JOINT_MIND_WORDS: Record<JointWarning, string> = {
  'above-proof': 'preload is above proof load; the bolts will stretch and lose clamp',
  loose: 'preload is under half of proof load; the joint will slip early',
  'holes-empty': 'fewer bolts than holes; order the full set',
  'second-wanted': 'house rule calls for both patterns; order twice the bolts',
  'second-missing': 'house rule calls for both patterns; flex plate and converter cover do not both have a second one',
  'ring-kept': 'spacer ring installed, but the house rule is to leave it out; recheck thread engagement and head clearance',
}

/** Spin test of a plate against the redline. */
export function spinWords(spin: NonNullable<PlateReport['spin']>): string {
  const [test, red] = [quantity(spin.testRadPerS, 'rpm'), quantity(spin.redlineRadPerS, 'rpm')]
  return spin.under ? `spin-tested to ${test}, redline ${red}` : `redline ${red} exceeds its spin-test speed of ${test}`
}

/** The name of an entry at the head of a line. */
export const fitTitle = (entry: FitEntry, unit: Unit): string => capital(fitName(entry, unit))
