import { certain, numberAt } from '@plucky/core'
import {
  crossHoles,
  sectionStarts,
  shaftIssues,
  shaftLength,
  workingDiameter,
  type CrossHole,
  type Groove,
  type ShaftGeometry,
  type ShaftSection,
  type Spline,
} from '@plucky/core'

export const PIECE_KINDS = ['section', 'hole', 'groove'] as const

/** One piece of a shaft that is looked at or taken hold of. */
export interface Piece {
  readonly kind: (typeof PIECE_KINDS)[number]
  readonly index: number
}

const MM = 1e-3
const INCH = 0.0254

/** A shaft to draw a new one from: one length of alloy steel. */
export const PLAIN_SHAFT: ShaftGeometry = {
  steelId: '4340-200',
  caseDepthM: 0,
  sections: [{ name: 'land', outerDiameterM: INCH, boreDiameterM: 0, lengthM: 6 * INCH }],
}

/** A shaft with every cross hole in its own list, so that each can be moved. */
export function withOwnHoles(shaft: ShaftGeometry): ShaftGeometry {
  const own = shaft.holes ?? []
  const halfWay = crossHoles({ ...shaft, holes: [] })
  if (halfWay.length === 0) return shaft
  const taken = new Set(own.map(({ name }) => name))
  const sections = shaft.sections.map((section) => {
    const { crossHoleDiameterM, ...rest } = section
    return crossHoleDiameterM === undefined ? section : rest
  })
  return { ...shaft, sections, holes: [...halfWay.map((hole) => ({ ...hole, name: freeName(hole.name, taken) })), ...own] }
}

function freeName(stem: string, taken: ReadonlySet<string>): string {
  let [name, n] = [stem, 2]
  while (taken.has(name)) name = `${stem} ${n++}`
  return name
}

const replaced = <T>(list: readonly T[], index: number, change: Partial<T>): T[] =>
  list.map((each, i) => (i === index ? { ...each, ...change } : each))

/** Fields of a section as they are typed. */
export function setSection(shaft: ShaftGeometry, index: number, change: Partial<ShaftSection>): ShaftGeometry {
  const { lengthM, ...rest } = change
  const changed = { ...shaft, sections: replaced(shaft.sections, index, rest) }
  return lengthM === undefined ? changed : setLength(changed, index, lengthM)
}

/** A section without something that it may do without. */
export function withoutField(shaft: ShaftGeometry, index: number, key: 'spline' | 'filletRadiusM' | 'idle'): ShaftGeometry {
  const sections = shaft.sections.map((section, i) => {
    const copy = { ...section }
    if (i === index) Reflect.deleteProperty(copy, key)
    return copy
  })
  return { ...shaft, sections }
}

/** Other sections, with holes and grooves carried along; those that have no place any more go. */
function carried(
  shaft: ShaftGeometry,
  sections: readonly ShaftSection[],
  moved: (fromFrontM: number) => number | undefined,
): ShaftGeometry {
  const kept = <T extends { readonly fromFrontM: number }>(list: readonly T[]) =>
    list.flatMap((f) => {
      const at = moved(f.fromFrontM)
      return at === undefined ? [] : [{ ...f, fromFrontM: at }]
    })
  const { holes, grooves } = shaft
  return { ...shaft, sections, ...(holes ? { holes: kept(holes) } : {}), ...(grooves ? { grooves: kept(grooves) } : {}) }
}

/** A section of another length; whatever lies behind it moves along. */
export function setLength(shaft: ShaftGeometry, index: number, lengthM: number): ShaftGeometry {
  const end = numberAt(sectionStarts(shaft), index + 1)
  const by = lengthM - (shaft.sections[index]?.lengthM ?? 0)
  return carried(shaft, replaced(shaft.sections, index, { lengthM }), (at) => (at >= end ? at + by : at))
}

export const setHole = (shaft: ShaftGeometry, index: number, change: Partial<CrossHole>): ShaftGeometry => ({
  ...shaft,
  holes: replaced(shaft.holes ?? [], index, change),
})

export const setGroove = (shaft: ShaftGeometry, index: number, change: Partial<Groove>): ShaftGeometry => ({
  ...shaft,
  grooves: replaced(shaft.grooves ?? [], index, change),
})

/** One bore through the whole shaft. */
export const setBore = (shaft: ShaftGeometry, boreDiameterM: number): ShaftGeometry => ({
  ...shaft,
  sections: shaft.sections.map((s) => ({ ...s, boreDiameterM })),
})

/** All splines of a shaft, each changed the same way. */
export const setSplines = (shaft: ShaftGeometry, change: Partial<Spline>): ShaftGeometry => ({
  ...shaft,
  sections: shaft.sections.map((s) => (s.spline ? { ...s, spline: { ...s.spline, ...change } } : s)),
})

export const setHoles = (shaft: ShaftGeometry, change: Partial<CrossHole>): ShaftGeometry => ({
  ...shaft,
  holes: (shaft.holes ?? []).map((hole) => ({ ...hole, ...change })),
})

const USUAL_SECTION_M = 0.5 * INCH

/** A section more behind another, of the same size, without its spline. */
export function addSection(shaft: ShaftGeometry, after: number): ShaftGeometry {
  const like = shaft.sections[after] ?? shaft.sections[shaft.sections.length - 1]
  if (!like) return shaft
  const name = freeName('land', new Set(shaft.sections.map((s) => s.name)))
  const at = numberAt(sectionStarts(shaft), after + 1)
  const section: ShaftSection = { name, outerDiameterM: workingDiameter(like), boreDiameterM: like.boreDiameterM, lengthM: USUAL_SECTION_M }
  return carried(shaft, shaft.sections.toSpliced(after + 1, 0, section), (x) => (x >= at ? x + USUAL_SECTION_M : x))
}

/** A section less, with what was cut into it; nothing is taken from a shaft of one. */
export function removeSection(shaft: ShaftGeometry, index: number): ShaftGeometry {
  if (shaft.sections.length < 2) return shaft
  const starts = sectionStarts(shaft)
  const [from, to] = [numberAt(starts, index), numberAt(starts, index + 1)]
  return carried(shaft, shaft.sections.toSpliced(index, 1), (x) => (x < from ? x : x < to ? undefined : x - (to - from)))
}

/** Half way along a section. */
const middleOf = (shaft: ShaftGeometry, index: number): number =>
  numberAt(sectionStarts(shaft), index) + (shaft.sections[index]?.lengthM ?? 0) / 2

export function addHole(shaft: ShaftGeometry, inSection: number): ShaftGeometry {
  const section = shaft.sections[inSection]
  const name = freeName('hole', new Set((shaft.holes ?? []).map((h) => h.name)))
  const hole = { name, fromFrontM: middleOf(shaft, inSection), diameterM: rounded(0.12 * (section ? workingDiameter(section) : INCH)) }
  return { ...shaft, holes: [...(shaft.holes ?? []), hole] }
}

export function addGroove(shaft: ShaftGeometry, inSection: number): ShaftGeometry {
  const section = shaft.sections[inSection]
  const name = freeName('groove', new Set((shaft.grooves ?? []).map((g) => g.name)))
  const widthM = Math.min(2 * MM, (section?.lengthM ?? 0) / 2)
  const bottomDiameterM = rounded(0.94 * (section?.outerDiameterM ?? INCH))
  return {
    ...shaft,
    grooves: [...(shaft.grooves ?? []), { name, fromFrontM: middleOf(shaft, inSection), widthM, bottomDiameterM, radiusM: 0.25 * MM }],
  }
}

/** A shaft without one of its pieces. */
export function remove(shaft: ShaftGeometry, { kind, index }: Piece): ShaftGeometry {
  if (kind === 'section') return removeSection(shaft, index)
  return kind === 'hole'
    ? { ...shaft, holes: (shaft.holes ?? []).toSpliced(index, 1) }
    : { ...shaft, grooves: (shaft.grooves ?? []).toSpliced(index, 1) }
}

/** Drawing steps: five thousandths of an inch. */
const STEP_M = 0.005 * INCH
const rounded = (metres: number) => Math.round(metres / STEP_M) * STEP_M

/** What of a piece is taken hold of. */
export type Grip = { readonly piece: Piece; readonly of: 'length' | 'diameter' | 'place' } | { readonly piece: Piece; readonly of: 'bore' }

/** Where a grip stands: along the shaft, and from the centreline; the one that it does not move by is fixed. */
export interface At {
  readonly xM: number
  readonly rM: number
}

/**
 * A shaft after a grip is moved to a place, to the nearest drawing step. What cannot be leaves the shaft as it was.
 */
export function dragged(shaft: ShaftGeometry, { piece, of }: Grip, { xM, rM }: At): ShaftGeometry {
  // Destructured from a Grip, so the pair is valid. TypeScript loses the link between the two.
  const moved = movedTo(shaft, { piece, of } as Grip, xM, rM)
  return moved === shaft || shaftIssues(moved).length > 0 ? shaft : moved
}

function movedTo(shaft: ShaftGeometry, { piece: { kind, index }, of }: Grip, xM: number, rM: number): ShaftGeometry {
  const across = Math.max(STEP_M, rounded(2 * rM))
  if (of === 'bore') return setBore(shaft, Math.max(0, rounded(2 * rM)))
  if (kind === 'hole') return setHole(shaft, index, { fromFrontM: rounded(xM) })
  if (kind === 'groove') return setGroove(shaft, index, of === 'place' ? { fromFrontM: rounded(xM) } : { bottomDiameterM: across })
  if (of === 'length') return setLength(shaft, index, Math.max(STEP_M, rounded(xM - numberAt(sectionStarts(shaft), index))))
  const section = shaft.sections[index]
  if (!section?.spline) return setSection(shaft, index, { outerDiameterM: across })
  return setSection(shaft, index, ofTeeth(section, Math.max(6, Math.round(across / section.spline.moduleM))))
}

/** A spline grows by whole teeth; its outside with them. */
function ofTeeth(section: ShaftSection, teeth: number): Partial<ShaftSection> {
  const spline = certain(section.spline)
  const over = section.outerDiameterM - spline.teeth * spline.moduleM
  return { spline: { ...spline, teeth }, outerDiameterM: teeth * spline.moduleM + over }
}

/** What a grip reads: a length, or the teeth of a spline. */
export function readOf(shaft: ShaftGeometry, { piece: { kind, index }, of }: Grip): { readonly value: number; readonly teeth: boolean } {
  const section = shaft.sections[index]
  const size = (value: number | undefined) => ({ value: value ?? 0, teeth: false })
  if (of === 'bore') return size(section?.boreDiameterM)
  if (kind === 'hole') return size(shaft.holes?.[index]?.fromFrontM)
  if (kind === 'groove') return size(shaft.grooves?.[index]?.[of === 'place' ? 'fromFrontM' : 'bottomDiameterM'])
  if (of === 'length') return size(section?.lengthM)
  return section?.spline ? { value: section.spline.teeth, teeth: true } : size(section?.outerDiameterM)
}

/** A shaft with a grip's dimension as typed. */
export function typedAt(shaft: ShaftGeometry, grip: Grip, value: number): ShaftGeometry {
  const { kind, index } = grip.piece
  if (grip.of === 'bore') return setBore(shaft, value)
  if (kind === 'hole') return setHole(shaft, index, { fromFrontM: value })
  if (kind === 'groove') return setGroove(shaft, index, grip.of === 'place' ? { fromFrontM: value } : { bottomDiameterM: value })
  if (grip.of === 'length') return setLength(shaft, index, value)
  const section = shaft.sections[index]
  return section?.spline ? setSection(shaft, index, ofTeeth(section, value)) : setSection(shaft, index, { outerDiameterM: value })
}

/** Where the grips of a shaft stand. */
export function gripsOf(shaft: ShaftGeometry): { grip: Grip; at: At; name: string; along: boolean }[] {
  const starts = sectionStarts(shaft)
  const outer = (x: number) =>
    (shaft.sections[
      Math.max(
        0,
        starts.findLastIndex((s) => s <= x),
      )
    ]?.outerDiameterM ?? 0) / 2
  const bored = shaft.sections.findIndex((s) => s.boreDiameterM > 0)
  return [
    ...shaft.sections.flatMap((section, index) => {
      const piece: Piece = { kind: 'section', index }
      const [from, to] = [numberAt(starts, index), numberAt(starts, index + 1)]
      return [
        {
          grip: { piece, of: 'length' as const },
          at: { xM: to, rM: section.outerDiameterM / 4 },
          name: `length of ${section.name}`,
          along: true,
        },
        {
          grip: { piece, of: 'diameter' as const },
          at: { xM: (from + to) / 2, rM: section.outerDiameterM / 2 },
          name: section.spline ? `teeth of ${section.name}` : `diameter of ${section.name}`,
          along: false,
        },
      ]
    }),
    ...(shaft.grooves ?? []).map((groove, index) => ({
      grip: { piece: { kind: 'groove' as const, index }, of: 'place' as const },
      at: { xM: groove.fromFrontM, rM: outer(groove.fromFrontM) + 2.2 * MM },
      name: `position of ${groove.name}`,
      along: true,
    })),
    ...(shaft.holes ?? []).map((hole, index) => ({
      grip: { piece: { kind: 'hole' as const, index }, of: 'place' as const },
      at: { xM: hole.fromFrontM, rM: 0.7 * outer(hole.fromFrontM) },
      name: `position of ${hole.name}`,
      along: true,
    })),
    ...(bored < 0
      ? []
      : [
          {
            grip: { piece: { kind: 'section' as const, index: bored }, of: 'bore' as const },
            at: { xM: shaftLength(shaft), rM: (shaft.sections[bored]?.boreDiameterM ?? 0) / 2 },
            name: 'bore',
            along: false,
          },
        ]),
  ]
}
