import { caseInSentence, figure, placeName, type JobContent } from '@plucky/contract'
import {
  crossHoles,
  fromSi,
  sectionStarts,
  shaftLength,
  steelOf,
  type DutyCase,
  type ShaftGeometry,
  type Station,
  type Unit,
} from '@plucky/core'
import { memo, useMemo, useRef, useState } from 'react'
import { drawShaft } from '../bench/draw-shaft.js'
import { HalfDrawing } from '../bench/HalfDrawing.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import type { Grip } from './edit.js'
import { frameFor, xOf, type ShaftFrame } from './frame.js'
import { Grips } from './Grips.js'
import { StressChart } from './StressChart.js'
import { TypeHere } from './TypeHere.js'
import { useTried, type Judged } from './tried.js'

interface DrawingProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
  readonly fitted: Judged | undefined
  readonly duty: DutyCase | undefined
}

/** The split centreline: fitted above, tried below, at one scale, and the shear along both underneath. */
export function ShaftDrawing({ content, unit, station, fitted, duty }: DrawingProps) {
  const tried = useTried(content, station, duty?.id ?? '')
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box, 820)
  const [typing, setTyping] = useState<
    { readonly grip: Grip; readonly x: number; readonly y: number; readonly begun: string } | undefined
  >()
  const shown = [fitted, tried].flatMap((each) => (each ? [each.part.geometry] : []))
  if (shown.length === 0) return <div ref={box}>Nothing is fitted here, and nothing lies on the bench.</div>
  const frame = frameFor(shown, width, tried !== undefined)
  const where = duty ? caseInSentence(unit, duty, content.brief) : ''
  return (
    <div ref={box} style={{ position: 'relative' }}>
      <svg
        width={width}
        height={frame.height}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums', touchAction: 'none' }}
        role="group"
        aria-label={`Drawing: fitted ${fitted?.part.name ?? 'nothing'}${tried ? ', and the shaft on the bench' : ''}`}
        data-testid="shaft-drawing"
      >
        <path d={`M0,${frame.centre} H${width}`} stroke={ink('inkSoft')} strokeDasharray="14 4 3 4" />
        <Caption y={14} word="FITTED" judged={fitted} colour={ink('ink')} />
        {fitted && <Shaft judged={fitted} left={frame.left} centre={frame.centre} perM={frame.perM} up />}
        {tried && <Shaft judged={tried} left={frame.left} centre={frame.centre} perM={frame.perM} up={false} />}
        {fitted && <Weak judged={fitted} frame={frame} up />}
        {tried && <Weak judged={tried} frame={frame} up={false} />}
        {tried && <Caption y={frame.chartTop - 36} word="ON THE BENCH" judged={tried} colour={ink('torque')} />}
        {tried && <Grips frame={frame} shaft={tried.part.geometry} onType={(grip, at, begun) => setTyping({ grip, ...at, begun })} />}
        <StressChart frame={frame} fitted={fitted} tried={tried} where={where} />
      </svg>
      {tried && typing && <TypeHere key={JSON.stringify(typing.grip)} {...typing} onDone={() => setTyping(undefined)} />}
    </div>
  )
}

function Caption({ y, word, judged, colour }: { y: number; word: string; judged: Judged | undefined; colour: string }) {
  const { part } = judged ?? {}
  const made = part ? [steelOf(part.geometry)?.name, part.geometry.caseDepthM > 0 ? `case ${figure(fromSi(part.geometry.caseDepthM, 'in'), 3)} in` : ''].filter(Boolean).join(', ') : 'nothing' // prettier-ignore
  return (
    <text x={2} y={y} fontSize={14} fill={colour}>
      <tspan fontWeight={700} letterSpacing="0.06em">
        {word}
      </tspan>
      <tspan dx={6}>{word === 'FITTED' && part ? `${part.name} · ${made}` : made}</tspan>
    </text>
  )
}

/** One half, drawn anew only where its own drawing or the scale changes. */
const Shaft = memo(function Shaft({ judged, left, centre, perM, up }: { judged: Judged; left: number; centre: number; perM: number; up: boolean }) {
  const { geometry } = judged.part
  const drawing = useMemo(() => drawShaft(geometry), [geometry])
  return (
    <>
      <HalfDrawing drawing={drawing} left={left} centre={centre} scale={perM / 1000} up={up} />
      <Sizes shaft={geometry} left={left} centre={centre} perM={perM} up={up} />
    </>
  )
}, (a, b) => a.judged.part.geometry === b.judged.part.geometry && a.left === b.left && a.centre === b.centre && a.perM === b.perM) // prettier-ignore

/** Diameter or teeth of each section, in the steel where there is room. */
function Sizes({ shaft, left, centre, perM, up }: { shaft: ShaftGeometry; left: number; centre: number; perM: number; up: boolean }) {
  const starts = sectionStarts(shaft)
  return (
    <g fontSize={12.5} fill={ink('ink')} textAnchor="middle">
      {shaft.sections.map((section, i) => {
        const words = section.spline ? `${section.spline.teeth} teeth` : `⌀ ${figure(fromSi(section.outerDiameterM, 'in'), 3)}`
        const [from, to] = [starts[i] as number, starts[i + 1] as number]
        const wall = ((section.outerDiameterM - section.boreDiameterM) / 2) * perM
        if ((to - from) * perM < words.length * 5.6 + 34 || wall < 15) return null
        const y = centre + (up ? -1 : 1) * ((section.outerDiameterM + section.boreDiameterM) / 4) * perM + 4.5
        const x = left + perM * freePlace(shaft, from, to, (words.length * 5.6) / 2 / perM)
        return (
          <text key={section.name} x={x} y={y} {...STEEL_HALO}>
            {words}
          </text>
        )
      })}
    </g>
  )
}

/** The middle of a section, or beside a hole that stands there. */
function freePlace(shaft: ShaftGeometry, from: number, to: number, half: number): number {
  const holes = crossHoles(shaft)
  const free = (x: number) => holes.every((h) => Math.abs(h.fromFrontM - x) > h.diameterM / 2 + half)
  return [0.5, 0.25, 0.75].map((share) => from + share * (to - from)).find(free) ?? (from + to) / 2
}

const STEEL_HALO = { stroke: ink('steel'), strokeWidth: 3, paintOrder: 'stroke' } as const
const HALO = { stroke: ink('sheet'), strokeWidth: 3, paintOrder: 'stroke' } as const

/** An arrow at the place that gives way first. */
function Weak({ judged: { report, part }, frame, up }: { judged: Judged; frame: ShaftFrame; up: boolean }) {
  const { weakest } = report
  const section = part.geometry.sections.findIndex(({ name }) => name === weakest.place)
  const starts = sectionStarts(part.geometry)
  // Teeth give way along their whole section, a joint at the rear end.
  const at = weakest.atM ?? (section < 0 ? shaftLength(part.geometry) : ((starts[section] as number) + (starts[section + 1] as number)) / 2)
  const x = xOf(frame, at)
  const tall = Math.max(...part.geometry.sections.map((s) => s.outerDiameterM / 2)) * frame.perM
  const sign = up ? -1 : 1
  const tip = frame.centre + sign * ((weakest.slice ? weakest.slice.section.outerDiameterM / 2 : (part.geometry.sections[section]?.outerDiameterM ?? 0) / 2) * frame.perM + 2) // prettier-ignore
  const words = `least here: ${placeName(`${weakest.place}|${weakest.feature}`)}, ${figure(fromSi(weakest.torqueNm, 'lb-ft'))} lb-ft`
  const half = words.length * 3.05
  const textX = Math.min(Math.max(x, half + 4), frame.width - half - 4)
  return (
    <g fill={ink('break')} data-testid={up ? 'weak-fitted' : 'weak-tried'} data-at={at}>
      <path d={`M${x},${tip} l-7,${sign * 11} h14 Z`} />
      <text x={textX} y={frame.centre + sign * (tall + (up ? 18 : 30))} textAnchor="middle" fontSize={14} fontWeight={600} {...HALO}>
        {words}
      </text>
    </g>
  )
}
