import { figure } from '@plucky/contract'
import { CASE, fromSi } from '@plucky/core'
import { ink } from '../ui/theme.js'
import type { MarkProps } from './StationMark.js'

/** Code, torque, speed and how much of the part's capacity is asked. */
export function StationLabel({ slot, layout, reading, goesFirst, verdict, caseId, words }: MarkProps) {
  const { label } = slot
  if (label === 'none') return null
  const x = label === 'below' ? slot.x : label === 'left' ? slot.x - slot.width / 2 - 8 : slot.x + slot.width / 2 + 8
  const y = label === 'below' ? layout.labelY : slot.y - 10
  const margin = verdict?.cases.find((c) => c.caseId === caseId)?.margin
  const noFigure = verdict !== undefined && verdict.missing.length > 0
  const halo = { stroke: ink('sheet'), strokeWidth: 3, paintOrder: 'stroke' } as const
  const makes = slot.station.load.at === 'none'
  const speed = reading.speedRadPerS === undefined ? 'freewheels' : `${figure(fromSi(reading.speedRadPerS, 'rpm'))} rpm`
  const second = label === 'across' ? { x: x + 8 * slot.station.code.length + 8, y } : { x, y: y + 14.5 }
  const third = y + 27
  return (
    <g textAnchor={label === 'below' ? 'middle' : label === 'left' ? 'end' : 'start'} pointerEvents="none">
      <text x={x} y={y} fontSize={13.5} fontWeight={600} letterSpacing="0.05em" fill={goesFirst ? ink('break') : ink('ink')} {...halo}>
        {slot.station.code}
      </text>
      <text
        {...second}
        fontSize={15}
        fontWeight={reading.live || makes ? 600 : 400}
        fill={makes ? ink('oil') : reading.live ? ink('torque') : ink('inkSoft')}
        {...halo}
      >
        {words}
      </text>
      <text x={x} y={third} fontSize={12} fill={ink('inkSoft')} {...halo}>
        {noFigure ? 'not rated' : makes && slot.station.speedOf === CASE ? '' : speed}
      </text>
      {margin !== undefined && (
        <Gauge x={label === 'below' ? x - GAUGE / 2 : label === 'left' ? x - GAUGE : x} y={third + 4} margin={margin} />
      )}
      {goesFirst && (
        <text
          x={label === 'below' ? x : slot.x}
          y={label === 'below' ? slot.y - 22 : slot.y + slot.height / 2 + 14}
          textAnchor="middle"
          fontSize={13.5}
          fontWeight={700}
          fill={ink('break')}
          {...halo}
        >
          {label === 'below' ? '▼ weakest link' : '▲ weakest link'}
        </text>
      )}
    </g>
  )
}

const GAUGE = 46
const MOST = 1.3

/** How much of the capacity is asked in this case; the tick marks all of it, past the tick it does not hold. */
function Gauge({ x, y, margin }: { x: number; y: number; margin: number }) {
  const asked = Math.min(MOST, 1 / margin)
  const full = GAUGE / MOST
  return (
    <g data-margin={margin.toFixed(4)}>
      <rect x={x} y={y} width={GAUGE} height={5} fill={ink('sheet')} stroke={ink('inkSoft')} strokeWidth={0.8} />
      <rect x={x} y={y} width={full * asked} height={5} fill={margin < 1 ? 'url(#break-hatch)' : ink('torque')} />
      <path d={`M${x + full},${y - 2} v9`} stroke={ink('ink')} strokeWidth={1.6} />
    </g>
  )
}
