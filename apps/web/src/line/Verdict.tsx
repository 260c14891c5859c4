import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import {
  capital,
  findingSentence,
  hoursWords,
  misfitSentence,
  likelyWords,
  money,
  stationName,
  togetherSentence,
  verdictSentence,
  type JobContent,
  heldInWords,
} from '@plucky/contract'
import { misfitKey, type Answer, type Misfit, type SpecAnswer, type Unit } from '@plucky/core'
import { changedStations, costOf, misfitsOf } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { Worded } from '../ui/buttons.js'

/** The one sentence on top, what goes with it, and what the spec costs. */
export function Verdict({ content, unit, answer }: { content: JobContent; unit: Unit; answer: SpecAnswer | undefined }) {
  if (!answer) return null
  const answered = answer.outcome === 'answered' ? answer : undefined
  return (
    <Flex py="6px" gap="16px" align="flex-start" justify="space-between">
      <Box aria-live="polite" flex="1" minW="0">
        <Flex align="baseline" gap="14px" wrap="wrap">
          <Heading
            as="h1"
            fontSize="29px"
            fontWeight={600}
            lineHeight="1.15"
            color={answered?.stops.length ? 'break' : 'ink'}
            data-testid="sentence"
          >
            {verdictSentence(answer, unit, content.brief)}
          </Heading>
          {answered?.breakingOrder[0] && <OpenWorking station={answered.breakingOrder[0]} />}
        </Flex>
        <Text as="div" fontSize="15px" color="inkSoft" mt="1px">
          {answered && besides(answered, unit)}
        </Text>
        {beside(misfitsOf(content), answered).map((misfit) => (
          <Text key={misfitKey(misfit)} fontSize="14px" color="break" fontWeight={600} data-testid="misfit">
            ▲ {misfitSentence(misfit, unit)}
          </Text>
        ))}
        {answered?.findings.map((finding) => (
          <Text key={finding.code + finding.stationId + finding.rangeId} fontSize="14px" color="break" fontWeight={600}>
            ▲ {findingSentence(finding, unit)}
          </Text>
        ))}
      </Box>
      <Cost content={content} unit={unit} />
    </Flex>
  )
}

/** What does not go together, but for the stop that the sentence itself names. */
function beside(misfits: readonly Misfit[], answered: Answer | undefined): readonly Misfit[] {
  const [named] = answered?.stops ?? []
  return named ? misfits.filter((misfit) => misfitKey(misfit) !== misfitKey(named)) : misfits
}

/** The sentence opens its working: the station that goes first, its power held. */
function OpenWorking({ station }: { station: string }) {
  return (
    <Worded
      height="22px"
      fontSize="15px"
      onClick={() => viewStore.setState({ station, candidate: '', working: { station, caseId: null } })}
      data-testid="open-working"
    >
      Show calculation
    </Worded>
  )
}

/** How sure the figure is, what goes with it, and what it would be with the converter left as it is. */
function besides(answer: Answer, unit: Unit): string {
  if (answer.stops.length > 0) return `If they did mate, it would hold ${heldInWords(answer.held)}.`
  const likely = likelyWords(answer)
  const same = `With the same converter: ${heldInWords(answer.heldSameConverter)}.`
  return [likely && `Likely range ${likely}.`, togetherSentence(answer, unit), same].filter(Boolean).join(' ')
}

function Cost({ content, unit }: { content: JobContent; unit: Unit }) {
  const { price, hours, lines } = costOf(content)
  const changed = changedStations(content)
  const kits = lines.flatMap((line) => (line.what === 'kit' ? [line.item.name] : []))
  const { budget } = content.brief
  const over = budget !== null && price > budget
  const names = changed.map((id) => capital(stationName(unit, id)))
  return (
    <Box
      textAlign="right"
      flexShrink={0}
      title={names.length > 0 ? `Changed: ${names.join(', ')}${kits.length > 0 ? `. Bought as a kit: ${kits.join(', ')}` : ''}` : undefined}
    >
      <Text fontFamily="figures" fontSize="20px" fontWeight={600} lineHeight="1.3" color={over ? 'break' : 'ink'}>
        {`${money(price)} · ${hoursWords(hours)}`}
      </Text>
      <Text fontSize="14px" color={over ? 'break' : 'inkSoft'} fontWeight={over ? 600 : 400}>
        {`${changed.length} of ${unit.stations.length} stations changed${budget === null ? '' : over ? `, ${money(price - budget)} over budget` : `, budget ${money(budget)}`}`}
      </Text>
    </Box>
  )
}
