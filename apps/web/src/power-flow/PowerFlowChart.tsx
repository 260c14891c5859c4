import { certain } from '@plucky/core'
import { Box } from '@chakra-ui/react'
import type { Answer, DutyCase, Part, Unit } from '@plucky/core'
import { Fragment, useMemo, useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react'
import { shownUnit, stationName, toShown, type PlainTable } from '@plucky/contract'
import { ChartFiles } from '../charts/ChartFiles.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { Flow } from './Flow.js'
import { laneOf, layoutFlow, powerOf, ROWS, type Column, type ColumnOrder } from './flow-layout.js'
import { PowerBar, PowerFigure, PowerGrid, powerScale, TogetherBracket, type PowerScale } from './PowerBars.js'
import { greatestTorque, readStations, type Reading } from './readings.js'
import { spokenStation, StationLabel, StationMark, type StationProps } from './StationColumn.js'
import { toStep } from './steps.js'
import { isOnBars, TargetLine } from './TargetLine.js'

export interface ChartProps {
  readonly unit: Unit
  readonly answer: Answer | undefined
  readonly duty: DutyCase | undefined
  readonly fits: ReadonlyMap<string, Part>
  readonly order: ColumnOrder
  readonly chosen: string
  /** Power at which the bars are read, W. */
  readonly atW: number
  readonly onChoose: (stationId: string) => void
  readonly onTry: (powerW: number | null) => void
  readonly onKey: (event: KeyboardEvent) => void
}

/** The torque path with one column per station: the part in section, and its power held against the target below. */
export function PowerFlowChart(props: ChartProps) {
  const { unit, answer, order, atW, onTry } = props
  const frame = useRef<HTMLDivElement>(null)
  const room = useWidth(frame, 1230)
  const { columns, width } = useMemo(() => layoutFlow(unit, answer?.stations ?? [], room, order), [unit, answer, room, order])
  const scale = answer && powerScale(answer, atW)
  const drag = (event: PointerEvent<SVGSVGElement>) => {
    const y = event.clientY - event.currentTarget.getBoundingClientRect().top
    if (scale && event.buttons === 1 && isOnBars(y)) onTry(toStep(scale.invert(y)))
  }
  return (
    <Box ref={frame} overflowX="auto">
      <div style={{ width }}>
        <svg width={width} height={ROWS.height} onPointerMove={drag} style={CHART}>
          <Patterns />
          <Stations {...props} columns={columns} width={width} scale={scale} />
        </svg>
      </div>
      {answer && <ChartFiles frame={frame} name="power-flow" table={() => powerTable(unit, answer)} />}
    </Box>
  )
}

/** Power held and deciding load case of every station, front to rear. */
const powerTable = (unit: Unit, { stations }: Answer): PlainTable => ({
  columns: [
    'station',
    `power held, ${shownUnit('hp')}`,
    'load case',
    `demand, ${shownUnit('lb-ft')}`,
    `capacity, ${shownUnit('lb-ft')}`,
    'margin',
  ],
  rows: stations.map(({ stationId, held, decides }) => {
    const power = powerOf(held)
    return [
      stationName(unit, stationId),
      power === undefined ? null : toShown(power, 'hp'),
      decides?.caseId ?? null,
      decides ? toShown(decides.demandNm, 'lb-ft') : null,
      decides ? toShown(decides.capacityNm, 'lb-ft') : null,
      decides?.margin ?? null,
    ]
  }),
})

const CHART = {
  display: 'block',
  touchAction: 'pan-x pan-y',
  fontFamily: "'Barlow Condensed', sans-serif",
  fontVariantNumeric: 'tabular-nums',
} as const

interface StationsProps extends ChartProps {
  readonly columns: readonly Column[]
  readonly width: number
  readonly scale: PowerScale | undefined
}

/** The chart, drawn back to front: columns, path, labels, bars, target line, figures. */
function Stations(props: StationsProps) {
  const { unit, answer, duty, order, columns, width, scale, atW, chosen, onChoose, onTry, onKey } = props
  const readings = useMemo(() => readStations(unit, duty), [unit, duty])
  const greatestNm = useMemo(() => greatestTorque(unit, answer), [unit, answer])
  const stations = stationsOf(props, readings)
  const powers = (answer?.stations ?? []).flatMap(({ held }) => powerOf(held) ?? [])
  const each = (draw: (station: StationProps) => ReactNode) =>
    stations.map((station) => <Fragment key={station.column.station.id}>{draw(station)}</Fragment>)
  return (
    <>
      <g
        role="listbox"
        aria-label="Power flow: left and right arrows change station, up and down change part, Enter installs it, Delete removes it where the transmission works without"
        aria-activedescendant={`station-${chosen}`}
        tabIndex={0}
        onKeyDown={onKey}
        data-testid="line"
      >
        {each((station) => (
          <ColumnTarget {...station} onChoose={onChoose} />
        ))}
      </g>
      {order === 'path' && <Rail columns={columns} width={width} />}
      {each((station) => !station.weakest && <StationMark {...station} />)}
      {order === 'path' && <Flow unit={unit} columns={columns} readings={readings} greatestNm={greatestNm} />}
      {each((station) => station.weakest && <StationMark {...station} />)}
      {each((station) => (
        <StationLabel {...station} />
      ))}
      {answer && scale && (
        <>
          <PowerGrid scale={scale} width={width} />
          {each((station) => (
            <PowerBar {...station} scale={scale} atW={atW} />
          ))}
          <TogetherBracket columns={columns} together={answer.together} />
          <TargetLine
            atW={atW}
            scale={scale}
            width={width}
            failing={powers.filter((power) => power < atW).length}
            of={powers.length}
            onTry={onTry}
          />
          {each((station) => (
            <PowerFigure {...station} scale={scale} atW={atW} />
          ))}
        </>
      )}
    </>
  )
}

function stationsOf(
  { unit, answer, duty, fits, order, chosen, columns }: StationsProps,
  readings: ReadonlyMap<string, Reading>,
): StationProps[] {
  const rear = columns.filter(({ station }) => laneOf(station) === 'line').at(-1)?.station.id
  return columns.map((column) => {
    const { id } = column.station
    return {
      unit,
      column,
      part: fits.get(id),
      reading: certain(readings.get(id)), // a reading for every station of the unit
      verdict: answer?.stations.find((verdict) => verdict.stationId === id),
      duty,
      weakest: id === answer?.breakingOrder[0],
      chosen: id === chosen,
      last: id === rear,
      alone: order === 'weakest',
    }
  })
}

/** The whole column can be pressed. */
function ColumnTarget(props: StationProps & { readonly onChoose: (id: string) => void }) {
  const { column, chosen, onChoose } = props
  const { station, x, width } = column
  return (
    <g
      role="option"
      id={`station-${station.id}`}
      aria-selected={chosen}
      aria-label={spokenStation(props)}
      onClick={() => onChoose(station.id)}
      style={{ cursor: 'pointer' }}
      data-testid={`station-${station.id}`}
    >
      <title>{spokenStation(props)}</title>
      <rect
        x={x - width / 2 + 0.5}
        y={1}
        width={width - 1}
        height={ROWS.height - 3}
        fill={chosen ? ink('oilWash') : 'transparent'}
        fillOpacity={0.6}
        stroke={chosen ? ink('oil') : 'none'}
        strokeWidth={1.4}
      />
    </g>
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

/** The case as a hatched rail, and the shaft line with a rod between neighboring stations. */
function Rail({ columns, width }: { columns: readonly Column[]; width: number }) {
  const line = columns.filter(({ station }) => laneOf(station) === 'line')
  const [from, to] = [line[0]?.x ?? 0, line.at(-1)?.x ?? 0]
  return (
    <g pointerEvents="none">
      <rect x={0} y={ROWS.rail - 11} width={width} height={11} fill="url(#case-hatch)" opacity={0.55} />
      <path d={`M0,${ROWS.rail} H${width}`} stroke={ink('ink')} strokeWidth={1.4} />
      <text x={2} y={ROWS.rail + 13} fontSize={12} fill={ink('inkSoft')}>
        case
      </text>
      <rect x={from} y={ROWS.axis - 5} width={to - from} height={10} fill={ink('sheet')} stroke={ink('rule')} />
      <path d={`M0,${ROWS.axis} H${width}`} stroke={ink('inkSoft')} strokeWidth={0.8} strokeDasharray="14 4 3 4" />
    </g>
  )
}
