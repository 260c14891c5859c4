import { figure } from '@plucky/contract'
import { fromSi, type StationVerdict } from '@plucky/core'
import { ink } from '../ui/theme.js'
import type { Reading } from './Strip.js'
import type { Slot, StripLayout } from './strip-layout.js'

interface LabelProps {
  readonly slot: Slot
  readonly layout: StripLayout
  readonly reading: Reading
  readonly goesFirst: boolean
  readonly chosen: boolean
  readonly verdict: StationVerdict | undefined
  readonly caseId: string | undefined
}

/** Code, torque, speed and how much of the part's capacity is asked: below a station on the line, beside one off it. */
export function StationLabel({ slot, layout, reading, goesFirst, chosen, verdict, caseId }: LabelProps) {
  const below = slot.station.strip.lane === 'line'
  const x = below ? slot.x : slot.x + slot.width / 2 + 7
  const y = below ? layout.labelY : slot.y - 11
  const anchor = below ? 'middle' : 'start'
  const margin = verdict?.cases.find((c) => c.caseId === caseId)?.margin
  const noFigure = verdict !== undefined && verdict.missing.length > 0
  const colour = goesFirst ? ink('break') : ink('ink')
  return (
    <g textAnchor={anchor} style={{ fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}>
      <text
        x={x}
        y={y}
        fontSize={13.5}
        fontWeight={600}
        letterSpacing="0.04em"
        fill={colour}
        textDecoration={chosen ? 'underline' : undefined}
      >
        {slot.station.code}
      </text>
      <text x={x} y={y + 15} fontSize={15} fontWeight={reading.live ? 600 : 400} fill={reading.live ? ink('torque') : ink('inkSoft')}>
        {reading.live ? figure(fromSi(reading.torqueNm, 'lb-ft')) : 'idle'}
      </text>
      <text x={x} y={y + 28} fontSize={11.5} fill={ink('inkSoft')}>
        {noFigure ? 'no figure' : reading.speedRadPerS === undefined ? 'free' : `${figure(fromSi(reading.speedRadPerS, 'rpm'))} rpm`}
      </text>
      {margin !== undefined && <Gauge x={below ? x - 22 : x} y={y + 32} margin={margin} />}
      {goesFirst && below && (
        <text x={x} y={slot.y - slot.height / 2 - 8} fontSize={13} fontWeight={600} fill={ink('break')}>
          ▼ goes first
        </text>
      )}
      {goesFirst && !below && (
        <text x={x} y={y - 13} fontSize={12.5} fontWeight={600} fill={ink('break')}>
          ▼ first
        </text>
      )}
    </g>
  )
}

const GAUGE = 44

/** How much of the capacity is asked in this case; the tick marks all of it, past the tick it does not hold. */
function Gauge({ x, y, margin }: { x: number; y: number; margin: number }) {
  const asked = Math.min(1.25, 1 / margin)
  const full = GAUGE / 1.25
  const over = margin < 1
  return (
    <g data-margin={margin.toFixed(4)}>
      <rect x={x} y={y} width={GAUGE} height={5} fill="none" stroke={ink('inkSoft')} strokeWidth={0.7} />
      <rect x={x} y={y} width={full * asked} height={5} fill={over ? 'url(#break-hatch)' : ink('torque')} />
      <path d={`M${x + full},${y - 2} v9`} stroke={ink('ink')} strokeWidth={1.4} />
    </g>
  )
}
