import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { quoteOf, unitChoiceText, usualConditions, type JobContent, type NewQuote, type QuoteDraft, type SentQuote } from '@plucky/contract'
import type { PlanPoint, Unit } from '@plucky/core'
import { Printer } from 'lucide-react'
import { memo, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { marksOf } from '../plan/marks.js'
import { usePlan } from '../plan/use-plan.js'
import { usePlanInput } from '../plan/use-plan-input.js'
import { api } from '../state/api.js'
import { jobStore, waitUntilSaved } from '../state/job.js'
import { messageOf } from '../state/message-of.js'
import { shownStore } from '../state/shown.js'
import { answerFor, fileOf } from '../state/verdicts.js'
import { OutlineButton, PrimaryButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { pointFor, usualBuilds } from './draft.js'
import { QuoteForm } from './QuoteForm.js'
import { QuotePage } from './QuotePage.js'
import { SentQuotes } from './SentQuotes.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

const EMPTY: QuoteDraft = {}

/** Page on which a quote is written from the parts plan, and kept as it is sent. */
export const QuoteScreen = memo(function QuoteScreen({ content, unit }: ScreenProps) {
  const number = useStore(jobStore, (job) => job.number)
  const plan = usePlan(usePlanInput(content, unit))
  const { points, answer } = plan.found
  const { builds, quote, draft } = useQuote(content, answer ? points : NO_POINTS)
  const { sent, problem, keep } = useSentQuotes(number)
  const [open, setOpen] = useState<number>()
  const shown = sent.find((each) => each.number === open)
  return (
    <Box px="3.5" pb="5" maxW="1480px" mx="auto">
      <Box className="not-printed">
        <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      </Box>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '320px minmax(0, 1fr)' }} gap="2.5" alignItems="start">
        <Box className="not-printed">
          <QuoteForm draft={draft} builds={builds} conditions={draft.conditions ?? usualConditions({ job: content })} points={points} />
          <SentQuotes jobNumber={number} sent={sent} open={open} onOpen={setOpen} />
        </Box>
        <Box>
          <Flex className="not-printed" gap="2" mb="2" wrap="wrap" align="center">
            <PrimaryButton
              disabled={!quote}
              onClick={() =>
                void keep(
                  builds.flatMap((build) => withSpec(build, points)),
                  draft,
                ).then(setOpen)
              }
              data-testid="keep-quote"
            >
              Save as sent
            </PrimaryButton>
            <OutlineButton onClick={() => print()} disabled={!quote && !shown}>
              <Printer size={18} /> Print
            </OutlineButton>
            <Text fontSize="small" color="inkSoft">
              {shown ? `Quote ${shown.number} as it was sent.` : 'Draft. Prices have the mark-up and tax of the house rules.'}
            </Text>
            {problem && <ProblemText>{problem}</ProblemText>}
          </Flex>
          {shown ? (
            <QuotePage quote={shown.quote} number={shown.number} />
          ) : quote ? (
            <QuotePage quote={quote} number={null} />
          ) : (
            <Text color="inkSoft">{stateWords(plan)}</Text>
          )}
        </Box>
      </Grid>
    </Box>
  )
})

const NO_POINTS: readonly PlanPoint[] = []

const stateWords = ({ ended, found: { answer } }: ReturnType<typeof usePlan>): string => {
  if (answer && answer.outcome !== 'planned') return 'There is no build to offer. The reasons are on the Parts plan page.'
  return ended === 'failed' ? 'The planner failed.' : 'Searching for builds…'
}

const withSpec = <B extends { readonly powerW: number }>({ powerW, ...words }: B, points: readonly PlanPoint[]) => {
  const point = pointFor(points, powerW)
  return point ? [{ ...words, spec: point.spec }] : []
}

/** The draft of a job as a quote. `quote` is undefined without a build. */
function useQuote(content: JobContent, points: readonly PlanPoint[]) {
  const [made] = useState(() => Date.now())
  const draft = content.quote ?? EMPTY
  const answer = answerFor(content)
  const targetW = answer?.outcome === 'answered' ? answer.peakPowerW : 0
  return useMemo(() => {
    const builds = draft.builds ?? usualBuilds(content, points, marksOf(points, targetW))
    const file = fileOf(content)
    const offered = builds.flatMap(({ title, purpose, powerW }) => {
      const point = pointFor(points, powerW)
      const own = point && fileOf({ ...content, spec: point.spec })
      return own ? [{ title, purpose, file: own }] : []
    })
    const { builds: _builds, ...texts } = draft
    void _builds
    const quote = file && offered.length > 0 ? quoteOf(file, offered, texts, made) : undefined
    return { draft, builds, quote }
  }, [content, draft, points, targetW, made])
}

/** Quotes of the job as they were sent, and a function that keeps another one. */
function useSentQuotes(number: number) {
  const [sent, setSent] = useState<readonly SentQuote[]>([])
  const [problem, setProblem] = useState('')
  useEffect(() => {
    api.quotes(number).then(setSent, (error: unknown) => setProblem(messageOf(error)))
  }, [number])
  const keep = async (builds: NewQuote['builds'], { builds: _builds, ...texts }: QuoteDraft) => {
    void _builds
    setProblem('')
    await waitUntilSaved()
    const { version, saving } = jobStore.getState()
    if (saving !== 'saved') {
      setProblem('The last change is not saved yet. Save the quote after that.')
      return undefined
    }
    try {
      const quote = await api.addQuote(number, { ...texts, builds, version }, unitChoiceText(shownStore.getState().units))
      setSent((before) => [quote, ...before])
      return quote.number
    } catch (error) {
      setProblem(messageOf(error))
      return undefined
    }
  }
  return { sent, problem, keep }
}
