import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import {
  type JobContent,
  KIND_WORDS,
  LAUNCH_WORDS,
  misfitSentence,
  quantity,
  shownUnit,
  START_WORDS,
  USE_WORDS,
  shownCurrency,
} from '@plucky/contract'
import {
  boostFor,
  type Brief,
  ENGINE_KINDS,
  type EngineKind,
  engineOfBrief,
  flywheelFactor,
  LAUNCHES,
  misfitKey,
  type Unit,
  UPPER_RANGE_STARTS,
  USES,
} from '@plucky/core'
import { memo, useDeferredValue } from 'react'
import { useStore } from 'zustand'
import { EngineChart } from '../charts/EngineChart.js'
import {
  draftFor,
  draftStore,
  inForm,
  leaveDraft,
  movePoint,
  scaledTorque,
  pickUse,
  typeInBrief,
  type BriefDraft,
} from '../state/brief-draft.js'
import { answerFor, misfitsOf } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import { DynoButton, DynoImportButton } from '../dyno/DynoImportButton.js'
import { PracticePull } from '../dyno/PracticePull.js'
import { EngineFacts } from './EngineFacts.js'
import { EngineFigures } from './EngineFigures.js'
import { JobFields } from './JobFields.js'
import { MatingPartFields } from './MatingPartFields.js'
import { VehicleFields } from './VehicleFields.js'
import { briefField } from './brief-field.js'
import { setVariant } from '../state/commands.js'

const labeledOptions = <K extends string>(keys: readonly K[], words: Record<K, string>) => keys.map((key) => [key, words[key]] as const)

interface BriefProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The brief follows a change in slices, so that a long curve taken in never holds the page up. */
export function BriefScreen({ content, unit }: BriefProps) {
  return <Brief content={useDeferredValue(content)} unit={unit} />
}

/** What the box is built for: engine, use, launch, limits. What is refused stays where it was typed; the job keeps what was good. */
const Brief = memo(function Brief({ content, unit }: BriefProps) {
  const draft = draftFor(
    content,
    useStore(draftStore, (s) => s.draft),
  )
  const { brief } = draft
  const answer = answerFor(content)
  return (
    <Box px="3.5" pb="5" maxW="1280px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answer} />
      {draft.problems.length > 0 && <Pending content={content} draft={draft} />}
      <DynoImportButton content={content} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 10fr) minmax(0, 13fr)' }} gap="2.5">
        <Box>
          <JobFields content={content} />
          <Panel title="Engine" aside={<Form draft={draft} />}>
            <Flex gap="3" align="end" wrap="wrap">
              <SelectField
                label="Engine type"
                width="220px"
                value={brief.engine.kind}
                options={labeledOptions(ENGINE_KINDS, KIND_WORDS)}
                onPick={takeKind}
              />
              <DynoButton />
            </Flex>
            <Box mt="2.5">
              <EngineFigures engine={brief.engine} problems={draft.problems} />
            </Box>
            <EngineFacts engine={brief.engine} problems={draft.problems} />
          </Panel>
          <MatingPartFields brief={brief} problems={draft.problems} />
        </Box>
        <Box>
          <Panel title="Full-throttle curve" aside={<Legend />}>
            <Curve content={content} stallSpeedRadPerS={answer?.outcome === 'answered' ? answer.stallSpeedRadPerS : undefined} />
          </Panel>
          <UseAndLimits draft={draft} unit={unit} />
          <VehicleFields brief={brief} problems={draft.problems} />
          <WhichVariant content={content} unit={unit} />
        </Box>
      </Grid>
    </Box>
  )
})

/** Another kind of engine; what has no boost to build keeps none. */
function takeKind(kind: EngineKind): void {
  if (!boostFor(kind, 1)) typeInBrief('engine.boost', undefined)
  typeInBrief('engine.kind', kind)
}

/** The engine's curve; measured points are dragged on it. */
function Curve({ content, stallSpeedRadPerS }: { content: JobContent; stallSpeedRadPerS: number | undefined }) {
  const { engine } = content.brief
  const made = engineOfBrief(engine)
  if (!made.ok) return null
  const factor = engine.measured ? flywheelFactor(engine.measured, engine.kind) : undefined
  const points = engine.form === 'points' ? engine.points : []
  return (
    <>
      <EngineChart
        engine={made.value}
        points={points}
        factor={factor?.ok ? factor.value : 1}
        stallSpeedRadPerS={stallSpeedRadPerS}
        {...(points.length > 0 ? { onPoint: movePoint } : {})}
      />
      <PracticePull engine={made.value} name={content.name} />
    </>
  )
}

/** Which year or sub-type of the unit it is, by what tells it: some parts fit one and not the other. */
function WhichVariant({ content, unit }: { content: JobContent; unit: Unit }) {
  if (!unit.variants || unit.variants.length === 0) return null
  const unfit = misfitsOf(content).filter(
    (m) => m.code === 'other-variant' || unit.variants?.some((v) => m.code === 'need-unmet' && v.offers.includes(m.need.feature)),
  )
  const sides = [...unit.variants, { id: null, name: 'unknown', tell: 'Variant-specific parts are not flagged.' }]
  return (
    <Panel title={`${unit.name} variant`} mt="2.5" data-testid="variants">
      {sides.map(({ id, name, tell }) => (
        <Flex key={name} gap="2.5" align="baseline" py="1">
          <Box width="130px" flexShrink={0}>
            <ToggleButton on={content.variantId === id} onPick={() => setVariant(id)} testId={`variant-${id ?? 'unknown'}`}>
              {name}
            </ToggleButton>
          </Box>
          <Text fontSize="small" lineHeight="1.35">
            {tell}
          </Text>
        </Flex>
      ))}
      {unfit.map((misfit) => (
        <Text key={misfitKey(misfit)} fontSize="small" color="break" fontWeight={600}>
          ▲ {misfitSentence(misfit, unit)}
        </Text>
      ))}
    </Panel>
  )
}

/** What the engine is for, how it is launched, and what limits the job. */
function UseAndLimits({ draft, unit }: { draft: BriefDraft; unit: Unit }) {
  const { brief } = draft
  const problemAt = (path: string) => draft.problems.find((p) => p.path === path)?.sentence
  return (
    <Panel title="Use and limits" mt="2.5">
      <Grid templateColumns="1fr 1fr" rowGap="2.5" columnGap="4" alignItems="start">
        <SelectField
          label="Use"
          width="100%"
          value={brief.use}
          options={labeledOptions(USES, USE_WORDS)}
          onPick={pickUse}
          testId="brief-use"
        />
        <SelectField
          label="Launch"
          width="100%"
          value={brief.launch}
          options={labeledOptions(LAUNCHES, LAUNCH_WORDS)}
          onPick={(launch) => typeInBrief('launch', launch)}
          testId="brief-launch"
        />
        <SelectField
          label="Full-throttle pull in upper gears starts"
          width="100%"
          value={brief.upperRangeStart}
          options={labeledOptions(UPPER_RANGE_STARTS, START_WORDS)}
          onPick={(start) => typeInBrief('upperRangeStart', start)}
        />
        <QuantityField
          label="Reverse throttle limit, fraction of stall torque"
          digits={2}
          value={brief.reverseThrottle}
          {...briefField('reverseThrottle', problemAt)}
          testId="brief-reverse"
        />
        <QuantityField
          label="Vehicle weight with driver"
          unit="lb"
          digits={0}
          value={brief.vehicleMassKg}
          {...briefField('vehicleMassKg', problemAt)}
          testId="brief-mass"
        />
        <QuantityField
          label={`Budget with labor, ${shownCurrency()}`}
          digits={0}
          value={brief.budget}
          {...briefField('budget', problemAt)}
          testId="brief-budget"
        />
      </Grid>
      <LockedGears brief={brief} unit={unit} />
      <Question open={brief.openQuestion} />
    </Panel>
  )
}

/** Buttons for the gears in which the job locks the converter at full power. */
function LockedGears({ brief, unit }: { brief: Brief; unit: Unit }) {
  const able = unit.train.ranges.filter(({ lockup, reverse }) => lockup && !reverse).map(({ id }) => id)
  if (able.length === 0) return null
  const wanted = brief.lockedIn ?? able
  const turned = (id: string) => able.filter((each) => (each === id ? !wanted.includes(id) : wanted.includes(each)))
  const pick = (ids: readonly string[]) => void typeInBrief('lockedIn', ids.length === able.length ? undefined : ids)
  return (
    <Flex mt="3" gap="2" align="center" wrap="wrap" role="group" aria-label="Converter locked at full power in">
      <Text fontSize="note" color="inkSoft">
        Converter locked at full power in
      </Text>
      {able.map((id) => (
        <ToggleButton key={id} on={wanted.includes(id)} onPick={() => pick(turned(id))} label={`Gear ${id}`} testId={`lock-${id}`}>
          {id}
        </ToggleButton>
      ))}
    </Flex>
  )
}

/** Hold a power, or say what it holds. */
function Question({ open }: { open: boolean }) {
  return (
    <Flex mt="3" gap="2" align="center" wrap="wrap">
      <Text fontSize="note" color="inkSoft">
        Goal
      </Text>
      <ToggleButton on={!open} onPick={() => typeInBrief('openQuestion', false)}>
        Hold this power
      </ToggleButton>
      <ToggleButton on={open} onPick={() => typeInBrief('openQuestion', true)} testId="brief-open">
        No target: how much does it hold?
      </ToggleButton>
    </Flex>
  )
}

/** Headline figures or a table of points. */
function Form({ draft }: { draft: BriefDraft }) {
  const { engine } = draft.brief
  return (
    <Flex gap="1.5" role="group" aria-label="Engine data type">
      <ToggleButton
        on={engine.form === 'headline'}
        onPick={() => engine.form === 'points' && typeInBrief('engine', inForm(engine, 'headline'))}
        testId="form-headline"
      >
        Peak figures
      </ToggleButton>
      <ToggleButton
        on={engine.form === 'points'}
        onPick={() => engine.form === 'headline' && typeInBrief('engine', inForm(engine, 'points'))}
        testId="form-points"
      >
        Measured curve
      </ToggleButton>
    </Flex>
  )
}

function Legend() {
  return (
    <Text fontSize="note" color="inkSoft">
      <Text as="span" color="torque" fontWeight={600}>
        {`torque, ${shownUnit('lb-ft')}`}
      </Text>
      {' · '}
      <Text as="span" color="oil" fontWeight={600}>
        {`power, ${shownUnit('hp')} (dashed)`}
      </Text>
    </Text>
  )
}

/** What is typed here is not yet in the job: why, and the ways on. */
function Pending({ content, draft }: { content: JobContent; draft: BriefDraft }) {
  const torque = scaledTorque(content.brief.engine, draft.brief.engine)
  const contradicts = draft.problems.every((p) => p.code === 'headline-inconsistent')
  return (
    <Flex
      role="status"
      bg="breakWash"
      borderWidth="1px"
      borderColor="break"
      px="3"
      py="1.5"
      mb="2.5"
      gap="3"
      align="center"
      wrap="wrap"
      data-testid="brief-pending"
    >
      <Text flex="1" minW="280px">
        {draft.problems.length === 1
          ? 'One value is wrong (see below). The job keeps its last valid brief until it is fixed.'
          : `${draft.problems.length} values are wrong (see below). The job keeps its last valid brief until they are fixed.`}
      </Text>
      {contradicts && torque !== undefined && (
        <OutlineButton size="sm" onClick={() => typeInBrief('engine.headline.peakTorqueNm', torque)} data-testid="scale-torque">
          {`Scale peak torque to ${quantity(torque, 'lb-ft')}`}
        </OutlineButton>
      )}
      <OutlineButton size="sm" onClick={leaveDraft}>
        Revert to saved
      </OutlineButton>
    </Flex>
  )
}
