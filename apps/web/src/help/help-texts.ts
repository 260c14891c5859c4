import { ORIGIN_LEGEND, ORIGIN_WORDS } from '@plucky/contract'
import type { ViewId } from '../app/views.js'

/** Help for one page: questions it answers, keys, how to read its charts, cautions. */
export interface HelpText {
  readonly answers: string
  readonly steps: readonly string[]
  readonly keys?: readonly (readonly [key: string, does: string])[]
  readonly reading?: readonly string[]
  readonly caution?: string
}

const STALL =
  'Stall, trans-brake and lockup tests: chock and restrain the wheels, clear the area, keep each test to a few seconds and watch oil temperature. Nobody in front of, behind or under the vehicle.'
const SPRINGS =
  'Springs, snap rings and servo covers can fly out. Air-test at low regulated pressure with a guarded nozzle and eye protection. Lift with a transmission jack and a helper.'
const DUST = 'Clutch dust: wear a respirator; wet-wipe or vacuum with a HEPA filter; never blow it off.'
const ARROWS = ['← →', 'Move between the tabs of a row.'] as const
const UNDO = ['Ctrl+Z, Ctrl+Y', 'Undo and redo, on every page of a job.'] as const
const FIELD = [
  'Enter',
  'Accept a value. Escape restores the old one. Any unit of the same kind can be typed: “24 mm” in an inch field.',
] as const

export const HELP: Readonly<Record<ViewId, HelpText>> = {
  jobs: {
    answers: 'Which jobs are open, what each holds against its target, and what a new engine would do to a stock transmission.',
    steps: [
      'The last job is on top. Its sentence opens it.',
      'Search by number, name, customer or transmission. Column heads sort the list.',
      'A new job needs power, use and a transmission. Leave the transmission open to compare all of them.',
    ],
    keys: [['Tab', 'Next field or job.'], FIELD],
    reading: ['Bar: power held. The tick is the target. ▽ means below target.'],
  },
  transmissions: {
    answers: 'How each transmission works: gears, ratios, which clutches apply, torque and speed of every member.',
    steps: ['Choose a transmission, then a gear.', 'Duplicate one to change it, or import a file.'],
    keys: [['← →', 'Next gear, while the gear buttons have the focus.'], ARROWS],
    reading: [
      'Stick diagram: one line per member. Boxes are gear sets, clutches and brakes; filled means applied.',
      'Lever diagram: distances along the lever are tooth counts; arrows are torques.',
    ],
  },
  'transmission-diagnosis': {
    answers: 'What most likely failed in a transmission, from the gears it lost.',
    steps: ['Mark each gear as driven on the road test.', 'Do the check on top: it gives the most information for the effort.'],
    reading: ['Percent: how likely the cause is, from the gears lost, the symptoms and how common the failure is.'],
    caution: `${STALL} ${SPRINGS}`,
  },
  'transmission-edit': {
    answers: 'Whether a gear train can be built and what ratios it gives.',
    steps: ['Enter gear sets, members, clutches and gears.', 'Errors are shown at their fields. Save when none is left.'],
    keys: [FIELD],
  },
  'transmission-copy': {
    answers: 'Whether a changed copy of a transmission can be built and what ratios it gives.',
    steps: ['Change what differs, then save under a new name. The original does not change.'],
    keys: [FIELD],
  },
  'parts-shelf': {
    answers: 'Which parts, operations and kits the shop has, what each fits, its limits and where each limit comes from.',
    steps: [
      'Filter by transmission and station.',
      'Add one item, copy one, or import a CSV table. Rows with errors are named before anything is imported.',
      'Read a supplier’s price list: prices are compared first, and the valid quotes that they affect are named.',
    ],
    keys: [FIELD],
    reading: [ORIGIN_LEGEND],
  },
  'shop-standards': {
    answers: 'What this shop does to every transmission, or to those of some uses and powers.',
    steps: [
      'Add a standard with its reason. It appears at the end of the update list of each job.',
      'Name a part or operation of the shelf to see in each job whether it is in the build.',
    ],
  },
  history: {
    answers: 'What lived and what broke in this shop, by transmission and part.',
    steps: [
      'Record the condition of parts in the build book of a job, under After use.',
      'Strength in this shop compares what the parts carried or broke at with the computed torque capacity.',
    ],
    reading: ['1.00 means as computed. The range holds 90 % of what the records allow. Few records move it little.'],
  },
  people: {
    answers: 'Who may sign in and as what, what customers can see, and who changed what and when.',
    steps: [
      'An owner adds people. Builders change jobs, shelf and transmissions; viewers read.',
      'Change the password and set up a second factor here. Both sign out all other devices.',
      'A customer link shows one quote or build sheet as it was when the link was made, until it ends.',
      'The change log is written with each change and is never changed. Search it by person, object or field.',
    ],
    keys: [FIELD],
    reading: ['Fields of the change log are named as in the files; figures are in SI units, as stored.'],
  },
  glossary: { answers: 'What the words and symbols on these pages mean.', steps: ['Search by word or symbol.'] },
  brief: {
    answers: 'What the transmission is built for: engine, vehicle, use, launch, limits and budget.',
    steps: ['Enter peak figures, or import a dyno file.', 'Every change shows at once in the sentence on top.'],
    keys: [FIELD, UNDO],
    reading: ['Curve: torque and power over rpm. Dashed: off boost.'],
  },
  diagnosis: {
    answers: 'What failed in the transmission as received.',
    steps: [
      'Mark each gear as driven on the road test, then the symptoms.',
      'Do the check on top, enter its result, and confirm the cause when you see it.',
    ],
    reading: ['Percent: how likely the cause is, from gears lost, symptoms, margins with this engine and shop records.'],
    caution: `${STALL} ${SPRINGS}`,
  },
  'house-rules': {
    answers: 'How this job is judged where builders disagree: margins, service factors, which limit counts.',
    steps: ['Each question shows both sides. The choice applies to this job only.'],
    keys: [FIELD, UNDO],
  },
  revisions: {
    answers: 'What changed between two saved states of the job, and what the change is worth.',
    steps: ['Save a revision before a big change.', 'Choose two states to compare. Restoring one can be undone.'],
    keys: [UNDO],
  },
  'power-flow': {
    answers: 'What the build holds, what fails first in which load case, and what another part would change.',
    steps: [
      'Pick a gear and load case: the strip shows torque and speed at every station.',
      'Pick a station, then a candidate part. Install it with the button or Enter.',
      'Drag the target line to see what fails at another power.',
    ],
    keys: [
      ['← →', 'Next station, in the order of the torque path (while the chart has the focus).'],
      ['↑ ↓', 'Next candidate part.'],
      ['Enter', 'Install the candidate.'],
      ['Delete', 'Remove a part that the transmission works without.'],
      ['Home, End', 'First and last station.'],
      UNDO,
    ],
    reading: [
      'Strip: the blue band is torque; the wider, the more. Parts that hang from the hatched rail are grounded to the case. Dotted: no torque in this case.',
      'Bars: engine power each station holds. Hatched red: fails below the target line. ▽ marks the same without color.',
      'Red bracket: stations within a few percent of the weakest. Upgrade them together.',
      '“1400+” means the bar is cut off at the top of the chart.',
    ],
    caution: STALL,
  },
  converter: {
    answers: 'Where a converter stalls behind this engine, how it slips, and which converter puts the stall at the target.',
    steps: ['Drag the target stall. The shelf re-sorts by distance from it.', 'Add up to three converters to the chart.'],
    keys: [['← →', 'Move the target stall by 10 rpm while its marker has the focus.'], FIELD],
    reading: [
      'Input chart: the engine curve crosses each converter’s parabola at its stall speed.',
      'Output chart: speed ratio, torque ratio and efficiency over the speed of the turbine.',
      'K-factor = rpm / √lb-ft. A stall rating means nothing without the torque behind it.',
    ],
    caution: STALL,
  },
  shafts: {
    answers: 'How strong a shaft is, where it fails, how long it lives, how far it twists and how much oil it passes.',
    steps: ['Pick a shaft and change its dimensions by dragging or typing.', 'Save it to the shelf to install it.'],
    keys: [['Double-click a handle', 'Type the dimension.'], FIELD, ['Ctrl+Z', 'Undo a change of the trial shaft.']],
    reading: [
      'Stress chart: stress along the shaft against yield. The highest share is the weakest point.',
      'Fatigue life is an order of magnitude, not a promise.',
    ],
  },
  'clutches-bands': {
    answers: 'Whether a clutch or band holds, has clearance, survives the heat of its shifts, and where one more plate fits.',
    steps: ['Pick a clutch or band. Change plates, piston, servo or lever.', 'Fixes for a wrong stack are listed under it.'],
    keys: [FIELD, ['Ctrl+Z', 'Undo a change of the trial clutch.']],
    reading: ['Stack: piston at the left, snap ring at the right. ▲ marks a plate that is wrong where it is.'],
    caution: `${SPRINGS} ${DUST}`,
  },
  'line-pressure': {
    answers: 'What line pressure the valves and pump make in every gear, what each clutch needs, and who runs short of oil.',
    steps: [
      'Use gauge readings, or let the regulator, boost valve and pump be calculated.',
      'Change springs, shims and valve diameters and compare with the gauge table.',
    ],
    keys: [FIELD, UNDO],
    reading: ['Lines: pressure each clutch needs over engine torque. Where a line rises above the supply, that clutch slips.'],
    caution: 'Hot oil under pressure: use rated hose and mount the gauge where a burst line can’t hurt anyone.',
  },
  'gear-train': {
    answers: 'Ratios, applied clutches, torque and speed of every member of this transmission, in each gear and load case.',
    steps: ['Pick a gear, and a load case for figures of this engine.'],
    keys: [['← →', 'Next gear, while the gear buttons have the focus.']],
    reading: [
      'Stick diagram: one line per member. Filled boxes are applied.',
      'Lever diagram: distances along the lever are tooth counts; arrows are torques.',
    ],
  },
  quote: {
    answers: 'What the customer reads: up to three builds of the parts plan with what they hold, what is included and the price.',
    steps: [
      'Write vehicle and message; the customer’s name is on the Brief page. Choose the builds and their words.',
      'Save as sent: texts and prices are kept as they are, with number and date. Print it or send the PDF.',
      'Mark-up, sales tax and days of validity are house rules.',
    ],
    keys: [UNDO],
    reading: [
      'Prices contain the mark-up on shelf prices and labor at the shop’s rate. The page shows no cost of the shop.',
      'Power is with the margins of the house rules.',
    ],
    caution: 'A quote is an estimate. Manufacturer limits, the current rule book and a qualified shop have the final say.',
  },
  compare: {
    answers: 'How two to four builds differ: parts, power held, weakest links, stall, price, labor and lead time.',
    steps: [
      'Select builds on the left: the present one, the one as received, revisions, points of the parts plan, other transmissions.',
      'Rows with the same value everywhere are hidden. Clear “Differences only” to see them.',
    ],
    keys: [['Space', 'Select or clear a build.'], UNDO],
    reading: [
      'Each build is judged with its own brief and house rules; a revision with the shelf data saved with it.',
      'Power held is at margin 1. Power held with margin divides by the house margins.',
    ],
  },
  plan: {
    answers:
      'What to install for the power: the cheapest build that holds it, what more power costs, and the most that this transmission holds.',
    steps: [
      'Pick a point of the line: below it are the stations that change, front to rear, with price and labor.',
      'Install the build as one step, or save it as a revision. Undo restores the build before.',
      'State your wishes: keep a part, leave out a maker, limit the hours. If no build is left, the wish that is in the way is named.',
    ],
    keys: [['← →', 'Previous and next build, while the chart has the focus.'], UNDO, FIELD],
    reading: [
      'Line: every build that no other beats in both cost and power. Power is with the margins of the house rules.',
      'A: holds the target. B: holds it with room. C: the most that this transmission holds. Diamond: the present build.',
    ],
    caution:
      'Prices and hours are those of the shelf. Certified plates, welds and machine work belong to qualified shops; the rule book of the class decides.',
  },
  'fit-up': {
    answers: 'Whether everything from the crank flange to the output flange fits, nominal and as measured, and what to order.',
    steps: ['Work down the list in the order of assembly.', 'Turn measurement on, type a reading and press Enter for the next.'],
    keys: [
      ['Enter', 'Accept the reading and go to the next check.'],
      ['Escape', 'Leave measurement.'],
      ['↑ ↓', 'Previous and next check, while the list has the focus.'],
    ],
    reading: ['Above the centerline: nominal. Below: as measured. A value closer to a limit than its tool can tell must be remeasured.'],
    caution: SPRINGS,
  },
  'build-book': {
    answers: 'What to update on this transmission and why, and what the teardown found, piece by piece.',
    steps: [
      'Update list: entries follow the torque path from the crank back. “Add” puts a part or operation into the build with its price.',
      'Set an entry by hand if the build does not show it: done, to do, checked OK, or not for this job.',
      'Teardown: choose what you see on each piece. The usual verdict follows; change it if you know better.',
      'Pieces marked “suspect” would show the likely causes of the diagnosis.',
      'Air tests: numbers show where each port is. Leaks that are there by design are named.',
      'Assembly: steps from the rear to the engine. Finish a station before the next one covers it.',
      'First start: readings are compared with what the build should show.',
      'Sign-off: what is open is listed first. A signed book cannot be changed; a new one says what changed.',
      'After use: how each part has lived. It counts in the history of the shop.',
      'Entries are saved one by one. Without a connection they are kept on this device and sent later.',
    ],
    keys: [['↑ ↓', 'Next piece, in the list of pieces.'], ['A, R, S', 'Accept, rework or scrap, in the list of pieces.'], UNDO],
    caution: `${DUST} ${SPRINGS}`,
  },
  'build-sheet': {
    answers: 'Everything the bench needs on paper: parts, reasons, operations, gauge readings, fits and cautions.',
    steps: ['Print it, or download the PDF or the parts list.', 'Save a revision first, so that the sheet names it.'],
  },
}

/** Symbols, each where it is explained. */
export const SYMBOLS: readonly (readonly [symbol: string, meaning: string])[] = [
  ...Object.values(ORIGIN_WORDS).map(({ mark, words }) => [mark, words] as const),
  ['⌀', 'diameter'],
  ['▽', 'below target'],
  ['▲', 'problem'],
  ['▶', 'weakest link'],
  ['√', 'square root'],
  ['×', 'times'],
]
