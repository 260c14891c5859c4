import type { Part, StationVerdict, Unit } from '@plucky/core'
import { useMemo, useRef } from 'react'
import { ALONG_LINE, alongTexts, type AlongText } from './along.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { differing } from '../parts/differing.js'
import { drawPart, partCaption } from '../parts/registry.js'
import type { Drawing } from '../parts/drawing.js'
import { TEXT_LINE, TEXT_TOP, type Frame } from './frame.js'
import { HalfDrawing } from './HalfDrawing.js'
import { Marks } from './Marks.js'

interface SplitProps {
  readonly unit: Unit
  readonly fitted: Part | undefined
  readonly candidate: Part | undefined
  /** What came in, shown as a ghost behind what is fitted. */
  readonly arrived: Part | undefined
  readonly fittedVerdict: StationVerdict | undefined
  readonly candidateVerdict: StationVerdict | undefined
  /** Height of one half; the lower one is drawn where there is a candidate. */
  readonly halfHeight: number
  /** What the upper half shows. */
  readonly word?: string
}

const SIDE_ROOM = 14
const ABOVE_ROOM = 26
/** Where dimensions stand along the outline, line upon line. */
const ALONG_ROOM = 94
/** Height of the caption plus the weakest-point arrow, px. */
const CAPTION_ROOM = 42

const roomFor = (texts: readonly AlongText[]): number => (1 + Math.max(0, ...texts.map(({ level }) => level))) * ALONG_LINE + CAPTION_ROOM

/** Below the centreline where nothing is drawn there. */
const FOOT = 14
const TEXT_ROOM = 186

/** Half-section above the centreline for what is fitted, below it for the candidate, at one scale. */
export function SplitDrawing({
  unit,
  fitted,
  candidate,
  arrived,
  halfHeight,
  word = 'INSTALLED',
  fittedVerdict,
  candidateVerdict,
}: SplitProps) {
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box, 600)
  const drawn = (part: Part | undefined, unless?: Part) => (part && part.id !== unless?.id ? drawPart(part, unit) : undefined)
  const above = useMemo(() => drawn(fitted), [fitted, unit]) // eslint-disable-line react-hooks/exhaustive-deps -- drawn reads unit alone
  const below = useMemo(() => drawn(candidate, fitted), [candidate, fitted, unit]) // eslint-disable-line react-hooks/exhaustive-deps
  const ghost = useMemo(() => drawn(arrived, fitted), [arrived, fitted, unit]) // eslint-disable-line react-hooks/exhaustive-deps
  const flat = fit([above, below, ghost], width, halfHeight)
  const lifted = [
    above ? alongTexts(above, differing(above, below), fittedVerdict, flat) : [],
    below ? alongTexts(below, differing(below, above), candidateVerdict, flat) : [],
  ]
  const half = halfHeight + Math.max(0, roomFor(lifted.flat()) - ALONG_ROOM)
  const height = half + (below ? half : FOOT)
  const frame = { ...flat, centre: half }
  const label = `Drawing: installed ${fitted?.name ?? 'none'}${below && candidate ? `, candidate ${candidate.name}` : ''}`
  return (
    <div ref={box}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif" }}
        role="img"
        aria-label={label}
      >
        <path d={`M0,${frame.centre} H${width}`} stroke={ink('inkSoft')} strokeDasharray={above?.floor ? '1 5' : '14 4 3 4'} />
        <Caption
          y={14}
          word={word}
          part={fitted}
          colour={ink('ink')}
          came={arrived && arrived.id !== fitted?.id ? 'dashed: as received' : ''}
        />
        {below && <Caption y={height - 6} word="CANDIDATE" part={candidate} colour={ink('torque')} came="" />}
        {ghost && <HalfDrawing drawing={ghost} {...frame} up ghost />}
        {above && <HalfDrawing drawing={above} {...frame} up />}
        {below && <HalfDrawing drawing={below} {...frame} up={false} />}
        {above && <Marks drawing={above} shown={differing(above, below)} verdict={fittedVerdict} frame={frame} up />}
        {below && <Marks drawing={below} shown={differing(below, above)} verdict={candidateVerdict} frame={frame} up={false} />}
        {!above && (
          <text x={width / 2} y={frame.centre - 40} textAnchor="middle" fontSize={16} fill={ink('inkSoft')}>
            No part installed
          </text>
        )}
      </svg>
    </div>
  )
}

/** One scale for all that is drawn, the centreline in the middle. */
function fit(drawings: readonly (Drawing | undefined)[], width: number, halfHeight: number): Frame {
  const all = drawings.filter((d): d is Drawing => d !== undefined)
  const wide = Math.max(1, ...all.map((d) => d.width))
  const tall = Math.max(1, ...all.map((d) => d.height - (d.floor ?? 0)))
  const rows = Math.floor((halfHeight - TEXT_TOP) / TEXT_LINE)
  const above = all.some((d) => d.dimensions.some((dim) => dim.at)) ? ALONG_ROOM : ABOVE_ROOM
  // The weak point gets its own line.
  const lines = Math.max(0, ...all.map((d) => d.dimensions.filter((dim) => !dim.at).length + 1))
  const text = all.some((d) => d.dimensions.some((dim) => !dim.at)) ? TEXT_ROOM * Math.ceil(lines / rows) : 0
  const room = width - 2 * SIDE_ROOM - text
  const scale = Math.min(room / wide, (halfHeight - above) / tall)
  return { left: SIDE_ROOM + Math.max(0, (room - wide * scale) / 2), centre: halfHeight, scale, width, wide, rows }
}

function Caption({ y, word, part, colour, came }: { y: number; word: string; part: Part | undefined; colour: string; came: string }) {
  return (
    <text x={2} y={y} fontSize={14} fill={colour}>
      <tspan fontWeight={700} letterSpacing="0.06em">
        {word}
      </tspan>
      <tspan dx={6}>{part ? `${part.name} · ${partCaption(part)}` : 'nothing'}</tspan>
      <tspan dx={12} fill={ink('inkSoft')}>
        {came}
      </tspan>
    </text>
  )
}
