import { placeName } from '@plucky/contract'
import type { StationVerdict } from '@plucky/core'
import { ink } from '../ui/theme.js'
import type { Dimension, Drawing } from './drawing.js'
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

const LINE = 17
const LETTER = 6.2
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
  const place = verdict?.decides ? drawing.places[verdict.decides.place] : undefined
  const weak = place && verdict?.decides ? { at: at(place), words: `weakest point: ${placeName(verdict.decides.place)}` } : undefined
  const along = shown.flatMap(({ name, text, at: where }) => (where ? [{ name, text, at: at(where) }] : []))
  const beside = shown.filter((d) => !d.at)
  return (
    <g fontSize={13.5} style={{ fontVariantNumeric: 'tabular-nums' }} fill={up ? ink('ink') : ink('torque')}>
      {along.length > 0 || beside.length === 0 ? (
        <Along texts={along} weak={weak} sign={sign} width={frame.width} outline={at({ x: 0, y: drawing.height }).y} />
      ) : (
        <Beside
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

/** Texts along the outline, lifted line by line until none stands on another. */
function Along({
  texts,
  weak,
  sign,
  width,
  outline,
}: {
  texts: readonly (Dimension & { at: Point })[]
  weak: Weak | undefined
  sign: number
  width: number
  outline: number
}) {
  const items = [
    ...texts.map((t) => ({ ...t, weak: false })),
    ...(weak ? [{ name: 'weak', text: weak.words, at: weak.at, weak: true }] : []),
  ]
  const base = outline + (sign < 0 ? -8 : 18) + (weak ? sign * ARROW : 0)
  const placed = items.reduce<{ item: (typeof items)[number]; x: number; half: number; level: number }[]>((done, item) => {
    const half = (item.text.length * LETTER) / 2
    const x = Math.min(Math.max(item.at.x, half + 2), width - half - 2)
    const taken = (level: number) => done.some((o) => o.level === level && Math.abs(o.x - x) < o.half + half + 4)
    let level = item.weak ? 1 : 0
    while (taken(level)) level++
    return [...done, { item, x, half, level }]
  }, [])
  const marks = placed.map(({ item, x, level }) => ({ item, x, y: base + sign * level * LINE }))
  return (
    <>
      {marks.map(({ item, y }) => (
        <g key={item.name} fill={item.weak ? ink('break') : undefined}>
          <path
            d={`M${item.at.x},${item.at.y} V${y + (sign < 0 ? 3 : -11)}`}
            stroke={item.weak ? ink('break') : ink('inkSoft')}
            strokeWidth={0.8}
          />
          {item.weak && <path d={`M${item.at.x},${item.at.y} l-7,${sign * ARROW} h14 Z`} />}
        </g>
      ))}
      {marks.map(({ item, x, y }) => (
        <text
          key={item.name}
          x={x}
          y={y}
          textAnchor="middle"
          fontWeight={item.weak ? 600 : 400}
          fill={item.weak ? ink('break') : undefined}
          {...HALO}
        >
          {item.text}
        </text>
      ))}
    </>
  )
}

/** Width of a column of texts, px. */
const COLUMN = 182

/** Text in columns beside the part; the weakest point comes first, with a leader line. */
function Beside({
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
