import { issue, type Issue } from '../../quantity/issue.js'

/** Kinds of plates. */
export const PLATE_KINDS = ['lined', 'steel', 'apply', 'backing', 'cushion'] as const
export type PlateKind = (typeof PLATE_KINDS)[number]

/** Which faces of a lined plate carry lining: towards the piston, towards the snap ring, or both. */
export const LINED_FACES = ['both', 'piston', 'ring'] as const
export type LinedFaces = (typeof LINED_FACES)[number]

/** One plate, in the order from the piston to the snap ring. */
export interface Plate {
  readonly kind: PlateKind
  readonly thicknessM: number
  /** Faces with lining. Default: both faces of a lined plate, none of others. */
  readonly lining?: LinedFaces
  /** Side it is splined to. Default: lined plates to the hub, others to the drum. */
  readonly turnsWith?: 'hub' | 'drum'
  /** Sense in which the hub must turn against the drum for its grooves to fling oil out; nothing for a plate that may face either way. */
  readonly grooves?: 'forward' | 'backward'
}

/** The plates of a pack in its drum, and the room that they are in. */
export interface PackStack {
  readonly plates: readonly Plate[]
  /** Floor under the released piston to the far side of the snap ring groove. */
  readonly drumDepthM: number
  /** Piston height from that floor to its apply face, with the spring side at its minimum. */
  readonly pistonHeightM: number
  /** To which a piston can be cut down and still be guided. */
  readonly pistonLeastHeightM?: number
  readonly ringThicknessM: number
  readonly ringGrooveM: number
  /** Rings and backing plates to choose from, to put the clearance right. */
  readonly selectiveRings?: readonly { readonly thicknessM: number }[]
  readonly selectiveBackings?: readonly { readonly thicknessM: number }[]
  /** Clearance that is wanted; usual for its lined plates where not given. */
  readonly leastClearanceM?: number
  readonly mostClearanceM?: number
}

/** Usual clearance for each lined plate (common practice, no source): about ten thousandths of an inch. */
export const CLEARANCE_A_PLATE_M = 0.000254
const LEAST_SHARE = 0.7
const MOST_SHARE = 1.4

/** True if a plate has friction lining. */
export const isLined = ({ kind, lining }: Plate): boolean => kind === 'lined' || lining !== undefined
/** Side that a plate is splined to: as stated, or the default of its kind. */
export const turnsWith = ({ kind, turnsWith: said }: Plate): 'hub' | 'drum' => said ?? (kind === 'lined' ? 'hub' : 'drum')
const linedFaces = (plate: Plate): LinedFaces | undefined => plate.lining ?? (plate.kind === 'lined' ? 'both' : undefined)
const linedTowards = (plate: Plate, side: 'piston' | 'ring'): boolean => {
  const faces = linedFaces(plate)
  return faces === 'both' || faces === side
}

/** Number of lined plates. */
export const linedPlates = ({ plates }: PackStack): number => plates.filter(isLined).length

/** Thickness of all plates together. */
export const stackThickness = ({ plates }: PackStack): number => plates.reduce((sum, { thicknessM }) => sum + thicknessM, 0)

/**
 * Room between the released piston and the plates: depth of the drum less piston, plates and snap ring. Negative where they do not go in.
 * Source: geometry.
 * @example stackClearance({ plates: [{ kind: 'lined', thicknessM: 0.002 }, { kind: 'backing', thicknessM: 0.004 }], drumDepthM: 0.03, pistonHeightM: 0.022, ringThicknessM: 0.0015, ringGrooveM: 0.0016 }) // → 0.0005
 */
export const stackClearance = (stack: PackStack): number =>
  stack.drumDepthM - stack.pistonHeightM - stackThickness(stack) - stack.ringThicknessM

/** Clearance that is wanted, least and most. Source: common practice, no source. */
export function wantedClearance(stack: PackStack): { readonly leastM: number; readonly mostM: number } {
  const usual = CLEARANCE_A_PLATE_M * Math.max(1, linedPlates(stack))
  return { leastM: stack.leastClearanceM ?? LEAST_SHARE * usual, mostM: stack.mostClearanceM ?? MOST_SHARE * usual }
}

/** Faces that rub: between two plates, one on the hub and one on the drum, where just one of them is lined there. */
export const rubbingFaces = ({ plates }: PackStack): number =>
  plates.reduce((faces, plate, i) => {
    const next = plates[i + 1]
    return faces + (next && rubs(plate, next) === 'lining' ? 1 : 0)
  }, 0)

/** Lining on one face of a plate (from memory, order of magnitude). */
const LINING_M = 0.0005

/** A plate with bare steel that linings rub on. */
export interface RubbedPlate {
  /** Its place in the stack. */
  readonly plate: number
  readonly faces: number
  /** Thickness of its steel, linings left out. */
  readonly steelM: number
}

/**
 * Plates with bare faces that a neighbour's lining rubs on: steels, apply and backing plates, and the cores of single-sided plates. They take up
 * the heat; lining keeps it out.
 */
export function rubbedPlates({ plates }: PackStack): RubbedPlate[] {
  return plates.flatMap((own, plate): RubbedPlate[] => {
    const [before, after] = [plates[plate - 1], plates[plate + 1]]
    const bare = (side: 'piston' | 'ring') => !linedTowards(own, side)
    const faces =
      Number(before !== undefined && bare('piston') && rubs(before, own) === 'lining') +
      Number(after !== undefined && bare('ring') && rubs(own, after) === 'lining')
    const lined = Number(linedTowards(own, 'piston')) + Number(linedTowards(own, 'ring'))
    return faces === 0 ? [] : [{ plate, faces, steelM: Math.max(own.thicknessM - lined * LINING_M, own.thicknessM / 2) }]
  })
}

/** Contact of two neighboring plates: they rotate together, lining on steel, steel on steel, or lining on lining. */
function rubs(plate: Plate, next: Plate): 'together' | 'lining' | 'bare' | 'both-lined' {
  if (turnsWith(plate) === turnsWith(next)) return 'together'
  const [a, b] = [linedTowards(plate, 'ring'), linedTowards(next, 'piston')]
  return a && b ? 'both-lined' : a || b ? 'lining' : 'bare'
}

/** Something wrong with a stack, at one of its plates, its ring or its room. */
export interface StackWrong {
  readonly code:
    | 'no-room'
    | 'clearance-small'
    | 'clearance-large'
    | 'ring-too-thick'
    | 'bare-faces-meet'
    | 'linings-meet'
    | 'lining-on-piston'
    | 'lining-on-ring'
    | 'lining-idle'
    | 'grooves-wrong-way'
    | 'no-faces'
  /** Index of the plate; nothing for the stack as a whole. */
  readonly plate: number | null
  readonly valueM: number
  readonly limitM: number
}

const at = (code: StackWrong['code'], plate: number | null, valueM = 0, limitM = 0): StackWrong => ({ code, plate, valueM, limitM })

/**
 * Why a stack does not work, plate by plate; hubTurns is the sense in which the hub turns against the drum as the pack comes on, where that is known.
 * Empty for a good one.
 */
export function stackWrongs(stack: PackStack, hubTurns?: 'forward' | 'backward'): StackWrong[] {
  const { plates, ringThicknessM, ringGrooveM } = stack
  const clearanceM = stackClearance(stack)
  const { leastM, mostM } = wantedClearance(stack)
  const [first, last] = [plates[0], plates[plates.length - 1]]
  const room =
    clearanceM < 0
      ? [at('no-room', null, clearanceM, 0)]
      : clearanceM < leastM - EVEN
        ? [at('clearance-small', null, clearanceM, leastM)]
        : clearanceM > mostM + EVEN
          ? [at('clearance-large', null, clearanceM, mostM)]
          : []
  const meetings = plates.flatMap((plate, i): StackWrong[] => {
    const next = plates[i + 1]
    const meets = next ? rubs(plate, next) : 'together'
    return [
      ...(meets === 'bare' ? [at('bare-faces-meet', i)] : []),
      ...(meets === 'both-lined' ? [at('linings-meet', i)] : []),
      ...(next && meets === 'together' && (linedTowards(plate, 'ring') || linedTowards(next, 'piston')) ? [at('lining-idle', i)] : []),
      ...(plate.grooves !== undefined && hubTurns !== undefined && plate.grooves !== hubTurns ? [at('grooves-wrong-way', i)] : []),
    ]
  })
  return [
    ...room,
    ...(ringThicknessM > ringGrooveM ? [at('ring-too-thick', null, ringThicknessM, ringGrooveM)] : []),
    ...(first && (linedTowards(first, 'piston') || turnsWith(first) === 'hub') ? [at('lining-on-piston', 0)] : []),
    ...(last && plates.length > 0 && (linedTowards(last, 'ring') || turnsWith(last) === 'hub')
      ? [at('lining-on-ring', plates.length - 1)]
      : []),
    ...meetings,
    ...(rubbingFaces(stack) === 0 ? [at('no-faces', null)] : []),
  ]
}

/** Clearances that differ by less are the same. */
const EVEN = 1e-7

/** A ring or backing plate that puts the clearance right. */
export interface Mend {
  readonly what: 'ring' | 'backing'
  readonly fromM: number
  readonly toM: number
  readonly clearanceM: number
}

/** Selective rings and backing plates that bring the clearance within what is wanted, nearest to its middle first. */
export function mends(stack: PackStack): Mend[] {
  const { leastM, mostM } = wantedClearance(stack)
  const clearanceM = stackClearance(stack)
  const backing = stack.plates.find(({ kind }) => kind === 'backing')
  const each = (what: Mend['what'], fromM: number, sizes: PackStack['selectiveRings'] = []): Mend[] =>
    sizes.map(({ thicknessM: toM }) => ({ what, fromM, toM, clearanceM: clearanceM + fromM - toM }))
  const rings = (stack.selectiveRings ?? []).filter(({ thicknessM }) => thicknessM <= stack.ringGrooveM)
  const all = [
    ...each('ring', stack.ringThicknessM, rings),
    ...(backing ? each('backing', backing.thicknessM, stack.selectiveBackings) : []),
  ]
  const off = (mend: Mend) => Math.abs(mend.clearanceM - (leastM + mostM) / 2)
  return all
    .filter((mend) => mend.fromM !== mend.toM && mend.clearanceM >= leastM - EVEN && mend.clearanceM <= mostM + EVEN)
    .sort((a, b) => off(a) - off(b))
}

/** Problems of a stack: it is empty, or has no friction plate. A stack that only does not fit is not a problem here. */
export const stackIssues = (stack: PackStack, path: string): Issue[] => [
  ...(stack.plates.length > 0 ? [] : [issue('stack-empty', `${path}.plates`)]),
  ...(stack.plates.length > 0 && linedPlates(stack) === 0 ? [issue('stack-without-lining', `${path}.plates`)] : []),
]
