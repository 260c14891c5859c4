import type { Unit } from '@plucky/core'
import { ink } from '../ui/theme.js'
import { laneOf, linkPath, ROWS, type Column } from './flow-layout.js'
import { linkTorque, type Reading } from './readings.js'

interface FlowProps {
  readonly unit: Unit
  readonly columns: readonly Column[]
  readonly readings: ReadonlyMap<string, Reading>
  readonly greatestNm: number
}

const THINNEST = 2
const WIDEST = 17

/** Torque from the crank to the output and into the case: the wider the band, the more torque. Idle ways are thin and broken. */
export function Flow({ unit, columns, readings, greatestNm }: FlowProps) {
  const columnOf = new Map(columns.map((column) => [column.station.id, column]))
  const widthOf = (torque: number) => (torque > 0 ? THINNEST + ((WIDEST - THINNEST) * torque) / greatestNm : 0)
  const links = columns.flatMap((to) =>
    to.station.strip.from.flatMap((id) => {
      const from = columnOf.get(id)
      return from
        ? [{ key: `${id}-${to.station.id}`, path: linkPath(from, to, columns), width: widthOf(linkTorque(unit, readings, id, to.station)) }]
        : []
    }),
  )
  const grounds = columns
    .filter(({ station }) => station.strip.grounded)
    .map(({ station, x, y }) => ({
      key: `case-${station.id}`,
      path: `M${x},${y} V${ROWS.rail}`,
      width: widthOf(readings.get(station.id)?.torqueNm ?? 0),
    }))
  return (
    <g fill="none" strokeLinejoin="round" pointerEvents="none">
      {[...links, ...grounds, ...ends(columns, readings, widthOf)].map(({ key, path, width }) =>
        width > 0 ? (
          <path key={key} d={path} stroke={ink('torque')} strokeWidth={width} strokeOpacity={0.6} />
        ) : (
          <path key={key} d={path} stroke={ink('inkSoft')} strokeWidth={0.9} strokeDasharray="2 4" strokeOpacity={0.55} />
        ),
      )}
    </g>
  )
}

/** From the crank into the first station on the line, and out of the last one. */
function ends(columns: readonly Column[], readings: ReadonlyMap<string, Reading>, widthOf: (torque: number) => number) {
  const line = columns.filter(({ station }) => laneOf(station) === 'line')
  const [front, rear] = [line[0], line.at(-1)]
  if (!front || !rear) return []
  const torque = ({ station }: Column) => widthOf(readings.get(station.id)?.torqueNm ?? 0)
  return [
    { key: 'crank', path: `M${front.x - front.width / 2 - 8},${front.y} H${front.x}`, width: torque(front) },
    { key: 'output', path: `M${rear.x},${rear.y} H${rear.x + rear.width / 2 + 6}`, width: torque(rear) },
  ]
}
