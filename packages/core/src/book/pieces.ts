import type { Suspect } from '../diagnosis/candidates.js'
import { OUTER_PLACES, type OuterPlace } from '../diagnosis/signs.js'
import { isOneOf } from '../numeric/records.js'
import type { Station, Unit } from '../model/unit.js'
import type { PartKind } from '../parts/geometries.js'

/** Pieces that are inspected on a teardown bench. */
export const PIECES = [
  'plate',
  'bolts',
  'motor-plate',
  'pilot',
  'converter',
  'lockup-clutch',
  'pump-gears',
  'pump-faces',
  'pump-bushing',
  'shaft',
  'sealing-rings',
  'hub',
  'drum',
  'piston',
  'return-spring',
  'plates',
  'band',
  'servo',
  'one-way',
  'gears',
  'carrier',
  'shell',
  'valve-body',
  'separator-plate',
  'relief-spring',
  'accumulators',
  'thrust',
  'case',
  'pan',
  'cooler',
] as const
export type Piece = (typeof PIECES)[number]

/** Pieces of each part kind. */
const PIECES_OF: Readonly<Record<PartKind, readonly Piece[]>> = {
  'flex-plate': ['plate'],
  bolts: ['bolts'],
  'motor-plate': ['motor-plate'],
  pilot: ['pilot'],
  converter: ['converter'],
  lockup: ['lockup-clutch'],
  pump: ['pump-gears', 'pump-faces', 'pump-bushing'],
  shaft: ['shaft'],
  hub: ['hub'],
  pack: ['drum', 'piston', 'return-spring', 'plates'],
  band: ['band', 'servo'],
  'one-way': ['one-way'],
  'gear-set': ['gears', 'carrier'],
  shell: ['shell'],
  valves: ['valve-body', 'separator-plate', 'relief-spring', 'accumulators'],
}

/** Possible findings on pieces. */
export const PIECE_FINDINGS = [
  'plate-cracked',
  'plate-crooked',
  'holes-oval',
  'bolts-loose',
  'bolts-stretched',
  'fretted',
  'worn-fit',
  'pads-uneven',
  'cover-ballooned',
  'stator-slips',
  'lining-burnt',
  'lining-worn',
  'lining-loose',
  'heat-spots',
  'windows-cracked',
  'teeth-chipped',
  'teeth-pitted',
  'pins-worn',
  'scored',
  'bushing-worn',
  'spline-worn',
  'spline-twisted',
  'hole-cracked',
  'broken-flat',
  'broken-beach',
  'broken-spiral',
  'rings-worn',
  'rings-one-side',
  'bore-grooved',
  'lugs-worn',
  'weld-cracked',
  'piston-cracked',
  'seals-hard',
  'spring-broken',
  'snap-ring-out',
  'plates-warped',
  'band-cracked',
  'strut-bent',
  'turns-both-ways',
  'locks-both-ways',
  'rollers-dented',
  'neck-cracked',
  'valve-sticks',
  'bore-worn',
  'ball-seats-worn',
  'gasket-torn',
  'case-cracked',
  'case-lugs-worn',
  'metal',
  'lining-debris',
  'plugged',
] as const
export type PieceFinding = (typeof PIECE_FINDINGS)[number]

/** Verdicts on a piece. */
export const CARD_VERDICTS = ['accept', 'rework', 'scrap'] as const
export type CardVerdict = (typeof CARD_VERDICTS)[number]

const BROKEN = ['broken-flat', 'broken-beach', 'broken-spiral'] as const satisfies readonly PieceFinding[]

/** Findings that each piece can have (common practice, no source). */
export const FINDINGS_OF: Readonly<Record<Piece, readonly PieceFinding[]>> = {
  plate: ['plate-cracked', 'plate-crooked', 'holes-oval'],
  bolts: ['bolts-loose', 'bolts-stretched'],
  'motor-plate': ['plate-crooked', 'fretted'],
  pilot: ['worn-fit', 'fretted'],
  converter: ['cover-ballooned', 'pads-uneven', 'stator-slips', 'scored', 'metal'],
  'lockup-clutch': ['lining-burnt', 'lining-worn', 'lining-loose', 'windows-cracked', 'heat-spots'],
  'pump-gears': ['teeth-chipped', 'scored'],
  'pump-faces': ['scored', 'fretted'],
  'pump-bushing': ['bushing-worn'],
  shaft: ['spline-worn', 'spline-twisted', 'hole-cracked', ...BROKEN, 'scored', 'bushing-worn'],
  'sealing-rings': ['rings-worn', 'rings-one-side'],
  hub: ['spline-worn', 'spline-twisted', 'weld-cracked', ...BROKEN],
  drum: ['bore-grooved', 'lugs-worn', 'weld-cracked', 'heat-spots', 'spline-worn', 'bushing-worn'],
  piston: ['seals-hard', 'piston-cracked'],
  'return-spring': ['spring-broken', 'snap-ring-out'],
  plates: ['lining-burnt', 'lining-worn', 'heat-spots', 'plates-warped'],
  band: ['lining-burnt', 'lining-worn', 'band-cracked', 'strut-bent'],
  servo: ['seals-hard', 'bore-worn', 'spring-broken'],
  'one-way': ['turns-both-ways', 'locks-both-ways', 'rollers-dented', 'fretted'],
  gears: ['teeth-pitted', 'teeth-chipped', 'spline-worn', 'spline-twisted'],
  carrier: ['pins-worn', 'weld-cracked', 'bushing-worn'],
  shell: ['neck-cracked', 'lugs-worn', 'spline-worn', 'weld-cracked'],
  'valve-body': ['valve-sticks', 'bore-worn', 'plate-crooked'],
  'separator-plate': ['ball-seats-worn', 'gasket-torn', 'plate-crooked'],
  'relief-spring': ['spring-broken', 'worn-fit'],
  accumulators: ['seals-hard', 'bore-worn', 'spring-broken'],
  thrust: ['worn-fit', 'scored', 'metal'],
  case: ['case-cracked', 'case-lugs-worn', 'bushing-worn'],
  pan: ['metal', 'lining-debris'],
  cooler: ['plugged', 'metal'],
}

/** Findings after which a piece is usually scrapped. After the others it is usually reworked (common practice, no source). */
const SCRAPPED: ReadonlySet<PieceFinding> = new Set([
  'plate-cracked',
  'plate-crooked',
  'holes-oval',
  'bolts-stretched',
  'cover-ballooned',
  'lining-burnt',
  'lining-worn',
  'lining-loose',
  'windows-cracked',
  'teeth-chipped',
  'teeth-pitted',
  'spline-worn',
  'spline-twisted',
  'hole-cracked',
  ...BROKEN,
  'rings-worn',
  'rings-one-side',
  'bore-grooved',
  'lugs-worn',
  'piston-cracked',
  'seals-hard',
  'spring-broken',
  'plates-warped',
  'band-cracked',
  'strut-bent',
  'turns-both-ways',
  'locks-both-ways',
  'rollers-dented',
  'neck-cracked',
  'ball-seats-worn',
  'case-cracked',
])

/** True if a finding says that the piece broke or yielded under torque. It can then be recorded as a limit of the part. */
export const isBreakage = (finding: PieceFinding): boolean =>
  isOneOf([...BROKEN, 'spline-twisted', 'neck-cracked', 'weld-cracked'], finding)

/** Usual verdict for the findings on a piece: accept without any. */
export const usualVerdict = (findings: readonly PieceFinding[]): CardVerdict =>
  findings.length === 0 ? 'accept' : findings.some((finding) => SCRAPPED.has(finding)) ? 'scrap' : 'rework'

/** A piece of a transmission on the bench. */
export interface Card {
  /** Station or place, and piece, as "direct-pack/drum". */
  readonly id: string
  readonly piece: Piece
  /** Station that the piece belongs to. Absent for thrust surfaces, case, pan and cooler. */
  readonly station?: Station
  /** Name of the thrust surface. */
  readonly thrust?: string
}

/** Cards of a transmission, front to rear: the pieces of each station, thrust surfaces, then case, pan and cooler. */
export function cardsOf({ stations, thrusts = [] }: Pick<Unit, 'stations' | 'thrusts'>): Card[] {
  const pieces = (station: Station): readonly Piece[] =>
    station.kind === 'shaft' && station.load.at === 'stator' ? ['shaft', 'sealing-rings'] : PIECES_OF[station.kind]
  return [
    ...stations.flatMap((station) => pieces(station).map((piece): Card => ({ id: `${station.id}/${piece}`, piece, station }))),
    ...thrusts.map(({ id }): Card => ({ id: `${slugOf(id)}/thrust`, piece: 'thrust', thrust: id })),
    ...(['case', 'pan', 'cooler'] as const).map((piece): Card => ({ id: `${piece}/${piece}`, piece })),
  ]
}

const slugOf = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '-')

/** Pieces to look at for each cause outside the gear train (common practice, no source). */
const PIECES_FOR: Readonly<Record<OuterPlace, readonly Piece[]>> = {
  accumulator: ['accumulators', 'valve-body', 'separator-plate'],
  'ring-bore': ['drum', 'sealing-rings'],
  support: ['sealing-rings'],
  plate: ['plate'],
  pilot: ['pilot'],
  'converter-seat': ['converter', 'pump-gears'],
  'converter-bolts': ['bolts'],
  'lockup-piston': ['lockup-clutch'],
  'lockup-oil': ['lockup-clutch', 'sealing-rings'],
  'relief-spring': ['relief-spring'],
  pump: ['pump-gears', 'pump-faces'],
  cooler: ['cooler'],
}

/** True if a card shows a piece that a suspect would have damaged. */
export function showsSuspect({ piece, station }: Card, { place, at }: Pick<Suspect, 'place' | 'at'>): boolean {
  switch (place) {
    case 'shift':
      return piece === 'valve-body'
    case 'outside':
      return isOneOf(OUTER_PLACES, at) && PIECES_FOR[at].includes(piece)
    case 'train': {
      const { load } = station ?? {}
      return load !== undefined && ((load.at === 'link' && load.id === at) || (load.at === 'sets' && load.ids.includes(at)))
    }
  }
}
