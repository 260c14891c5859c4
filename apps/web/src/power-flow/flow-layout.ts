import type { PowerHeld, Station, StationVerdict, Unit } from '@plucky/core'

/** Order of the columns: along the torque path, or by power held. */
export type ColumnOrder = 'path' | 'weakest'

/** A station's column on the chart, in px. */
export interface Column {
  readonly station: Station
  /** Middle and width of the column. */
  readonly x: number
  readonly width: number
  /** Middle of the drawn station. */
  readonly y: number
  readonly height: number
}

export interface FlowLayout {
  readonly columns: readonly Column[]
  readonly width: number
}

/** Heights on the chart, px: the case rail, what hangs from it, the track past members, the shaft line, the labels, the bars. */
export const ROWS = {
  rail: 13,
  hanging: 46,
  track: 79,
  axis: 124,
  code: 171,
  torque: 187,
  speed: 200,
  use: 206,
  barsTop: 234,
  barsBottom: 358,
  bracket: 367,
  height: 374,
} as const

const HEIGHT = { line: 62, hanging: 38 } as const
/** Room at the left for the figures of the axis, and at the right for the grip of the target. */
export const GUTTER = { left: 34, right: 12 } as const

/** Least width of a column that its code and figures can be read in; below it the chart scrolls inside its panel. */
const LEAST = 34
const SHARE = { line: 1.04, hanging: 1, aside: 0.88 } as const

/** On the shaft line, hanging from the case or above the line, or apart from the torque path. */
export function laneOf({ load, strip }: Station): keyof typeof SHARE {
  if (strip.lane === 'line') return 'line'
  return strip.lane === 'beside' || load.at === 'none' ? 'aside' : 'hanging'
}

/** Layout with one column per station over the full width. Labels keep to their column, so that none overlap. */
export function layoutFlow(unit: Unit, verdicts: readonly StationVerdict[], width: number, order: ColumnOrder): FlowLayout {
  const stations = order === 'path' ? unit.stations : weakestFirst(unit, verdicts)
  const shares = stations.map((station) => SHARE[laneOf(station)])
  const total = shares.reduce((sum, share) => sum + share, 0)
  const least = LEAST / Math.min(...shares)
  const unitWidth = Math.max(least, (width - GUTTER.left - GUTTER.right) / total)
  let left = GUTTER.left
  const columns = stations.map((station, i): Column => {
    const own = (shares[i] ?? 1) * unitWidth
    const lane = laneOf(station)
    const column = {
      station,
      x: left + own / 2,
      width: own,
      y: lane === 'line' ? ROWS.axis : ROWS.hanging,
      height: lane === 'line' ? HEIGHT.line : HEIGHT.hanging,
    }
    left += own
    return column
  })
  return { columns, width: left + GUTTER.right }
}

/** Power at which a station fails, W, as far as it is known; `undefined` where it has no limit. */
export const powerOf = (held: PowerHeld): number | undefined =>
  held.outcome === 'held'
    ? held.powerW
    : held.outcome === 'not-limiting'
      ? held.aboveW
      : held.outcome === 'fails-at-smallest'
        ? held.belowW
        : undefined

/** Stations by power held; those without a limit follow, then those that carry no torque. */
function weakestFirst(unit: Unit, verdicts: readonly StationVerdict[]): Station[] {
  const rank = (station: Station) => {
    const verdict = verdicts.find(({ stationId }) => stationId === station.id)
    const power = verdict && powerOf(verdict.held)
    return power ?? (verdict && verdict.missing.length > 0 ? Number.MAX_VALUE : Infinity)
  }
  return [...unit.stations].sort((a, b) => (rank(a) === rank(b) ? 0 : rank(a) - rank(b)))
}

/**
 * The way of torque from one station to the next, in straight lines. On the shaft line where nothing stands between; otherwise on the
 * track above the members that it passes.
 */
export function linkPath(from: Column, to: Column, columns: readonly Column[]): string {
  const [a, b] = [laneOf(from.station), laneOf(to.station)]
  const between = columns.some(
    ({ station, x }) =>
      laneOf(station) === 'line' &&
      station !== from.station &&
      station !== to.station &&
      x > Math.min(from.x, to.x) &&
      x < Math.max(from.x, to.x),
  )
  if (a === 'line' && b === 'line')
    return between ? `M${from.x},${ROWS.axis} V${ROWS.track} H${to.x} V${ROWS.axis}` : `M${from.x},${ROWS.axis} H${to.x}`
  if (a === 'line')
    return between ? `M${from.x},${ROWS.axis} V${ROWS.track} H${to.x} V${to.y}` : `M${from.x},${ROWS.axis} H${to.x} V${to.y}`
  return `M${from.x},${from.y} V${ROWS.track} H${to.x} V${b === 'line' ? ROWS.axis : to.y}`
}
