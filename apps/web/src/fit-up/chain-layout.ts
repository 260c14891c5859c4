import type { FitReport, LengthEntry, LinkId } from '@plucky/core'

/** Lengths by name: measured, else nominal. Missing if neither is known. */
export type Lengths = ReadonlyMap<LinkId, number>

/** The lengths of a chain in mm, by the sheet or with what was measured in its place. */
export function lengthsOf({ entries }: FitReport, by: 'sheet' | 'readings'): Lengths {
  const links = entries.filter((entry): entry is LengthEntry => entry.kind === 'link')
  return new Map(
    links.flatMap(({ id, specifiedM, measured }): [LinkId, number][] => {
      const m = by === 'readings' && measured ? (measured.lowM + measured.highM) / 2 : specifiedM
      // The map has these keys.
      return m === null ? [] : [[id as LinkId, m * 1000]]
    }),
  )
}

/** Where things stand along the axis, mm from the crank’s face. */
export interface Stands {
  readonly ring: number
  readonly plateRear: number
  readonly headsRear: number
  readonly boltFront: number
  readonly pads: number
  readonly padSpacer: number
  readonly pilotTip: number
  readonly bore: number
  readonly cover: number
  readonly hubEnd: number
  readonly block: number
  readonly face: number
  readonly seat: number
  readonly inputTip: number
  readonly inputSpline: number
  readonly supportTip: number
  readonly turbineMouth: number
  readonly statorMouth: number
  readonly flange: number
}

/** Usual lengths, mm, to draw by where none is known; what rests on them is named as not known beside the drawing. */
const DRAWN: Readonly<Partial<Record<LinkId, number>>> = {
  'face-to-block': 10,
  'bore-depth': 22,
  'plate-thickness': 3,
  'plate-depth': 26,
  'crank-bolt-length': 22,
  'crank-bolt-head': 7,
  'pilot-ahead': 34,
  'cover-behind': -10,
  'converter-height': 140,
  'pump-seat': 160,
  'input-tip': 46,
  'input-nose': 8,
  'support-tip': 82,
  'turbine-mouth': 70,
  'stator-mouth': 91,
  'case-length': 650,
}

/** The chain laid out along the axis. */
export function standsOf(lengths: Lengths): Stands {
  const of = (id: LinkId) => lengths.get(id) ?? DRAWN[id] ?? 0
  const ring = of('spacer-ring')
  const plateRear = ring + of('plate-thickness')
  const padSpacer = of('pad-spacer')
  const pads = ring + of('plate-depth') + padSpacer
  const block = of('face-to-block')
  const face = block + of('motor-plate')
  const inputTip = face + of('input-tip')
  return {
    ring,
    plateRear,
    headsRear: plateRear + of('crank-bolt-head'),
    boltFront: plateRear - of('crank-bolt-length'),
    pads,
    padSpacer,
    pilotTip: pads - of('pilot-ahead'),
    bore: of('bore-depth'),
    cover: pads + of('cover-behind'),
    hubEnd: pads + of('converter-height'),
    block,
    face,
    seat: face + of('pump-seat'),
    inputTip,
    inputSpline: inputTip + of('input-nose'),
    supportTip: face + of('support-tip'),
    turbineMouth: pads + of('turbine-mouth'),
    statorMouth: pads + of('stator-mouth'),
    flange: face + of('case-length'),
  }
}

/** Where a closing shows itself: between which places along the axis, and at which radius, mm. */
export interface Shown {
  readonly id: string
  readonly from: number
  readonly to: number
  readonly radius: number
}

/** Radii to draw by, mm. */
export interface Radii {
  readonly pilot: number
  readonly crank: number
  readonly pads: number
  readonly body: number
  readonly hub: number
}

export const shownOf = (s: Stands, r: Radii): Shown[] => [
  { id: 'pilot-engagement', from: s.pilotTip, to: 0, radius: r.pilot },
  { id: 'head-room', from: s.headsRear, to: s.cover, radius: r.crank },
  { id: 'turbine-spline', from: s.inputSpline, to: s.turbineMouth, radius: 13 },
  { id: 'stator-spline', from: s.supportTip, to: s.statorMouth, radius: 19 },
  { id: 'pull-forward', from: s.hubEnd, to: s.seat, radius: r.hub },
]

/** A label with the place it is set at, so that none stands on another: each as near to what it names as the others let it. */
export function setLabels<T>(
  wanted: readonly { readonly x: number; readonly width: number; readonly of: T }[],
  most: number,
): { readonly x: number; readonly of: T }[] {
  const sorted = [...wanted].sort((a, b) => a.x - b.x)
  let free = 0
  const forward = sorted.map(({ x, width, of }) => {
    const left = Math.max(free, x - width / 2)
    free = left + width
    return { left, width, of }
  })
  let end = most
  return [...forward]
    .reverse()
    .map(({ left, width, of }) => {
      const moved = Math.min(left, end - width)
      end = moved
      return { x: moved, of }
    })
    .reverse()
}
