import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { CORRECTION_WORDS, MEASURED_AT_WORDS, type Problem } from '@plucky/contract'
import { boostFor, CORRECTIONS, ENGINE_INERTIA, engineCurve, entriesOf, toSi, type BriefEngine, type Measurement } from '@plucky/core'
import type { ReactNode } from 'react'
import { typeInBrief } from '../state/brief-draft.js'
import { TextButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import { briefField, type ProblemAt } from './brief-field.js'
import { ProblemText } from '../ui/ProblemText.js'
import type { Typed } from '../ui/read-typed.js'

interface FactsProps {
  readonly engine: BriefEngine
  readonly problems: readonly Problem[]
}

/** What else is known of an engine: how it was measured, when its boost is there, its cylinders and its inertia. */
export function EngineFacts({ engine, problems }: FactsProps) {
  const problemAt = (path: string) => problems.find((p) => p.path === path)?.sentence
  return (
    <>
      <Measured measured={engine.measured ?? PLAIN} problemAt={problemAt} />
      <BoostFields engine={engine} problemAt={problemAt} />
      <Grid templateColumns="1fr 1fr" rowGap="2.5" columnGap="4" alignItems="start" mt="2.5">
        <QuantityField
          label="Cylinders"
          digits={0}
          value={engine.cylinders ?? null}
          problem={problemAt('engine.cylinders')}
          onCommit={(v) => void typeInBrief('engine.cylinders', v ?? undefined)}
          testId="brief-cylinders"
        />
        <QuantityField
          label={`Engine inertia (blank = ${ENGINE_INERTIA[engine.kind]})`}
          unit="kg·m²"
          digits={2}
          value={engine.inertiaKgM2 ?? null}
          problem={problemAt('engine.inertiaKgM2')}
          onCommit={(v) => void typeInBrief('engine.inertiaKgM2', v ?? undefined)}
        />
      </Grid>
    </>
  )
}

const PLAIN: Measurement = { at: 'flywheel', correction: 'none' }

const Group = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box mt="3" borderTopWidth="1px" borderColor="ruleSoft" pt="1.5">
    <Text textStyle="caption" mb="0.5">
      {title}
    </Text>
    {children}
  </Box>
)

/** Where the figures were taken and how they were corrected; they stay as entered. */
function Measured({ measured, problemAt }: { measured: Measurement; problemAt: ProblemAt }) {
  const set = (change: Partial<Measurement>) => typeInBrief('engine.measured', { ...measured, ...change })
  /** Stores the entry as typed. The checks judge it. */
  const put = (key: keyof Measurement, value: unknown) => typeInBrief('engine.measured', { ...measured, [key]: value })
  const air = measured.air ?? { barometerPa: toSi(29.2, 'inHg'), temperatureK: toSi(77, '°F'), humidity: 0.4 }
  const field = (key: string, label: string, value: number | null, commit: (v: Typed) => void, unit?: 'inHg' | '°F') => (
    <QuantityField
      label={label}
      {...(unit ? { unit } : {})}
      digits={2}
      value={value}
      problem={problemAt(`engine.measured.${key}`)}
      onCommit={(v) => void commit(v)}
      testId={`measured-${key}`}
    />
  )
  return (
    <Group title="How it was measured">
      <Grid templateColumns="1fr 1fr" rowGap="2" columnGap="4" alignItems="start">
        <SelectField
          label="Measured"
          width="100%"
          value={measured.at}
          options={entriesOf(MEASURED_AT_WORDS)}
          onPick={(at) => put('at', at)}
          testId="measured-at"
        />
        <SelectField
          label="Correction"
          width="100%"
          value={measured.correction}
          options={CORRECTIONS.map((c) => [c, CORRECTION_WORDS[c]] as const)}
          onPick={(correction) => set({ correction, ...(correction === 'observed' ? { air } : {}) })}
          testId="measured-correction"
        />
        {measured.at === 'wheels' &&
          field('lossShare', 'Drivetrain loss, fraction', measured.lossShare ?? null, (v) => put('lossShare', v))}
        {measured.correction === 'factor' &&
          field('factor', 'Correction factor on the dyno sheet', measured.factor ?? null, (v) => put('factor', v))}
        {measured.correction === 'observed' &&
          field('air.barometerPa', 'Barometer', air.barometerPa, (v) => put('air', { ...air, barometerPa: v }), 'inHg')}
        {measured.correction === 'observed' &&
          field('air.temperatureK', 'Air temperature', air.temperatureK, (v) => put('air', { ...air, temperatureK: v }), '°F')}
        {measured.correction === 'observed' &&
          field('air.humidity', 'Relative humidity, fraction', air.humidity, (v) => put('air', { ...air, humidity: v }))}
      </Grid>
      {['engine.measured.correction', 'engine.measured.air', ...(measured.at === 'wheels' ? [] : ['engine.measured.lossShare'])].map(
        (path) => problemAt(path) && <ProblemText key={path}>{problemAt(path)}</ProblemText>,
      )}
      {measured.from && <Text fontSize="note" color="inkSoft" mt="0.5">{`From ${measured.from}.`}</Text>}
    </Group>
  )
}

/** When boost is there, and what is without it. */
function BoostFields({ engine, problemAt }: { engine: BriefEngine; problemAt: ProblemAt }) {
  const { boost, kind } = engine
  const curve = engineCurve(engine)
  const usual = curve.ok ? boostFor(kind, curve.value.peakTorqueSpeedRadPerS) : undefined
  if (!boost && !usual) return null
  return (
    <Group title="Boost">
      <Flex gap="1.5" mb="1.5">
        <ToggleButton on={!boost} onPick={() => typeInBrief('engine.boost', undefined)}>
          Instant
        </ToggleButton>
        <ToggleButton on={boost !== undefined} onPick={() => !boost && usual && typeInBrief('engine.boost', usual)} testId="boost-builds">
          Builds with lag
        </ToggleButton>
      </Flex>
      {boost && (
        <Grid templateColumns="1fr 1fr 1fr" rowGap="2" columnGap="3" alignItems="start">
          <QuantityField
            label="Boost threshold"
            unit="rpm"
            digits={0}
            value={boost.thresholdRadPerS}
            {...briefField('engine.boost.thresholdRadPerS', problemAt)}
            testId="boost-threshold"
          />
          <QuantityField
            label="Boost lag"
            unit="s"
            digits={2}
            value={boost.lagS}
            {...briefField('engine.boost.lagS', problemAt)}
            testId="boost-lag"
          />
          {boost.offPoints ? (
            <Text fontSize="note" color="inkSoft" alignSelf="end">
              {`${boost.offPoints.length} off-boost points`}
              <TextButton height="24px" onClick={() => typeInBrief('engine.boost.offPoints', undefined)}>
                Remove
              </TextButton>
            </Text>
          ) : (
            <QuantityField
              label="Off-boost torque, fraction of peak"
              digits={2}
              value={boost.offShare}
              {...briefField('engine.boost.offShare', problemAt)}
              testId="boost-share"
            />
          )}
        </Grid>
      )}
    </Group>
  )
}
