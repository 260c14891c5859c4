import { Heading } from '@chakra-ui/react'
import { verdictSentence, type JobContent } from '@plucky/contract'
import type { SpecResult, Unit } from '@plucky/core'

interface SentenceProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly answer: SpecResult | undefined
}

/** The one sentence on top of a view of a job. */
export const VerdictHeading = ({ content, unit, answer }: SentenceProps) => (
  <Heading
    as="h1"
    fontSize="page"
    fontWeight={600}
    py="2"
    color={answer?.outcome === 'answered' && answer.stops.length > 0 ? 'break' : 'ink'}
    data-testid="sentence"
  >
    {answer ? verdictSentence(answer, unit, content.brief) : ''}
  </Heading>
)
