import type { Unit } from '@plucky/core'
import { ink } from '../ui/theme.js'
import { linkTorque, type Reading } from './readings.js'
import { linkPath, type Slot, type StripLayout } from './strip-layout.js'

interface FlowProps {
  readonly unit: Unit
  readonly layout: StripLayout
  readonly readings: ReadonlyMap<string, Reading>
  readonly greatestNm: number
}

const THINNEST = 2
const WIDEST = 19

/** Torque as it runs from the crank to the output and into the case: the wider the band, the more of it. Idle ways are a broken hair line. */
export function Flow({ unit, layout, readings, greatestNm }: FlowProps) {
  const widthOf = (torque: number) => (torque > 0 ? THINNEST + ((WIDEST - THINNEST) * torque) / greatestNm : 0)
  const links = unit.stations.flatMap((to) =>
    to.strip.from.map((from) => {
      const torque = linkTorque(unit, readings, from, to)
      const path = linkPath(layout.slots.get(from) as Slot, layout.slots.get(to.id) as Slot, layout.railY)
      return { key: `${from}-${to.id}`, path, width: widthOf(torque) }
    }),
  )
  const ends = endPaths(unit, layout).map(({ id, path }) => ({ key: `end-${id}`, path, width: widthOf(readings.get(id)?.torqueNm ?? 0) }))
  return (
    <g fill="none" strokeLinejoin="round" pointerEvents="none">
      {[...links, ...ends].map(({ key, path, width }) =>
        width > 0 ? (
          <path key={key} d={path} stroke={ink('torque')} strokeWidth={width} strokeOpacity={0.62} />
        ) : (
          <path key={key} d={path} stroke={ink('inkSoft')} strokeWidth={0.9} strokeDasharray="2 4" strokeOpacity={0.7} />
        ),
      )}
    </g>
  )
}

/** From the crank into the first station on the line, and out of the last one. */
function endPaths(unit: Unit, layout: StripLayout): { id: string; path: string }[] {
  const slots = unit.stations.filter((s) => s.strip.lane === 'line').map((s) => layout.slots.get(s.id) as Slot)
  const front = slots.reduce((a, b) => (b.x < a.x ? b : a))
  const rear = slots.reduce((a, b) => (b.x > a.x ? b : a))
  return [
    { id: front.station.id, path: `M${front.x - front.width / 2 + 4},${front.y} H${front.x}` },
    { id: rear.station.id, path: `M${rear.x},${rear.y} H${rear.x + rear.width / 2}` },
  ]
}
