import { placeName } from '@plucky/contract'
import type { Part, StationVerdict, Unit } from '@plucky/core'
import { useMemo, useRef } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { differing, drawPart, partInWords } from './draw-part.js'
import type { Drawing, DrawnPath } from './drawing.js'

interface SplitProps {
  readonly unit: Unit
  readonly fitted: Part | undefined
  readonly candidate: Part | undefined
  /** What came in, shown as a ghost behind what is fitted. */
  readonly arrived: Part | undefined
  readonly fittedVerdict: StationVerdict | undefined
  readonly candidateVerdict: StationVerdict | undefined
  readonly height: number
}

const SIDE_ROOM = 14
const TEXT_ROOM = 150

/** Half-section above the centreline for what is fitted, below it for the candidate, at one scale. */
export function SplitDrawing(props: SplitProps) {
  const { unit, fitted, candidate, arrived, height } = props
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 400)
  const above = useMemo(() => fitted && drawPart(fitted, unit), [fitted, unit])
  const below = useMemo(() => (candidate && candidate.id !== fitted?.id ? drawPart(candidate, unit) : undefined), [candidate, fitted, unit])
  const ghost = useMemo(() => (arrived && arrived.id !== fitted?.id ? drawPart(arrived, unit) : undefined), [arrived, fitted, unit])
  const all = [above, below, ghost].filter((d): d is Drawing => d !== undefined)
  const wide = Math.max(1, ...all.map((d) => d.width))
  const tall = Math.max(1, ...all.map((d) => d.height))
  const text = all.some((d) => d.dimensions.some((dim) => dim.x >= d.width * 0.9)) ? TEXT_ROOM : 0
  const scale = Math.min((width - 2 * SIDE_ROOM - text) / wide, (height / 2 - 38) / tall)
  const left = SIDE_ROOM + Math.max(0, (width - 2 * SIDE_ROOM - text - wide * scale) / 2)
  const centre = height / 2
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif" }}
        role="img"
        aria-label={`Drawing: fitted ${fitted?.name ?? 'nothing'}${below && candidate ? `, candidate ${candidate.name}` : ''}`}
      >
        <path d={`M0,${centre} H${width}`} stroke={ink('inkSoft')} strokeDasharray="14 4 3 4" />
        <Caption y={13} word="FITTED" part={fitted} colour={ink('ink')} />
        {below && <Caption y={height - 6} word="CANDIDATE" part={candidate} colour={ink('torque')} />}
        {ghost && <Half drawing={ghost} left={left} centre={centre} scale={scale} up ghost />}
        {above && <Half drawing={above} left={left} centre={centre} scale={scale} up />}
        {below && <Half drawing={below} left={left} centre={centre} scale={scale} up={false} />}
        {above && (
          <Marks
            drawing={above}
            shown={differing(above, below)}
            verdict={props.fittedVerdict}
            left={left}
            centre={centre}
            scale={scale}
            up
          />
        )}
        {below && (
          <Marks
            drawing={below}
            shown={differing(below, above)}
            verdict={props.candidateVerdict}
            left={left}
            centre={centre}
            scale={scale}
            up={false}
          />
        )}
      </svg>
    </div>
  )
}

function Caption({ y, word, part, colour }: { y: number; word: string; part: Part | undefined; colour: string }) {
  return (
    <text x={4} y={y} fontSize={13.5} fill={colour}>
      <tspan fontWeight={700} letterSpacing="0.06em">
        {word}
      </tspan>
      <tspan dx={6}>{part ? `${part.name} · ${partInWords(part)}` : 'nothing'}</tspan>
    </text>
  )
}

const FILLS: Record<DrawnPath['ink'], { fill: string; stroke: string }> = {
  steel: { fill: ink('steel'), stroke: ink('ink') },
  lining: { fill: ink('inkSoft'), stroke: ink('ink') },
  oil: { fill: ink('oilWash'), stroke: ink('oil') },
  void: { fill: ink('sheet'), stroke: ink('ink') },
  hatch: { fill: ink('torqueWash'), stroke: ink('ink') },
  line: { fill: 'none', stroke: ink('inkSoft') },
  thread: { fill: 'none', stroke: ink('ink') },
}

interface HalfProps {
  readonly drawing: Drawing
  readonly left: number
  readonly centre: number
  readonly scale: number
  readonly up: boolean
  readonly ghost?: boolean
}

function Half({ drawing, left, centre, scale, up, ghost }: HalfProps) {
  return (
    <g transform={`translate(${left} ${centre}) scale(${scale} ${up ? -scale : scale})`} opacity={ghost ? 0.5 : 1}>
      {drawing.paths.map((path, i) => (
        <path
          key={i}
          d={path.d}
          fill={ghost ? 'none' : FILLS[path.ink].fill}
          stroke={ghost ? ink('inkSoft') : up ? FILLS[path.ink].stroke : ink(path.ink === 'oil' ? 'oil' : 'torque')}
          strokeDasharray={ghost ? '4 3' : undefined}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </g>
  )
}

interface MarksProps extends HalfProps {
  readonly shown: readonly Drawing['dimensions'][number][]
  readonly verdict: StationVerdict | undefined
}

/** Dimensions, and the place that gives way. */
function Marks({ drawing, shown, verdict, left, centre, scale, up }: MarksProps) {
  const sign = up ? -1 : 1
  const px = (x: number) => left + x * scale
  const py = (y: number) => centre + sign * y * scale
  const colour = up ? ink('ink') : ink('torque')
  const weak = verdict?.worst ? drawing.places[verdict.worst.place] : undefined
  return (
    <g fontSize={12.5} style={{ fontVariantNumeric: 'tabular-nums' }}>
      {shown.map((dim) => {
        const aside = dim.x >= drawing.width * 0.9
        const edge = dim.x <= 0
        return (
          <text
            key={dim.name}
            x={px(dim.x) + (aside ? 8 : 0)}
            y={py(dim.y) + (up ? -4 : 12)}
            textAnchor={aside || edge ? 'start' : 'middle'}
            fill={colour}
            stroke={ink('sheet')}
            strokeWidth={3}
            paintOrder="stroke"
          >
            {dim.text}
          </text>
        )
      })}
      {weak && verdict?.worst && (
        <g>
          <path d={`M${px(weak.x)},${py(weak.y)} l-7,${sign * 13} h14 Z`} fill={ink('break')} />
          <text
            x={px(weak.x) + 11}
            y={py(weak.y) + (up ? -18 : 26)}
            fontWeight={600}
            fill={ink('break')}
            stroke={ink('sheet')}
            strokeWidth={3}
            paintOrder="stroke"
          >
            {`least here: ${placeName(verdict.worst.place)}`}
          </text>
        </g>
      )}
    </g>
  )
}
