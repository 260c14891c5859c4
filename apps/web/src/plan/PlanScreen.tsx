import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { planBudgetWords, planReasonSentence, type JobContent } from '@plucky/contract'
import type { PlanReason, Unit } from '@plucky/core'
import { memo, useState } from 'react'
import { answerFor } from '../state/verdicts.js'
import { setWishes } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { ChosenBuild } from './ChosenBuild.js'
import { FrontierChart } from './FrontierChart.js'
import { OffersPanel } from './OffersPanel.js'
import { marksOf } from './marks.js'
import { usePlan, type PlanFound } from './use-plan.js'
import { useOffers } from './use-offers.js'
import { NO_WISHES, usePlanInput } from './use-plan-input.js'
import type { Search } from './use-search.js'
import { WishesPanel } from './WishesPanel.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** Page with the frontier of cost and power, and the changes of the selected build. */
export const PlanScreen = memo(function PlanScreen({ content, unit }: ScreenProps) {
  const wishes = content.wishes ?? NO_WISHES
  const [picked, setPicked] = useState<number>()
  const planned = usePlanInput(content, unit)
  const plan = usePlan(planned)
  const offers = useOffers(planned)
  const { points, present } = plan.found
  const answer = answerFor(content)
  const targetW = answer?.outcome === 'answered' ? answer.peakPowerW : 0
  const marks = marksOf(points, targetW)
  const usual = marks[0]?.letter === 'A' ? marks[0].index : points.length - 1
  const chosen = Math.min(picked ?? usual, points.length - 1)
  const point = points[chosen]
  const { openQuestion, budget } = content.brief
  const target = openQuestion ? null : targetW
  return (
    <Box px="3.5" pb="5" maxW="1280px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answer} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 300px' }} gap="2.5" alignItems="start">
        <Panel title="Cost and power held" note="from the parts as received; labor at the shop's rate" aside={<Progress plan={plan} />}>
          {points.length > 0 ? (
            <>
              <FrontierChart
                points={points}
                marks={marks}
                present={present}
                targetW={target}
                budget={budget}
                chosen={chosen}
                onChoose={setPicked}
              />
              {budget !== null && <Text fontSize="small">{planBudgetWords(points, budget, target)}</Text>}
              <Flex gap="4" wrap="wrap" fontSize="small">
                {marks.map(({ letter, words, index }) => (
                  <TextButton key={letter} onClick={() => setPicked(index)} aria-pressed={index === chosen}>
                    {letter}: {words}
                  </TextButton>
                ))}
              </Flex>
            </>
          ) : (
            <NoPlan plan={plan} unit={unit} />
          )}
        </Panel>
        <WishesPanel content={content} unit={unit} wishes={wishes} onChange={setWishes} />
        {point && (
          <ChosenBuild
            content={content}
            unit={unit}
            point={point}
            present={present}
            targetW={target}
            onKeep={(stationId, partId) => setWishes({ ...wishes, keep: { ...wishes.keep, [stationId]: partId } })}
          />
        )}
        <OffersPanel content={content} planned={planned} targetW={targetW} search={offers} />
      </Grid>
    </Box>
  )
})

/** Progress of the search, or its proof. */
function Progress({ plan }: { readonly plan: Search<PlanFound> }) {
  const {
    found: { answer, points },
    ended,
    stop,
  } = plan
  const proof = answer?.outcome === 'planned' ? answer.proof : undefined
  return (
    <Flex align="baseline" gap="1" fontSize="note" color="inkSoft" aria-live="polite" data-testid="plan-state">
      {ended === 'stopped' && `Stopped after ${points.length} builds: there may be more.`}
      {ended === 'failed' && 'The planner failed.'}
      {!ended && !answer && (
        <>
          {`Searching: ${points.length} builds so far.`}
          <TextButton onClick={stop}>Stop</TextButton>
        </>
      )}
      {proof &&
        `${points.length} builds, ${proof.optimal ? 'none cheaper at any power (proven)' : 'best found, not proven'}: ${proof.contexts} converters and line pressures, ${proof.nodes} search steps.`}
    </Flex>
  )
}

/** Shown instead of the chart: reasons, or the progress. */
function NoPlan({
  plan: {
    found: { answer },
    ended,
  },
  unit,
}: {
  readonly plan: Search<PlanFound>
  readonly unit: Unit
}) {
  if (answer?.outcome === 'impossible') return <Reasons reasons={answer.reasons} unit={unit} />
  if (answer?.outcome === 'brief-contradicts-itself')
    return <Text color="break">The brief has contradictory figures. Correct them under Brief.</Text>
  return <Text color="inkSoft">{ended ? 'No plan. Change a wish to search again.' : 'Searching…'}</Text>
}

/** One sentence per reason. */
const Reasons = ({ reasons, unit }: { readonly reasons: readonly PlanReason[]; readonly unit: Unit }) => (
  <Box data-testid="plan-reasons" py="2">
    {reasons.map((reason, i) => (
      <Text key={i} color={i === 0 ? 'break' : 'inkSoft'} fontWeight={i === 0 ? 600 : 400}>
        {planReasonSentence(reason, unit, shopStore.getState())}
      </Text>
    ))}
  </Box>
)
