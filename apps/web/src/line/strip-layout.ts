import type { Station, Unit } from '@plucky/core'

/** Where a station stands on the strip, in px. */
export interface Slot {
  readonly station: Station
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  /** Where the label stands: below what lies on the line, across the band above it, beside what hangs from the rail; what is small has none. */
  readonly label: 'below' | 'across' | 'left' | 'right' | 'none'
}

export interface StripLayout {
  readonly slots: ReadonlyMap<string, Slot>
  readonly height: number
  readonly railY: number
  readonly axisY: number
  readonly labelY: number
}

const RAIL_Y = 13
const LANE_Y = { rail: 43, upper: 101, line: 163 } as const
const GLYPH_HEIGHT = { rail: 42, upper: 40, line: 72 } as const
const LABEL_ROOM = 56
const HANGING_LABEL = 60
/** What stands beside the plate: in a row at the left end, each as large as it must be to be pressed (WCAG 2.5.8). */
const SMALL = { x: 14, y: 46, pitch: 25, size: 24 } as const

/**
 * Share of the width that a column takes: what hangs over a column wants room for its label, a hub on the line little; the chosen one
 * widens, columns that only hold idle stations shrink.
 */
const WEIGHT = { hanging: 1.14, line: 0.84, hub: 0.64, chosen: 1.42, idle: 0.88 } as const

/**
 * Lays the stations of a unit on the strip: columns left to right, three lanes from the case rail down to the line. What lies on the
 * line reaches to the next thing on it. Stations off the line carry their label beside them, those on it below.
 */
export function layoutStrip(unit: Unit, width: number, chosen: string, live: ReadonlySet<string>): StripLayout {
  const placed = unit.stations.filter(({ strip }) => strip.lane !== 'beside')
  const columns = Math.max(...placed.map((s) => s.strip.column)) + 1
  const edges = columnEdges(placed, columns, width, chosen, live)
  const onLine = unit.stations.filter((s) => s.strip.lane === 'line').map((s) => s.strip.column)
  const slots = new Map(
    unit.stations.map((station): [string, Slot] => {
      const { lane, column } = station.strip
      if (lane === 'beside') return [station.id, smallSlot(station, column)]
      const left = edges[column] as number
      const next = lane === 'line' ? Math.min(columns, ...onLine.filter((c) => c > column)) : column + 1
      const room = (edges[next] as number) - left
      const glyph = lane === 'line' ? room : Math.max(28, Math.min(46, room - HANGING_LABEL))
      const label = lane === 'line' ? 'below' : lane === 'upper' ? 'across' : handedOnRight(station, unit) ? 'left' : 'right'
      const beside = label === 'left' ? left + room - 4 - glyph / 2 : Math.min(left + 10 + glyph / 2, width - HANGING_LABEL - glyph / 2)
      return [
        station.id,
        { station, x: lane === 'line' ? left + room / 2 : beside, y: LANE_Y[lane], width: glyph, height: GLYPH_HEIGHT[lane], label },
      ]
    }),
  )
  const labelY = LANE_Y.line + GLYPH_HEIGHT.line / 2 + 18
  return { slots, height: labelY + LABEL_ROOM - 14, railY: RAIL_Y, axisY: LANE_Y.line, labelY }
}

function smallSlot(station: Station, nth: number): Slot {
  const { x, y, pitch, size } = SMALL
  return { station, x: x + pitch * nth, y, width: size, height: size, label: 'none' }
}

/** True where the torque comes along the rail from something standing further to the rear. */
const handedOnRight = (station: Station, unit: Unit): boolean =>
  station.strip.from.some((id) =>
    unit.stations.some((s) => s.id === id && s.strip.lane === 'rail' && s.strip.column > station.strip.column),
  )

/** Left edge of each column, and the right edge of the last. */
function columnEdges(stations: readonly Station[], columns: number, width: number, chosen: string, live: ReadonlySet<string>): number[] {
  const weights = Array.from({ length: columns }, (_, column) => {
    const here = stations.filter((s) => s.strip.column === column)
    const hanging = here.some((s) => s.strip.lane !== 'line')
    const usual = hanging ? WEIGHT.hanging : here.every((s) => s.kind === 'hub') ? WEIGHT.hub : WEIGHT.line
    if (here.some((s) => s.id === chosen)) return WEIGHT.chosen
    return here.some((s) => live.has(s.id)) ? usual : usual * WEIGHT.idle
  })
  const total = weights.reduce((sum, w) => sum + w, 0)
  return Array.from({ length: columns + 1 }, (_, i) => (width * weights.slice(0, i).reduce((sum, w) => sum + w, 0)) / total)
}

/** The path along which torque goes from one station to the next, square as pipes are drawn. */
export function linkPath(from: Slot, to: Slot, railY: number): string {
  const [a, b] = [from.station.strip.lane, to.station.strip.lane]
  if (b === 'rail') return hangPath(to, from, railY)
  if (a === b) return `M${from.x},${from.y} H${to.x}`
  if (a === 'line') return `M${from.x},${from.y} H${edge(from, 1) - 8} V${to.y} H${to.x}`
  return `M${from.x},${from.y} H${to.x - 22} V${to.y} H${to.x}`
}

/** From what is held up to the case: straight where it hangs above, round a corner where it stands in another column. */
function hangPath(hung: Slot, held: Slot, railY: number): string {
  const start = `M${held.x},${held.y}`
  const end = hung.station.strip.grounded ? ` V${railY}` : ''
  if (held.station.strip.lane === 'rail')
    return `M${hung.x},${hung.y} H${held.x}${hung.station.strip.grounded ? ` M${hung.x},${hung.y} V${railY}` : ''}`
  const inside = Math.abs(hung.x - held.x) < held.width / 2 - 4
  if (inside) return `M${hung.x},${held.y} V${hung.y}${end}`
  const corner = hung.y + hung.height / 2 + 12
  return `${start} m14,0 V${corner} H${hung.x} V${hung.y}${end}`
}

const edge = (slot: Slot, side: 1 | -1) => slot.x + (side * slot.width) / 2
