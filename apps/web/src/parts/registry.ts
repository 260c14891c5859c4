import { type Part, type PartKind, type PartOf, steelOf, type StationVerdict, type Unit } from '@plucky/core'
import { FlexPlateJointDetails } from '../fit-up/Joints.js'
import type { DraftItem } from '../shelf/draft-item.js'
import { drawBand } from './band/drawing.js'
import { BandGlyph } from './band/glyph.js'
import { drawBolts } from './bolts/drawing.js'
import { BoltsGlyph } from './bolts/glyph.js'
import { drawConverter } from './converter/drawing.js'
import { withSizedRating } from './converter/follows-edit.js'
import { ConverterGlyph } from './converter/glyph.js'
import type { Drawing } from './drawing.js'
import { drawFlexPlate } from './flex-plate/drawing.js'
import { FlexPlateGlyph } from './flex-plate/glyph.js'
import { drawGearSet, setsOf } from './gear-set/drawing.js'
import { GearSetGlyph } from './gear-set/glyph.js'
import { drawHub } from './hub/drawing.js'
import { HubGlyph } from './hub/glyph.js'
import { drawLockup } from './lockup/drawing.js'
import { withFlatPressure } from './lockup/follows-edit.js'
import { LockupGlyph } from './lockup/glyph.js'
import { LockupDetails } from './lockup/LockupDetails.js'
import { drawMotorPlate } from './motor-plate/drawing.js'
import { MotorPlateGlyph } from './motor-plate/glyph.js'
import { drawOneWay } from './one-way/drawing.js'
import { OneWayGlyph } from './one-way/glyph.js'
import { oneWayNote } from './one-way/note.js'
import { drawPack } from './pack/drawing.js'
import { PackGlyph } from './pack/glyph.js'
import type { PartPage, PartView } from './part-view.js'
import { drawPilot } from './pilot/drawing.js'
import { PilotGlyph } from './pilot/glyph.js'
import { drawPump } from './pump/drawing.js'
import { PumpGlyph } from './pump/glyph.js'
import { drawShaft } from './shaft/drawing.js'
import { shaftCaption } from './shaft/caption.js'
import { ShaftGlyph } from './shaft/glyph.js'
import { drawShell } from './shell/drawing.js'
import { ShellGlyph } from './shell/glyph.js'
import { drawValves } from './valves/drawing.js'
import { ValvesGlyph } from './valves/glyph.js'

const CLUTCHES: PartPage = { to: 'clutches-bands', words: 'Open in Clutches & bands' }
const PRESSURE: PartPage = { to: 'line-pressure', words: 'Open in Line pressure' }
const FIT_UP: PartPage = { to: 'fit-up', words: 'Open in Fit-up' }

/** Every part kind as the screen shows it. */
export const PART_VIEWS: { readonly [K in PartKind]: PartView<K> } = {
  'flex-plate': {
    Glyph: FlexPlateGlyph,
    draw: drawFlexPlate,
    page: FIT_UP,
    closings: ['pilot-engagement', 'pull-forward', 'head-room'],
    Details: FlexPlateJointDetails,
  },
  converter: { Glyph: ConverterGlyph, draw: drawConverter, followsEdit: withSizedRating },
  lockup: { Glyph: LockupGlyph, draw: drawLockup, Details: LockupDetails, followsEdit: withFlatPressure },
  shaft: { Glyph: ShaftGlyph, draw: drawShaft, caption: shaftCaption, page: { to: 'shafts', words: 'Open in Shafts' } },
  hub: { Glyph: HubGlyph, draw: drawHub, caption: ({ geometry, maker }) => steelOf(geometry)?.name ?? maker },
  pack: { Glyph: PackGlyph, draw: drawPack, page: CLUTCHES },
  band: { Glyph: BandGlyph, draw: drawBand, page: CLUTCHES },
  'one-way': { Glyph: OneWayGlyph, draw: drawOneWay, note: oneWayNote },
  'gear-set': { Glyph: GearSetGlyph, draw: (geometry, part, unit) => drawGearSet(geometry, setsOf(part, unit)) },
  shell: { Glyph: ShellGlyph, draw: drawShell },
  pump: { Glyph: PumpGlyph, draw: drawPump, page: PRESSURE },
  valves: { Glyph: ValvesGlyph, draw: drawValves, page: PRESSURE },
  bolts: {
    Glyph: BoltsGlyph,
    draw: drawBolts,
    page: FIT_UP,
    closings: ['crank-thread', 'head-room', 'converter-thread', 'converter-thread-room'],
    Details: FlexPlateJointDetails,
  },
  'motor-plate': {
    Glyph: MotorPlateGlyph,
    draw: drawMotorPlate,
    page: FIT_UP,
    closings: ['pilot-engagement', 'pull-forward', 'pump-drive-left', 'converter-thread'],
  },
  pilot: { Glyph: PilotGlyph, draw: drawPilot, page: FIT_UP, closings: ['pilot-engagement', 'pilot-fit', 'pilot-bottom'] },
}

const viewOf = <K extends PartKind>({ kind }: { readonly kind: K }): PartView<K> => PART_VIEWS[kind]

/** Draws a part from its geometry, to scale, in mm. */
export const drawPart = <K extends PartKind>(part: PartOf<K>, unit: Unit): Drawing => viewOf(part).draw(part.geometry, part, unit)

/** What a drawing cannot show: who made the part, or of what. */
export const partCaption = <K extends PartKind>(part: PartOf<K>): string => viewOf(part).caption?.(part) ?? part.maker

/** A note on what the rating of an installed part rests on. Empty for most kinds. */
export const ratingNote = <K extends PartKind>(installed: PartOf<K>, asReceived: Part | undefined, verdict: StationVerdict): string =>
  viewOf(installed).note?.(installed, asReceived, verdict) ?? ''

/** A copied part with the figures that follow an edited field. */
export const followsEdit = <K extends PartKind>(basis: PartOf<K>, item: DraftItem, touched: ReadonlySet<string>): DraftItem =>
  viewOf(basis).followsEdit?.(basis, item, touched) ?? item
