import { RuledTable } from '../ui/RuledTable.js'
import { Box, chakra, Text } from '@chakra-ui/react'
import { figure, OUTCOME_WORDS, type Problem } from '@plucky/contract'
import type { GearRange, GearTrain, RangeSolution } from '@plucky/core'
import { TextButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'

interface GridProps {
  readonly train: GearTrain
  readonly solved: ReadonlyMap<string, RangeSolution>
  readonly problems: readonly Problem[]
  readonly onRanges: (ranges: GearTrain['ranges']) => void
}

const CELL = { px: '1.5', height: '36px', bg: 'paper', color: 'ink', borderWidth: '1px', borderColor: 'rule', fontSize: 'body' } as const

/** The range table: a row a range, a box an element; the ratio beside it as it comes out. */
export function RangeGrid({ train, solved, problems, onRanges }: GridProps) {
  const friction = train.elements.filter(({ kind }) => kind !== 'one-way')
  const change = (i: number, by: Partial<GearTrain['ranges'][number]>) =>
    onRanges(train.ranges.map((range, k) => (k === i ? { ...range, ...by } : range)))
  return (
    <Box overflowX="auto">
      <RuledTable width="auto" css={{ '& td, & th': { borderBottomWidth: 0, textAlign: 'center', verticalAlign: 'middle' } }}>
        <thead>
          <tr>
            {['Gear', 'Name', ...friction.map(({ id }) => id), 'Reverse', 'Lockup', 'Resulting ratio'].map((word) => (
              <th key={word}>{word}</th>
            ))}
            <td />
          </tr>
        </thead>
        <tbody>
          {train.ranges.map((range, i) => (
            <RangeRow
              key={i}
              range={range}
              number={i + 1}
              friction={friction.map(({ id }) => id)}
              solution={solved.get(range.id)}
              onChange={(by) => change(i, by)}
              onLeave={() => onRanges(train.ranges.filter((_r, k) => k !== i))}
            />
          ))}
        </tbody>
      </RuledTable>
      {problems.map((p) => (
        <ProblemText key={p.path + p.code}>{p.sentence}</ProblemText>
      ))}
      <TextButton
        data-testid="add-train.ranges"
        onClick={() =>
          onRanges([
            ...train.ranges,
            { id: String(train.ranges.length + 1), name: `gear ${train.ranges.length + 1}`, on: [], reverse: false, lockup: false },
          ])
        }
      >
        Add gear
      </TextButton>
    </Box>
  )
}

interface RangeRowProps {
  readonly range: GearRange
  readonly number: number
  readonly friction: readonly string[]
  readonly solution: RangeSolution | undefined
  readonly onChange: (by: Partial<GearRange>) => void
  readonly onLeave: () => void
}

function RangeRow({ range, number, friction, solution, onChange, onLeave }: RangeRowProps) {
  const toggle = (id: string) => onChange({ on: range.on.includes(id) ? range.on.filter((each) => each !== id) : [...range.on, id] })
  const driven = solution?.outcome === 'driven'
  return (
    <tr>
      <td>
        <chakra.input
          {...CELL}
          width="44px"
          aria-label={`Gear ${number}, short name`}
          value={range.id}
          onChange={(event) => onChange({ id: event.target.value })}
          data-testid={`train.ranges.${number - 1}.id`}
        />
      </td>
      <td>
        <chakra.input
          {...CELL}
          width="92px"
          aria-label={`Gear ${number}, name`}
          value={range.name}
          onChange={(event) => onChange({ name: event.target.value })}
        />
      </td>
      {friction.map((id) => (
        <td key={id}>
          <Tick
            label={`${id} applied in ${range.name}`}
            on={range.on.includes(id)}
            onToggle={() => toggle(id)}
            testId={`on-${range.id}-${id}`}
          />
        </td>
      ))}
      <td>
        <Tick label={`${range.name} is reverse`} on={range.reverse} onToggle={() => onChange({ reverse: !range.reverse })} />
      </td>
      <td>
        <Tick label={`Lockup in ${range.name}`} on={range.lockup} onToggle={() => onChange({ lockup: !range.lockup })} />
      </td>
      <td>
        <Text textStyle="figure" color={driven ? 'torque' : 'break'}>
          {driven ? figure(solution.ratio, 4) : solution ? OUTCOME_WORDS[solution.outcome] : '—'}
        </Text>
      </td>
      <td>
        <TextButton aria-label={`Remove gear ${range.id}`} onClick={onLeave}>
          Remove
        </TextButton>
      </td>
    </tr>
  )
}

interface TickProps {
  readonly label: string
  readonly on: boolean
  readonly onToggle: () => void
  readonly testId?: string
}

const Tick = ({ label, on, onToggle, testId }: TickProps) => (
  <chakra.input
    type="checkbox"
    width="20px"
    height="20px"
    accentColor="torque"
    aria-label={label}
    checked={on}
    onChange={onToggle}
    data-testid={testId}
  />
)
