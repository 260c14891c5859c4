import { Box, Field, Flex, Grid, Input, Link as ChakraLink, Text } from '@chakra-ui/react'
import {
  capital,
  specHeldInWords,
  hoursWords,
  evaluateJob,
  money,
  revisionName,
  revisionWords,
  sameFile,
  asReceived,
  type JobContent,
  type EvaluatedJob,
  type Revision,
} from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { memo, useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { jobStore, loadRevisions, nameRevision } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { viewStore } from '../state/view.js'
import { answerFor, fileOf, judgedNow } from '../state/verdicts.js'
import { PrimaryButton, OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { SelectField } from '../ui/SelectField.js'
import { ComparisonTable } from './ComparisonTable.js'
import { FieldLabel } from '../ui/TextBox.js'
import { restoreRevision } from '../state/commands.js'
import { ProblemText } from '../ui/ProblemText.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** A state of the job that can be laid beside another: as it is, as it came in, or as it was named. */
interface State {
  readonly key: string
  readonly name: string
  readonly revision: Revision | null
  readonly judged: EvaluatedJob
}

/** Numbered, named states of the job, two of them side by side. */
export const RevisionsScreen = memo(function RevisionsScreen({ content, unit }: ScreenProps) {
  const revisions = useStore(jobStore, (job) => job.revisions)
  const shop = useStore(shopStore)
  const [problem, setProblem] = useState('')
  useEffect(() => void loadRevisions().catch((error: Error) => setProblem(error.message)), [])
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the shop is read inside
  const states = useMemo(() => statesOf(content, revisions ?? []), [content, revisions, shop])
  const [left, setLeft] = useState('')
  const [right, setRight] = useState('now')
  const is = states.find((state) => state.key === right) ?? states[0]
  const was = states.find((state) => state.key === left && state !== is) ?? leftOf(states, is)
  const answer = answerFor(content)
  if (!is || !was) return null
  return (
    <Box px="3.5" pb="5" maxW="1280px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answer} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '380px minmax(0, 1fr)' }} gap="2.5" alignItems="start">
        <Box>
          <SaveRevisionForm content={content} revisions={revisions} />
          <Panel title="Revisions" mt="2.5">
            {problem && <Text color="break">{problem}</Text>}
            {revisions === undefined && !problem && <Text color="inkSoft">Loading revisions…</Text>}
            {states.map((state) => (
              <StateRow key={state.key} state={state} on={state === was} onLook={() => setLeft(state.key)} disabled={state === is} />
            ))}
          </Panel>
        </Box>
        <Panel title="Compare" data-testid="side-by-side">
          <Flex gap="3" mb="1.5" align="flex-end" wrap="wrap">
            <SelectField
              label="Left"
              value={was.key}
              options={optionsOf(states, is)}
              onPick={setLeft}
              width="250px"
              testId="compare-left"
            />
            <SelectField
              label="Right"
              value={is.key}
              options={optionsOf(states, was)}
              onPick={setRight}
              width="250px"
              testId="compare-right"
            />
            {was.revision && <RestoreRevision revision={was.revision} />}
          </Flex>
          <ComparisonTable was={was.judged} is={is.judged} wasName={was.name} isName={is.name} />
        </Panel>
      </Grid>
    </Box>
  )
})

/** What is laid left until something else is chosen: the latest state that differs. */
function leftOf(states: readonly State[], is: State | undefined): State | undefined {
  const others = states.filter((state) => state !== is)
  return others.find((state) => is && !sameFile(state.judged.file, is.judged.file)) ?? others[0]
}

const optionsOf = (states: readonly State[], other: State) =>
  states.filter((state) => state !== other).map((state) => [state.key, state.name] as const)

function statesOf(content: JobContent, revisions: readonly Revision[]): State[] {
  const now = judgedNow(content)
  const arrived = judgedNow(asReceived(content))
  return [
    ...(now ? [{ key: 'now', name: 'Current', revision: null, judged: now }] : []),
    ...revisions.map((revision) => ({
      key: String(revision.number),
      name: `${revision.number} “${revision.name}”`,
      revision,
      judged: evaluateJob(revision.file),
    })),
    ...(arrived ? [{ key: 'arrived', name: 'As received', revision: null, judged: arrived }] : []),
  ]
}

function SaveRevisionForm({ content, revisions }: { content: JobContent; revisions: readonly Revision[] | undefined }) {
  const [name, setName] = useState('')
  const [refused, setRefused] = useState<string>()
  const person = useStore(viewStore, (view) => view.person)
  const file = fileOf(content)
  const keep = async () => {
    const reason = await nameRevision(name.trim(), person.trim())
    setRefused(reason)
    if (reason === undefined) setName('')
  }
  return (
    <Panel title="Save a revision">
      <Text fontSize="small" color="inkSoft" data-testid="revision-state">
        {file && revisions ? `${capital(revisionWords(file, revisions))}.` : ' '}
      </Text>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <Field.Root invalid={refused !== undefined} mt="1">
          <FieldLabel>Revision name, for example “as quoted”</FieldLabel>
          <Input {...BOX} value={name} maxLength={60} onChange={(event) => setName(event.target.value)} data-testid="revision-name" />
          <Field.ErrorText role="alert">{refused}</Field.ErrorText>
        </Field.Root>
        <Flex gap="2" mt="1.5" align="flex-end">
          <Field.Root>
            <FieldLabel>Saved by</FieldLabel>
            <Input
              {...BOX}
              value={person}
              maxLength={40}
              onChange={(event) => viewStore.setState({ person: event.target.value })}
              data-testid="revision-by"
            />{' '}
          </Field.Root>
          <PrimaryButton type="submit" disabled={name.trim() === ''} flexShrink={0} data-testid="name-revision">
            Save revision
          </PrimaryButton>
        </Flex>
      </form>
      <Text mt="1.5" fontSize="note" color="inkSoft" lineHeight="1.35">
        A revision keeps the complete build, with part data as it is today, even if the shelf changes later.
      </Text>
    </Panel>
  )
}

const BOX = { bg: 'paper', borderRadius: '1px', borderColor: 'rule', height: '44px', autoComplete: 'off' } as const

interface RowProps {
  readonly state: State
  readonly on: boolean
  readonly disabled: boolean
  readonly onLook: () => void
}

function StateRow({ state, on, disabled, onLook }: RowProps) {
  const { answer, cost } = state.judged
  const held = specHeldInWords(answer)
  const when = state.revision ? new Date(state.revision.savedAt).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' }) : ''
  return (
    <Flex borderTopWidth="1px" borderColor="ruleSoft" py="1.5" gap="2" align="center" bg={on ? 'oilWash' : undefined}>
      <Box flex="1" minW="0">
        <Text fontWeight={600} lineHeight="1.25">
          {state.name}
        </Text>
        <Text fontSize="note" color="inkSoft">
          {[held, `${money(cost.price)} · ${hoursWords(cost.hours)}`, when, state.revision?.by].filter(Boolean).join(' · ')}
        </Text>
      </Box>
      {state.revision && (
        <ChakraLink asChild color="ink" textDecoration="underline" textUnderlineOffset="3px" fontSize="small" minH="28px">
          <Link to={`../build-sheet?revision=${state.revision.number}`} relative="path" aria-label={`Sheet of ${state.name}`}>
            Sheet
          </Link>
        </ChakraLink>
      )}
      {!disabled && !on && (
        <TextButton onClick={onLook} aria-label={`Show ${state.name} on the left`}>
          Show on left
        </TextButton>
      )}
    </Flex>
  )
}

/** Takes the job back to a named state, as a change that can be undone. */
function RestoreRevision({ revision }: { revision: Revision }) {
  const [refused, setRefused] = useState('')
  const back = () => setRefused(restoreRevision(revision) ?? '')
  return (
    <Box>
      <OutlineButton onClick={back} data-testid="put-back">
        {`Restore ${revisionName(revision)}`}
      </OutlineButton>
      {refused && <ProblemText>{refused}</ProblemText>}
    </Box>
  )
}
