import { figure } from '@plucky/contract'
import { fromSi, type Answer, type DutyCase, type Part, type RangeSolution, type Station, type Unit } from '@plucky/core'
import { useMemo, useRef, type KeyboardEvent } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { Flow } from './Flow.js'
import { greatestTorque, readStations, type Reading } from './readings.js'
import { StationLabel } from './StationLabel.js'
import { StationMark, StationTarget, type MarkProps } from './StationMark.js'
import { layoutStrip, type Slot } from './strip-layout.js'

export interface StripProps {
  readonly unit: Unit
  readonly answer: Answer | undefined
  readonly duty: DutyCase | undefined
  readonly gearing: ReadonlyMap<string, RangeSolution> | undefined
  readonly fits: ReadonlyMap<string, Part>
  readonly chosen: string
  readonly onChoose: (stationId: string) => void
  readonly onKey: (event: KeyboardEvent) => void
}

/** The line: the torque path as one section strip, crank at the left, output flange at the right, the case as a rail on top. */
export function Strip({ unit, answer, duty, gearing, fits, chosen, onChoose, onKey }: StripProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const readings = useMemo(() => readStations(unit, duty, duty && gearing?.get(duty.rangeId)), [unit, duty, gearing])
  const greatestNm = useMemo(() => greatestTorque(unit, answer, gearing), [unit, answer, gearing])
  const live = new Set([...readings].filter(([, r]) => r.live).map(([id]) => id))
  const layout = layoutStrip(unit, width, chosen, live)
  const rear = unit.stations.filter((s) => s.strip.lane === 'line').reduce((a, b) => (b.strip.column > a.strip.column ? b : a)).id
  const marks = unit.stations.map((station): MarkProps => {
    const reading = readings.get(station.id) as Reading
    return {
      unit,
      station,
      slot: layout.slots.get(station.id) as Slot,
      layout,
      part: fits.get(station.id),
      reading,
      goesFirst: station.id === answer?.breakingOrder[0],
      chosen: station.id === chosen,
      last: station.id === rear,
      verdict: answer?.stations.find((s) => s.stationId === station.id),
      caseId: duty?.id,
      words: torqueWords(station, reading, duty),
    }
  })
  return (
    <div
      ref={frame}
      role="listbox"
      aria-label="Power flow: left and right arrows change station, up and down change part, Enter installs it"
      aria-activedescendant={`station-${chosen}`}
      tabIndex={0}
      onKeyDown={onKey}
      data-testid="line"
    >
      <svg
        width={width}
        height={layout.height}
        style={{ display: 'block', overflow: 'visible', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
      >
        <Patterns />
        {marks.map((mark) => (
          <StationTarget key={mark.station.id} {...mark} onChoose={onChoose} />
        ))}
        <Rail width={width} y={layout.railY} />
        <path d={`M0,${layout.axisY} H${width}`} stroke={ink('inkSoft')} strokeWidth={0.8} strokeDasharray="14 4 3 4" />
        <g pointerEvents="none">
          {marks.map((mark) => mark.goesFirst || <StationMark key={mark.station.id} {...mark} />)}
          <Flow unit={unit} layout={layout} readings={readings} greatestNm={greatestNm} />
          {marks.map((mark) => mark.goesFirst && <StationMark key={mark.station.id} {...mark} />)}
        </g>
        {marks.map((mark) => (
          <StationLabel key={mark.station.id} {...mark} />
        ))}
      </svg>
    </div>
  )
}

/** Torque as the strip says it: a converter takes one and gives another, gear sets are judged by their suns. */
function torqueWords(station: Station, reading: Reading, duty: DutyCase | undefined): string {
  const lbft = (nm: number) => figure(fromSi(nm, 'lb-ft'))
  if (station.kind === 'converter' && duty) return `${lbft(duty.engine.torqueNm)} ▸ ${lbft(duty.turbine.torqueNm)}`
  if (station.load.at === 'none') return duty ? `${figure(fromSi(duty.linePressurePa, 'psi'))} psi` : ''
  if (!reading.live) return 'no load'
  return station.kind === 'gear-set' ? `sun ${lbft(reading.torqueNm)}` : lbft(reading.torqueNm)
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
    <g pointerEvents="none">
      <rect x={0} y={y - 11} width={width} height={11} fill="url(#case-hatch)" opacity={0.55} />
      <path d={`M0,${y} H${width}`} stroke={ink('ink')} strokeWidth={1.4} />
      <text x={4} y={y + 14} fontSize={12} fill={ink('inkSoft')}>
        case
      </text>
    </g>
  )
}
