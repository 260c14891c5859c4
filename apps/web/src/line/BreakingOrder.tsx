import { figure } from '@plucky/contract'
import { fromSi, type Answer, type PowerHeld, type StationVerdict, type Unit } from '@plucky/core'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { useRef, type PointerEvent } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { PowerLine } from './PowerLine.js'
import { toStep } from './steps.js'

interface OrderProps {
  readonly unit: Unit
  readonly answer: Answer
  readonly targetW: number
  readonly targetWord: string
  readonly tryPowerW: number | null
  readonly chosen: string
  readonly onTry: (powerW: number | null) => void
  readonly onChoose: (stationId: string) => void
}

/** Height of a row, px; lower where a unit has many stations. */
const rowOf = (count: number) => (count > 19 ? 14.5 : 17)
const TOP = 30
const LEFT = 76
const RIGHT = 44

const powerOf = (held: PowerHeld): number | undefined =>
  held.outcome === 'held'
    ? held.powerW
    : held.outcome === 'not-limiting'
      ? held.aboveW
      : held.outcome === 'fails-at-smallest'
        ? held.belowW
        : undefined

/** Stations in the order in which they give way, on an axis of engine power; the upright line is the power it is read at. */
export function BreakingOrder({ unit, answer, targetW, targetWord, tryPowerW, chosen, onTry, onChoose }: OrderProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 380)
  const rows = answer.breakingOrder.map((id) => answer.stations.find((s) => s.stationId === id) as StationVerdict)
  const nameless = answer.stations.filter((s) => s.held.outcome === 'no-figure' && s.missing.length > 0)
  const at = tryPowerW ?? targetW
  const scale = axis(rows, targetW, at, width)
  const pitch = rowOf(rows.length + nameless.length)
  const bottom = TOP + pitch * (rows.length + nameless.length)
  const going = rows.filter((row) => (powerOf(row.held) ?? Infinity) < at).length
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    if (event.buttons === 1) onTry(toStep(scale.invert(event.clientX - event.currentTarget.getBoundingClientRect().left)))
  }
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={bottom + 28}
        style={{ display: 'block', touchAction: 'pan-y', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
        onPointerMove={drag}
        role="group"
        aria-label="Breaking order"
      >
        <Ticks scale={scale} bottom={bottom} />
        <Bracket answer={answer} pitch={pitch} />
        <PowerLine
          x={scale(fromSi(at, 'hp'))}
          atW={at}
          top={TOP}
          bottom={bottom}
          width={width}
          range={scale.domain()}
          word={tryPowerW === null ? targetWord : 'at'}
          going={going}
          of={rows.length}
          onTry={onTry}
        />
        {rows.map((row, i) => (
          <OrderRow
            key={row.stationId}
            code={codeOf(unit, row.stationId)}
            row={row}
            y={TOP + pitch * i}
            pitch={pitch}
            first={i === 0}
            gone={(powerOf(row.held) ?? Infinity) < at}
            scale={scale}
            width={width}
            chosen={row.stationId === chosen}
            onChoose={onChoose}
          />
        ))}
        {nameless.map((row, i) => (
          <Nameless key={row.stationId} code={codeOf(unit, row.stationId)} y={TOP + pitch * (rows.length + i) + pitch - 4} />
        ))}
      </svg>
    </div>
  )
}

/** The axis shows the weak end and the target well; what is far stronger is cut at its right end. */
function axis(rows: readonly StationVerdict[], targetW: number, atW: number, width: number): ScaleLinear<number, number> {
  const known = rows.flatMap((row) => powerOf(row.held) ?? [])
  const top = Math.min(Math.max(...known, atW), 1.75 * Math.max(targetW, known[0] ?? targetW))
  const low = Math.min(0.85 * Math.min(...known, atW), 0.6 * targetW)
  return scaleLinear()
    .domain([fromSi(low, 'hp'), fromSi(top, 'hp')])
    .range([LEFT, width - RIGHT])
    .clamp(true)
}

/** Room that a figure of the axis needs, px. */
const TICK_ROOM = 36

function Ticks({ scale, bottom }: { scale: ScaleLinear<number, number>; bottom: number }) {
  const [from = 0, to = 0] = scale.range()
  const fitting = scale.ticks(6).length * TICK_ROOM > to - from ? Math.floor((to - from) / TICK_ROOM / 2) : 6
  return (
    <>
      {scale.ticks(fitting).map((hp) => (
        <g key={hp}>
          <path d={`M${scale(hp)},${TOP - 6} V${bottom}`} stroke={ink('ruleSoft')} />
          <text x={scale(hp)} y={TOP - 11} textAnchor="middle" fontSize={12.5} fill={ink('inkSoft')}>
            {figure(hp)}
          </text>
        </g>
      ))}
    </>
  )
}

/** A station without any figure is named, never silently strong. */
function Nameless({ code, y }: { code: string; y: number }) {
  return (
    <text y={y} fontSize={13.5} fill={ink('inkSoft')}>
      <tspan x={LEFT - 8} textAnchor="end" fontWeight={600}>
        {code}
      </tspan>
      <tspan x={LEFT}>not rated</tspan>
    </text>
  )
}

const codeOf = (unit: Unit, id: string) => unit.stations.find((s) => s.id === id)?.code ?? id

/** Those that give way within a few per cent of the first. */
function Bracket({ answer, pitch }: { answer: Answer; pitch: number }) {
  if (answer.together.length < 2) return null
  const end = TOP + pitch * answer.together.length - 3
  return <path d={`M9,${TOP + 2} H3 V${end} H9`} fill="none" stroke={ink('break')} strokeWidth={2} />
}

interface RowProps {
  readonly code: string
  readonly row: StationVerdict
  readonly y: number
  readonly pitch: number
  readonly first: boolean
  readonly gone: boolean
  readonly chosen: boolean
  readonly scale: ScaleLinear<number, number>
  readonly width: number
  readonly onChoose: (stationId: string) => void
}

function OrderRow({ code, row, y, pitch, first, gone, chosen, scale, width, onChoose }: RowProps) {
  const power = powerOf(row.held) ?? 0
  const end = scale(fromSi(power, 'hp'))
  const colour = gone ? ink('break') : ink('torque')
  // The figures stand on the middle of the row, whatever its height.
  const mid = y + pitch / 2
  const more = row.held.outcome === 'not-limiting' ? 'over ' : row.held.outcome === 'fails-at-smallest' ? 'under ' : ''
  return (
    <g onClick={() => onChoose(row.stationId)} style={{ cursor: 'pointer' }} data-testid={`order-${row.stationId}`} data-power={power}>
      <rect x={12} y={y} width={width - 12} height={pitch} fill={chosen ? ink('oilWash') : 'transparent'} opacity={0.55} />
      <text
        x={LEFT - 8}
        y={mid + 4.5}
        textAnchor="end"
        fontSize={13.5}
        fontWeight={first ? 700 : 600}
        fill={gone ? ink('break') : ink('ink')}
      >
        {`${first ? '▶ ' : ''}${code}`}
      </text>
      <rect
        x={LEFT}
        y={mid - (gone ? 4.5 : 2)}
        width={Math.max(1, end - LEFT)}
        height={gone ? 9 : 4}
        fill={gone ? 'url(#break-hatch)' : colour}
      />
      <path d={`M${end},${mid - 5.5} v11`} stroke={colour} strokeWidth={2} />
      <text
        x={end + 5}
        y={mid + 4.5}
        fontSize={13.5}
        fontWeight={first ? 700 : 500}
        fill={colour}
        stroke={ink(chosen ? 'oilWash' : 'sheet')}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {more + figure(fromSi(power, 'hp'))}
      </text>
    </g>
  )
}
