import { certain } from '@plucky/core'
import { CLOSING_WORDS, fitLength } from '@plucky/contract'
import type { ClosingId, FitReport, LengthEntry } from '@plucky/core'
import { useRef } from 'react'
import { box } from '../parts/drawing.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { lengthsOf, setLabels, shownOf, standsOf, type Radii, type Shown, type Stands } from './chain-layout.js'
import { verdictInk } from './verdict-marks.js'

interface ChainProps {
  readonly report: FitReport
  readonly chosen: string
  readonly onChoose: (id: string) => void
}

const HALF = 112
const LABELS = 38
/** mm before the crank’s face and behind the pump; then the box is cut away up to its flange. */
const BEFORE = 34
const BEHIND = 34
const CUT = 40
const FLANGE = 52
const LABEL_WIDTH = 148

/** The chain along its split centreline: above by the sheet, below as measured. Lengths are to scale, radii at a scale of their own. */
export function ChainDrawing({ report, chosen, onChoose }: ChainProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 1200)
  const measured = report.entries.some((entry) => entry.kind !== 'spline' && entry.kind !== 'pattern' && entry.measured)
  const [sheet, read] = [standsOf(lengthsOf(report, 'sheet')), standsOf(lengthsOf(report, 'readings'))]
  const r = radiiOf(report)
  const rear = Math.max(sheet.seat, read.seat) + BEHIND
  const scale = (width - CUT - FLANGE) / (rear + BEFORE)
  const across = (HALF - 4) / (r.body + 22)
  const x = (mm: number) => (mm + BEFORE) * scale
  const centre = LABELS + HALF
  const height = 2 * (LABELS + HALF)
  const each = { x, r, across, scale, centre, width, report, chosen, onChoose }
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
        data-testid="chain"
      >
        <g transform={`translate(0 ${centre}) scale(1 -1)`}>
          <Half stands={sheet} up x={x} r={r} across={across} width={width} />
        </g>
        <g transform={`translate(0 ${centre})`} opacity={measured ? 1 : 0.45}>
          <Half stands={read} up={false} x={x} r={r} across={across} width={width} />
        </g>
        <path d={`M0,${centre} H${width}`} stroke={ink('inkSoft')} strokeDasharray="14 4 3 4" />
        <Labels {...each} stands={sheet} up />
        <Labels {...each} stands={read} up={false} />
        <text x={2} y={LABELS + 16} fontSize={13.5} fontWeight={600} fill={ink('inkSoft')}>
          nominal
        </text>
        <text x={2} y={height - LABELS - 8} fontSize={13.5} fontWeight={600} fill={ink('torque')}>
          {measured ? 'measured' : 'not measured yet'}
        </text>
        <FlangeMark {...each} />
      </svg>
    </div>
  )
}

function radiiOf({ facts }: FitReport): Radii {
  const { front, plate, converter } = facts
  const pads = ((front?.circleDiameterM ?? plate?.converterJoint.circleDiameterM ?? 0.276) * 1000) / 2
  return {
    pilot: ((facts.pilot?.diameterM ?? front?.pilotDiameterM ?? 0.043) * 1000) / 2,
    crank: ((plate?.crankJoint.circleDiameterM ?? 0.09) * 1000) / 2,
    pads,
    body: Math.max(pads, ((converter?.diameterM ?? 0.26) * 1000) / 2),
    hub: ((front?.hubDiameterM ?? 0.047) * 1000) / 2,
  }
}

interface HalfProps {
  readonly stands: Stands
  readonly up: boolean
  readonly x: (mm: number) => number
  readonly r: Radii
  readonly across: number
  readonly width: number
}

/** One half of the section; radius grows away from the centreline. */
function Half({ stands: s, up, x, r, across, width }: HalfProps) {
  const stroke = up ? ink('ink') : ink('torque')
  const rect = (from: number, to: number, inner: number, outer: number) =>
    box(x(from), inner * across, x(to) - x(from), (outer - inner) * across)
  const point = (mm: number, radius: number) => `${x(mm).toFixed(1)},${(radius * across).toFixed(1)}`
  const bolt = 5
  const steel = { fill: ink('steel'), stroke, strokeWidth: 1 }
  const right = width - FLANGE
  const bell = r.body + 14
  const tail = x(s.seat + BEHIND)
  return (
    <g>
      <path d={`M0,0 V${(r.crank + 12) * across} H${x(0)} V${r.pilot * across} H${x(-s.bore)} V0 Z`} {...steel} />
      {s.ring > 0 && <path d={rect(0, s.ring, r.pilot + 3, r.crank + 8)} fill={ink('oilWash')} stroke={stroke} />}
      <path
        d={`M${point(s.ring, r.pilot + 1)} L${point(s.ring, r.crank + 16)} L${point(s.pads - s.padSpacer - (s.plateRear - s.ring), r.pads - 16)} V${(r.pads + 10) * across} H${x(s.pads - s.padSpacer)} V${(r.pads - 18) * across} L${point(s.plateRear, r.crank + 14)} V${(r.pilot + 1) * across} Z`}
        {...steel}
      />
      <path d={rect(s.boltFront, s.plateRear, r.crank - bolt, r.crank + bolt)} fill={ink('sheet')} stroke={stroke} />
      <path d={rect(s.plateRear, s.headsRear, r.crank - 9, r.crank + 9)} fill={ink('sheet')} stroke={stroke} />
      {s.padSpacer > 0 && <path d={rect(s.pads - s.padSpacer, s.pads, r.pads - 10, r.pads + 8)} fill={ink('oilWash')} stroke={stroke} />}
      <path
        d={`M${x(s.pilotTip)},0 V${r.pilot * across} H${x(s.cover)} V${(r.pads - 26) * across} L${point(s.pads, r.pads - 14)} V${r.body * across} H${x(s.hubEnd - 44)} L${point(s.hubEnd - 22, r.hub + 12)} V${r.hub * across} H${x(s.hubEnd)} V${(r.hub - 5) * across} H${x(s.hubEnd - 30)} V0 Z`}
        fill={up ? ink('sheet') : ink('torqueWash')}
        stroke={stroke}
      />
      <path d={rect(s.turbineMouth - 30, s.turbineMouth, 13, 24)} {...steel} />
      <path d={rect(s.statorMouth - 25, s.statorMouth, 19, 32)} {...steel} />
      <path d={rect(s.block - 26, s.block, bell, bell + 8)} fill="url(#case-hatch)" stroke={ink('inkSoft')} />
      {s.face > s.block && <path d={rect(s.block, s.face, bell - 8, bell + 8)} fill={ink('oilWash')} stroke={stroke} />}
      <path
        d={`M${x(s.face)},${bell * across} H${x(s.seat - 8)} V${(r.hub + 3) * across} H${x(s.seat)} V${20 * across} H${tail} V${(bell + 8) * across} H${x(s.face)} Z`}
        fill={ink('oilWash')}
        fillOpacity={0.55}
        stroke={ink('inkSoft')}
      />
      <path d={`M${x(s.supportTip)},${15 * across} V${19 * across} H${tail} V${15 * across} Z`} {...steel} />
      <path d={`M${x(s.inputTip)},0 V${9 * across} H${x(s.inputSpline)} V${12.5 * across} H${tail} V0 Z`} {...steel} />
      <path
        d={`M${tail},${bell * across} q8,${-bell * across * 0.25} 0,${-bell * across * 0.5} t0,${-bell * across * 0.5}`}
        fill="none"
        stroke={ink('inkSoft')}
      />
      <path d={`M${right - CUT + 14},0 V${17 * across} H${right} V${48 * across} H${right + 10} V0 Z`} {...steel} />
    </g>
  )
}

interface LabelsProps extends Omit<HalfProps, 'across'> {
  readonly across: number
  readonly scale: number
  readonly centre: number
  readonly report: FitReport
  readonly chosen: string
  readonly onChoose: (id: string) => void
}

const lengthEntry = ({ entries }: FitReport, id: string) =>
  entries.find((entry): entry is LengthEntry => entry.id === id && entry.kind === 'closing')

/** What the chain leaves, each named at the edge of its half, with a leader to where it is. */
function Labels({ stands, up, x, r, across, centre, width, report, chosen, onChoose }: LabelsProps) {
  const sign = up ? -1 : 1
  const wanted = shownOf(stands, r).flatMap((shown) => {
    const entry = lengthEntry(report, shown.id)
    return entry && (up ? entry.specifiedM !== null : entry.measured)
      ? [{ x: x((shown.from + shown.to) / 2), width: LABEL_WIDTH, of: { shown, entry } }]
      : []
  })
  const y = up ? 15 : 2 * centre - 21
  return setLabels(wanted, width - FLANGE - CUT).map(({ x: left, of: { shown, entry } }) => {
    const valueM = up ? certain(entry.specifiedM) : entry.measured ? (entry.measured.lowM + entry.measured.highM) / 2 : 0
    const colour = verdictInk(up ? (entry.specified?.word ?? 'unknown') : entry.verdict.word)
    return (
      <g key={entry.id} onClick={() => onChoose(entry.id)} style={{ cursor: 'pointer' }}>
        <Leader
          shown={shown}
          x={x}
          from={{ x: left + 6, y: y + (up ? 18 : -14) }}
          at={centre + sign * shown.radius * across}
          colour={colour}
        />
        <rect
          x={left}
          y={y - 13}
          width={LABEL_WIDTH - 4}
          height={32}
          fill={ink('sheet')}
          stroke={entry.id === chosen ? ink('oil') : 'none'}
        />
        <text x={left + 4} y={y - 1} fontSize={12.5} fill={ink('inkSoft')}>
          {CLOSING_WORDS[entry.id as ClosingId]}
        </text>
        <text
          x={left + 4}
          y={y + 14}
          fontSize={15}
          fontWeight={600}
          fill={colour}
        >{`${fitLength(entry, valueM)}${wordMark(up ? entry.specified?.word : entry.verdict.word)}`}</text>
      </g>
    )
  })
}

const wordMark = (word: string | undefined) => (word === 'refused' ? ' ▲ out of limits' : word === 'measure-again' ? ' ◐ remeasure' : '')

function Leader({
  shown,
  x,
  from,
  at,
  colour,
}: {
  shown: Shown
  x: (mm: number) => number
  from: { x: number; y: number }
  at: number
  colour: string
}) {
  const [a, b] = [x(Math.min(shown.from, shown.to)), x(Math.max(shown.from, shown.to))]
  return (
    <g stroke={colour} fill="none" strokeWidth={1.2} pointerEvents="none">
      <path d={`M${from.x},${from.y} L${(a + b) / 2},${at}`} strokeDasharray="2 3" />
      <path d={`M${a},${at} H${b}`} strokeWidth={3} />
      <path d={`M${a},${at - 5} v10 M${b},${at - 5} v10`} />
    </g>
  )
}

/** How far it is to the output flange, which stands beyond the cut. */
function FlangeMark({ report, width }: LabelsProps | Omit<LabelsProps, 'stands' | 'up'>) {
  const entry = lengthEntry(report, 'flange-place')
  const caseLength = report.entries.find((each): each is LengthEntry => each.id === 'case-length')
  const valueM = entry?.specifiedM ?? caseLength?.specifiedM
  if (valueM === undefined || valueM === null) return null
  return (
    <g textAnchor="end" fontSize={12.5} fill={entry ? verdictInk(entry.verdict.word) : ink('inkSoft')}>
      <text x={width} y={14}>
        {entry ? 'crank to output flange' : 'case to output flange'}
      </text>
      <text x={width} y={29} fontWeight={600} fontSize={14}>
        {fitLength({ kind: 'closing', gauged: 'length', id: 'flange-place' }, valueM)}
      </text>
    </g>
  )
}
