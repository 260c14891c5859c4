import { certain } from '@plucky/core'
import { RuledTable } from '../ui/RuledTable.js'
import { Box } from '@chakra-ui/react'
import { capital, figure, OUTCOME_WORDS, quantity, percent } from '@plucky/contract'
import {
  elementSlips,
  gearTorques,
  pinionSpeeds,
  powerFlow,
  rangeEfficiency,
  thrustLoads,
  type GearTrain,
  type RangeSolution,
  type Unit,
} from '@plucky/core'
import { GEARS } from './stick-parts.js'
import { linkTorque, memberTorque, speedWords, torqueWords, type Scale } from './reading.js'
import { TableHead } from '../ui/TableHead.js'

const CELLS = {
  '& .idle': { color: 'inkSoft' },
  '& .live': { color: 'torque', fontWeight: 600 },
  '& .chosen': { bg: 'torqueWash' },
} as const

interface RangeTableProps {
  readonly train: GearTrain
  readonly solved: ReadonlyMap<string, RangeSolution>
  readonly chosen: string
}

/** Which elements are on in which range, with ratio, step and what the meshes leave of the power. */
export function RangeTable({ train, solved, chosen }: RangeTableProps) {
  const forward = train.ranges.filter((range) => !range.reverse)
  const stepTo = (id: string) => {
    const at = forward.findIndex((range) => range.id === id)
    const [before, own] = [solved.get(forward[at - 1]?.id ?? ''), solved.get(id)]
    return before?.outcome === 'driven' && own?.outcome === 'driven' ? figure(before.ratio / own.ratio, 3) : ''
  }
  return (
    <Box overflowX="auto">
      <RuledTable look="numbers" css={CELLS} data-testid="range-table">
        <TableHead words={['Gear', 'Ratio', 'Ratio step', 'Efficiency', 'Applied']} />
        <tbody>
          {train.ranges.map((range) => {
            const solution = certain(solved.get(range.id))
            const lossy = rangeEfficiency(train, range)
            const holding = solution.outcome === 'driven' ? solution.holding.filter((id) => linkTorque(solution, id) !== 0) : []
            return (
              <tr key={range.id} className={range.id === chosen ? 'chosen' : ''}>
                <td>
                  <strong>{range.id}</strong> {range.name}
                </td>
                <td>{solution.outcome === 'driven' ? figure(solution.ratio, 4) : OUTCOME_WORDS[solution.outcome]}</td>
                <td>{stepTo(range.id)}</td>
                <td>{!lossy ? '' : lossy.selfLocking ? 'self-locking' : percent(lossy.efficiency, 1)}</td>
                <td style={{ whiteSpace: 'normal' }}>{[...range.on, ...holding.map((id) => `(${id})`)].join(', ')}</td>
              </tr>
            )
          })}
        </tbody>
      </RuledTable>
    </Box>
  )
}

interface MemberTableProps {
  readonly train: GearTrain
  readonly solution: RangeSolution
  readonly scale: Scale
}

/** Torque and speed of every member and element, with the power through the elements. */
export function MemberTable({ train, solution, scale }: MemberTableProps) {
  return (
    <RuledTable look="numbers" css={CELLS} data-testid="member-table">
      <TableHead words={['Member', scale ? 'Torque' : 'Torque / input', scale ? 'Speed' : 'Speed / input']} />
      <tbody>
        {train.members.map((member) => {
          const torque = memberTorque(train, solution, member)
          return (
            <tr key={member}>
              <td>{capital(member)}</td>
              <td className={torque === 0 ? 'idle' : 'live'}>{torque === 0 ? 'no load' : torqueWords(torque, scale)}</td>
              <td>{solution.outcome === 'tied-up' ? 'locked' : speedWords(solution.speeds[member], scale)}</td>
            </tr>
          )
        })}
      </tbody>
    </RuledTable>
  )
}

/** Torque through every element and joint, slip across it, power through it. */
export function LinkTable({ train, solution, scale }: MemberTableProps) {
  const [slips, flow] = [elementSlips(train, solution), powerFlow(train, solution)]
  const rows = [...train.elements.map((e) => ({ ...e, word: e.kind })), ...train.joints.map((j) => ({ ...j, word: 'joint' }))]
  return (
    <RuledTable look="numbers" css={CELLS} data-testid="link-table">
      <TableHead words={['Clutch, band or joint', 'Torque', 'Slip speed', 'Power']} />
      <tbody>
        {rows.map(({ id, word }) => {
          const torque = linkTorque(solution, id)
          const [slip, power] = [slips[id], flow.links[id] ?? 0]
          return (
            <tr key={id}>
              <td>
                {capital(id)} <span className="idle">{`· ${word}${solution.shared.includes(id) ? ', shared' : ''}`}</span>
              </td>
              <td className={torque === 0 ? 'idle' : 'live'}>{torque === 0 ? '·' : torqueWords(torque, scale)}</td>
              <td>{slip === undefined ? (word === 'joint' ? '' : 'free') : slip === 0 ? '·' : speedWords(slip, scale)}</td>
              <td>{Math.abs(power) < 1e-9 ? '·' : percent(power)}</td>
            </tr>
          )
        })}
      </tbody>
    </RuledTable>
  )
}

/** Sun torque and pinion speed of the sets, and the load of the thrust surfaces. */
export function GearTable({ unit, solution, scale }: { unit: Unit; solution: RangeSolution; scale: Scale }) {
  const pinions = pinionSpeeds(unit.train, solution)
  const gears = gearTorques(unit.train, solution)
  const thrusts = solution.outcome === 'driven' ? thrustLoads(unit, solution, scale ?? { torqueNm: 100, speedRadPerS: 100 }) : []
  return (
    <>
      <RuledTable look="numbers" css={CELLS}>
        <TableHead words={['Gear set', 'Sun', 'Ring', 'Carrier', 'Pinion speed']} />
        <tbody>
          {unit.train.sets.map(({ id }) => (
            <tr key={id}>
              <td>{capital(id)}</td>
              {GEARS.map((gear) => {
                const own = gears.find((each) => each.set === id && each.gear === gear)
                return <td key={gear}>{own === undefined ? 'shared' : own.torque === 0 ? '·' : torqueWords(own.torque, scale)}</td>
              })}
              <td>{speedWords(pinions[id], scale)}</td>
            </tr>
          ))}
        </tbody>
      </RuledTable>
      {thrusts.length > 0 && (
        <RuledTable look="numbers" css={CELLS} mt="2" data-testid="thrust-table">
          <TableHead
            words={
              scale
                ? ['Thrust surface', 'Axial load', 'Sliding speed', 'Heat', 'p·v or bearing life']
                : [`Thrust surface (at ${quantity(100, 'N·m', 0)} input)`, 'Axial load']
            }
          />
          <tbody>
            {thrusts.map(({ thrust, axialN, state, speedRadPerS }) => (
              <tr key={thrust.id}>
                <td>
                  {capital(thrust.id)} <span className="idle">{`· ${thrust.kind}`}</span>
                </td>
                <td>{quantity(axialN, 'N')}</td>
                {scale && <td>{speedRadPerS === undefined ? 'free' : quantity(state.rubbingMPerS, 'm/s', 1)}</td>}
                {scale && <td>{quantity(state.heatW, 'W', 0)}</td>}
                {scale && <td>{thrustWords(thrust.kind, state.pv, state.lifeHours)}</td>}
              </tr>
            ))}
          </tbody>
        </RuledTable>
      )}
    </>
  )
}

const thrustWords = (kind: string, pv: number, life: number | null) =>
  kind === 'washer' ? quantity(pv, 'MPa·m/s', 2) : life === null ? 'stationary' : life > 1e5 ? 'over 100,000 h' : `${figure(life)} h`
