import { memberAt } from '@plucky/core'
import { Box } from '@chakra-ui/react'
import { figure, gearWords } from '@plucky/contract'
import {
  CASE,
  gearTorques,
  relativeSpeed,
  type GearRange,
  type GearTrain,
  type PlanetarySet,
  type RangeSolution,
  type Unit,
} from '@plucky/core'
import { line } from 'd3-shape'
import { useMemo, useRef, type ReactNode } from 'react'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { linkTorque, memberState, speedWords, torqueWords, type MemberState, type Scale } from './reading.js'
import { GEAR_HALF, layoutStick, type Leg, type Spine, type StickLayout, type StickLink } from './stick-layout.js'
import type { GEARS } from './stick-parts.js'

interface StickProps {
  readonly unit: Unit
  readonly range: GearRange
  readonly solution: RangeSolution
  readonly scale: Scale
}

const COLOURS: Record<MemberState, string> = { carries: ink('torque'), held: ink('oil'), idles: ink('inkSoft'), free: ink('inkSoft') }
const WIDTHS: Record<MemberState, number> = { carries: 3, held: 3, idles: 1.2, free: 1.2 }

/** Half-section in sticks, drawn from the data of the train: what carries torque is inked in, what is held stands in the colour of the case. */
export function StickDiagram({ unit, range, solution, scale }: StickProps) {
  const { train } = unit
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box, 1230)
  const layout = useMemo(() => layoutStick(train, width), [train, width])
  const view: View = {
    unit,
    train,
    range,
    solution,
    scale,
    layout,
    loaded: loadedGears(train, solution),
    state: (member) => (member === CASE ? 'held' : memberState(train, solution, member)),
  }
  return (
    <Box ref={box} overflowX="auto">
      <svg width={layout.width} height={layout.height} role="img" aria-label={`Stick diagram, ${gearWords(range)}`} data-testid="stick">
        <Rail layout={layout} />
        {layout.legs.map((leg) => (
          <LegDrawn key={leg.set + leg.gear} leg={leg} view={view} />
        ))}
        {layout.links.map((link) => (
          <LinkLine key={link.id} link={link} view={view} />
        ))}
        {layout.spines.map((spine) => (
          <SpineDrawn key={spine.member} spine={spine} view={view} />
        ))}
        {layout.legs.map((leg) => (
          <Dot key={leg.set + leg.gear} at={memberAt(leg.path, leg.path.length - 1)} colour={COLOURS[view.state(leg.spine)]} />
        ))}
        {layout.sets.map(({ set, x }) => (
          <SetDrawn key={set.id} set={set} x={x} view={view} />
        ))}
        {layout.links.map((link) => (
          <LinkSign key={link.id} link={link} view={view} />
        ))}
        {layout.spines.map((spine) => (
          <SpineName key={spine.member} spine={spine} view={view} />
        ))}
      </svg>
    </Box>
  )
}

interface View extends StickProps {
  readonly train: GearTrain
  readonly layout: StickLayout
  state(member: string): MemberState
  /** Gears that carry torque. */
  readonly loaded: ReadonlySet<string>
}

/** Gears that carry torque, by set and gear; the ring and carrier of a compound set count for both of its sets. */
function loadedGears(train: GearTrain, solution: RangeSolution): Set<string> {
  const live = gearTorques(train, solution).filter(({ torque }) => torque !== 0)
  return new Set(
    train.sets.flatMap((set) =>
      live
        .filter(({ gear, member, set: of }) => member === set[gear] && (of === set.id || gear !== 'sun'))
        .map(({ gear }) => `${set.id}:${gear}`),
    ),
  )
}

const pathOf = line()
const HALO = { stroke: ink('sheet'), strokeWidth: 7, fill: 'none' } as const

function Rail({ layout: { width, railY, axisY } }: { layout: StickLayout }) {
  const marks = Array.from({ length: Math.floor(width / 12) }, (_, i) => `M${i * 12 + 6},${railY} l6,-8`).join(' ')
  return (
    <g stroke={ink('ink')} fill="none">
      <path d={`M0,${railY} H${width}`} strokeWidth={1.6} />
      <path d={marks} strokeWidth={0.7} stroke={ink('inkSoft')} />
      <path d={`M0,${axisY} H${width}`} strokeDasharray="16 4 3 4" strokeWidth={0.8} stroke={ink('inkSoft')} />
    </g>
  )
}

function LegDrawn({ leg, view }: { leg: Leg; view: View }) {
  const state = view.state(leg.member)
  const idle = !view.loaded.has(`${leg.set}:${leg.gear}`)
  const d = pathOf(leg.path.map(([x, y]) => [x, y])) ?? ''
  const broken = leg.joint
  return (
    <g>
      <path d={d} {...HALO} />
      <path d={d} stroke={COLOURS[state]} strokeWidth={idle ? WIDTHS.idles : WIDTHS[state]} fill="none" />
      {broken && <JointMark x={broken.at[0]} y={broken.at[1]} id={broken.id} torque={linkTorque(view.solution, broken.id)} />}
    </g>
  )
}

/** Two flats across a line: a place where it is joined, and can part. */
function JointMark({ x, y, id, torque, level = false }: { x: number; y: number; id: string; torque: number; level?: boolean }) {
  const d = level ? `M${x - 2.5},${y - 5} v10 M${x + 2.5},${y - 5} v10` : `M${x - 5},${y - 2.5} h10 M${x - 5},${y + 2.5} h10`
  return (
    <g>
      <title>{`${id}: ${torque === 0 ? 'no load' : torqueWords(torque, null)}`}</title>
      <rect x={x - 5} y={y - 2.5} width={10} height={5} fill={ink('sheet')} stroke="none" />
      <path d={d} stroke={torque === 0 ? ink('inkSoft') : ink('torque')} strokeWidth={1.8} />
    </g>
  )
}

function SpineDrawn({ spine, view }: { spine: Spine; view: View }) {
  const state = view.state(spine.member)
  const { train } = view
  const arrow = spine.member === train.input ? `M${spine.from - 8},${spine.y - 5} l9,5 l-9,5 z` : ''
  const flange = spine.member === train.output ? `M${spine.to},${spine.y - 9} v18 M${spine.to + 5},${spine.y - 9} v18` : ''
  return (
    <g stroke={COLOURS[state]}>
      <path d={`M${spine.from},${spine.y} H${spine.to}`} strokeWidth={WIDTHS[state] + 0.6} />
      {arrow && <path d={arrow} fill={COLOURS[state]} stroke="none" />}
      {flange && <path d={flange} strokeWidth={2.4} />}
    </g>
  )
}

const Dot = ({ at: [x, y], colour }: { at: readonly [number, number]; colour: string }) => <circle cx={x} cy={y} r={3} fill={colour} />

/** Name and speed of a member, above the beginning of its line. */
function SpineName({ spine, view }: { spine: Spine; view: View }) {
  const state = view.state(spine.member)
  const input = spine.member === view.train.input
  const speed = view.solution.outcome === 'tied-up' ? '' : ` · ${speedWords(view.solution.speeds[spine.member], view.scale)}`
  return (
    <text
      x={spine.nameAt + (input ? -2 : 0)}
      y={spine.y - 6}
      fontSize={13}
      fontFamily="var(--chakra-fonts-figures)"
      fontWeight={state === 'carries' || state === 'held' ? 600 : 400}
      fill={COLOURS[state]}
      stroke={ink('sheet')}
      strokeWidth={4}
      paintOrder="stroke"
    >
      {spine.member}
      <tspan fontWeight={400}>{speed}</tspan>
    </text>
  )
}

/** Sun, pinions and ring, each a bar as wide as its teeth, and the name of the set. */
function SetDrawn({ set, x, view }: { set: PlanetarySet; x: number; view: View }) {
  const { gearY } = view.layout
  const h = GEAR_HALF
  const colour = (gear: (typeof GEARS)[number]) => COLOURS[view.state(set[gear])]
  const middle = gearY.carrier
  const pinions =
    set.kind === 'simple'
      ? [[gearY.ring + 7, gearY.sun - 7]]
      : [
          [gearY.ring + 7, middle - 2],
          [middle + 2, gearY.sun - 7],
        ]
  return (
    <g>
      <title>{`${set.id}: sun ${set.sunTeeth}, ring ${set.ringTeeth}, ${set.pinions} ${set.kind === 'simple' ? 'pinions' : 'pairs of pinions'}`}</title>
      <rect x={x - h} y={gearY.ring - 4} width={2 * h} height={8} fill={colour('ring')} />
      {pinions.map(([top = 0, low = 0]) => (
        <rect
          key={top}
          x={x - h}
          y={top}
          width={2 * h}
          height={low - top}
          fill={ink('sheet')}
          stroke={colour('carrier')}
          strokeWidth={1.6}
        />
      ))}
      {pinions.map(([top = 0, low = 0]) => (
        <path key={top} d={`M${x - h - 5},${(top + low) / 2} H${x + h + 5}`} stroke={colour('carrier')} strokeWidth={1.6} />
      ))}
      {pinions.length > 1 && (
        <path
          d={`M${x - h - 5},${middle - 18} V${middle + 18} M${x + h + 5},${middle - 18} V${middle + 18}`}
          stroke={colour('carrier')}
          strokeWidth={1.6}
        />
      )}
      <rect x={x - h} y={gearY.sun - 4} width={2 * h} height={8} fill={colour('sun')} />
      <text
        x={x}
        y={view.layout.axisY + 16}
        textAnchor="middle"
        fontSize={13}
        fontFamily="var(--chakra-fonts-heading)"
        fill={ink('ink')}
        stroke={ink('sheet')}
        strokeWidth={4}
        paintOrder="stroke"
      >
        {`${set.id} ${set.sunTeeth}/${set.ringTeeth}`}
      </text>
    </g>
  )
}

const engaged = ({ range, solution }: View, { id, kind }: StickLink): boolean =>
  kind === 'joint' || (kind === 'one-way' ? solution.holding.includes(id) && solution.outcome !== 'tied-up' : range.on.includes(id))

function LinkLine({ link, view }: { link: StickLink; view: View }) {
  const { x, ya, yb, y, a, b } = link
  const idle = linkTorque(view.solution, link.id) === 0
  const end = (member: string, from: number) => {
    const state = view.state(member)
    return <path d={`M${x},${from} V${y}`} stroke={COLOURS[state]} strokeWidth={idle ? WIDTHS.idles : WIDTHS[state]} />
  }
  return (
    <g>
      <path d={`M${x},${ya} V${yb}`} {...HALO} />
      {end(a, ya)}
      {end(b, yb)}
      {a !== CASE && <Dot at={[x, ya]} colour={COLOURS[view.state(a)]} />}
      {b !== CASE && <Dot at={[x, yb]} colour={COLOURS[view.state(b)]} />}
      {link.joints.map(({ id, at }) => (
        <JointMark key={id} x={at[0]} y={at[1]} id={id} torque={linkTorque(view.solution, id)} />
      ))}
    </g>
  )
}

/** The sign of an element: filled where it holds, open where it lets go; its name and what it carries beside it. */
function LinkSign({ link, view }: { link: StickLink; view: View }) {
  const { x, y, id, kind } = link
  const torque = linkTorque(view.solution, id)
  if (kind === 'joint') return <JointMark x={x} y={y} id={id} torque={torque} />
  const on = engaged(view, link) && (kind !== 'one-way' || torque !== 0)
  const colour = on ? (torque === 0 ? ink('ink') : ink('torque')) : ink('inkSoft')
  const slip = relativeSpeed(view.solution, link.a, link.b)
  const below = on
    ? torque === 0
      ? ''
      : torqueWords(Math.abs(torque), view.scale)
    : slip === undefined || slip === 0
      ? ''
      : `slip ${view.scale ? speedWords(slip, view.scale) : figure(slip, 2)}`
  return (
    <g data-testid={`stick-${id}`} data-on={on}>
      <title>{`${id}, ${kind}${on ? ', holding' : ', released'}`}</title>
      <rect x={x - 13} y={y - 9} width={26} height={18} fill={ink('sheet')} />
      {SIGNS[kind](x, y, on, colour, link)}
      <g fontSize={12} fontFamily="var(--chakra-fonts-figures)" stroke={ink('sheet')} strokeWidth={3} paintOrder="stroke">
        <text x={x + 15} y={y + 11} fill={colour}>
          {below}
        </text>
        <text x={x + 15} y={y - 2} fill={colour} fontWeight={on ? 600 : 400}>
          {codeOf(view.unit, id)}
        </text>
      </g>
    </g>
  )
}

/** The code by which the strip knows an element; its name, cut short, where it has no station. */
function codeOf({ stations }: Unit, id: string): string {
  const station = stations.find(({ load }) => load.at === 'link' && load.id === id)
  return station?.code ?? (id.length > 12 ? `${id.slice(0, 11)}…` : id)
}

type Sign = (x: number, y: number, on: boolean, colour: string, link: StickLink) => ReactNode

/** Two faces: together where it is on, apart where it is open. */
const faces: Sign = (x, y, on, colour) => {
  const gap = on ? 2 : 5
  return <path d={`M${x - 11},${y - gap} h22 M${x - 11},${y + gap} h22`} stroke={colour} strokeWidth={on ? 4 : 2} />
}

/** A strap round a drum. */
const strap: Sign = (x, y, on, colour) => (
  <path
    d={`M${x - 10},${y + 8} V${y - 2} Q${x},${y - 12} ${x + 10},${y - 2} V${y + 8}`}
    stroke={colour}
    strokeWidth={on ? 4 : 1.6}
    fill="none"
  />
)

/** A wedge in its race; it points the way in which its first member may not turn. */
const wedge: Sign = (x, y, on, colour, link) => {
  const up = link.ya < link.yb ? -1 : 1
  return (
    <g stroke={colour} strokeWidth={1.6}>
      <circle cx={x} cy={y} r={9} fill={on ? colour : ink('sheet')} />
      <path d={`M${x - 4},${y + up * 3} L${x + 4},${y + up * 3} L${x},${y - up * 4} Z`} fill={on ? ink('sheet') : colour} stroke="none" />
    </g>
  )
}

const SIGNS: Record<Exclude<StickLink['kind'], 'joint'>, Sign> = { clutch: faces, brake: faces, band: strap, 'one-way': wedge }
