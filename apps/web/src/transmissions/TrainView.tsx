import { certain, memberAt } from '@plucky/core'
import { Flex, Grid, Text } from '@chakra-ui/react'
import { caseInSentence, capital, explanationSentence, rangeSentence } from '@plucky/contract'
import { explainRange, solveTrain, type Brief, type DutyCase, type GearRange, type RangeSolution, type Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { LeverDiagram } from './LeverDiagram.js'
import { RangeBar } from './RangeBar.js'
import type { Scale } from './reading.js'
import { StickDiagram } from './StickDiagram.js'
import { GearTable, LinkTable, MemberTable, RangeTable } from './Tables.js'

interface ViewProps {
  readonly unit: Unit
  /** Duty cases of a job, in which the figures can be read. */
  readonly cases?: readonly DutyCase[]
  readonly brief?: Brief
}

/** A gear train range by range: sticks, levers, and what every member, element, joint and set does. */
export function TrainView({ unit, cases = [], brief }: ViewProps) {
  const { train } = unit
  const [picked, setPicked] = useState('')
  const [caseId, setCaseId] = useState('')
  const solved = useMemo(() => solveTrain(train), [train])
  const range = train.ranges.find(({ id }) => id === picked) ?? train.ranges.find(({ reverse }) => !reverse) ?? memberAt(train.ranges, 0)
  const solution = certain(solved.get(range.id))
  const duty = cases.find((one) => one.id === caseId)
  const pickCase = (id: string) => {
    setCaseId(id)
    const to = cases.find((one) => one.id === id)
    if (to) setPicked(to.rangeId)
  }
  const pickRange = (id: string) => {
    setPicked(id)
    const there = cases.filter((one) => one.rangeId === id)
    if (duty && duty.rangeId !== id) setCaseId((there.find(({ kind }) => kind === duty.kind) ?? there[0])?.id ?? '')
  }
  const words = (one: DutyCase) => capital(brief ? caseInSentence(unit, one, brief) : one.id)
  return (
    <>
      <Flex gap="3.5" align="flex-end" justify="space-between" wrap="wrap" mb="2">
        <RangeBar ranges={train.ranges} solved={solved} chosen={range.id} onPick={pickRange} />
        {cases.length > 0 && (
          <SelectField
            label="Show values for"
            width="260px"
            value={duty?.id ?? ''}
            options={[['', 'per unit of input'], ...cases.map((one) => [one.id, words(one)] as const)]}
            onPick={pickCase}
            testId="train-case"
          />
        )}
      </Flex>
      <Text fontSize="body" lineHeight="1.35" mb="1.5" data-testid="range-sentence">
        {solution.outcome === 'driven' ? rangeSentence(train, range, solution) : explanationSentence(explainRange(train, range))}
      </Text>
      <Figures unit={unit} range={range} solution={solution} solved={solved} scale={duty?.turbine ?? null} />
    </>
  )
}

interface FiguresProps {
  readonly unit: Unit
  readonly range: GearRange
  readonly solution: RangeSolution
  readonly solved: ReadonlyMap<string, RangeSolution>
  readonly scale: Scale
}

function Figures({ unit, range, solution, solved, scale }: FiguresProps) {
  const { train } = unit
  return (
    <>
      <Panel title="Stick diagram" note="blue: carries torque · amber: held · thin: no load · double bar: joint that can fail">
        <StickDiagram unit={unit} range={range} solution={solution} scale={scale} />
      </Panel>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '1.15fr 1fr' }} gap="2.5" mt="2.5" alignItems="start">
        <Panel title="Lever diagram" note="speed to the right, torque shown as arrows">
          <LeverDiagram train={train} solution={solution} all={[...solved.values()]} scale={scale} />
        </Panel>
        <Grid gap="2.5">
          <Panel title="Clutch application chart" note="(in parentheses: one-way clutch holding)">
            <RangeTable train={train} solved={solved} chosen={range.id} />
          </Panel>
          <Panel title="Gear sets and thrust loads">
            <GearTable unit={unit} solution={solution} scale={scale} />
          </Panel>
        </Grid>
      </Grid>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1.35fr' }} gap="2.5" mt="2.5" pb="3" alignItems="start">
        <Panel title="Members">
          <MemberTable train={train} solution={solution} scale={scale} />
        </Panel>
        <Panel title="Clutches, bands and joints" note="power in % of input">
          <LinkTable train={train} solution={solution} scale={scale} />
        </Panel>
      </Grid>
    </>
  )
}
