import { figure } from '@plucky/contract'
import { fromSi, toSi, type Answer, type PowerHeld, type StationVerdict, type Unit } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'

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

const ROW = 19.5
const TOP = 34
const LEFT = 74
const RIGHT = 46
const STEP_HP = 10

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
  const nameless = answer.stations.filter((s) => s.held.outcome === 'no-figure')
  const at = tryPowerW ?? targetW
  const known = rows.flatMap((row) => powerOf(row.held) ?? [])
  const top = Math.min(Math.max(...known, at), 1.75 * Math.max(targetW, known[0] ?? targetW))
  const low = Math.min(0.85 * Math.min(...known, at), 0.6 * targetW)
  const scale = scaleLinear().domain([fromSi(low, 'hp'), fromSi(top, 'hp')]).range([LEFT, width - RIGHT]).clamp(true) // prettier-ignore
  const bottom = TOP + ROW * (rows.length + nameless.length)
  const x = scale(fromSi(at, 'hp'))
  const going = rows.filter((row) => (powerOf(row.held) ?? Infinity) < at).length

  const setHp = (hp: number) => onTry(toSi(Math.round(Math.max(20, hp) / STEP_HP) * STEP_HP, 'hp'))
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    if (event.buttons !== 1) return
    const box = event.currentTarget.getBoundingClientRect()
    setHp(scale.invert(event.clientX - box.left))
  }
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[event.key]
    if (by) setHp(fromSi(at, 'hp') + by * STEP_HP)
    else if (event.key === 'Escape') onTry(null)
    else return
    event.preventDefault()
  }

  return (
    <div ref={frame}>
      <svg
        width={width}
        height={bottom + 26}
        style={{
          display: 'block',
          touchAction: 'pan-y',
          fontFamily: "'Barlow Condensed', sans-serif",
          fontVariantNumeric: 'tabular-nums',
        }}
        onPointerMove={drag}
        role="group"
        aria-label="Breaking order"
      >
        {scale.ticks(5).map((hp) => (
          <g key={hp}>
            <path d={`M${scale(hp)},${TOP - 6} V${bottom}`} stroke={ink('ruleSoft')} />
            <text x={scale(hp)} y={TOP - 11} textAnchor="middle" fontSize={12} fill={ink('inkSoft')}>
              {figure(hp)}
            </text>
          </g>
        ))}
        <Bracket answer={answer} />
        {rows.map((row, i) => (
          <OrderRow
            key={row.stationId}
            code={codeOf(unit, row.stationId)}
            row={row}
            y={TOP + ROW * i}
            first={i === 0}
            gone={(powerOf(row.held) ?? Infinity) < at}
            scale={scale}
            chosen={row.stationId === chosen}
            onChoose={onChoose}
          />
        ))}
        {nameless.map((row, i) => (
          <text key={row.stationId} x={LEFT - 8} y={TOP + ROW * (rows.length + i) + 13} fontSize={13.5} fill={ink('inkSoft')}>
            <tspan textAnchor="end" fontWeight={600}>{`${codeOf(unit, row.stationId)}`}</tspan>
            <tspan dx={8}>no figure</tspan>
          </text>
        ))}
        <g
          role="slider"
          tabIndex={0}
          aria-label="Engine power that the order is read at"
          aria-valuemin={Math.round(scale.domain()[0] as number)}
          aria-valuemax={Math.round(scale.domain()[1] as number)}
          aria-valuenow={Math.round(fromSi(at, 'hp'))}
          aria-valuetext={`${Math.round(fromSi(at, 'hp'))} hp: ${going} of ${rows.length} give way`}
          onKeyDown={keys}
          style={{ cursor: 'ew-resize' }}
          data-testid="try-power"
        >
          <rect x={x - 12} y={TOP - 8} width={24} height={bottom - TOP + 32} fill="transparent" />
          <path d={`M${x},${TOP - 6} V${bottom + 6}`} stroke={ink('ink')} strokeWidth={2} />
          <path d={`M${x - 6},${bottom + 12} L${x},${bottom + 4} L${x + 6},${bottom + 12} Z`} fill={ink('ink')} />
          <text
            x={Math.min(Math.max(x, 60), width - 60)}
            y={bottom + 24}
            textAnchor="middle"
            fontSize={13}
            fontWeight={600}
            fill={ink('ink')}
          >
            {`${tryPowerW === null ? targetWord : 'at'} ${figure(fromSi(at, 'hp'))} hp: ${going === 0 ? 'all hold' : `${going} give way`}`}
          </text>
        </g>
      </svg>
    </div>
  )
}

const codeOf = (unit: Unit, id: string) => unit.stations.find((s) => s.id === id)?.code ?? id

/** Those that give way within a few per cent of the first. */
function Bracket({ answer }: { answer: Answer }) {
  if (answer.together.length < 2) return null
  const end = TOP + ROW * answer.together.length - 4
  return <path d={`M10,${TOP + 2} H4 V${end} H10`} fill="none" stroke={ink('break')} strokeWidth={2} />
}

interface RowProps {
  readonly code: string
  readonly row: StationVerdict
  readonly y: number
  readonly first: boolean
  readonly gone: boolean
  readonly chosen: boolean
  readonly scale: (hp: number) => number
  readonly onChoose: (stationId: string) => void
}

function OrderRow({ code, row, y, first, gone, chosen, scale, onChoose }: RowProps) {
  const power = powerOf(row.held) ?? 0
  const end = scale(fromSi(power, 'hp'))
  const colour = gone ? ink('break') : ink('torque')
  const more = row.held.outcome === 'not-limiting' ? 'over ' : row.held.outcome === 'fails-at-smallest' ? 'under ' : ''
  return (
    <g onClick={() => onChoose(row.stationId)} style={{ cursor: 'pointer' }} data-testid={`order-${row.stationId}`} data-power={power}>
      <rect x={0} y={y} width={scale(1e9) + RIGHT} height={ROW} fill={chosen ? ink('oilWash') : 'transparent'} opacity={0.6} />
      <text
        x={LEFT - 8}
        y={y + 14.5}
        textAnchor="end"
        fontSize={13.5}
        fontWeight={first ? 700 : 600}
        fill={gone ? ink('break') : ink('ink')}
      >
        {`${first ? '▶ ' : ''}${code}`}
      </text>
      <rect
        x={LEFT}
        y={y + (gone ? 5 : 7.5)}
        width={Math.max(1, end - LEFT)}
        height={gone ? 9 : 4}
        fill={gone ? 'url(#break-hatch)' : colour}
      />
      <path d={`M${end},${y + 4} v11`} stroke={colour} strokeWidth={2} />
      <text x={end + 5} y={y + 14.5} fontSize={13.5} fontWeight={first ? 700 : 500} fill={colour}>
        {more + figure(fromSi(power, 'hp'))}
      </text>
    </g>
  )
}
