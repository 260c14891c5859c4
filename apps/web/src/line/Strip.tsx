import { stationName } from '@plucky/contract'
import {
  fromSi,
  loadTorque,
  stationSpeed,
  type Answer,
  type DutyCase,
  type Part,
  type RangeSolution,
  type Station,
  type Unit,
} from '@plucky/core'
import { useMemo, useRef, type KeyboardEvent } from 'react'
import { useWidth } from '../ui/use-width.js'
import { ink } from '../ui/theme.js'
import { GLYPHS } from './glyphs.js'
import { StationLabel } from './StationLabel.js'
import { layoutStrip, linkPath, type Slot, type StripLayout } from './strip-layout.js'

export interface StripProps {
  readonly unit: Unit
  readonly answer: Answer | undefined
  readonly duty: DutyCase | undefined
  readonly gearing: RangeSolution | undefined
  readonly fits: ReadonlyMap<string, Part>
  readonly chosen: string
  readonly onChoose: (stationId: string) => void
  readonly onKey: (event: KeyboardEvent) => void
}

/** Torque and speed of a station in the case shown. */
export interface Reading {
  readonly torqueNm: number
  readonly speedRadPerS: number | undefined
  readonly live: boolean
}

/** The line: the torque path as one section strip, crank at the left, output flange at the right, the case as a rail on top. */
export function Strip(props: StripProps) {
  const { unit, answer, duty, gearing, chosen, onKey } = props
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const readings = useMemo(() => readStations(unit, duty, gearing), [unit, duty, gearing])
  const live = new Set([...readings].filter(([, r]) => r.live).map(([id]) => id))
  const layout = layoutStrip(unit, width, chosen, live)
  const first = answer?.breakingOrder[0]
  return (
    <div
      ref={frame}
      role="listbox"
      aria-label="Torque path: left and right walk the stations, up and down the parts, Enter fits"
      aria-activedescendant={`station-${chosen}`}
      tabIndex={0}
      onKeyDown={onKey}
      data-testid="line"
    >
      <svg width={width} height={layout.height} style={{ display: 'block', overflow: 'visible' }} aria-hidden={false}>
        <Patterns />
        <Rail width={width} y={layout.railY} />
        <path d={`M0,${layout.axisY} H${width}`} stroke={ink('inkSoft')} strokeWidth={0.8} strokeDasharray="14 4 3 4" />
        <Links unit={unit} layout={layout} live={live} />
        {unit.stations.map((station) => {
          const slot = layout.slots.get(station.id) as Slot
          return (
            <StationMark
              key={station.id}
              {...props}
              station={station}
              slot={slot}
              layout={layout}
              reading={readings.get(station.id) as Reading}
              goesFirst={station.id === first}
            />
          )
        })}
      </svg>
    </div>
  )
}

function readStations(unit: Unit, duty: DutyCase | undefined, gearing: RangeSolution | undefined): Map<string, Reading> {
  return new Map(
    unit.stations.map((station): [string, Reading] => {
      if (!duty || !gearing) return [station.id, { torqueNm: 0, speedRadPerS: undefined, live: false }]
      const torqueNm = loadTorque(station.load, duty, gearing)
      return [station.id, { torqueNm, speedRadPerS: stationSpeed(station, duty, gearing), live: torqueNm > 1e-6 * duty.turbine.torqueNm }]
    }),
  )
}

function Patterns() {
  return (
    <defs>
      <pattern id="case-hatch" width="7" height="7" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
        <path d="M0,0 V7" stroke={ink('inkSoft')} strokeWidth={1.2} />
      </pattern>
      <pattern id="break-hatch" width="6" height="6" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill={ink('breakWash')} />
        <path d="M0,0 V6" stroke={ink('break')} strokeWidth={2.4} />
      </pattern>
    </defs>
  )
}

function Rail({ width, y }: { width: number; y: number }) {
  return (
    <g>
      <rect x={0} y={y - 11} width={width} height={11} fill="url(#case-hatch)" opacity={0.55} />
      <path d={`M0,${y} H${width}`} stroke={ink('ink')} strokeWidth={1.4} />
      <text x={width - 4} y={y + 13} textAnchor="end" fontSize={11} fill={ink('inkSoft')}>
        case
      </text>
    </g>
  )
}

/** Torque in ink where it runs; a thin broken line where it does not. */
function Links({ unit, layout, live }: { unit: Unit; layout: StripLayout; live: ReadonlySet<string> }) {
  return (
    <g fill="none">
      {unit.stations.flatMap((station) =>
        station.strip.from.map((from) => {
          const on = live.has(station.id) && (live.has(from) || station.strip.lane === 'rail')
          const path = linkPath(layout.slots.get(from) as Slot, layout.slots.get(station.id) as Slot)
          return (
            <path
              key={`${from}-${station.id}`}
              d={path}
              stroke={ink(on ? 'torque' : 'rule')}
              strokeWidth={on ? 4 : 1.2}
              strokeDasharray={on ? undefined : '3 4'}
              strokeLinejoin="round"
            />
          )
        }),
      )}
    </g>
  )
}

interface MarkProps extends StripProps {
  readonly station: Station
  readonly slot: Slot
  readonly layout: StripLayout
  readonly reading: Reading
  readonly goesFirst: boolean
}

function StationMark({ station, slot, layout, reading, goesFirst, chosen, fits, unit, onChoose, answer, duty }: MarkProps) {
  const part = fits.get(station.id)
  const isChosen = station.id === chosen
  const Glyph = GLYPHS[station.kind]
  const hung = station.strip.lane === 'rail'
  const stroke = goesFirst ? ink('break') : reading.live ? ink('ink') : ink('inkSoft')
  const fill = goesFirst ? 'url(#break-hatch)' : reading.live ? ink('torqueWash') : ink('sheet')
  const away = hung && !reading.live ? 'rotate(-11)' : undefined
  const spoken = `${stationName(unit, station.id)}, ${part?.name ?? 'nothing fitted'}, ${reading.live ? `${fromSi(reading.torqueNm, 'lb-ft').toFixed(0)} lb-ft` : 'idle'}${goesFirst ? ', goes first' : ''}`
  return (
    <g
      role="option"
      id={`station-${station.id}`}
      aria-selected={isChosen}
      aria-label={spoken}
      onClick={() => onChoose(station.id)}
      style={{ cursor: 'pointer' }}
      data-testid={`station-${station.id}`}
    >
      <rect
        x={slot.x - slot.width / 2 - 4}
        y={slot.y - slot.height / 2 - 8}
        width={slot.width + (station.strip.lane === 'line' ? 8 : 66)}
        height={slot.height + (station.strip.lane === 'line' ? 62 : 16)}
        fill={isChosen ? ink('oilWash') : 'transparent'}
        opacity={isChosen ? 0.55 : 1}
        rx={2}
      />
      {hung && station.strip.grounded && (
        <path
          d={`M${slot.x},${layout.railY} V${slot.y - slot.height / 2}`}
          transform={away && `rotate(-11 ${slot.x} ${layout.railY})`}
          stroke={reading.live ? ink('torque') : ink('rule')}
          strokeWidth={reading.live ? 4 : 2}
        />
      )}
      <g
        transform={`translate(${slot.x} ${slot.y}) ${away ? `rotate(-11 0 ${layout.railY - slot.y})` : ''}`}
        opacity={reading.live || goesFirst ? 1 : 0.62}
        strokeWidth={isChosen ? 2 : 1.3}
      >
        {part ? (
          <Glyph station={station} part={part} width={slot.width} height={slot.height} fill={fill} stroke={stroke} />
        ) : (
          <rect x={-slot.width / 2} y={-18} width={slot.width} height={36} fill="none" stroke={stroke} strokeDasharray="4 4" />
        )}
      </g>
      <StationLabel
        slot={slot}
        layout={layout}
        reading={reading}
        goesFirst={goesFirst}
        chosen={isChosen}
        verdict={answer?.stations.find((s) => s.stationId === station.id)}
        caseId={duty?.id}
      />
    </g>
  )
}
