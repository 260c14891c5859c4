import type { ReactNode } from 'react'
import { ink } from '../ui/theme.js'
import type { PictureId } from './terms.js'

const line = { stroke: ink('ink'), strokeWidth: 1.4, fill: 'none' } as const
const thin = { stroke: ink('inkSoft'), strokeWidth: 1, fill: 'none' } as const
const steel = { fill: ink('steel'), stroke: ink('ink'), strokeWidth: 1.2 } as const
const soft = { fill: ink('oilWash'), stroke: ink('oil'), strokeWidth: 1.2 } as const

const Words = ({ x, y, children, at = 'start' }: { x: number; y: number; children: string; at?: 'start' | 'middle' | 'end' }) => (
  <text x={x} y={y} fontSize={12} textAnchor={at} fill={ink('ink')}>
    {children}
  </text>
)

const PICTURES: Readonly<Record<PictureId, ReactNode>> = {
  capacity: (
    <>
      <rect x={10} y={20} width={150} height={16} {...steel} />
      <rect x={10} y={54} width={100} height={16} fill={ink('torqueWash')} stroke={ink('torque')} />
      <Words x={10} y={15}>
        capacity
      </Words>
      <Words x={10} y={50}>
        demand = torque × service factor
      </Words>
      <Words x={10} y={90}>
        margin = capacity ÷ demand
      </Words>
    </>
  ),
  'k-factor': (
    <>
      <path d="M20,84 V10 M20,84 H190" {...line} />
      <path d="M24,30 C70,16 110,16 186,46" {...line} stroke={ink('torque')} />
      <path d="M20,84 C60,82 90,60 112,20" {...line} stroke={ink('oil')} />
      <circle cx={108} cy={22} r={4} fill={ink('break')} />
      <Words x={108} y={14} at="middle">
        stall
      </Words>
      <Words x={154} y={20}>
        engine
      </Words>
      <Words x={78} y={58} at="end">
        converter
      </Words>
      <Words x={188} y={80} at="end">
        rpm
      </Words>
    </>
  ),
  stick: (
    <>
      <path d="M10,60 H70 M70,30 V60 M120,30 V60 M120,60 H190 M70,30 H120" {...line} />
      <rect x={60} y={34} width={20} height={18} {...steel} />
      <rect x={110} y={34} width={20} height={18} {...steel} />
      <path d="M95,10 V30 M85,10 H105" {...line} />
      <Words x={108} y={14}>
        brake
      </Words>
      <Words x={10} y={78}>
        input
      </Words>
      <Words x={190} y={78} at="end">
        output
      </Words>
    </>
  ),
  lever: (
    <>
      <path d="M60,84 V10" {...line} strokeWidth={3} />
      <circle cx={60} cy={84} r={4} fill={ink('ink')} />
      <circle cx={60} cy={34} r={4} fill={ink('ink')} />
      <circle cx={60} cy={10} r={4} fill={ink('ink')} />
      <path d="M66,10 h50 m-8,-4 l8,4 l-8,4 M66,84 h30 m-8,-4 l8,4 l-8,4 M54,34 h-44 m8,-4 l-8,4 l8,4" {...line} stroke={ink('torque')} />
      <Words x={122} y={14}>
        sun
      </Words>
      <Words x={68} y={40}>
        carrier
      </Words>
      <Words x={102} y={88}>
        ring
      </Words>
    </>
  ),
  stack: (
    <>
      <rect x={8} y={26} width={16} height={50} {...soft} />
      {[30, 58, 86, 114].map((x) => (
        <rect key={x} x={x} y={22} width={10} height={54} {...steel} />
      ))}
      {[44, 72, 100].map((x) => (
        <rect key={x} x={x} y={30} width={10} height={46} fill={ink('inkSoft')} stroke={ink('ink')} />
      ))}
      <rect x={130} y={18} width={18} height={58} {...steel} />
      <path d="M152,12 v66" {...line} strokeWidth={4} />
      <Words x={8} y={92}>
        piston
      </Words>
      <Words x={70} y={92}>
        plates
      </Words>
      <Words x={126} y={92}>
        backing plate, snap ring
      </Words>
    </>
  ),
  band: (
    <>
      <circle cx={70} cy={48} r={28} {...steel} />
      <path d="M92,20 A36,36 0 1 0 96,72" {...line} strokeWidth={5} stroke={ink('oil')} />
      <path d="M96,74 h40 M92,18 h44" {...line} />
      <path d="M60,36 a14,14 0 0 1 22,4 m0,-9 v9 h-9" {...line} stroke={ink('torque')} />
      <Words x={140} y={22}>
        anchor
      </Words>
      <Words x={140} y={78}>
        servo
      </Words>
    </>
  ),
  pilot: (
    <>
      <path d="M30,10 V86" {...line} strokeWidth={6} />
      <path d="M10,38 H46 V58 H10" {...line} />
      <rect x={52} y={18} width={60} height={60} rx={16} {...steel} />
      <rect x={34} y={42} width={18} height={12} {...steel} />
      <rect x={112} y={40} width={50} height={16} {...steel} />
      <path d="M140,28 v12 M140,56 v12" {...line} strokeWidth={4} />
      <Words x={6} y={30}>
        crank
      </Words>
      <Words x={62} y={14}>
        converter
      </Words>
      <Words x={146} y={30}>
        pump drive
      </Words>
    </>
  ),
  spline: (
    <>
      <path d="M10,70 h14 l6,-26 h14 l6,26 h14 l6,-26 h14 l6,26 h14 l6,-26 h14 l6,26 h14" {...line} />
      <path d="M10,70 H150" {...thin} strokeDasharray="3 3" />
      <path d="M10,44 H150" {...thin} strokeDasharray="3 3" />
      <Words x={154} y={48}>
        major
      </Words>
      <Words x={154} y={74}>
        root
      </Words>
    </>
  ),
  'case-depth': (
    <>
      <circle cx={60} cy={48} r={36} {...soft} />
      <circle cx={60} cy={48} r={26} {...steel} />
      <path d="M86,48 H96" {...line} strokeWidth={2} />
      <Words x={104} y={44}>
        hard case
      </Words>
      <Words x={60} y={52} at="middle">
        core
      </Words>
    </>
  ),
  ballooning: (
    <>
      <path d="M60,12 C40,30 40,66 60,84 H120 V12 Z" {...steel} />
      <path d="M60,12 C20,30 20,66 60,84" {...line} stroke={ink('break')} strokeDasharray="4 3" />
      <Words x={4} y={96}>
        cover, with charge pressure and rpm
      </Words>
    </>
  ),
}

/** A small picture of a term. */
export const TermPicture = ({ id }: { id: PictureId }) => (
  <svg width={220} height={100} aria-hidden="true" style={{ fontFamily: "'Barlow Condensed', sans-serif" }}>
    {PICTURES[id]}
  </svg>
)
