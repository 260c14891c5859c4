import { Box, Field, Flex, Input, Text } from '@chakra-ui/react'
import { checkBrief, verdictSentence, type JobContent, KIND_WORDS, LAUNCH_FOR, USE_WORDS } from '@plucky/contract'
import {
  NOTHING_FOUND,
  DEFAULT_RULES,
  EMPTY_BOOK,
  ENGINE_KINDS,
  headlineFor,
  partsFor,
  toSi,
  USES,
  type EngineKind,
  type Part,
  type Unit,
  type Use,
} from '@plucky/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { Inked } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { Pick } from '../ui/Pick.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'

/** Power, use, unit: a first answer while it is typed, then a job. */
export function NewJob({ units }: { units: readonly Unit[] }) {
  const form = useNewJob(units)
  const { content, unit } = form
  const answer = content && answerFor(content)
  return (
    <Panel title="New job">
      <Fields form={form} units={units} />
      <Box mt="12px" minH="52px" aria-live="polite">
        <Text fontFamily="heading" fontSize="21px" fontWeight={600} lineHeight="1.2" data-testid="first-answer">
          {content && unit && answer ? `Stock: ${verdictSentence(answer, unit, content.brief)}` : 'Enter peak power to see a first answer.'}
        </Text>
      </Box>
      <Inked mt="6px" onClick={() => void form.start()} data-testid="start-job">
        Create job
      </Inked>
      {form.problem && (
        <Text role="alert" color="break" mt="6px">
          {form.problem}
        </Text>
      )}
    </Panel>
  )
}

function Fields({ form, units }: { form: ReturnType<typeof useNewJob>; units: readonly Unit[] }) {
  return (
    <Flex gap="10px" wrap="wrap" align="flex-start">
      <QuantityField
        label="Peak power"
        unit="hp"
        digits={0}
        value={form.powerW}
        onCommit={form.takePower}
        width="90px"
        testId="new-power"
      />
      <Pick
        label="Engine"
        width="126px"
        value={form.kind}
        onPick={(v) => form.setKind(v as EngineKind)}
        options={ENGINE_KINDS.map((k) => [k, KIND_WORDS[k]])}
      />
      <Pick
        label="Use"
        width="126px"
        value={form.use}
        onPick={(v) => form.setUse(v as Use)}
        options={USES.map((u) => [u, USE_WORDS[u]])}
        testId="new-use"
      />
      <Pick
        label="Transmission"
        width="126px"
        value={form.unit?.id ?? ''}
        onPick={form.setUnitId}
        options={units.map((u) => [u.id, u.name])}
      />
      <Field.Root width="132px" gap="2px">
        <Field.Label fontSize="13.5px" color="inkSoft" fontWeight={400}>
          Name
        </Field.Label>
        <Input
          size="sm"
          height="40px"
          px="8px"
          bg="paper"
          borderRadius="1px"
          borderColor="rule"
          value={form.name}
          placeholder={`${USE_WORDS[form.use]} job`}
          maxLength={60}
          onChange={(e) => form.setName(e.target.value)}
        />
      </Field.Root>
    </Flex>
  )
}

function useNewJob(units: readonly Unit[]) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const navigate = useNavigate()
  const [powerW, setPowerW] = useState<number | null>(null)
  const [kind, setKind] = useState<EngineKind>('petrol')
  const [use, setUse] = useState<Use>('road')
  const [unitId, setUnitId] = useState(units[0]?.id ?? '')
  const [name, setName] = useState('')
  const [problem, setProblem] = useState('')
  const unit = units.find((u) => u.id === unitId)
  const content = useMemo(
    () => (unit && powerW !== null ? firstSpec(name || `${USE_WORDS[use]} job`, unit, kind, use, powerW, parts) : undefined),
    [unit, powerW, name, use, kind, parts],
  )
  const takePower = (value: Typed) => {
    setProblem('')
    const refused = value === null ? undefined : powerProblem(kind, value)
    if (refused === undefined) setPowerW(value as number | null)
    return refused
  }
  const start = async () => {
    if (!content) return setProblem('Enter peak engine power first.')
    try {
      const job = await api.addJob(content)
      void navigate(`/jobs/${job.number}`)
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return { powerW, kind, setKind, use, setUse, unit, setUnitId, name, setName, problem, content, takePower, start }
}

/** Why a power can't be that of an engine, in a sentence; nothing where it can. */
function powerProblem(kind: EngineKind, typed: number | string): string | undefined {
  const headline =
    typeof typed === 'number' && typed > 0 ? headlineFor(kind, typed) : { ...headlineFor(kind, toSi(300, 'hp')), peakPowerW: typed }
  const checked = checkBrief({ ...firstBrief(kind, 'road', toSi(300, 'hp')), engine: { kind, form: 'headline', headline } })
  return checked.ok ? undefined : (checked.problems.find((p) => p.path.endsWith('peakPowerW')) ?? checked.problems[0])?.sentence
}

/** Line pressure a unit leaves its maker with, until it is measured (common practice, no source). */
const MAKERS_PRESSURE = { drivePa: toSi(128, 'psi'), reversePa: toSi(190, 'psi') }

const firstBrief = (kind: EngineKind, use: Use, powerW: number): JobContent['brief'] => ({
  engine: { kind, form: 'headline', headline: headlineFor(kind, powerW) },
  openQuestion: false,
  use,
  launch: LAUNCH_FOR[use],
  upperRangeStart: 'after-shift',
  reverseThrottle: 0.5,
  vehicleMassKg: null,
  budget: null,
})

/** The unit as its maker built it, behind an engine of which kind and power are known. */
function firstSpec(name: string, unit: Unit, kind: EngineKind, use: Use, powerW: number, parts: ReadonlyMap<string, Part>): JobContent {
  const stock = Object.fromEntries(unit.stations.map((s) => [s.id, partsFor({ parts }, unit, s.id).find((part) => part.stock)?.id ?? null]))
  return {
    name,
    unitId: unit.id,
    variantId: null,
    brief: firstBrief(kind, use, powerW),
    arrived: stock,
    teardown: NOTHING_FOUND,
    spec: { fits: stock, works: {}, pressure: MAKERS_PRESSURE },
    book: EMPTY_BOOK,
    rules: DEFAULT_RULES,
  }
}
