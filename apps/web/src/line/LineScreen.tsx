import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { capital, findingSentence, figure, money, stationName, togetherSentence, verdictSentence, type JobContent } from '@plucky/contract'
import { fromSi, type Answer, type DutyCase, type Part, type Unit } from '@plucky/core'
import { useCallback, useEffect, useMemo, type KeyboardEvent, type ReactNode } from 'react'
import { useStore } from 'zustand'
import { Bench } from '../bench/Bench.js'
import { Judged } from '../bench/Judged.js'
import { change } from '../state/job.js'
import { candidatesFor, shopStore } from '../state/shop.js'
import { answerFor, costOf } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { Panel } from '../ui/panel.js'
import { BreakingOrder } from './BreakingOrder.js'
import { CasePicker } from './CasePicker.js'
import { Pressures } from './Pressures.js'
import { Strip } from './Strip.js'

/** The main screen: the sentence, the line, the breaking order and the bench. */
export function LineScreen({ content, unit }: { content: JobContent; unit: Unit }) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const view = useStore(viewStore)
  const answer = answerFor(content)
  const answered = answer?.outcome === 'answered' ? answer : undefined
  const weakest = answered?.breakingOrder[0]
  const station = unit.stations.some((s) => s.id === view.station) ? view.station : (weakest ?? unit.stations[0]?.id ?? '')
  const candidates = useMemo(() => candidatesFor(parts, unit.id, station), [parts, unit.id, station])
  const fittedId = content.spec.fits[station] ?? null
  const candidate = candidates.some((part) => part.id === view.candidate) ? view.candidate : (fittedId ?? '')
  const duty = answered?.cases.find((c) => c.id === view.caseId) ?? answered?.cases[0]
  const fits = useMemo(() => fittedParts(content, parts), [content, parts])
  useEffect(() => viewStore.setState({ station: weakest ?? '', candidate: '', tryPowerW: null }), [unit.id]) // eslint-disable-line react-hooks/exhaustive-deps -- only when another unit comes on the bench

  const choose = useCallback((id: string) => viewStore.setState({ station: id, candidate: '' }), [])
  const fit = useCallback((partId: string) => change((job) => withPart(job, station, partId)), [station])
  const keys = (event: KeyboardEvent) => {
    const order = unit.stations.map((s) => s.id)
    const step = (ids: readonly string[], at: string, by: number) => ids[Math.min(ids.length - 1, Math.max(0, ids.indexOf(at) + by))] ?? at
    const moves: Record<string, () => void> = {
      ArrowRight: () => choose(step(order, station, 1)),
      ArrowLeft: () => choose(step(order, station, -1)),
      ArrowDown: () => viewStore.setState({ candidate: step(candidates.map((p) => p.id), candidate, 1) }), // prettier-ignore
      ArrowUp: () => viewStore.setState({ candidate: step(candidates.map((p) => p.id), candidate, -1) }), // prettier-ignore
      Home: () => choose(order[0] as string),
      End: () => choose(order[order.length - 1] as string),
      Enter: () => candidate && fit(candidate),
    }
    const move = moves[event.key]
    if (!move || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    move()
  }

  return (
    <Box px="14px" pb="14px" maxW="1680px" mx="auto">
      <Verdict content={content} unit={unit} />
      <Flex gap="10px" align="stretch" direction={{ base: 'column', lg: 'row' }}>
        <Box flex="1" minW="0">
          <Panel
            title="The line"
            aside={<CasePicker unit={unit} cases={answered?.cases ?? []} chosen={duty} brief={content.brief} />}
            data-testid="line-panel"
          >
            <Strip
              unit={unit}
              answer={answered}
              duty={duty}
              gearing={duty && shopStore.getState().gearing.get(unit.id)?.get(duty.rangeId)}
              fits={fits}
              chosen={station}
              onChoose={choose}
              onKey={keys}
            />
            <CaseNote duty={duty} answer={answered} pressures={<Pressures content={content} />} />
          </Panel>
          <Bench
            content={content}
            unit={unit}
            stationId={station}
            candidates={candidates}
            candidateId={candidate}
            onChoose={(id) => viewStore.setState({ candidate: id })}
            onFit={fit}
          />
        </Box>
        <Box width={{ base: '100%', lg: '392px' }} flexShrink={0}>
          {answered && (
            <>
              <Panel
                title="Breaking order"
                aside={
                  <Text fontSize="13px" color="inkSoft">
                    hp of this engine, as it would be scaled
                  </Text>
                }
              >
                <BreakingOrder
                  unit={unit}
                  answer={answered}
                  targetW={answered.peakPowerW}
                  targetWord={content.brief.openQuestion ? 'engine as drawn' : 'target'}
                  tryPowerW={view.tryPowerW}
                  chosen={station}
                  onTry={(tryPowerW) => viewStore.setState({ tryPowerW })}
                  onChoose={choose}
                />
              </Panel>
              <Panel title={`How it is judged: ${stationName(unit, station)}`} mt="10px">
                <Judged
                  unit={unit}
                  brief={content.brief}
                  answer={answered}
                  stationId={station}
                  part={fits.get(station)}
                  caseId={duty?.id ?? ''}
                />
              </Panel>
            </>
          )}
        </Box>
      </Flex>
    </Box>
  )
}

export function fittedParts(content: JobContent, parts: ReadonlyMap<string, Part>): Map<string, Part> {
  return new Map(
    Object.entries(content.spec.fits).flatMap(([id, part]): [string, Part][] =>
      part && parts.has(part) ? [[id, parts.get(part) as Part]] : [],
    ),
  )
}

/** The job with another part fitted; the very same job where it is fitted already. */
function withPart(job: JobContent, stationId: string, partId: string): JobContent {
  if (job.spec.fits[stationId] === partId) return job
  return { ...job, spec: { ...job.spec, fits: { ...job.spec.fits, [stationId]: partId } } }
}

/** The one sentence on top, what goes with it, and what the spec costs. */
function Verdict({ content, unit }: { content: JobContent; unit: Unit }) {
  const answer = answerFor(content)
  if (!answer) return null
  const cost = costOf(content)
  const { budget } = content.brief
  const over = budget !== null && cost.price > budget
  const answered = answer.outcome === 'answered' ? answer : undefined
  const same = answered?.heldSameConverter
  return (
    <Box py="8px" aria-live="polite">
      <Heading as="h1" fontSize="29px" fontWeight={600} lineHeight="1.15" data-testid="sentence">
        {verdictSentence(answer, unit, content.brief)}
      </Heading>
      <Text fontSize="15px" color="inkSoft" mt="2px">
        {answered && togetherSentence(answered, unit)}
        {same?.outcome === 'held' && ` Without re-matching the converter: ${figure(fromSi(same.powerW, 'hp'))} hp.`}{' '}
        <Text as="span" color={over ? 'break' : 'inkSoft'} fontWeight={over ? 600 : 400}>
          {`${capital(cost.changed.length === 0 ? 'nothing' : String(cost.changed.length))} of ${unit.stations.length} changed: ${money(cost.price)} and ${cost.hours} h${budget === null ? '' : `, budget ${money(budget)}${over ? ` is passed by ${money(cost.price - budget)}` : ''}`}.`}
        </Text>
      </Text>
      {answered?.findings.map((finding) => (
        <Text key={`${finding.code}-${finding.stationId}-${finding.rangeId}`} fontSize="15px" fontWeight={600} color="break">
          ! {findingSentence(finding, unit)}
        </Text>
      ))}
    </Box>
  )
}

/** Figures of the case shown, and the caution where the case is one that is tried on the floor. */
function CaseNote({ duty, answer, pressures }: { duty: DutyCase | undefined; answer: Answer | undefined; pressures: ReactNode }) {
  return (
    <Flex align="center" gap="16px" mt="4px" wrap="wrap" position="relative">
      {duty && answer && (
        <Text fontSize="13.5px" color="inkSoft" flex="1" minW="240px" lineHeight="1.3">
          {`Engine ${figure(fromSi(duty.engine.torqueNm, 'lb-ft'))} lb-ft at ${figure(fromSi(duty.engine.speedRadPerS, 'rpm'))} rpm, turbine ${figure(fromSi(duty.turbine.torqueNm, 'lb-ft'))} lb-ft at ${figure(fromSi(duty.turbine.speedRadPerS, 'rpm'))} rpm. Labels: lb-ft, rpm.`}
          {(duty.kind === 'launch' || duty.kind === 'reverse') && (
            <Text as="span" display="block" color="oil" fontWeight={600} data-testid="stall-caution">
              Stall tests: wheels held, area clear, seconds only, oil temperature watched; nobody in front, behind or below.
            </Text>
          )}
        </Text>
      )}
      {pressures}
    </Flex>
  )
}
