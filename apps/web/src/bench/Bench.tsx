import { Box, Flex, Text } from '@chakra-ui/react'
import { stationName, type JobContent, verdictIn } from '@plucky/contract'
import type { Proposal, SpecResult, Unit } from '@plucky/core'
import { useState } from 'react'
import { useStore } from 'zustand'
import type { BenchView } from '../power-flow/use-bench.js'
import { shopStore } from '../state/shop.js'
import { answerWith } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { jobAddress } from '../app/views.js'
import { jobStore } from '../state/job.js'
import { PrimaryButton, OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { Candidates } from './Candidates.js'
import { CustomPartDialog } from './CustomPartDialog.js'
import { SplitDrawing } from './SplitDrawing.js'
import { useCards } from './use-cards.js'
import { OperationsPanel } from './OperationsPanel.js'
import { PART_VIEWS } from '../parts/registry.js'
import type { PartPage } from '../parts/part-view.js'
import { TextLink } from '../ui/TextLink.js'

interface BenchProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly bench: BenchView
  readonly proposal: Proposal | undefined
  /** What the core says with the candidate fitted. */
  readonly withCandidate: SpecResult | undefined
}

/** The bench under the line: old and new side by side on one centreline, and the parts within reach of the free hand. */
export function Bench({ content, unit, bench, proposal, withCandidate }: BenchProps) {
  const hand = useStore(viewStore, (view) => view.hand)
  const [measuring, setMeasuring] = useState(false)
  const { station, fitted, candidate, arrived, candidates } = bench
  const cards = useCards(content, unit, station, candidates)
  const other = candidate !== undefined && candidate.id !== fitted?.id
  const kind = unit.stations.find(({ id }) => id === station)?.kind
  const targetW = bench.answered && !content.brief.openQuestion ? bench.answered.peakPowerW : 0
  return (
    <Panel
      title={`Parts: ${stationName(unit, station)}`}
      aside={
        <Aside hand={hand} canMeasure={candidate !== undefined} page={kind && PART_VIEWS[kind].page} onMeasure={() => setMeasuring(true)} />
      }
      data-testid="bench"
    >
      <Flex gap="3" direction={hand === 'right' ? 'row' : 'row-reverse'}>
        <Box flex="1" minW="0" position="relative">
          <SplitDrawing
            unit={unit}
            fitted={fitted}
            candidate={candidate}
            arrived={arrived}
            fittedVerdict={verdictIn(bench.answer, station)}
            candidateVerdict={verdictIn(withCandidate, station)}
            halfHeight={148}
          />
          <Flex justify="end" gap="2">
            {bench.remove && !other && (
              <OutlineButton size="sm" onClick={bench.remove} data-testid="remove-part">
                Remove this part ⌦
              </OutlineButton>
            )}
            {other && <FitButton more={proposal?.companions.length ?? 0} onFit={() => bench.fit(candidate.id)} />}
          </Flex>
          <OperationsPanel content={content} unit={unit} station={station} fitted={fitted} />
        </Box>
        <Box width="204px" flexShrink={0}>
          {candidates.length === 0 && (
            <Text fontSize="small" color="inkSoft">
              {`No part on the shelf fits the ${stationName(unit, station)}. The station stays empty and is listed as not rated.`}
            </Text>
          )}
          <Candidates bench={bench} targetW={targetW} answerWith={(id) => answerWith(content, station, id)} cards={cards} />
        </Box>
      </Flex>
      {candidate && measuring && (
        <CustomPartDialog
          basis={candidate}
          taken={(id) => shopStore.getState().parts.has(id)}
          onClose={() => setMeasuring(false)}
          onAdded={bench.look}
        />
      )}
    </Panel>
  )
}

function FitButton({ more, onFit }: { more: number; onFit: () => void }) {
  return (
    <PrimaryButton onClick={onFit} display="block" ml="auto" mt="0.5" px="4" data-testid="fit">
      {more > 0 ? `Install with ${more} required ${more === 1 ? 'part' : 'parts'} ⏎` : 'Install this part ⏎'}
    </PrimaryButton>
  )
}

function Aside({
  hand,
  canMeasure,
  page,
  onMeasure,
}: {
  hand: 'right' | 'left'
  canMeasure: boolean
  /** Page for editing this part kind. */
  page: PartPage | undefined
  onMeasure: () => void
}) {
  const number = useStore(jobStore, (job) => job.number)
  return (
    <Flex gap="2.5" align="center">
      {canMeasure && (
        <TextButton onClick={onMeasure} data-testid="own-part">
          Add your own part…
        </TextButton>
      )}
      {page && (
        <TextLink fontSize="small" to={jobAddress(number, page.to)} data-testid={`to-${page.to}`}>
          {page.words}
        </TextLink>
      )}
      <TextButton color="inkSoft" onClick={() => viewStore.setState({ hand: hand === 'right' ? 'left' : 'right' })} data-testid="hand">
        {`Parts list on the ${hand === 'right' ? 'left' : 'right'}`}
      </TextButton>
    </Flex>
  )
}
