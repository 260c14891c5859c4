import { Box, Field, Flex, Text } from '@chakra-ui/react'
import { capital, KIND_WORDS, USE_WORDS } from '@plucky/contract'
import { ENGINE_KINDS, USES, type EngineKind, type Use } from '@plucky/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { jobAddress } from '../app/views.js'
import { api } from '../state/api.js'
import { PrimaryButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'
import { useUnitNames } from './job-queries.js'
import { ProblemText } from '../ui/ProblemText.js'
import { messageOf } from '../state/message-of.js'

/** The code and the parts that judge a stock transmission are fetched when the form is first used. */
const loadAnswer = () => import('./FirstAnswer.js')
const NOT_LOADED = 'The calculation could not be loaded. Check the connection and reload the page.'

type AnswerCode = Awaited<ReturnType<typeof loadAnswer>>

/** Power, use and transmission: a first answer while the power is typed, then a job. */
export function NewJob() {
  const form = useNewJob()
  return (
    <Panel title="New job" data-testid="new-job" onFocusCapture={form.wake} onPointerEnter={form.wake}>
      <Fields form={form} />
      <Box mt="2" minH="52px" aria-live="polite">
        <Answer form={form} />
      </Box>
      {form.unitId && (
        <PrimaryButton mt="1.5" onClick={() => void form.start(form.unitId)} data-testid="start-job">
          Create job
        </PrimaryButton>
      )}
      {form.failure && <ProblemText mt="1.5">{form.failure}</ProblemText>}
    </Panel>
  )
}

type Form = ReturnType<typeof useNewJob>

function Answer({ form: { code, first, unitId, start } }: { form: Form }) {
  if (!first) return <Text data-testid="first-answer">Enter peak power to see a first answer.</Text>
  if (!code) return <Text color="inkSoft">Calculating…</Text>
  return <code.FirstAnswer first={first} unitId={unitId} onStart={(chosen) => void start(chosen)} />
}

function Fields({ form }: { form: Form }) {
  return (
    <Flex rowGap="2" columnGap="2.5" wrap="wrap" align="flex-start">
      <QuantityField
        label="Peak power"
        unit="hp"
        digits={0}
        value={form.power}
        problem={form.problem}
        onType={form.typePower}
        onCommit={form.takePower}
        width="100px"
        testId="new-power"
      />
      <SelectField
        label="Engine"
        width="230px"
        value={form.kind}
        onPick={form.setKind}
        options={ENGINE_KINDS.map((k) => [k, KIND_WORDS[k]] as const)}
        testId="new-engine"
      />
      <SelectField
        label="Use"
        width="160px"
        value={form.use}
        onPick={form.setUse}
        options={USES.map((u) => [u, USE_WORDS[u]] as const)}
        testId="new-use"
      />
      <SelectField
        label="Transmission"
        width="170px"
        value={form.unitId}
        onPick={form.setUnitId}
        options={[['', 'not chosen yet'], ...form.units.map(({ id, name }) => [id, name] as const)]}
        testId="new-unit"
      />
      <Field.Root width="340px" gap="0.5">
        <FieldLabel>Job name</FieldLabel>
        <TextBox
          value={form.name}
          placeholder={`${capital(USE_WORDS[form.use])} job`}
          maxLength={60}
          onChange={(e) => form.setName(e.target.value)}
        />
      </Field.Root>
    </Flex>
  )
}

function useNewJob() {
  const navigate = useNavigate()
  const units = useUnitNames()
  const [code, setCode] = useState<AnswerCode>()
  const [power, setPower] = useState<Typed>(null)
  const [kind, setKind] = useState<EngineKind>('petrol')
  const [use, setUse] = useState<Use>('road')
  const [unitId, setUnitId] = useState('')
  const [name, setName] = useState('')
  const [failure, setFailure] = useState('')
  const wake = () => void loadAnswer().then(setCode, () => setFailure(NOT_LOADED))
  const problem = power === null ? undefined : code?.powerProblem(kind, power)
  const first =
    typeof power === 'number' && problem === undefined ? { name: `${capital(USE_WORDS[use])} job`, kind, use, powerW: power } : undefined
  const takePower = (value: Typed) => {
    setFailure('')
    setPower(value)
    return undefined
  }
  /** Text that is not a power yet leaves the last answer on screen. */
  const typePower = (value: Typed) => {
    if (typeof value === 'number' && code?.powerProblem(kind, value) === undefined) setPower(value)
  }
  const start = async (chosen: string) => {
    if (!first) return setFailure(problem ?? 'Enter peak engine power first.')
    try {
      const { contentOf } = await loadAnswer()
      const job = await api.addJob(await contentOf({ ...first, name: name.trim() || first.name }, chosen))
      void navigate(jobAddress(job.number))
    } catch (error) {
      setFailure(messageOf(error))
    }
  }
  return {
    units,
    code,
    wake,
    power,
    problem,
    first,
    kind,
    setKind,
    use,
    setUse,
    unitId,
    setUnitId,
    name,
    setName,
    failure,
    takePower,
    typePower,
    start,
  }
}
