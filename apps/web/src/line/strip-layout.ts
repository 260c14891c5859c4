import type { Station, Unit } from '@plucky/core'

/** Where a station stands on the strip, in px. */
export interface Slot {
  readonly station: Station
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

export interface StripLayout {
  readonly slots: ReadonlyMap<string, Slot>
  readonly height: number
  readonly railY: number
  readonly axisY: number
  readonly labelY: number
}

const RAIL_Y = 20
const LANE_Y = { rail: 58, upper: 136, line: 214 } as const
const GLYPH_HEIGHT = { rail: 46, upper: 46, line: 76 } as const
const LABEL_ROOM = 58
const HANGING_LABEL = 62

/** Share of the width that a column takes: the chosen one widens, columns that only hold idle stations shrink. */
const WEIGHT = { chosen: 1.42, live: 1, idle: 0.84 } as const

/**
 * Lays the stations of a unit on the strip: columns left to right, three lanes from the case rail down to the line.
 * Stations off the line carry their label beside them, those on it below.
 */
export function layoutStrip(unit: Unit, width: number, chosen: string, live: ReadonlySet<string>): StripLayout {
  const columns = Math.max(...unit.stations.map((s) => s.strip.column)) + 1
  const weights = Array.from({ length: columns }, (_, column) => {
    const here = unit.stations.filter((s) => s.strip.column === column)
    if (here.some((s) => s.id === chosen)) return WEIGHT.chosen
    return here.some((s) => live.has(s.id)) ? WEIGHT.live : WEIGHT.idle
  })
  const total = weights.reduce((sum, w) => sum + w, 0)
  const left = weights.map((_, i) => (width * weights.slice(0, i).reduce((sum, w) => sum + w, 0)) / total)
  const slots = new Map(
    unit.stations.map((station): [string, Slot] => {
      const { lane, column } = station.strip
      const room = (width * (weights[column] as number)) / total
      const glyph = lane === 'line' ? room - 10 : Math.max(30, Math.min(46, room - HANGING_LABEL))
      const x = (left[column] as number) + (lane === 'line' ? room / 2 : 8 + glyph / 2)
      return [station.id, { station, x, y: LANE_Y[lane], width: glyph, height: GLYPH_HEIGHT[lane] }]
    }),
  )
  return {
    slots,
    height: LANE_Y.line + GLYPH_HEIGHT.line / 2 + LABEL_ROOM,
    railY: RAIL_Y,
    axisY: LANE_Y.line,
    labelY: LANE_Y.line + GLYPH_HEIGHT.line / 2 + 16,
  }
}

/** The path along which torque goes from one station to the next, square as pipes are drawn. */
export function linkPath(from: Slot, to: Slot): string {
  const [a, b] = [from.station.strip.lane, to.station.strip.lane]
  if (a === b) {
    const [left, right] = from.x < to.x ? [from, to] : [to, from]
    return `M${edge(left, 1)},${left.y} H${edge(right, -1)}`
  }
  if (b === 'rail') return hangPath(to, from)
  if (a === 'line') return `M${edge(from, 1) - 6},${from.y} V${to.y} H${edge(to, -1)}`
  return `M${edge(from, 1)},${from.y} H${to.x - 10} V${to.y - to.height / 2}`
}

/** From something on the rail straight down to what it holds, or round the corner where it stands in another column. */
function hangPath(hung: Slot, held: Slot): string {
  const top = held.y - held.height / 2
  const bottom = hung.y + hung.height / 2
  const inside = Math.abs(hung.x - held.x) < held.width / 2 + 4
  if (inside) return `M${hung.x},${bottom} V${top}`
  const corner = bottom + 14
  return `M${hung.x},${bottom} V${corner} H${held.x + 10} V${top}`
}

const edge = (slot: Slot, side: 1 | -1) => slot.x + (side * slot.width) / 2
