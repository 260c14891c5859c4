import { memberAt, numberAt } from '@plucky/core'
import { Box } from '@chakra-ui/react'
import { memberSpeed, type GearTrain, type RangeSolution } from '@plucky/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useMemo, useRef } from 'react'
import type { PlainTable } from '@plucky/contract'
import { ChartFiles } from '../charts/ChartFiles.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import { leversOf, type Lever, type LeverNode } from './lever-layout.js'
import { speedWords, torqueWords, type Scale } from './reading.js'

interface LeversProps {
  readonly train: GearTrain
  readonly solution: RangeSolution
  /** All ranges, so that the axis of speed stays while one steps through them. */
  readonly all: readonly RangeSolution[]
  readonly scale: Scale
}

const HEIGHT = 320
/** Room that the two lines of a node take. */
const WORDS_HEIGHT = 42
const EDGE = { top: 52, bottom: 62 }

/** Each set, or sets that share two members, as a lever: places along it from the teeth, speed to the right, torque as arrows. */
export function LeverDiagram({ train, solution, all, scale }: LeversProps) {
  const box = useRef<HTMLDivElement>(null)
  const width = useWidth(box, 560)
  const levers = useMemo(() => leversOf(train), [train])
  const speeds = all.flatMap((s) => Object.values(s.speeds))
  const domain = [Math.min(0, ...speeds), Math.max(1, ...speeds)] as const
  const room = width / levers.length
  return (
    <Box ref={box}>
      <svg width={width} height={HEIGHT} role="img" aria-label="Lever diagram: gear set speeds and torques" data-testid="levers">
        {levers.map((lever, i) => (
          <LeverDrawn key={lever.sets.join()} {...{ lever, train, solution, domain, scale }} x={i * room} width={room} />
        ))}
      </svg>
      <ChartFiles frame={box} name="levers" table={() => leverTable(solution, all)} />
    </Box>
  )
}

/** Speed of every member per input speed, by gear. */
const leverTable = (solution: RangeSolution, all: readonly RangeSolution[]): PlainTable => {
  const members = [...new Set([solution, ...all].flatMap(({ speeds }) => Object.keys(speeds)))]
  return {
    columns: ['gear', 'ratio', ...members.map((member) => `${member}, turns per input turn`)],
    rows: all.map((each) => [each.range, each.ratio, ...members.map((member) => memberSpeed(each, member) ?? null)]),
  }
}

interface LeverProps {
  readonly lever: Lever
  readonly train: GearTrain
  readonly solution: RangeSolution
  readonly domain: readonly [number, number]
  readonly scale: Scale
  readonly x: number
  readonly width: number
}

/** Torque that the sets of a lever take from a node: what comes to it from outside. */
function torqueAt(lever: Lever, node: LeverNode, train: GearTrain, solution: RangeSolution): number {
  const sets = train.sets.filter(({ id }) => lever.sets.includes(id))
  const sum = sets.reduce((total, set) => {
    const torques = solution.setTorques[set.id]
    if (!torques) return total
    return (
      total + (['sun', 'ring', 'carrier'] as const).reduce((own, gear) => own - (node.members.includes(set[gear]) ? torques[gear] : 0), 0)
    )
  }, 0)
  return Math.abs(sum) < 1e-9 ? 0 : sum
}

function LeverDrawn({ lever, train, solution, domain, scale, x, width }: LeverProps) {
  const places = lever.nodes.map((node) => node.place)
  const across = scaleLinear(domain, [x + 14, x + width - 78])
  const along = scaleLinear([Math.min(...places), Math.max(...places)], [HEIGHT - EDGE.bottom, EDGE.top])
  const points = lever.nodes.flatMap((node): { node: LeverNode; speed: number }[] => {
    const speed = memberSpeed(solution, memberAt(node.members, 0))
    return speed === undefined ? [] : [{ node, speed }]
  })
  const drawn = line<(typeof points)[number]>(
    (p) => across(p.speed),
    (p) => along(p.node.place),
  )
  const crowded = lever.nodes.reduce<boolean[]>((sides, { place }, i) => {
    const near = i > 0 && Math.abs(along(place) - along(numberAt(places, i - 1))) < WORDS_HEIGHT
    return [...sides, near && !sides[i - 1]]
  }, [])
  const moves = solution.outcome !== 'tied-up' && points.length > 1
  return (
    <g fontFamily="var(--chakra-fonts-figures)">
      <text x={x + 14} y={14} fontSize={14} fontWeight={600} fill={ink('ink')}>
        {lever.sets.join(' + ')}
      </text>
      {[0, 1].map((speed) => (
        <g key={speed}>
          <path
            d={`M${across(speed)},${EDGE.top - 8} V${HEIGHT - 22}`}
            stroke={ink('rule')}
            strokeDasharray={speed === 0 ? undefined : '3 3'}
          />
          <text x={across(speed)} y={HEIGHT - 8} textAnchor="middle" fontSize={12.5} fill={ink('inkSoft')}>
            {speed === 0 ? 'case 0' : scale ? speedWords(1, scale) : '1'}
          </text>
        </g>
      ))}
      {moves && <path d={drawn(points) ?? ''} stroke={ink('ink')} strokeWidth={2} fill="none" />}
      {lever.nodes.map((node, i) => (
        <NodeDrawn
          key={node.members.join()}
          {...{ node, lever, train, solution, scale, across }}
          y={along(node.place)}
          right={x + width}
          other={crowded[i] === true}
        />
      ))}
    </g>
  )
}

interface NodeProps {
  readonly node: LeverNode
  readonly lever: Lever
  readonly train: GearTrain
  readonly solution: RangeSolution
  readonly scale: Scale
  readonly across: (speed: number) => number
  readonly y: number
  readonly right: number
  /** Its neighbour's words stand close: it takes the other side. */
  readonly other: boolean
}

/** A node at its speed, with its members, and the torque that comes to it as an arrow to the right or the left. */
function NodeDrawn({ node, lever, train, solution, scale, across, y, right, other }: NodeProps) {
  const speed = memberSpeed(solution, memberAt(node.members, 0))
  const torque = torqueAt(lever, node, train, solution)
  const at = across(speed ?? 0)
  const reach = Math.sign(torque) * Math.min(30, 9 + 8 * Math.abs(torque))
  const colour = torque === 0 ? ink('inkSoft') : speed === 0 ? ink('oil') : ink('torque')
  const name = node.members.length > 2 ? `${node.members.slice(0, 2).join(', ')} …` : node.members.join(', ')
  const left = other || at + 8 + name.length * 6 > right - 4
  return (
    <g>
      <title>{`${node.members.join(', ')}: speed ${solution.outcome === 'tied-up' ? 'none' : speedWords(speed, scale)}, torque ${torqueWords(torque, scale)}`}</title>
      {torque !== 0 && (
        <path
          d={`M${at},${y} h${reach} m${-Math.sign(reach) * 5},-4 l${Math.sign(reach) * 5},4 l${-Math.sign(reach) * 5},4`}
          stroke={colour}
          strokeWidth={2.4}
          fill="none"
        />
      )}
      <circle cx={at} cy={y} r={4.5} fill={speed === undefined ? ink('sheet') : colour} stroke={colour} strokeWidth={1.6} />
      <g stroke={ink('sheet')} strokeWidth={4} paintOrder="stroke" textAnchor={left ? 'end' : 'start'}>
        <text x={at + (left ? -8 : 8)} y={y - 7} fontSize={13} fill={ink('ink')}>
          {name}
        </text>
        <text x={at + (left ? -8 : 8)} y={y + 17} fontSize={13} fill={colour}>
          {speed === undefined
            ? solution.outcome === 'tied-up'
              ? 'locked'
              : 'free'
            : torque === 0
              ? speedWords(speed, scale)
              : `${speedWords(speed, scale)} · ${torqueWords(torque, scale)}`}
        </text>
      </g>
    </g>
  )
}
