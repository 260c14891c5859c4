import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { capital, stationName, type JobContent } from '@plucky/contract'
import type { Part, SpecAnswer, StationVerdict, Unit } from '@plucky/core'
import { useState } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { Panel } from '../ui/panel.js'
import { Candidates } from './Candidates.js'
import { Changes } from './Changes.js'
import { OwnPart } from './OwnPart.js'
import { SplitDrawing } from './SplitDrawing.js'

interface BenchProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly stationId: string
  readonly candidates: readonly Part[]
  readonly candidateId: string
  readonly onChoose: (partId: string) => void
  readonly onFit: (partId: string) => void
}

const verdictOf = (answer: SpecAnswer | undefined, stationId: string): StationVerdict | undefined =>
  answer?.outcome === 'answered' ? answer.stations.find((s) => s.stationId === stationId) : undefined

/** The bench under the line: old and new side by side, what changes, and the parts within reach. */
export function Bench({ content, unit, stationId, candidates, candidateId, onChoose, onFit }: BenchProps) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const hand = useStore(viewStore, (view) => view.hand)
  const [measuring, setMeasuring] = useState(false)
  const fittedId = content.spec.fits[stationId] ?? null
  const arrivedId = content.arrived[stationId] ?? null
  const [fitted, candidate, arrived] = [fittedId, candidateId, arrivedId].map((id) => parts.get(id ?? ''))
  const now = answerFor(content)
  const then = candidateId ? answerFor(content, stationId, candidateId) : now
  const target = now?.outcome === 'answered' && !content.brief.openQuestion ? now.peakPowerW : 0
  const basis = candidate ?? fitted
  const aside = (
    <Flex gap="10px" align="center">
      {basis && (
        <Button
          variant="plain"
          size="sm"
          height="30px"
          px="6px"
          textDecoration="underline"
          onClick={() => setMeasuring(true)}
          data-testid="own-part"
        >
          Measure one of your own…
        </Button>
      )}
      <Button
        variant="plain"
        size="sm"
        height="30px"
        px="6px"
        color="inkSoft"
        onClick={() => viewStore.setState({ hand: hand === 'right' ? 'left' : 'right' })}
      >
        {`parts on the ${hand === 'right' ? 'left' : 'right'}`}
      </Button>
    </Flex>
  )
  return (
    <Panel title={`Bench: ${stationName(unit, stationId)}`} aside={aside} mt="10px" data-testid="bench">
      <Flex gap="12px" direction={hand === 'right' ? 'row-reverse' : 'row'}>
        <Box width="205px" flexShrink={0}>
          {candidates.length === 0 && (
            <Text fontSize="14px" color="inkSoft">
              {`Nothing on the shelf fits here. ${capital(stationName(unit, stationId))} stays empty and is named in the sentence.`}
            </Text>
          )}
          <Candidates
            parts={candidates}
            stationId={stationId}
            fittedId={fittedId}
            arrivedId={arrivedId}
            chosenId={candidateId}
            targetW={target}
            answerWith={(id) => answerFor(content, stationId, id)}
            onChoose={onChoose}
            onFit={onFit}
          />
        </Box>
        <Box flex="1" minW="0">
          <SplitDrawing
            unit={unit}
            fitted={fitted}
            candidate={candidate}
            arrived={arrived}
            fittedVerdict={verdictOf(now, stationId)}
            candidateVerdict={verdictOf(then, stationId)}
            height={276}
          />
        </Box>
        <Box width="262px" flexShrink={0}>
          <Changes
            unit={unit}
            stationId={stationId}
            fitted={fitted}
            candidate={candidate}
            now={now}
            then={then}
            onFit={() => onFit(candidateId)}
          />
        </Box>
      </Flex>
      {basis && measuring && <OwnPart basis={basis} taken={(id) => parts.has(id)} onClose={() => setMeasuring(false)} onAdded={onChoose} />}
    </Panel>
  )
}
