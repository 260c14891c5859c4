import { stationName } from '@plucky/contract'
import { fromSi, type Part, type Station, type StationVerdict, type Unit } from '@plucky/core'
import { ink } from '../ui/theme.js'
import { GLYPHS } from './glyphs.js'
import type { Reading } from './readings.js'
import type { Slot, StripLayout } from './strip-layout.js'

/** One station of the strip in the case shown. */
export interface MarkProps {
  readonly unit: Unit
  readonly station: Station
  readonly slot: Slot
  readonly layout: StripLayout
  readonly part: Part | undefined
  readonly reading: Reading
  readonly goesFirst: boolean
  readonly chosen: boolean
  readonly last: boolean
  readonly verdict: StationVerdict | undefined
  readonly caseId: string | undefined
  readonly words: string
}

/** Angle at which something idle swings clear of what it would hold. */
const AWAY = 13

/** The drawn station: hatched where it goes first, faint where it is idle, swung clear where it hangs idle from the case, in oil's colour where it makes pressure. */
export function StationMark({ station, slot, layout, part, reading, goesFirst, last, chosen }: MarkProps) {
  const Glyph = GLYPHS[station.kind]
  const small = station.strip.lane === 'beside'
  const makes = station.load.at === 'none' && !small
  const live = reading.live || makes || small
  const stroke = goesFirst ? ink('break') : live ? ink('ink') : ink('inkSoft')
  const fill = goesFirst ? 'url(#break-hatch)' : makes ? ink('oilWash') : live ? ink('steel') : ink('sheet')
  const swung = station.strip.lane === 'rail' && !live
  return (
    <g transform={swung ? `rotate(${AWAY} ${slot.x} ${layout.railY})` : undefined} opacity={live || goesFirst || chosen ? 1 : 0.66}>
      {station.strip.grounded && <path d={`M${slot.x},${layout.railY} V${slot.y - slot.height / 2}`} stroke={stroke} strokeWidth={2} />}
      <g transform={`translate(${slot.x} ${slot.y})`} strokeWidth={1.2}>
        {part ? (
          <Glyph station={station} part={part} width={slot.width} height={slot.height} fill={fill} stroke={stroke} last={last} />
        ) : (
          <EmptyMark slot={slot} small={small} stroke={stroke} />
        )}
      </g>
    </g>
  )
}

/** Nothing fitted. */
function EmptyMark({ slot, small, stroke }: { slot: Slot; small: boolean; stroke: string }) {
  const [width, height] = small ? [slot.width - 4, slot.height - 4] : [slot.width - 12, 36]
  return (
    <rect
      x={-width / 2}
      y={-height / 2}
      width={width}
      height={height}
      fill="none"
      stroke={stroke}
      strokeDasharray={small ? '2 3' : '4 4'}
    />
  )
}

/** The place to press, and what is said of the station aloud. */
export function StationTarget({
  unit,
  station,
  slot,
  part,
  reading,
  goesFirst,
  chosen,
  onChoose,
}: MarkProps & { readonly onChoose: (id: string) => void }) {
  const line = station.strip.lane === 'line'
  const small = station.strip.lane === 'beside'
  const room = slot.label === 'across' ? 100 : 60
  const carries = small
    ? 'at the flex plate'
    : station.load.at === 'none'
      ? 'makes line pressure'
      : reading.live
        ? `${fromSi(reading.torqueNm, 'lb-ft').toFixed(0)} lb-ft`
        : 'idle'
  const spoken = `${stationName(unit, station.id)}, ${part?.name ?? 'no part installed'}, ${carries}${goesFirst ? ', weakest link' : ''}`
  return (
    <g
      role="option"
      id={`station-${station.id}`}
      aria-selected={chosen}
      aria-label={spoken}
      onClick={() => onChoose(station.id)}
      style={{ cursor: 'pointer' }}
      data-testid={`station-${station.id}`}
    >
      {small && <title>{`${stationName(unit, station.id)}: ${part?.name ?? 'no part installed'}`}</title>}
      <rect
        x={slot.x - slot.width / 2 + (small ? -1 : line ? 2 : slot.label === 'left' ? -5 - room : -5)}
        y={slot.y - slot.height / 2 - (small ? 1 : line ? 18 : 6)}
        width={slot.width + (small ? 2 : line ? -4 : room + 8)}
        height={slot.height + (small ? 2 : line ? 78 : 12)}
        fill={chosen ? ink('oilWash') : 'transparent'}
        fillOpacity={0.5}
        stroke={chosen ? ink('oil') : 'none'}
        strokeWidth={1.4}
      />
    </g>
  )
}
