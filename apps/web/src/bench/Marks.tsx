import type { StationVerdict } from '@plucky/core'
import { ALONG_LINE, alongTexts, weakPlace, type AlongText } from './along.js'
import { ink } from '../ui/theme.js'
import type { Dimension, Drawing } from '../parts/drawing.js'
import { TEXT_LINE, TEXT_TOP, type Frame } from './frame.js'

interface MarksProps {
  readonly drawing: Drawing
  readonly shown: readonly Dimension[]
  readonly verdict: StationVerdict | undefined
  readonly frame: Frame
  readonly up: boolean
}

interface Point {
  readonly x: number
  readonly y: number
}

const GAP = 16
/** Height of the arrow at the weak place, px. */
const ARROW = 12

/** Dimensions, and the place that gives way: along the outline of a shaft, in a column beside anything else. */
export function Marks({ drawing, shown, verdict, frame, up }: MarksProps) {
  const sign = up ? -1 : 1
  const at = (p: Point): Point => ({
    x: frame.left + p.x * frame.scale,
    y: frame.centre + sign * (p.y - (drawing.floor ?? 0)) * frame.scale,
  })
  const place = weakPlace(drawing, verdict)
  const weak = place && { at: at(place), words: place.words }
  const along = alongTexts(drawing, shown, verdict, frame)
  const beside = shown.filter((d) => !d.at)
  return (
    <g fontSize={13.5} style={{ fontVariantNumeric: 'tabular-nums' }} fill={up ? ink('ink') : ink('torque')}>
      {along.length > 0 || beside.length === 0 ? (
        <DimensionsAlongOutline texts={along} at={at} sign={sign} outline={at({ x: 0, y: drawing.height }).y} />
      ) : (
        <SideDimensions
          texts={beside}
          weak={weak}
          x={frame.left + frame.wide * frame.scale + GAP}
          top={up ? TEXT_TOP : frame.centre + 20}
          rows={frame.rows}
        />
      )}
    </g>
  )
}

interface Weak {
  readonly at: Point
  readonly words: string
}

const HALO = { stroke: ink('sheet'), strokeWidth: 3, paintOrder: 'stroke' } as const

/** Dimension labels along the outline with leader lines. */
function DimensionsAlongOutline({
  texts,
  at,
  sign,
  outline,
}: {
  texts: readonly AlongText[]
  at: (p: Point) => Point
  sign: number
  outline: number
}) {
  const base = outline + (sign < 0 ? -8 : 18) + (texts.some(({ weak }) => weak) ? sign * ARROW : 0)
  const marks = texts.map((text) => ({ ...text, from: at(text.at), y: base + sign * text.level * ALONG_LINE }))
  return (
    <>
      {marks.map(({ name, weak, from, y }) => (
        <g key={name} fill={weak ? ink('break') : undefined}>
          <path d={`M${from.x},${from.y} V${y + (sign < 0 ? 3 : -11)}`} stroke={weak ? ink('break') : ink('inkSoft')} strokeWidth={0.8} />
          {weak && <path d={`M${from.x},${from.y} l-7,${sign * ARROW} h14 Z`} />}
        </g>
      ))}
      {marks.map(({ name, weak, text, x, y }) => (
        <text key={name} x={x} y={y} textAnchor="middle" fontWeight={weak ? 600 : 400} fill={weak ? ink('break') : undefined} {...HALO}>
          {text}
        </text>
      ))}
    </>
  )
}

/** Width of a column of texts, px. */
const COLUMN = 182

/** Text in columns beside the part; the weakest point comes first, with a leader line. */
function SideDimensions({
  texts,
  weak,
  x,
  top,
  rows,
}: {
  texts: readonly Dimension[]
  weak: Weak | undefined
  x: number
  top: number
  rows: number
}) {
  const first = weak ? 1 : 0
  return (
    <g>
      {weak && (
        <g fill={ink('break')}>
          <path d={`M${weak.at.x},${weak.at.y} L${x - 8},${top - 4} H${x - 3}`} fill="none" stroke={ink('break')} strokeWidth={1.2} />
          <circle cx={weak.at.x} cy={weak.at.y} r={4} />
          <text x={x} y={top} fontWeight={600} {...HALO}>
            {weak.words}
          </text>
        </g>
      )}
      {texts.map((t, i) => (
        <text key={t.name} x={x + COLUMN * Math.floor((i + first) / rows)} y={top + ((i + first) % rows) * TEXT_LINE} {...HALO}>
          {t.text}
        </text>
      ))}
    </g>
  )
}
