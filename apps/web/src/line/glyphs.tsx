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
}

type Glyph = (props: GlyphProps) => ReactNode

function Plate({ height, fill, stroke }: GlyphProps) {
  const h = height / 2
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-26} y={-14} width={20} height={28} />
      <rect x={-4} y={-h - 6} width={7} height={height + 12} />
      {[-h + 2, -9, 7, h - 6].map((y) => (
        <rect key={y} x={3} y={y} width={5} height={4} fill={stroke} stroke="none" />
      ))}
    </g>
  )
}

function Converter({ width, height, fill, stroke }: GlyphProps) {
  const [w, h] = [Math.min(width / 2, 34), height / 2 + 8]
  const vanes = (side: 1 | -1) => `M${side * 3},${-h + 8} C${side * (w - 4)},${-h + 6} ${side * (w - 3)},-14 ${side * 5},-15 Z`
  return (
    <g stroke={stroke}>
      <path
        d={`M${-w},0 C${-w},${-h * 0.85} ${-w * 0.6},${-h} 0,${-h} C${w * 0.6},${-h} ${w},${-h * 0.85} ${w},0 C${w},${h * 0.85} ${w * 0.6},${h} 0,${h} C${-w * 0.6},${h} ${-w},${h * 0.85} ${-w},0 Z`}
        fill={fill}
      />
      <path d={vanes(-1)} fill={ink('sheet')} />
      <path d={vanes(1)} fill={ink('oilWash')} />
      <path d="M-4,-16 L4,-16 L2.5,-6 L-2.5,-6 Z" fill={stroke} />
      <path d={`M${-w},-4 H${w} M${-w},4 H${w}`} strokeWidth={0.7} />
    </g>
  )
}

function Bar({ station, width, fill, stroke }: GlyphProps) {
  const half = width / 2
  const r = station.strip.lane === 'line' ? 9 : 12
  if (station.strip.lane !== 'line') return <Sleeve half={half} fill={fill} stroke={stroke} />
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-r} width={width} height={2 * r} />
      {[-1, 1].map((side) => (
        <path key={side} d={[0, 3.5, 7, 10.5].map((k) => `M${side * (half - k)},${-r} v${2 * r}`).join(' ')} strokeWidth={0.8} />
      ))}
    </g>
  )
}

/** A support: flange on the case, sleeve below it. */
function Sleeve({ half, fill, stroke }: { half: number; fill: string; stroke: string }) {
  return (
    <g fill={fill} stroke={stroke}>
      <rect x={-half} y={-21} width={2 * half} height={9} />
      <rect x={-8} y={-12} width={16} height={33} />
      <path d="M-8,12 h16 M-8,15.5 h16 M-8,19 h16" strokeWidth={0.8} />
    </g>
  )
}

function Pack({ part, width, height, fill, stroke }: GlyphProps) {
  const w = Math.min(width, 44)
  const h = height > 60 ? height - 14 : height
  const plates = part?.kind === 'pack' ? part.geometry.linedPlates : 0
  const gap = (w - 10) / Math.max(1, plates * 2)
  return (
    <g stroke={stroke}>
      <rect x={-w / 2} y={-h / 2} width={w} height={h} fill={fill} />
      {Array.from({ length: plates * 2 }, (_, i) => {
        const x = -w / 2 + 5 + gap * (i + 0.5)
        return (
          <path
            key={i}
            d={`M${x},${-h / 2 + (i % 2 ? 4 : 8)} V${h / 2 - (i % 2 ? 8 : 4)}`}
            strokeWidth={i % 2 ? 1 : Math.min(3, gap * 0.9)}
          />
        )
      })}
    </g>
  )
}

function OneWay({ fill, stroke }: GlyphProps) {
  return (
    <g stroke={stroke}>
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

function Shell({ width, fill, stroke }: GlyphProps) {
  const half = Math.min(width / 2 + 6, 26)
  return <path d={`M${-half},-20 H${half - 6} V12 H${half + 4} V18 H${half - 12} V-14 H${-half} Z`} fill={fill} stroke={stroke} />
}

function GearSets({ part, width, height, fill, stroke }: GlyphProps) {
  const pinions = part?.kind === 'gear-set' ? part.geometry.pinions : 0
  const spread = Math.min(24, width / 4)
  const tall = pinions > 4 ? 20 : 16
  return (
    <g stroke={stroke} fill={fill}>
      <path d={`M${-spread - 12},0 H${spread + 12}`} strokeWidth={6} stroke={fill} />
      {[-spread, spread].map((x) => (
        <g key={x} transform={`translate(${x} 0)`}>
          <rect x={-7} y={-height / 2} width={14} height={7} />
          <rect x={-7} y={height / 2 - 7} width={14} height={7} />
          <rect x={-5} y={-height / 2 + 9} width={10} height={tall} fill={ink('sheet')} />
          <rect x={-5} y={height / 2 - 9 - tall} width={10} height={tall} fill={ink('sheet')} />
          <rect x={-9} y={-8} width={18} height={16} />
        </g>
      ))}
    </g>
  )
}

export const GLYPHS: Record<Station['kind'], Glyph> = {
  'flex-plate': Plate,
  converter: Converter,
  shaft: Bar,
  pack: Pack,
  'one-way': OneWay,
  shell: Shell,
  'gear-set': GearSets,
}
