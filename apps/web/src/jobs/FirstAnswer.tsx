import { Box, Flex, Text } from '@chakra-ui/react'
import { specHeldInWords, verdictSentence, type JobContent } from '@plucky/contract'
import type { SpecResult, Unit } from '@plucky/core'
import { useDeferredValue, useMemo } from 'react'
import { loadShop, shopStore } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { answerFor } from '../state/verdicts.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { firstBuild, type FirstFacts } from './first-build.js'
import { PowerBar } from './PowerBar.js'

export { powerProblem } from './first-build.js'

/** The new job's content: a stock transmission behind the engine. Throws with the reason where the transmissions can't be loaded. */
export async function contentOf(first: FirstFacts, unitId: string): Promise<JobContent> {
  if (shopStore.getState().state !== 'ready') await loadShop()
  const { problem, units, parts } = shopStore.getState()
  const unit = units.find(({ id }) => id === unitId)
  if (!unit) throw new Error(problem || 'This transmission is no longer in the shop.')
  return firstBuild(first, unit, parts)
}

interface FirstAnswerProps {
  readonly first: FirstFacts
  /** Chosen transmission; empty where none is chosen yet. */
  readonly unitId: string
  readonly onStart: (unitId: string) => void
}

/** What a stock transmission holds: of the chosen one in a sentence, of all where none is chosen yet. */
export function FirstAnswer({ first, unitId, onStart }: FirstAnswerProps) {
  const { state, units, parts, problem } = useShop()
  const { name, kind, use, powerW } = useDeferredValue(first)
  const judged = useMemo(
    () =>
      units
        .filter(({ id, stations }) => (unitId ? id === unitId : stations.length > 0))
        .map((unit) => {
          const content = firstBuild({ name, kind, use, powerW }, unit, parts)
          return { unit, content, answer: answerFor(content) }
        }),
    [units, unitId, name, kind, use, powerW, parts],
  )
  if (state === 'failed')
    return (
      <Box role="status">
        <Text color="break">{problem}</Text>
        <OutlineButton onClick={() => void loadShop()}>Try again</OutlineButton>
      </Box>
    )
  if (state === 'loading') return <Text color="inkSoft">Loading transmissions…</Text>
  const [chosen] = judged
  if (unitId && chosen?.answer)
    return (
      <Text fontFamily="heading" fontSize="lead" fontWeight={600} lineHeight="1.2" data-testid="first-answer">
        {`Stock: ${verdictSentence(chosen.answer, chosen.unit, chosen.content.brief)}`}
      </Text>
    )
  return (
    <Box data-testid="first-answer">
      <Text fontSize="small" color="inkSoft">
        Stock transmissions behind this engine. Choose one to create the job.
      </Text>
      {judged.map(({ unit, answer }) => (
        <StockRow key={unit.id} unit={unit} answer={answer} onStart={() => onStart(unit.id)} />
      ))}
    </Box>
  )
}

function StockRow({ unit, answer, onStart }: { unit: Unit; answer: SpecResult | undefined; onStart: () => void }) {
  const held = answer?.outcome === 'answered' && answer.stops.length === 0 && answer.held.outcome === 'held' ? answer.held.powerW : null
  const target = answer?.outcome === 'answered' ? answer.peakPowerW : null
  return (
    <Flex align="center" gap="2" borderTopWidth="1px" borderColor="ruleSoft" py="0.5">
      <Text width="92px" flexShrink={0} fontWeight={600}>
        {unit.name}
      </Text>
      <Box flex="1" minW="0">
        {held === null ? (
          <Text color="inkSoft">{specHeldInWords(answer)}</Text>
        ) : (
          <PowerBar heldW={held} targetW={target} outcome="short" />
        )}
      </Box>
      <PrimaryButton size="sm" minH="36px" onClick={onStart} data-testid={`start-${unit.id}`}>
        Create
      </PrimaryButton>
    </Flex>
  )
}
