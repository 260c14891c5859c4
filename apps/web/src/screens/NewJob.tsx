import { Box, Button, Field, Flex, Input, Text } from '@chakra-ui/react'
import { checkShape, HeadlineDto, verdictSentence, type JobContent } from '@plucky/contract'
import { ENGINE_KINDS, headlineFor, toSi, USES, type EngineKind, type Unit, type Use } from '@plucky/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { candidatesFor, shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { Panel } from '../ui/panel.js'
import { Pick } from '../ui/Pick.js'
import { QuantityField } from '../ui/QuantityField.js'
import { KIND_WORDS, LAUNCH_FOR, USE_WORDS } from './use-words.js'

/** Power, use, unit: a first answer while it is typed, then a job. */
export function NewJob({ units }: { units: readonly Unit[] }) {
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
  const answer = content && answerFor(content)
  const takePower = (value: number | string | null) => {
    if (value === null) {
      setPowerW(null)
      return undefined
    }
    const checked =
      typeof value === 'number'
        ? checkShape(HeadlineDto, headlineFor(kind, value))
        : checkShape(HeadlineDto, { ...headlineFor(kind, toSi(300, 'hp')), peakPowerW: value })
    const about = checked.ok ? undefined : checked.problems.find((p) => p.path === 'peakPowerW' || p.path === 'peakTorqueNm')
    if (about) return about.sentence
    setPowerW(value as number)
    return undefined
  }
  const start = async () => {
    if (!content) return setProblem("Type the engine's power first.")
    try {
      const job = await api.addJob(content)
      void navigate(`/jobs/${job.number}`)
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <Panel title="A new one: power, use, unit">
      <Flex gap="12px" wrap="wrap" align="flex-start">
        <QuantityField label="Peak power" unit="hp" digits={0} value={powerW} onCommit={takePower} width="110px" testId="new-power" />
        <Pick label="Engine" value={kind} onPick={(v) => setKind(v as EngineKind)} options={ENGINE_KINDS.map((k) => [k, KIND_WORDS[k]])} />
        <Pick label="Use" value={use} onPick={(v) => setUse(v as Use)} options={USES.map((u) => [u, USE_WORDS[u]])} />
        <Pick label="Unit" value={unitId} onPick={setUnitId} options={units.map((u) => [u.id, u.name])} />
        <Field.Root width="190px" gap="2px">
          <Field.Label fontSize="13.5px" color="inkSoft" fontWeight={400}>
            Name
          </Field.Label>
          <Input
            size="sm"
            height="36px"
            px="8px"
            bg="paper"
            borderRadius="1px"
            borderColor="rule"
            value={name}
            placeholder={`${USE_WORDS[use]} job`}
            maxLength={60}
            onChange={(e) => setName(e.target.value)}
          />
        </Field.Root>
      </Flex>
      <Box mt="12px" minH="52px" aria-live="polite">
        <Text fontFamily="heading" fontSize="20px" fontWeight={600} lineHeight="1.2" data-testid="first-answer">
          {content && unit && answer
            ? `As built by its maker: ${verdictSentence(answer, unit, content.brief)}`
            : 'The answer stands here as soon as the power is typed.'}
        </Text>
      </Box>
      <Button
        bg="torque"
        color="paper"
        borderRadius="1px"
        minH="44px"
        fontFamily="heading"
        fontSize="18px"
        onClick={() => void start()}
        data-testid="start-job"
      >
        Put it on the bench
      </Button>
      {problem && (
        <Text role="alert" color="break" mt="6px">
          {problem}
        </Text>
      )}
    </Panel>
  )
}

/** Line pressure a unit leaves its maker with, until it is measured (common practice, no source). */
const MAKERS_PRESSURE = { drivePa: toSi(128, 'psi'), reversePa: toSi(190, 'psi') }

/** The unit as its maker built it, behind an engine of which kind and power are known. */
function firstSpec(
  name: string,
  unit: Unit,
  kind: EngineKind,
  use: Use,
  powerW: number,
  parts: Parameters<typeof candidatesFor>[0],
): JobContent {
  const stock = Object.fromEntries(
    unit.stations.map((s) => [s.id, candidatesFor(parts, unit.id, s.id).find((part) => part.stock)?.id ?? null]),
  )
  return {
    name,
    unitId: unit.id,
    brief: {
      engine: { kind, form: 'headline', headline: headlineFor(kind, powerW) },
      openQuestion: false,
      use,
      launch: LAUNCH_FOR[use],
      upperRangeStart: 'after-shift',
      reverseThrottle: 0.5,
      vehicleMassKg: null,
      budget: null,
    },
    arrived: stock,
    spec: { fits: stock, pressure: MAKERS_PRESSURE },
  }
}
