import { Box, Grid, Heading, Text } from '@chakra-ui/react'
import { capital, checkUnit, figure, type Problem } from '@plucky/contract'
import { pinionTeeth, solveTrain, type PlanetarySet, type RangeSolution, type Unit } from '@plucky/core'
import { useMemo, useState, type ReactNode } from 'react'
import { Ruled } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'

/** The gear train from its data: ratios, and what every set, joint and element carries per 1 of input torque. Other teeth can be tried. */
export function TrainScreen({ unit }: { unit: Unit }) {
  const [tried, setTried] = useState<Unit>(unit)
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const [typed, setTyped] = useState<Unit>(unit)
  const solved = useMemo(() => solveTrain(tried.train), [tried])
  const changed = JSON.stringify(typed) !== JSON.stringify(unit)
  const set = (i: number, key: keyof PlanetarySet, value: Typed) => {
    const sets = typed.train.sets.map((s, k) => (k === i ? { ...s, [key]: value } : s))
    const next = { ...typed, train: { ...typed.train, sets } }
    const checked = checkUnit(next)
    setTyped(next)
    setProblems(checked.ok ? [] : checked.problems)
    if (checked.ok) setTried(checked.value)
  }
  const back = () => {
    setTyped(unit)
    setTried(unit)
    setProblems([])
  }
  return (
    <Box px="14px" pb="20px" maxW="1280px" mx="auto">
      <Heading as="h1" fontSize="26px" fontWeight={600} py="8px">
        {`${unit.name}: ${unit.train.ranges.map((r) => `${r.id} ${ratioOf(solved.get(r.id))}`).join('   ')}`}
      </Heading>
      <Grid templateColumns={{ base: '1fr', lg: '390px 1fr' }} gap="10px" alignItems="start">
        <Panel title="Planetary sets">
          {typed.train.sets.map((s, i) => (
            <SetFigures
              key={s.id}
              set={s}
              problems={problems.filter((p) => p.path.startsWith(`train.sets.${i}`))}
              onType={(key, value) => set(i, key, value)}
            />
          ))}
          <Text fontSize="13.5px" color="inkSoft" mt="10px" lineHeight="1.35">
            Other teeth are tried here only; the unit and its jobs stay as they are.
          </Text>
          {changed && (
            <Ruled mt="8px" onClick={back}>
              Back to the unit's own teeth
            </Ruled>
          )}
        </Panel>
        <Panel title="What each place carries, per 1 of input torque" note="minus: against the sense of the input">
          <Torques unit={tried} solved={solved} />
        </Panel>
      </Grid>
    </Box>
  )
}

const ratioOf = (range: RangeSolution | undefined) => (range?.outcome === 'driven' ? figure(range.ratio, 4) : (range?.outcome ?? '—'))

const TEETH = [
  ['sunTeeth', 'Sun'],
  ['ringTeeth', 'Ring'],
  ['pinions', 'Pinions'],
] as const

function SetFigures({
  set,
  problems,
  onType,
}: {
  set: PlanetarySet
  problems: readonly Problem[]
  onType: (key: keyof PlanetarySet, value: Typed) => void
}) {
  const marked = (key: string) => (problems.some((p) => p.path.endsWith(`.${key}`)) ? 'see below' : undefined)
  return (
    <Box mt="8px">
      <Text fontWeight={600}>
        {capital(set.id)}
        <Text as="span" color="inkSoft" fontWeight={400}>{` · pinions of ${pinionTeeth(set)} teeth`}</Text>
      </Text>
      <Grid templateColumns="1fr 1fr 1fr" gap="8px" alignItems="start">
        {TEETH.map(([key, label]) => (
          <QuantityField
            key={key}
            label={label}
            digits={0}
            value={set[key]}
            problem={marked(key)}
            onCommit={(value) => void onType(key, value)}
            testId={`${set.id.replaceAll(' ', '-')}-${key}`}
          />
        ))}
      </Grid>
      {problems.map((p) => (
        <Text key={p.path + p.code} role="alert" color="break" fontSize="13.5px" lineHeight="1.35" mt="4px">
          {p.sentence}
        </Text>
      ))}
    </Box>
  )
}

/** Torque table: a row a place, a column a range. */
function Torques({ unit, solved }: { unit: Unit; solved: ReadonlyMap<string, RangeSolution> }) {
  const ranges = unit.train.ranges.map((range) => ({ range, solution: solved.get(range.id) as RangeSolution }))
  const row = (name: string, kind: string, of: (s: RangeSolution) => number | undefined): ReactNode => (
    <tr key={kind + name}>
      <td>
        {capital(name)} <Text as="span" color="inkSoft">{`· ${kind}`}</Text>
      </td>
      {ranges.map(({ range, solution }) => (
        <Cell
          key={range.id}
          torque={solution.outcome === 'driven' ? of(solution) : undefined}
          slips={solution.overrunning.includes(name)}
        />
      ))}
    </tr>
  )
  return (
    <Box
      as="table"
      width="100%"
      fontSize="14px"
      css={{
        borderCollapse: 'collapse',
        '& td, & th': {
          padding: '2.5px 6px',
          borderBottom: '1px solid',
          borderColor: 'ruleSoft',
          textAlign: 'right',
          fontWeight: 400,
        },
        '& td:first-of-type, & th:first-of-type': { textAlign: 'left' },
      }}
    >
      <thead>
        <tr>
          <th>ratio, input over output</th>
          {ranges.map(({ range, solution }) => (
            <th key={range.id}>
              <strong>{range.id}</strong> {ratioOf(solution)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {unit.train.elements.map((e) => row(e.id, e.kind, (s) => s.torques[e.id]))}
        {unit.train.joints.map((j) => row(j.id, 'joint', (s) => s.torques[j.id]))}
        {unit.train.sets.flatMap((set) =>
          (['sun', 'ring', 'carrier'] as const).map((part) => row(`${set.id}, ${part}`, 'gear', (s) => s.setTorques[set.id]?.[part])),
        )}
        {row('output', 'shaft', (s) => -s.outputTorque)}
      </tbody>
    </Box>
  )
}

function Cell({ torque, slips }: { torque: number | undefined; slips: boolean }) {
  const idle = torque === undefined || torque === 0
  return (
    <Box as="td" fontFamily="figures" fontSize="15px" color={idle ? 'inkSoft' : 'torque'} fontWeight={idle ? 400 : 600}>
      {slips ? 'runs free' : idle ? '·' : figure(torque, 4)}
    </Box>
  )
}
