import { numberAt } from '@plucky/core'
import { caseInSentence, type JobContent, placeName, type PlainTable, quantity, shownFigure, shownUnit, toShown } from '@plucky/contract'
import {
  crossHoles,
  type DutyCase,
  sectionStarts,
  type ShaftGeometry,
  shaftLength,
  type Station,
  steelOf,
  type Unit,
  weakestPlace,
} from '@plucky/core'
import { memo, useMemo, useRef, useState } from 'react'
import { useStore } from 'zustand'
import { drawShaft } from '../parts/shaft/drawing.js'
import { HalfDrawing } from '../bench/HalfDrawing.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import type { Grip } from './edit.js'
import { frameFor, type ShaftFrame } from './frame.js'
import { Grips } from './Grips.js'
import { ChartFiles } from '../charts/ChartFiles.js'
import { StressChart } from './StressChart.js'
import { TypeHere } from './TypeHere.js'
import { trialStore } from './trial.js'
import { useTrialResult, type Judged, type ShaftPart } from './trial-results.js'

interface DrawingProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
  readonly part: ShaftPart | undefined
  /** Where there is an answer. */
  readonly fitted: Judged | undefined
  readonly duty: DutyCase | undefined
}

/** The split centreline: fitted above, tried below, at one scale, and the shear along both underneath. */
export function ShaftDrawing({ content, unit, station, part, fitted, duty }: DrawingProps) {
  const drawn = useStore(trialStore, (state) => state.trial?.drawn)
  const tried = useTrialResult(content, station, duty?.id ?? '')
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box, 820)
  const [typing, setTyping] = useState<
    { readonly grip: Grip; readonly x: number; readonly y: number; readonly begun: string } | undefined
  >()
  const shown = [part?.geometry, drawn].filter((each) => each !== undefined)
  if (shown.length === 0) return <div ref={box}>No part installed and no trial started.</div>
  const frame = frameFor(shown, width, drawn !== undefined)
  const where = duty ? caseInSentence(unit, duty, content.brief) : ''
  return (
    <div ref={box} style={{ position: 'relative' }}>
      <svg
        width={width}
        height={frame.height}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums', touchAction: 'none' }}
        role="group"
        aria-label={`Drawing: installed ${part?.name ?? 'none'}${drawn ? 'and trial shaft' : ''}`}
        data-testid="shaft-drawing"
      >
        <path d={`M0,${frame.centre} H${width}`} stroke={ink('inkSoft')} strokeDasharray="14 4 3 4" />
        <Caption y={14} word="INSTALLED" name={part?.name} shaft={part?.geometry} colour={ink('ink')} />
        {part && <Shaft geometry={part.geometry} left={frame.left} centre={frame.centre} perM={frame.perM} up />}
        {drawn && <Shaft geometry={drawn} left={frame.left} centre={frame.centre} perM={frame.perM} up={false} />}
        {part && <Weak geometry={part.geometry} {...frame} up />}
        {drawn && <Weak geometry={drawn} {...frame} up={false} />}
        {drawn && <Caption y={frame.chartTop - 52} word="TRIAL" shaft={drawn} colour={ink('torque')} />}
        {drawn && <Grips frame={frame} shaft={drawn} onType={(grip, at, begun) => setTyping({ grip, ...at, begun })} />}
        <StressChart frame={frame} fitted={fitted} tried={tried} where={where} />
      </svg>
      <ChartFiles frame={box} name="shaft-stress" table={() => stressTable(fitted, tried)} />
      {drawn && typing && <TypeHere key={JSON.stringify(typing.grip)} {...typing} onDone={() => setTyping(undefined)} />}
    </div>
  )
}

/** Shear stress and shear yield along the installed shaft and the trial shaft. */
const stressTable = (fitted: Judged | undefined, tried: Judged | undefined): PlainTable => ({
  columns: [
    'shaft',
    `from, ${shownUnit('in')}`,
    `to, ${shownUnit('in')}`,
    `shear stress, ${shownUnit('ksi')}`,
    `shear yield, ${shownUnit('ksi')}`,
  ],
  rows: [fitted, tried].flatMap((each) =>
    (each?.stress ?? []).map((s) => [
      each?.part.name ?? '',
      toShown(s.fromM, 'in'),
      toShown(s.toM, 'in'),
      toShown(s.shearPa, 'ksi'),
      toShown(s.yieldPa, 'ksi'),
    ]),
  ),
})

interface CaptionProps {
  readonly y: number
  readonly word: string
  readonly name?: string | undefined
  readonly shaft: ShaftGeometry | undefined
  readonly colour: string
}

function Caption({ y, word, name, shaft, colour }: CaptionProps) {
  const deep = shaft && shaft.caseDepthM > 0 ? `case ${quantity(shaft.caseDepthM, 'in', 3)}` : ''
  const made = shaft ? [steelOf(shaft)?.name, deep].filter(Boolean).join(', ') : 'nothing'
  return (
    <text x={2} y={y} fontSize={14} fill={colour}>
      <tspan fontWeight={700} letterSpacing="0.06em">
        {word}
      </tspan>
      <tspan dx={6}>{[name, made].filter(Boolean).join(' · ')}</tspan>
    </text>
  )
}

interface HalfProps {
  readonly geometry: ShaftGeometry
  readonly left: number
  readonly centre: number
  readonly perM: number
  readonly up: boolean
}

/** One half, drawn anew only where its own drawing or the scale changes. */
const Shaft = memo(function Shaft({ geometry, left, centre, perM, up }: HalfProps) {
  const drawing = useMemo(() => drawShaft(geometry), [geometry])
  return (
    <>
      <HalfDrawing drawing={drawing} left={left} centre={centre} scale={perM / 1000} up={up} />
      <Sizes geometry={geometry} left={left} centre={centre} perM={perM} up={up} />
    </>
  )
})

/** Diameter or teeth of each section, in the steel where there is room. */
function Sizes({ geometry: shaft, left, centre, perM, up }: HalfProps) {
  const starts = sectionStarts(shaft)
  return (
    <g fontSize={12.5} fill={ink('ink')} textAnchor="middle">
      {shaft.sections.map((section, i) => {
        const words = section.spline ? `${section.spline.teeth} teeth` : `⌀ ${shownFigure(section.outerDiameterM, 'in', 3)}`
        const [from, to] = [numberAt(starts, i), numberAt(starts, i + 1)]
        const wall = ((section.outerDiameterM - section.boreDiameterM) / 2) * perM
        if ((to - from) * perM < words.length * 5.6 + 34 || wall < 15) return null
        const y = centre + (up ? -1 : 1) * ((section.outerDiameterM + section.boreDiameterM) / 4) * perM + 4.5
        const free = freePlace(shaft, from, to, (words.length * 5.6 + 12) / 2 / perM)
        if (free === undefined) return null
        const x = left + perM * free
        return (
          <text key={section.name} x={x} y={y} {...STEEL_HALO}>
            {words}
          </text>
        )
      })}
    </g>
  )
}

/** Position for a label: the middle of a section, or next to a hole at that place. `undefined` if there is no room. */
function freePlace(shaft: ShaftGeometry, from: number, to: number, half: number): number | undefined {
  const holes = crossHoles(shaft)
  const free = (x: number) => holes.every((h) => Math.abs(h.fromFrontM - x) > h.diameterM / 2 + half)
  return [0.5, 0.25, 0.75].map((share) => from + share * (to - from)).find(free)
}

const STEEL_HALO = { stroke: ink('steel'), strokeWidth: 3, paintOrder: 'stroke' } as const
const HALO = { stroke: ink('sheet'), strokeWidth: 3, paintOrder: 'stroke' } as const

/** An arrow at the place that gives way first. */
const Weak = memo(function Weak({ geometry, up, left, centre, perM, width }: HalfProps & Pick<ShaftFrame, 'width'>) {
  const weakest = weakestPlace(geometry)
  if (!weakest) return null
  const section = geometry.sections.findIndex(({ name }) => name === weakest.name)
  const starts = sectionStarts(geometry)
  // Teeth give way along their whole section, a joint at the rear end.
  const at = weakest.atM ?? (section < 0 ? shaftLength(geometry) : (numberAt(starts, section) + numberAt(starts, section + 1)) / 2)
  const x = left + at * perM
  const tall = Math.max(...geometry.sections.map((s) => s.outerDiameterM / 2)) * perM
  const sign = up ? -1 : 1
  const tip =
    centre +
    sign * ((weakest.slice ? weakest.slice.section.outerDiameterM / 2 : (geometry.sections[section]?.outerDiameterM ?? 0) / 2) * perM + 2)
  const words = `weakest point: ${placeName(weakest)}, ${quantity(weakest.torqueNm, 'lb-ft')}`
  const half = words.length * 3.05
  const textX = Math.min(Math.max(x, half + 4), width - half - 4)
  return (
    <g fill={ink('break')} data-testid={up ? 'weak-fitted' : 'weak-tried'} data-at={at}>
      <path d={`M${x},${tip} l-7,${sign * 11} h14 Z`} />
      <text x={textX} y={centre + sign * (tall + (up ? 18 : 30))} textAnchor="middle" fontSize={14} fontWeight={600} {...HALO}>
        {words}
      </text>
    </g>
  )
})
