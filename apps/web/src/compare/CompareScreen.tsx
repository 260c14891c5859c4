import { Box, Checkbox, Grid, Text } from '@chakra-ui/react'
import { sideBySide, type EvaluatedJob, type JobContent, type SideRow } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { memo, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { marksOf } from '../plan/marks.js'
import { useOffers } from '../plan/use-offers.js'
import { usePlan } from '../plan/use-plan.js'
import { usePlanInput } from '../plan/use-plan-input.js'
import { jobStore, loadRevisions } from '../state/job.js'
import { answerFor } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { COMPARED_CELLS } from '../ui/compared-cells.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { candidatesOf, MOST_COMPARED, toggled, type Candidate } from './builds.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** Page with two to four builds side by side. */
export const CompareScreen = memo(function CompareScreen({ content, unit }: ScreenProps) {
  const { candidates, searching, problem } = useCandidates(content, unit)
  const [keys, setKeys] = useState<readonly string[]>(['now', 'arrived'])
  const [differencesOnly, setDifferencesOnly] = useState(true)
  const columns = keys.flatMap((key) => candidates.find((candidate) => candidate.key === key) ?? [])
  return (
    <Box px="3.5" pb="5" maxW="1480px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '300px minmax(0, 1fr)' }} gap="2.5" alignItems="start">
        <Panel title="Builds" note={`two to ${MOST_COMPARED}`} data-testid="builds">
          {problem && <ProblemText>{problem}</ProblemText>}
          <CandidateList candidates={candidates} keys={keys} onToggle={(key) => setKeys(toggled(keys, key))} />
          {searching && <Text color="inkSoft">Searching for planned builds…</Text>}
        </Panel>
        <Panel title="Side by side" data-testid="side-by-side">
          {columns.length < 2 ? (
            <Text color="inkSoft">Select at least two builds.</Text>
          ) : (
            <>
              <Tick words="Differences only" on={differencesOnly} onChange={setDifferencesOnly} />
              <BuildTable columns={columns} differencesOnly={differencesOnly} />
            </>
          )}
        </Panel>
      </Grid>
    </Box>
  )
})

function useCandidates(content: JobContent, unit: Unit) {
  const revisions = useStore(jobStore, (job) => job.revisions)
  const [problem, setProblem] = useState('')
  useEffect(() => void loadRevisions().catch((error: Error) => setProblem(error.message)), [])
  const planned = usePlanInput(content, unit)
  const plan = usePlan(planned)
  const offers = useOffers(planned)
  const answer = answerFor(content)
  const targetW = answer?.outcome === 'answered' ? answer.peakPowerW : 0
  const candidates = useMemo(() => {
    const { points } = plan.found
    return candidatesOf({ content, planned, revisions: revisions ?? [], points, marks: marksOf(points, targetW), offers: offers.found })
  }, [content, planned, revisions, plan.found, offers.found, targetW])
  return { candidates, problem, searching: !plan.ended || !offers.ended }
}

interface ListProps {
  readonly candidates: readonly Candidate[]
  readonly keys: readonly string[]
  readonly onToggle: (key: string) => void
}

function CandidateList({ candidates, keys, onToggle }: ListProps) {
  return candidates.map(({ key, name, group }, i) => (
    <Box key={key}>
      {candidates[i - 1]?.group !== group && (
        <Text textStyle="caption" color="inkSoft" mt="1.5">
          {group}
        </Text>
      )}
      <Tick words={name} on={keys.includes(key)} onChange={() => onToggle(key)} />
    </Box>
  ))
}

const Tick = ({ words, on, onChange }: { words: string; on: boolean; onChange: (on: boolean) => void }) => (
  <Checkbox.Root checked={on} onCheckedChange={({ checked }) => onChange(checked === true)} minH="28px" display="flex">
    <Checkbox.HiddenInput />
    <Checkbox.Control borderColor="ink" borderRadius="1px" />
    <Checkbox.Label fontSize="small">{words}</Checkbox.Label>
  </Checkbox.Root>
)

function BuildTable({ columns, differencesOnly }: { columns: readonly Candidate[]; differencesOnly: boolean }) {
  const builds = useMemo(
    () =>
      columns.flatMap((column): { readonly column: Candidate; readonly judged: EvaluatedJob }[] => {
        const judged = column.judge()
        return judged ? [{ column, judged }] : []
      }),
    [columns],
  )
  const { headline, stations } = useMemo(() => sideBySide(builds.map(({ judged }) => judged)), [builds])
  const shown = (rows: readonly SideRow[]) => rows.filter(({ differs }) => differs || !differencesOnly)
  const installed = shown(stations)
  return (
    <Box overflowX="auto">
      <RuledTable look="list" room="wide" css={COMPARED_CELLS} minW={`${160 + builds.length * 150}px`} data-testid="build-table">
        <thead>
          <tr>
            <th style={{ width: 160 }}>Property</th>
            {builds.map(({ column }) => (
              <th key={column.key}>
                {column.name}
                {column.install && <Install name={column.name} install={column.install} />}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <Rows rows={shown(headline)} />
          <tr className="section">
            <th colSpan={builds.length + 1}>Installed, and power held</th>
          </tr>
          <Rows rows={installed} />
        </tbody>
      </RuledTable>
      {installed.length === 0 && <Text color="inkSoft">The same parts are installed.</Text>}
    </Box>
  )
}

/** Button that installs a build in the job, as one step that undo takes back. */
function Install({ name, install }: { readonly name: string; readonly install: () => string | undefined }) {
  const [problem, setProblem] = useState('')
  return (
    <Box>
      <OutlineButton size="sm" onClick={() => setProblem(install() ?? '')} aria-label={`Install ${name}`} data-testid="install-build">
        Install
      </OutlineButton>
      {problem && <ProblemText>{problem}</ProblemText>}
    </Box>
  )
}

const Rows = ({ rows }: { rows: readonly SideRow[] }) =>
  rows.map(({ name, cells, differs }) => (
    <tr key={name}>
      <td>{name}</td>
      {cells.map((cell, i) => (
        <td key={i} className={differs ? undefined : 'soft'}>
          {cell}
        </td>
      ))}
    </tr>
  ))
