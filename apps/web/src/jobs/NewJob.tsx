import { Box, Field, Flex, Text } from '@chakra-ui/react'
import { KIND_WORDS, specHeldInWords, USE_WORDS, verdictSentence, type JobContent } from '@plucky/contract'
import { ENGINE_KINDS, USES, type EngineKind, type SpecAnswer, type Unit, type Use } from '@plucky/core'
import { useDeferredValue, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useStore } from 'zustand'
import { jobAddress } from '../app/views.js'
import { api } from '../state/api.js'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { Inked } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { Pick } from '../ui/Pick.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'
import { firstBuild, powerProblem } from './first-build.js'
import { PowerBar } from './PowerBar.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'

/** Power, use and transmission: a first answer while the power is typed, then a job. */
export function NewJob({ units }: { units: readonly Unit[] }) {
  const form = useNewJob(units)
  return (
    <Panel title="New job" data-testid="new-job">
      <Fields form={form} units={units} />
      <Box mt="8px" minH="52px" aria-live="polite">
        <FirstAnswer form={form} />
      </Box>
      {form.unit && (
        <Inked mt="6px" onClick={() => void form.start(form.unit)} data-testid="start-job">
          Create job
        </Inked>
      )}
      {form.problem && (
        <Text role="alert" color="break" mt="6px">
          {form.problem}
        </Text>
      )}
    </Panel>
  )
}

type Form = ReturnType<typeof useNewJob>

/** What a stock transmission holds: of the chosen one in a sentence, of all where none is chosen yet. */
function FirstAnswer({ form }: { form: Form }) {
  const { builds, unit } = form
  const judged = useMemo(() => builds.flatMap((build) => answerFor(build.content) ?? []), [builds])
  if (builds.length === 0) return <Text data-testid="first-answer">Enter peak power to see a first answer.</Text>
  const [first] = builds
  const [answer] = judged
  if (unit && first && answer)
    return (
      <Text fontFamily="heading" fontSize="19px" fontWeight={600} lineHeight="1.2" data-testid="first-answer">
        {`Stock: ${verdictSentence(answer, unit, first.content.brief)}`}
      </Text>
    )
  return (
    <Box data-testid="first-answer">
      <Text fontSize="14px" color="inkSoft">
        Stock transmissions behind this engine. Choose one to create the job.
      </Text>
      {builds.map((build, i) => (
        <StockRow key={build.unit.id} unit={build.unit} answer={judged[i]} onStart={() => void form.start(build.unit)} />
      ))}
    </Box>
  )
}

function StockRow({ unit, answer, onStart }: { unit: Unit; answer: SpecAnswer | undefined; onStart: () => void }) {
  const held = answer?.outcome === 'answered' && answer.stops.length === 0 && answer.held.outcome === 'held' ? answer.held.powerW : null
  const target = answer?.outcome === 'answered' ? answer.peakPowerW : null
  return (
    <Flex align="center" gap="8px" borderTopWidth="1px" borderColor="ruleSoft" py="2px">
      <Text width="92px" fontWeight={600}>
        {unit.name}
      </Text>
      <Box flex="1">
        {held === null ? (
          <Text color="inkSoft">{specHeldInWords(answer)}</Text>
        ) : (
          <PowerBar heldW={held} targetW={target} outcome="short" />
        )}
      </Box>
      <Inked size="sm" minH="36px" onClick={onStart} data-testid={`start-${unit.id}`}>
        Create
      </Inked>
    </Flex>
  )
}

function Fields({ form, units }: { form: Form; units: readonly Unit[] }) {
  return (
    <Flex gap="8px 10px" wrap="wrap" align="flex-start">
      <QuantityField
        label="Peak power"
        unit="hp"
        digits={0}
        value={form.powerW}
        onType={form.typePower}
        onCommit={form.takePower}
        width="100px"
        testId="new-power"
      />
      <Pick
        label="Engine"
        width="230px"
        value={form.kind}
        onPick={(v) => form.setKind(v as EngineKind)}
        options={ENGINE_KINDS.map((k) => [k, KIND_WORDS[k]])}
        testId="new-engine"
      />
      <Pick
        label="Use"
        width="160px"
        value={form.use}
        onPick={(v) => form.setUse(v as Use)}
        options={USES.map((u) => [u, USE_WORDS[u]])}
        testId="new-use"
      />
      <Pick
        label="Transmission"
        width="170px"
        value={form.unitId}
        onPick={form.setUnitId}
        options={[['', 'not chosen yet'], ...units.map((u) => [u.id, u.name] as const)]}
        testId="new-unit"
      />
      <Field.Root width="340px" gap="2px">
        <FieldLabel>Job name</FieldLabel>
        <TextBox
          value={form.name}
          placeholder={`${USE_WORDS[form.use]} job`}
          maxLength={60}
          onChange={(e) => form.setName(e.target.value)}
        />
      </Field.Root>
    </Flex>
  )
}

interface Build {
  readonly unit: Unit
  readonly content: JobContent
}

function useNewJob(units: readonly Unit[]) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const navigate = useNavigate()
  const [powerW, setPowerW] = useState<number | null>(null)
  const [kind, setKind] = useState<EngineKind>('petrol')
  const [use, setUse] = useState<Use>('road')
  const [unitId, setUnitId] = useState('')
  const [name, setName] = useState('')
  const [problem, setProblem] = useState('')
  const unit = units.find((u) => u.id === unitId)
  const facts = useDeferredValue(powerW)
  const builds = useMemo((): Build[] => {
    if (facts === null) return []
    const first = { name: `${USE_WORDS[use]} job`, kind, use, powerW: facts }
    return (unit ? [unit] : units.filter(({ stations }) => stations.length > 0)).map((of) => ({
      unit: of,
      content: firstBuild(first, of, parts),
    }))
  }, [unit, units, facts, use, kind, parts])
  const takePower = (value: Typed) => {
    setProblem('')
    const refused = value === null ? undefined : powerProblem(kind, value)
    if (refused === undefined) setPowerW(value as number | null) // a text is refused
    return refused
  }
  /** Text that is not a power yet leaves the last answer on screen. */
  const typePower = (value: Typed) => {
    if (typeof value === 'number' && powerProblem(kind, value) === undefined) setPowerW(value)
  }
  const start = async (chosen: Unit | undefined) => {
    if (powerW === null || !chosen) return setProblem('Enter peak engine power first.')
    const content = firstBuild({ name: name.trim() || `${USE_WORDS[use]} job`, kind, use, powerW }, chosen, parts)
    try {
      const job = await api.addJob(content)
      void navigate(jobAddress(job.number))
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return { powerW, kind, setKind, use, setUse, unit, unitId, setUnitId, name, setName, problem, builds, takePower, typePower, start }
}
