import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { CAUTIONS, kindUnit, shownUnit, UNIT_SYSTEMS, type JobContent } from '@plucky/contract'
import { fitUp, isWrong, plateReport, type FitEntry, type FitReport, type Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { jobStore } from '../state/job.js'
import { chooseUnits, shownStore } from '../state/shown.js'
import { shopStore } from '../state/shop.js'
import { answerFor, proposalFor, specInputOf } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { PrimaryButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { MeasurementEntry } from './MeasurementEntry.js'
import { ChainDrawing } from './ChainDrawing.js'
import { DryFitList } from './DryFitList.js'
import { EntryCard } from './EntryCard.js'
import { Joints } from './Joints.js'
import { SplinePatternGrid } from './SplinePatternGrid.js'
import { hasFigure, isMeasured } from './readings.js'
import { choose, fitStore } from './store.js'
import { isOpen } from './verdict-marks.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** Whether it all bolts together: the chain drawn, the dry fit in the order of the work, and every figure taken where it belongs. */
export function FitScreen({ content: installed, unit }: ScreenProps) {
  const tried = useTried(installed, unit)
  const [trying, setTrying] = useState(false)
  const content = trying && tried ? tried.content : installed
  const input = specInputOf(content)
  const report = useMemo(() => input && fitUp(input), [content, unit]) // eslint-disable-line react-hooks/exhaustive-deps -- the input is made of both
  const { chosen } = useStore(fitStore)
  const number = useStore(jobStore, (job) => job.number)
  if (!input || !report) return null
  const entry = report.entries.find(({ id }) => id === chosen) ?? firstOf(report.entries)
  const plate = plateReport(input)
  return (
    <Box px="3.5" pb="4" maxW="1680px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      {tried && <Trying tried={tried} on={trying} onPick={setTrying} />}
      <Text className="only-printed" fontWeight={700}>
        {`Job ${number}: ${content.name}, ${unit.name}`}
      </Text>
      <Panel
        title="Crank to output flange"
        note={`lengths to scale, diameters reduced${report.entries.some(({ verdict }) => verdict.word === 'unknown') ? '; unknown lengths are drawn at a typical size' : ''}`}
        aside={<Tools entries={report.entries} />}
      >
        <ChainDrawing report={report} chosen={entry?.id ?? ''} onChoose={choose} />
      </Panel>
      <Grid
        templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 344px', xl: 'minmax(0, 1fr) 430px' }}
        gap="2"
        alignItems="start"
        mt="2"
      >
        <Box minW="0">
          <Panel title="Dry fit" note={summary(report)}>
            <DryFitList entries={report.entries} unit={unit} chosen={entry?.id ?? ''} onChoose={choose} />
          </Panel>
          <Panel title="Splines and bolt patterns" note="top: shaft or bolts; bottom: mating part" mt="2">
            <SplinePatternGrid entries={report.entries} unit={unit} chosen={entry?.id ?? ''} onChoose={choose} />
          </Panel>
        </Box>
        <SelectedCheckColumn report={report} entry={entry} unit={unit} plate={plate} />
      </Grid>
    </Box>
  )
}

interface Tried {
  readonly name: string
  readonly content: JobContent
}

/** The job with the candidate selected in Power flow and its required parts installed. `undefined` if no candidate is selected. */
function useTried(content: JobContent, unit: Unit): Tried | undefined {
  const { station, candidate } = useStore(viewStore)
  const parts = useStore(shopStore, (shop) => shop.parts)
  return useMemo(() => {
    const part = parts.get(candidate)
    if (!part || !part.unitIds.includes(unit.id) || content.spec.fits[station] === candidate) return undefined
    const spec = proposalFor(content, { station, part: candidate })?.spec
    return spec && { name: part.name, content: { ...content, spec: { ...content.spec, ...spec } } }
  }, [content, unit, station, candidate, parts])
}

/** Switch between the installed build and the build with the candidate. */
const Trying = ({ tried, on, onPick }: { tried: Tried; on: boolean; onPick: (on: boolean) => void }) => (
  <Flex gap="1.5" align="center" mb="1.5" className="not-printed">
    <ToggleButton on={!on} onPick={() => onPick(false)} testId="fit-installed">
      As installed
    </ToggleButton>
    <ToggleButton on={on} onPick={() => onPick(true)} testId="fit-candidate">
      {`With candidate: ${tried.name}`}
    </ToggleButton>
    {on && (
      <Text fontSize="note" color="oil" fontWeight={600}>
        Not installed. Measurements are kept with the job.
      </Text>
    )}
  </Flex>
)

/** The first that asks for something, or the first of all. */
const firstOf = (entries: readonly FitEntry[]): FitEntry | undefined => entries.find(isWrong) ?? entries.find(isMeasured)

interface BesideProps {
  readonly report: FitReport
  readonly entry: FitEntry | undefined
  readonly unit: Unit
  readonly plate: ReturnType<typeof plateReport>
}

/** What is chosen, the plate with its joints, and the cautions that belong here. */
function SelectedCheckColumn({ report, entry, unit, plate }: BesideProps) {
  const { calliper } = useStore(fitStore)
  const measured = entry && isMeasured(entry) ? entry : firstMeasured(report.entries)
  return (
    <Box minW="0">
      {calliper && measured && <MeasurementEntry entries={report.entries} entry={measured} unit={unit} />}
      {entry && (
        <Panel title="Selected check" className="not-printed">
          <EntryCard entry={entry} report={report} unit={unit} />
        </Panel>
      )}
      {plate && (
        <Panel title="Flex plate and bolted joints" mt="2">
          <Joints report={plate} />
        </Panel>
      )}
      <Text mt="1.5" fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
        {`${CAUTIONS.rotating} ${CAUTIONS.springs}`}
      </Text>
      <Text mt="1" fontSize="note" color="inkSoft" lineHeight="1.3">
        {CAUTIONS.estimates}
      </Text>
    </Box>
  )
}

const firstMeasured = (entries: readonly FitEntry[]) => entries.find(isMeasured)

function summary({ entries }: FitReport): string {
  const count = (of: (entry: FitEntry) => boolean) => entries.filter(of).length
  const parts = [
    [count(isWrong), 'out of limits'],
    [count(({ verdict }) => isOpen(verdict.word)), 'to remeasure'],
    [count(({ verdict }) => verdict.word === 'unknown'), 'unknown'],
    [count(hasFigure), 'measured'],
  ] as const
  return parts.flatMap(([n, words]) => (n === 0 ? [] : [`${n} ${words}`])).join(', ') || 'nothing measured yet'
}

/** In which unit, and the way into taking figures one after the other. */
function Tools({ entries }: { entries: readonly FitEntry[] }) {
  const { calliper, chosen } = useStore(fitStore)
  const units = useStore(shownStore, (shown) => shown.units)
  const begin = () => {
    const at = entries.find(({ id }) => id === chosen)
    if (!at || !isMeasured(at)) choose(firstMeasured(entries)?.id ?? '')
    fitStore.setState({ calliper: true })
  }
  return (
    <Flex gap="1.5" align="center" className="not-printed">
      {UNIT_SYSTEMS.map((system) => {
        const word = kindUnit('length', system)
        return (
          <ToggleButton
            key={system}
            on={shownUnit('in') === word}
            onPick={() => chooseUnits({ ...units, except: { ...units.except, length: system } })}
            testId={`unit-${word}`}
          >
            {word}
          </ToggleButton>
        )
      })}
      <PrimaryButton minH="36px" height="36px" size="sm" onClick={begin} disabled={calliper} data-testid="measure">
        Enter measurements
      </PrimaryButton>
    </Flex>
  )
}
