import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import {
  findingLines,
  misfitSentence,
  likelySentence,
  togetherSentence,
  tyresLine,
  verdictSentence,
  type JobContent,
  heldInWords,
} from '@plucky/contract'
import { misfitKey, type Answer, type Incompatibility, type SpecResult, type Unit } from '@plucky/core'
import { misfitsOf } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { TextButton } from '../ui/buttons.js'
import { Unbroken } from '../ui/Unbroken.js'

/** The one sentence on top, what goes with it, and what the spec costs. */
export function Verdict({ content, unit, answer }: { content: JobContent; unit: Unit; answer: SpecResult | undefined }) {
  if (!answer) return null
  const answered = answer.outcome === 'answered' ? answer : undefined
  return (
    <Flex py="1.5" gap="4" align="flex-start" justify="space-between">
      <Box aria-live="polite" flex="1" minW="0">
        <Flex align="baseline" gap="3.5" wrap="wrap">
          <Heading
            as="h1"
            fontSize="page"
            fontWeight={600}
            lineHeight="1.15"
            color={answered?.stops.length ? 'break' : 'ink'}
            data-testid="sentence"
          >
            <Unbroken>{verdictSentence(answer, unit, content.brief)}</Unbroken>
          </Heading>
        </Flex>
        <Text as="div" fontSize="body" color="inkSoft" mt="1px">
          {answered && `${secondLine(answered, unit)} `}
          {answered?.breakingOrder[0] && <OpenWorking station={answered.breakingOrder[0]} />}
        </Text>
        {beside(misfitsOf(content), answered).map((misfit) => (
          <Text key={misfitKey(misfit)} fontSize="small" color="break" fontWeight={600} data-testid="misfit">
            ▲ {misfitSentence(misfit, unit)}
          </Text>
        ))}
        {findingLines(answered?.findings ?? [], unit).map((line) => (
          <Text key={line} fontSize="small" color="break" fontWeight={600}>
            ▲ <Unbroken>{line}</Unbroken>
          </Text>
        ))}
      </Box>
    </Flex>
  )
}

/** What does not go together, but for the stop that the sentence itself names. */
function beside(misfits: readonly Incompatibility[], answered: Answer | undefined): readonly Incompatibility[] {
  const [named] = answered?.stops ?? []
  return named ? misfits.filter((misfit) => misfitKey(misfit) !== misfitKey(named)) : misfits
}

/** The sentence opens its working: the station that goes first, its power held. */
function OpenWorking({ station }: { station: string }) {
  return (
    <TextButton
      height="22px"
      fontSize="body"
      onClick={() => viewStore.setState({ station, candidate: '', working: { station, caseId: null } })}
      data-testid="open-working"
    >
      Show calculation
    </TextButton>
  )
}

/** How sure the figure is, what goes with it, and what it would be with the converter left as it is. */
function secondLine(answer: Answer, unit: Unit): string {
  const [stop] = answer.stops
  if (stop) return `${stop.code === 'recalled' ? 'Without the recall' : 'If they did'}, it would hold ${heldInWords(answer.held)}.`
  const [same, matched] = [heldInWords(answer.heldSameConverter), heldInWords(answer.held)]
  const differs = same === matched ? '' : `With the same converter: ${same}.`
  return [likelySentence(answer), togetherSentence(answer, unit), tyresLine(answer), differs].filter(Boolean).join(' ')
}
