import { Box, Flex, Text } from '@chakra-ui/react'
import { offerWords, specHeldInWords, verdictSentence, type JobContent } from '@plucky/contract'
import type { PlanInput, SpecResult, Unit, UnitOffer } from '@plucky/core'
import { useDeferredValue, useMemo } from 'react'
import { useOffers } from '../plan/use-offers.js'
import { catalogueOf, NO_WISHES } from '../plan/use-plan-input.js'
import type { Search } from '../plan/use-search.js'
import { loadShop, shopStore, wholeShop } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { answerFor } from '../state/verdicts.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { firstBuild, type FirstFacts } from './first-build.js'
import { PowerBar } from './PowerBar.js'
import { TextLink } from '../ui/TextLink.js'

export { powerProblem } from './first-build.js'

/** The new job's content: a stock transmission behind the engine. Throws with the reason where the transmissions can't be loaded. */
export async function contentOf(first: FirstFacts, unitId: string): Promise<JobContent> {
  const { problem, units, parts } = await wholeShop()
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
  const [chosen] = judged
  const { found } = useFirstOffers(chosen)
  const offerOf = (unit: Unit) => found.find((offer) => offer.unit.id === unit.id)
  if (state === 'failed')
    return (
      <Box role="status">
        <Text color="break">{problem}</Text>
        <OutlineButton onClick={() => void loadShop()}>Try again</OutlineButton>
      </Box>
    )
  if (state === 'loading') return <Text color="inkSoft">Loading transmissions…</Text>
  if (units.length === 0)
    return (
      <Text data-testid="first-answer">
        A job needs a transmission, and there is none yet. See <TextLink to="/transmissions">Transmissions</TextLink>.
      </Text>
    )
  if (unitId && chosen?.answer)
    return (
      <Box>
        <Text fontFamily="heading" fontSize="lead" fontWeight={600} lineHeight="1.2" data-testid="first-answer">
          {`Stock: ${verdictSentence(chosen.answer, chosen.unit, chosen.content.brief)}`}
        </Text>
        <OfferNote offer={offerOf(chosen.unit)} unit={chosen.unit} />
      </Box>
    )
  return (
    <Box data-testid="first-answer">
      <Text fontSize="small" color="inkSoft">
        Stock transmissions behind this engine, and what each needs to hold it with margin. Choose one to create the job.
      </Text>
      {judged.map(({ unit, answer }) => (
        <StockRow key={unit.id} unit={unit} answer={answer} offer={offerOf(unit)} onStart={() => onStart(unit.id)} />
      ))}
    </Box>
  )
}

/** Offers of the transmissions for the engine of a first build. */
function useFirstOffers(first: { readonly unit: Unit; readonly content: JobContent } | undefined): Search<readonly UnitOffer[]> {
  const planned = useMemo((): PlanInput | undefined => {
    if (!first) return undefined
    const { unit, content } = first
    const { variantId, brief, rules, arrived, spec } = content
    return { unit, variantId, brief, rules, arrived, present: spec, catalogue: catalogueOf(unit, shopStore.getState()), wishes: NO_WISHES }
  }, [first])
  return useOffers(planned)
}

interface StockRowProps {
  readonly unit: Unit
  readonly answer: SpecResult | undefined
  readonly offer: UnitOffer | undefined
  readonly onStart: () => void
}

function StockRow({ unit, answer, offer, onStart }: StockRowProps) {
  const held = answer?.outcome === 'answered' && answer.stops.length === 0 && answer.held.outcome === 'held' ? answer.held.powerW : null
  const target = answer?.outcome === 'answered' ? answer.peakPowerW : null
  return (
    <Box borderTopWidth="1px" borderColor="ruleSoft" py="1">
      <Flex align="center" gap="2">
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
      </Flex>
      <Flex align="center" gap="2" justify="space-between">
        <OfferNote offer={offer} unit={unit} />
        <PrimaryButton size="sm" minH="36px" flexShrink={0} onClick={onStart} data-testid={`start-${unit.id}`}>
          Create
        </PrimaryButton>
      </Flex>
    </Box>
  )
}

/** What a transmission needs to hold the power with margin. */
const OfferNote = ({ offer, unit }: { offer: UnitOffer | undefined; unit: Unit }) => (
  <Text fontSize="note" color="inkSoft" lineHeight="1.25" minH="1.25em" data-testid={`offer-${unit.id}`}>
    {offer ? offerWords(offer, shopStore.getState()) : 'Planning…'}
  </Text>
)
