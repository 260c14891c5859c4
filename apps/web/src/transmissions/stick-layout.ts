import { certain, memberAt } from '@plucky/core'
import { CASE, type GearTrain, type PlanetarySet } from '@plucky/core'
import { GEARS, stickParts, type Gear, type StickParts } from './stick-parts.js'

type Point = readonly [x: number, y: number]

interface StickSet {
  readonly set: PlanetarySet
  readonly x: number
}

/** A member as a line along the shaft. */
export interface Spine {
  readonly member: string
  readonly y: number
  readonly from: number
  readonly to: number
  /** Where its name begins: clear of the signs that stand close above it. */
  readonly nameAt: number
}

/** From a gear to the line of its member. */
export interface Leg {
  readonly set: string
  readonly gear: Gear
  readonly member: string
  readonly spine: string
  readonly path: readonly Point[]
  /** Joint of the leg. `null` if gear and line are one member. */
  readonly joint: { readonly id: string; readonly at: Point } | null
}

/** An element or a joint between two lines, or between one and the case. */
export interface StickLink {
  readonly id: string
  readonly kind: 'clutch' | 'brake' | 'band' | 'one-way' | 'joint'
  readonly x: number
  readonly a: string
  readonly b: string
  readonly ya: number
  readonly yb: number
  /** Where its sign stands. */
  readonly y: number
  /** Joints of members that are only the way to this element. */
  readonly joints: readonly { readonly id: string; readonly at: Point }[]
}

export interface StickLayout {
  readonly width: number
  readonly height: number
  readonly railY: number
  readonly axisY: number
  /** Height of ring, pinions and sun of every set. */
  readonly gearY: Readonly<Record<Gear, number>>
  readonly sets: readonly StickSet[]
  readonly spines: readonly Spine[]
  readonly legs: readonly Leg[]
  readonly links: readonly StickLink[]
}

const ROOM = { set: 88, element: 92, joint: 28 } as const
const MARGIN = { left: 74, right: 92 }
const LEVEL = 30
const RAIL_Y = 12
/** Signs of brakes hang between the rail and the first line. */
const RAIL_ROOM = 40
const BODY = 74
/** How far beside its set a gear's leg runs, where it does not leave straight. */
const ASIDE: Readonly<Record<Gear, number>> = { carrier: 27, sun: 38, ring: 49 }
/** Half of the width of a gear's own sign. */
export const GEAR_HALF = 13

interface Column {
  readonly kind: 'set' | 'element' | 'joint'
  readonly id: string
  readonly at: number
}

/**
 * Lays a train out as a half-section in sticks: sets in their order along the shaft, members as lines inside or outside of them, legs
 * from gears to lines, elements and joints between the lines, brakes up to the case. Any train can be laid out, wider than the room where it must be; lines of one height never
 * overlap, and no two legs run in one place.
 */
export function layoutStick(train: GearTrain, room: number): StickLayout {
  const parts = stickParts(train)
  const columns = columnsOf(train, parts)
  const width = Math.max(room, leastWidth(columns))
  const xs = columnsAt(columns, width)
  const x = (kind: Column['kind'], id: string) => certain(xs.get(`${kind}:${id}`))
  const outside = new Set(parts.spines.filter((spine) => liesOutside(parts, spine)))
  const sides = gearSides(train, parts, x, outside)
  const spans = new Map(parts.spines.map((spine) => [spine, spanOf(spine, train, parts, x, sides, width)]))
  const levels = (among: readonly string[]) => levelled(among, spans)
  const [outer, inner] = [levels(parts.spines.filter((s) => outside.has(s))), levels(parts.spines.filter((s) => !outside.has(s)))]
  const ringY = RAIL_Y + RAIL_ROOM + outer.count * LEVEL
  const gearY = { ring: ringY, carrier: ringY + BODY / 2, sun: ringY + BODY }
  const yOf = (spine: string): number => {
    if (spine === CASE) return RAIL_Y
    return outside.has(spine)
      ? ringY - LEVEL * (certain(outer.levels.get(spine)) + 1) + 2
      : gearY.sun + LEVEL * (certain(inner.levels.get(spine)) + 1)
  }
  const links = linksOf(train, parts, x, yOf)
  const legs = train.sets.flatMap((set) =>
    GEARS.map((gear) => legOf(set, gear, parts, x('set', set.id), sides.get(`${set.id}:${gear}`) ?? 0, gearY, yOf)),
  )
  const drawn = [...links.flatMap(linkBoxes), ...legs.flatMap(legBoxes)]
  const axisY = gearY.sun + LEVEL * (inner.count + 1)
  return {
    width,
    height: axisY + 24,
    railY: RAIL_Y,
    axisY,
    gearY,
    sets: train.sets.map((set) => ({ set, x: x('set', set.id) })),
    spines: parts.spines.map((member) => spineAt(member, yOf(member), certain(spans.get(member)), drawn)),
    legs,
    links,
  }
}

export interface InkBox {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}

/** What is drawn of an element: its line, its sign, and the words beside the sign. */
export function linkBoxes({ x, y, ya, yb, kind }: StickLink): InkBox[] {
  const line = { left: x - 2, right: x + 2, top: Math.min(ya, yb), bottom: Math.max(ya, yb) }
  return kind === 'joint' ? [line] : [line, { left: x - 13, right: x + SIGN_ROOM, top: y - 14, bottom: y + 13 }]
}

/** What is drawn of a leg: its upright parts. */
export const legBoxes = ({ path }: Leg): InkBox[] =>
  path.slice(1).flatMap(([x, y], i): InkBox[] => {
    const [x0, y0] = memberAt(path, i)
    return x0 === x ? [{ left: x - 2, right: x + 2, top: Math.min(y0, y), bottom: Math.max(y0, y) }] : []
  })

/** Room for a name and its speed above a line. */
export const nameBox = (member: string, left: number, y: number): InkBox => ({
  left,
  right: left + LETTER * (member.length + SPEED_LETTERS),
  top: y - 15,
  bottom: y - 4,
})

export const meet = (a: InkBox, b: InkBox): boolean => a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top

/** The name begins at the left end of its line, or at the first place right of it where nothing crosses it. */
function spineAt(member: string, y: number, [from, to]: Point, drawn: readonly InkBox[]): Spine {
  const starts = [from, ...drawn.map(({ right }) => right).filter((x) => x > from)].map((x) => x + 6).sort((a, b) => a - b)
  const free = starts.find((start) => {
    const box = nameBox(member, start, y)
    return (start === from + 6 || box.right <= to) && !drawn.some((other) => meet(box, other))
  })
  return { member, y, from, to, nameAt: free ?? from + 6 }
}

/** Width of a letter of a name, and how many letters its speed takes. */
const LETTER = 4.4
const SPEED_LETTERS = 9
/** Width of what is beside a sign. */
const SIGN_ROOM = 66

/** Sets keep their order; an element stands amid what it ties together. */
function columnsOf(train: GearTrain, parts: StickParts): Column[] {
  const setAt = new Map(train.sets.map((set, i) => [set.id, i + 1]))
  const spineAt = new Map<string, number>()
  const ties = [...train.elements, ...train.joints.filter(({ a, b }) => !parts.legs.has(a) && !parts.legs.has(b))]
  const tieAt = new Map<string, number>()
  const mean = (values: readonly number[]) => (values.length === 0 ? undefined : values.reduce((sum, v) => sum + v, 0) / values.length)
  for (let round = 0; round < 4; round++) {
    for (const spine of parts.spines) {
      const members = [spine, ...[...parts.legs].filter(([, leg]) => leg.spine === spine).map(([member]) => member)]
      const at = members.flatMap((member) =>
        (parts.hung.get(member) ?? []).flatMap((h) => {
          if (h.on === 'gear') return setAt.get(h.set.id) ?? []
          if (h.on === 'input') return 0
          return h.on === 'output' ? train.sets.length + 1 : (tieAt.get(h.id) ?? [])
        }),
      )
      const found = mean(at)
      if (found !== undefined) spineAt.set(spine, found)
    }
    for (const { id, a, b } of ties) {
      const found = mean([a, b].flatMap((member) => (member === CASE ? [] : (spineAt.get(parts.spineOf(member)) ?? []))))
      if (found !== undefined) tieAt.set(id, found)
    }
  }
  const kindOf = (id: string) => (train.elements.some((e) => e.id === id) ? 'element' : 'joint')
  const columns: Column[] = [
    ...train.sets.map(({ id }): Column => ({ kind: 'set', id, at: certain(setAt.get(id)) })),
    ...ties.map(({ id }): Column => ({ kind: kindOf(id), id, at: tieAt.get(id) ?? 0.5 })),
  ]
  return columns.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
}

/** Narrower than this its signs would run into each other; the sheet is scrolled instead. */
const leastWidth = (columns: readonly Column[]) => MARGIN.left + MARGIN.right + columns.reduce((sum, { kind }) => sum + ROOM[kind], 0)

function columnsAt(columns: readonly Column[], width: number): Map<string, number> {
  const total = columns.reduce((sum, { kind }) => sum + ROOM[kind], 0)
  const stretch = (width - MARGIN.left - MARGIN.right) / Math.max(1, total)
  let left = MARGIN.left
  return new Map(
    columns.map(({ kind, id }) => {
      const room = ROOM[kind] * stretch
      left += room
      return [`${kind}:${id}`, left - room / 2]
    }),
  )
}

/** Whether a line does better outside the sets: by its gears, by what it has to do with the case, by input and output. */
function liesOutside(parts: StickParts, spine: string): boolean {
  const members = [spine, ...[...parts.legs].filter(([, leg]) => leg.spine === spine).map(([member]) => member)]
  const lean = members.flatMap((member) =>
    (parts.hung.get(member) ?? []).map((h) => {
      if (h.on === 'gear') return h.gear === 'sun' ? -2.5 : h.gear === 'ring' ? 2.5 : -0.2
      if (h.on === 'element' || h.on === 'joint') return h.other === CASE ? 1.2 : 0.1
      return -1.5
    }),
  )
  return lean.reduce((sum, each) => sum + each, 0) > 0
}

type XOf = (kind: Column['kind'], id: string) => number

/** Beside which end of its set each gear's leg runs: −1 left, 1 right, 0 straight in or out. */
function gearSides(train: GearTrain, parts: StickParts, x: XOf, outside: ReadonlySet<string>): Map<string, number> {
  return new Map(
    train.sets.flatMap((set) =>
      GEARS.map((gear): [string, number] => {
        const spine = parts.spineOf(set[gear])
        const straight = gear !== 'carrier' && (gear === 'ring') === (outside.has(spine) || spine === CASE)
        const others = otherPorts(train, parts, spine, set.id, x)
        const own = x('set', set.id)
        const mean = others.reduce((sum, each) => sum + each, 0) / Math.max(1, others.length)
        return [`${set.id}:${gear}`, straight ? 0 : others.length > 0 && mean < own ? -1 : 1]
      }),
    ),
  )
}

function otherPorts(train: GearTrain, parts: StickParts, spine: string, setId: string, x: XOf): number[] {
  const on = (member: string) => parts.spineOf(member) === spine
  return [
    ...train.sets.filter((set) => set.id !== setId && GEARS.some((gear) => on(set[gear]))).map((set) => x('set', set.id)),
    ...train.elements.filter(({ a, b }) => on(a) || on(b)).map(({ id }) => x('element', id)),
    ...(on(train.input) ? [0] : []),
    ...(on(train.output) ? [1e4] : []),
  ]
}

/** From where to where a line reaches: to everything that hangs on it. */
function spanOf(spine: string, train: GearTrain, parts: StickParts, x: XOf, sides: ReadonlyMap<string, number>, width: number): Point {
  const on = (member: string) => parts.spineOf(member) === spine
  const ties = train.joints.filter(({ a, b }) => !parts.legs.has(a) && !parts.legs.has(b))
  const ports = [
    ...train.sets.flatMap((set) =>
      GEARS.filter((gear) => on(set[gear])).map((gear) => x('set', set.id) + (sides.get(`${set.id}:${gear}`) ?? 0) * ASIDE[gear]),
    ),
    ...train.elements.filter(({ a, b }) => on(a) || on(b)).map(({ id }) => x('element', id)),
    ...ties.filter(({ a, b }) => a === spine || b === spine).map(({ id }) => x('joint', id)),
    ...(on(train.input) ? [12] : []),
    ...(on(train.output) ? [width - 12] : []),
  ]
  return ports.length === 0 ? [4, 30] : [Math.min(...ports), Math.max(...ports)]
}

/** Lines share a height where they keep clear of each other; short ones stand nearest to the sets. */
function levelled(among: readonly string[], spans: ReadonlyMap<string, Point>): { levels: Map<string, number>; count: number } {
  const span = (spine: string) => certain(spans.get(spine))
  const byLength = [...among].sort((a, b) => span(a)[1] - span(a)[0] - (span(b)[1] - span(b)[0]) || (a < b ? -1 : 1))
  const taken: Point[][] = []
  const levels = new Map<string, number>()
  for (const spine of byLength) {
    const [from, to] = span(spine)
    const free = taken.findIndex((level) => level.every(([l, r]) => to + CLEAR < l || r + CLEAR < from))
    const level = free < 0 ? taken.length : free
    taken[level] = [...(taken[level] ?? []), [from, to]]
    levels.set(spine, level)
  }
  return { levels, count: taken.length }
}

/** Room for the name of a line behind the one before it. */
const CLEAR = 70

function legOf(
  set: PlanetarySet,
  gear: Gear,
  parts: StickParts,
  x: number,
  side: number,
  gearY: StickLayout['gearY'],
  yOf: (spine: string) => number,
): Leg {
  const spine = parts.spineOf(set[gear])
  const [y, end] = [gearY[gear], yOf(spine)]
  const out = x + side * ASIDE[gear]
  const path: Point[] =
    side === 0
      ? [
          [x, y],
          [x, end],
        ]
      : [
          [x + side * GEAR_HALF, y],
          [out, y],
          [out, end],
        ]
  const joint = parts.legs.get(set[gear])
  return {
    set: set.id,
    gear,
    member: set[gear],
    spine,
    path,
    joint: joint ? { id: joint.joint, at: [out, end + (end > y ? -9 : 9)] } : null,
  }
}

function linksOf(train: GearTrain, parts: StickParts, x: XOf, yOf: (spine: string) => number): StickLink[] {
  const jointAt = (member: string, at: number, y: number, toward: number) => {
    const leg = parts.legs.get(member)
    // A tuple literal that TypeScript infers as an array.
    return leg ? [{ id: leg.joint, at: [at, y + Math.sign(toward - y) * 9] as Point }] : []
  }
  const elements = train.elements.map(({ id, kind, a, b }): StickLink => {
    const [at, ya, yb] = [x('element', id), yOf(parts.spineOf(a)), yOf(parts.spineOf(b))]
    const onCase = a === CASE || b === CASE
    return {
      id,
      kind,
      x: at,
      a,
      b,
      ya,
      yb,
      y: onCase ? RAIL_Y + 21 : (ya + yb) / 2,
      joints: [...jointAt(a, at, ya, yb), ...jointAt(b, at, yb, ya)],
    }
  })
  const joints = train.joints.flatMap(({ id, a, b }): StickLink[] => {
    if (parts.legs.has(a) || parts.legs.has(b)) return []
    const [at, ya, yb] = [x('joint', id), yOf(parts.spineOf(a)), yOf(parts.spineOf(b))]
    return [{ id, kind: 'joint', x: at, a, b, ya, yb, y: (ya + yb) / 2, joints: [] }]
  })
  return [...elements, ...joints]
}
