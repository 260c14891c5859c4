import type { Part, Station } from '@plucky/core'
import type { ReactNode } from 'react'
import { ink } from '../ui/theme.js'

/** Room and content of a station's symbol; drawn round its own centre. */
export interface GlyphProps {
  readonly station: Station
  readonly part: Part | undefined
  readonly width: number
  readonly height: number
  readonly fill: string
  readonly stroke: string
  /** The rearmost on the line carries the output flange. */
  readonly last: boolean
}

type Glyph = (props: GlyphProps) => ReactNode

const SHAFT = 11

/** Both halves of a section: what is given is drawn above the axis and mirrored below it. */
const Mirrored = ({ children }: { children: ReactNode }) => (
  <>
    {children}
    <g transform="scale(1 -1)">{children}</g>
  </>
)

/** The crank's flange, the plate bolted to it, and its pads. */
function Plate({ width, height, fill, stroke }: GlyphProps) {
  const [h, right] = [height / 2, width / 2]
  return (
    <g fill={fill} stroke={stroke}>
      <path d={`M${-right + 4},-15 H${right - 26} V-22 H${right - 19} V22 H${right - 26} V15 H${-right + 4} Z`} />
      <rect x={right - 19} y={-h - 4} width={6} height={height + 8} />
      <Mirrored>
        <rect x={right - 13} y={-17} width={5} height={5} fill={stroke} stroke="none" />
        <rect x={right - 13} y={-h + 1} width={13} height={6} />
      </Mirrored>
    </g>
  )
}

/** Cover at the front, turbine and impeller halves of the torus, stator between them; the lockup disc where there is one. */
function Converter({ part, width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width / 2 - 1, 46), height / 2 + 6]
  const locks = part?.kind === 'converter' && part.geometry.lockup
  const [top, low] = [-h + 6, -h * 0.36]
  const bowl = (side: 1 | -1) => `M${side * 3},${top} C${side * w * 0.8},${top} ${side * w * 0.82},${low} ${side * 3},${low} Z`
  return (
    <g stroke={stroke}>
      <path
        d={`M${-w},${-h * 0.62} Q${-w},${-h} ${-w * 0.45},${-h} H${w * 0.35} C${w * 0.95},${-h} ${w},${-h * 0.5} ${w},-${SHAFT} V${SHAFT} C${w},${h * 0.5} ${w * 0.95},${h} ${w * 0.35},${h} H${-w * 0.45} Q${-w},${h} ${-w},${h * 0.62} Z`}
        fill={fill}
      />
      <Mirrored>
        <path d={bowl(-1)} fill={ink('sheet')} />
        <path d={bowl(1)} fill={ink('oilWash')} />
        <rect x={-3.5} y={low + 1} width={7} height={9} fill={stroke} stroke="none" />
        {locks && <path d={`M${-w * 0.82},${top + 2} V${-SHAFT - 3}`} strokeWidth={2.6} />}
      </Mirrored>
    </g>
  )
}

function Bar({ station, width, fill, stroke, last }: GlyphProps) {
  if (station.strip.lane === 'rail') return <Sleeve half={Math.min(23, width / 2)} fill={fill} stroke={stroke} />
  const half = width / 2
  const ticks = [2, 5.5, 9, 12.5].map((k) => k)
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-SHAFT} width={width} height={2 * SHAFT} />
      <path d={ticks.map((k) => `M${-half + k},${-SHAFT} v${2 * SHAFT}`).join(' ')} strokeWidth={0.8} />
      {last ? (
        <rect x={half - 13} y={-26} width={12} height={52} />
      ) : (
        <path d={ticks.map((k) => `M${half - k},${-SHAFT} v${2 * SHAFT}`).join(' ')} strokeWidth={0.8} />
      )}
    </g>
  )
}

/** A support: flange on the case, sleeve below it. */
function Sleeve({ half, fill, stroke }: { half: number; fill: string; stroke: string }) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-22} width={2 * half} height={9} />
      <rect x={-9} y={-13} width={18} height={35} />
      <path d="M-9,11 h18 M-9,14.5 h18 M-9,18 h18" strokeWidth={0.8} />
    </g>
  )
}

/** Lined plates and steels in turn, as many as the part has. */
function Plates({
  count,
  x,
  y,
  width,
  height,
  stroke,
}: {
  count: number
  x: number
  y: number
  width: number
  height: number
  stroke: string
}) {
  const gap = width / Math.max(1, count * 2)
  return (
    <g stroke={stroke}>
      {Array.from({ length: count * 2 }, (_, i) => {
        const at = x + gap * (i + 0.5)
        const lined = i % 2 === 0
        return (
          <path
            key={i}
            d={`M${at},${y + (lined ? 5 : 1)} V${y + height - (lined ? 1 : 5)}`}
            strokeWidth={lined ? Math.min(3, gap * 0.9) : 1}
          />
        )
      })}
    </g>
  )
}

/** A toothed bore with its flange behind. */
function Hub({ width, fill, stroke }: GlyphProps) {
  const half = width / 2
  const body = Math.min(half - 2, 12)
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-SHAFT} width={width} height={2 * SHAFT} />
      <Mirrored>
        <path d={`M${-body},-${SHAFT} V-21 H${body - 7} V-30 H${body} V-${SHAFT} Z`} />
        <path d={[1, 5, 9, 13].map((k) => `M${-body + k},-${SHAFT} v-4`).join(' ')} strokeWidth={0.8} />
      </Mirrored>
    </g>
  )
}

function Pack({ station, part, width, height, fill, stroke }: GlyphProps) {
  const count = part?.kind === 'pack' ? part.geometry.linedPlates : 0
  if (station.strip.lane !== 'line') {
    const w = Math.min(width, 44)
    return (
      <g stroke={stroke}>
        <rect x={-w / 2} y={-height / 2} width={w} height={height} fill={fill} />
        <Plates count={count} x={-w / 2 + 4} y={-height / 2 + 4} width={w - 8} height={height - 8} stroke={stroke} />
      </g>
    )
  }
  const [w, h] = [Math.min(width - 14, 62), height / 2]
  return (
    <g stroke={stroke} fill={fill}>
      <rect x={-width / 2} y={-SHAFT} width={width} height={2 * SHAFT} />
      <Mirrored>
        <path d={`M${-w / 2},-${SHAFT} V${-h} H${w / 2} V${-h + 5} H${-w / 2 + 6} V-${SHAFT} Z`} />
        <Plates count={count} x={-w / 2 + 9} y={-h + 6} width={w - 13} height={h - 6 - SHAFT - 2} stroke={stroke} />
        <path d={`M${w / 2 - 2},-${SHAFT} V${-h + 12}`} strokeWidth={2.4} />
      </Mirrored>
    </g>
  )
}

/** The disc against the cover, its linings at the rim, and the springs of its damper. */
function Lockup({ part, width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width, 40) / 2, height / 2]
  const geometry = part?.kind === 'lockup' ? part.geometry : undefined
  const faces = Math.min(4, geometry?.faces ?? 1)
  return (
    <g stroke={stroke}>
      <rect x={-w} y={-h} width={6} height={height} fill={fill} />
      {Array.from({ length: faces }, (_, i) => (
        <Mirrored key={i}>
          <rect x={-w + 8 + i * 5} y={-h + 2} width={3} height={9} fill={stroke} stroke="none" />
        </Mirrored>
      ))}
      <rect x={-w + 9 + faces * 5} y={-h + 2} width={4} height={height - 4} fill={fill} />
      {geometry?.damper && <path d={`M${-w + 17 + faces * 5},-7 l5,3 l-5,4 l5,4 l-5,4`} fill="none" strokeWidth={1.4} />}
    </g>
  )
}

/** A strap round its drum, and the servo that pulls it. */
function Band({ width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width, 44) / 2, height / 2]
  return (
    <g stroke={stroke} fill={fill}>
      <path d={`M${-w + 8},${h} V${-h + 14} A${w - 8},14 0 0 1 ${w - 8},${-h + 14} V${h}`} strokeWidth={3} />
      <path d={`M${-w + 14},${h} V${-h + 17} A${w - 14},9 0 0 1 ${w - 14},${-h + 17} V${h} Z`} />
      <rect x={w - 8} y={h - 13} width={8} height={13} />
      <path d={`M${-w},${h - 2} h8`} strokeWidth={3} />
    </g>
  )
}

function OneWay({ width, fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke} transform={`scale(${Math.min(1, width / 42)})`}>
      <circle r={21} fill={fill} />
      <circle r={12} fill={ink('sheet')} />
      {[0, 60, 120, 180, 240, 300].map((turn) => (
        <rect
          key={turn}
          x={-1.6}
          y={-19.5}
          width={3.2}
          height={6}
          transform={`rotate(${turn}) rotate(28 0 -16.5)`}
          fill={stroke}
          stroke="none"
        />
      ))}
      <path d="M-5,3 A6,6 0 1 1 4,4 M4,4 l0.6,-5 M4,4 l-5,-0.8" fill="none" strokeWidth={1.4} />
    </g>
  )
}

/** The bell over the front set, necked down to the suns. */
function Shell({ fill, stroke }: GlyphProps) {
  return <path d="M-23,-20 H16 V9 H26 V15 H10 V-14 H-23 Z" fill={fill} stroke={stroke} />
}

function GearSets({ station, part, width, height, fill, stroke }: GlyphProps) {
  const pinions = part?.kind === 'gear-set' ? part.geometry.pinions : 0
  const single = station.load.at === 'sets' && station.load.ids.length === 1
  const spread = Math.min(26, width / 4)
  const h = height / 2
  return (
    <g stroke={stroke} fill={fill}>
      <rect x={-width / 2} y={-7} width={width} height={14} />
      {(single ? [0] : [-spread, spread]).map((x) => (
        <g key={x} transform={`translate(${x} 0)`}>
          <Mirrored>
            <rect x={-10} y={-h} width={20} height={6} />
            <rect x={-8} y={-h + 8} width={16} height={h - 8 - 15} fill={ink('sheet')} />
            <path d={`M-12,${-(h + 15) / 2} h24`} strokeWidth={pinions > 4 ? 3 : 1.6} />
          </Mirrored>
          <rect x={-11} y={-13} width={22} height={26} />
          <path d="M-11,-9 h22 M-11,9 h22" strokeWidth={0.8} />
        </g>
      ))}
    </g>
  )
}

/** Two gears in mesh between the faces of the pump. */
function Pump({ width, fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke} transform={`scale(${Math.min(1, width / 42)})`}>
      <rect x={-20} y={-15} width={40} height={30} rx={3} fill={fill} />
      <circle cx={-6} r={9} fill={ink('sheet')} />
      <circle cx={7} r={6.5} fill={ink('sheet')} />
      <path d="M-6,-3 v6 M-9,0 h6 M7,-2.4 v4.8 M4.6,0 h4.8" strokeWidth={1} />
    </g>
  )
}

/** A spool in its bore, pushed by a spring. */
function Valves({ width, fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke} transform={`scale(${Math.min(1, width / 42)})`}>
      <rect x={-21} y={-9} width={42} height={18} fill={ink('sheet')} />
      <path d="M-19,-7 h9 v14 h-9 z M-3,-7 h7 v14 h-7 z" fill={fill} />
      <path d="M-10,0 H-3" />
      <path d="M4,0 l2,-6 l3,12 l3,-12 l3,12 l3,-12 l2,6" fill="none" strokeWidth={1} />
    </g>
  )
}

/** A bolt: head, shank, thread. */
function Bolts({ fill, stroke }: GlyphProps) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-9} y={-7} width={5} height={14} />
      <rect x={-4} y={-4} width={13} height={8} />
      <path d="M1,-4 l2,8 M4,-4 l2,8 M7,-4 l2,8" strokeWidth={0.9} fill="none" />
    </g>
  )
}

/** A sheet with its hole in the middle, on edge. */
function MotorPlate({ fill, stroke }: GlyphProps) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-2.5} y={-11} width={5} height={7} />
      <rect x={-2.5} y={4} width={5} height={7} />
      <path d="M-8,-11 v22 M8,-11 v22" strokeWidth={0.8} strokeDasharray="3 3" fill="none" />
    </g>
  )
}

/** A pilot as it goes into the crank. */
function Pilot({ fill, stroke }: GlyphProps) {
  return (
    <g fill={fill} stroke={stroke}>
      <path d="M9,-10 V10 H5 V5 H-7 L-10,3 V-3 L-7,-5 H5 V-10 Z" />
    </g>
  )
}

export const GLYPHS: Record<Station['kind'], Glyph> = {
  'flex-plate': Plate,
  converter: Converter,
  lockup: Lockup,
  shaft: Bar,
  hub: Hub,
  pack: Pack,
  band: Band,
  'one-way': OneWay,
  shell: Shell,
  'gear-set': GearSets,
  pump: Pump,
  valves: Valves,
  bolts: Bolts,
  'motor-plate': MotorPlate,
  pilot: Pilot,
}
