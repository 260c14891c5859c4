import { Box, Grid, Text } from '@chakra-ui/react'
import { CAUTIONS, type JobContent, quantity } from '@plucky/contract'
import { memo, useDeferredValue, useMemo, useState } from 'react'
import { fittedParts, type PressureReport, stationOfKind, type Unit } from '@plucky/core'
import { OperationsPanel } from '../bench/OperationsPanel.js'
import { shopStore } from '../state/shop.js'
import { useStore } from 'zustand'
import { BreakingList } from '../power-flow/BreakingList.js'
import { ReceivedPressures } from '../power-flow/Pressures.js'
import { jobStore } from '../state/job.js'
import { answerFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { TextButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { DemandMap } from './DemandMap.js'
import { KnobNote } from './Adjustments.js'
import { reportFor } from './report.js'
import { Source } from './Source.js'
import { FillTable, GaugeTable, MaximaTable, NeedsTable, OilTable } from './Tables.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** Line pressure as one decision: what makes it, what each element needs of it, and what it does to everything else. */
export function PressureScreen({ content, unit }: ScreenProps) {
  const [turned, setTurned] = useState<JobContent['spec']['pressure'] | null>(null)
  // While a knob is held the job is shown as it would be; it is changed when the knob is let go.
  const shown = useMemo(() => (turned ? { ...content, spec: { ...content.spec, pressure: turned } } : content), [content, turned])
  const follows = useDeferredValue(shown)
  return (
    <Box px="3.5" pb="4" maxW="1680px" mx="auto">
      <Box className="not-printed">
        <VerdictHeading content={shown} unit={unit} answer={answerFor(shown)} />
      </Box>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '330px minmax(0, 1fr) 330px' }} gap="2" alignItems="start">
        <Box className="not-printed">
          <Panel title="Pressure source">
            <Source content={content} unit={unit} onTurn={setTurned} />
            <KnobNote knobs={shown.spec.pressure.knobs} />
          </Panel>
          <Panel title="As received" note="for comparison only" mt="2">
            <ReceivedPressures pressure={content.arrivedPressure} />
          </Panel>
        </Box>
        <PressureResults content={follows} unit={unit} />
      </Grid>
    </Box>
  )
}

/** All that follows from the pressure, drawn after the knob. */
const PressureResults = memo(function Follows({ content, unit }: ScreenProps) {
  const report = reportFor(content)
  if (!report) return <Text p="3">Pressure results appear when there is an answer.</Text>
  return (
    <>
      <Box display="grid" gap="2" className="not-printed">
        <Needed content={content} unit={unit} report={report} />
        <Panel title="Oil flow">
          <OilTable report={report} />
        </Panel>
      </Box>
      <Box display="grid" gap="2">
        <Order content={content} unit={unit} />
        <Gauge content={content} unit={unit} report={report} />
      </Box>
      <PressureTables content={content} unit={unit} report={report} />
    </>
  )
})

interface ReportProps extends ScreenProps {
  readonly report: PressureReport
}

function Needed({ content, unit, report }: ReportProps) {
  const [chosen, setChosen] = useState<string | null>(null)
  const worst = [...report.ranges].sort((a, b) => shortest(a) - shortest(b))[0]
  const range = report.ranges.find(({ rangeId }) => rangeId === chosen) ?? worst
  const picker = (
    <Box display="flex" gap="1.5" role="group" aria-label="Gear shown">
      {report.ranges.map(({ rangeId }) => (
        <ToggleButton
          key={rangeId}
          on={rangeId === range?.rangeId}
          onPick={() => setChosen(rangeId)}
          label={`Gear ${rangeId}`}
          testId={`map-${rangeId}`}
        >
          {rangeId}
        </ToggleButton>
      ))}
    </Box>
  )
  if (!range) return <Box />
  const reverse = unit.train.ranges.find(({ id }) => id === range.rangeId)?.reverse ?? false
  return (
    <Panel title="Line pressure needed and available" aside={picker}>
      <DemandMap
        unit={unit}
        range={range}
        report={report}
        throttle={reverse ? content.brief.reverseThrottle : 1}
        house={content.rules.houseMargin.friction}
      />
      <NeedsTable unit={unit} report={report} drawn={range.rangeId} onDraw={setChosen} />
    </Panel>
  )
}

/** Line over need at its least: the range that lies nearest to slipping, or furthest beyond it. */
const shortest = ({ needs }: PressureReport['ranges'][number]) =>
  Math.min(Infinity, ...needs.map(({ suppliedPa, neededPa }) => suppliedPa / Math.max(neededPa, 1)))

function Order({ content, unit }: ScreenProps) {
  const answer = answerFor(content)
  const chosen = useStore(viewStore, (view) => view.station)
  if (answer?.outcome !== 'answered') return <Box />
  return (
    <Panel title="Breaking order" note={`target ${quantity(answer.peakPowerW, 'hp')} · ▽ below target`} className="not-printed">
      <BreakingList unit={unit} answer={answer} chosen={chosen} onChoose={(station) => viewStore.setState({ station, candidate: '' })} />
    </Panel>
  )
}

function Gauge({ content, unit, report }: ReportProps) {
  const { number } = jobStore.getState()
  const print = (
    <TextButton onClick={() => window.print()} className="not-printed" data-testid="print-gauge">
      Print
    </TextButton>
  )
  return (
    <Panel title="Gauge readings to expect" aside={print}>
      <GaugeTable report={report} title={`Job ${number}: ${content.name}, ${unit.name}`} />
      <Text fontSize="note" color="oil" fontWeight={600} mt="1" lineHeight="1.3">
        {`${CAUTIONS.stall} Hot oil under pressure: use rated hose and mount the gauge where a burst line can’t hurt anyone.`}
      </Text>
    </Panel>
  )
}

/** What is looked at less often: maxima, fills, and work on pump and valves. */
function PressureTables({ content, unit, report }: ReportProps) {
  const shop = useStore(shopStore)
  const fitted = fittedParts(content.spec, shop, content.book)
  const works = (['valves', 'pump'] as const).flatMap((kind) => stationOfKind(unit, kind) ?? [])
  return (
    <Grid
      className="not-printed"
      gridColumn="1 / -1"
      templateColumns={{ base: 'minmax(0, 1fr)', lg: 'repeat(3, minmax(0, 1fr))' }}
      gap="2"
      alignItems="start"
    >
      <Panel title="Pressure limits">
        <MaximaTable unit={unit} report={report} />
      </Panel>
      <Panel title="Fill times">
        <FillTable unit={unit} report={report} />
      </Panel>
      <Panel title="Pump and regulator operations">
        {works.map(({ id }) => (
          <OperationsPanel key={id} content={content} unit={unit} station={id} fitted={fitted.get(id)} />
        ))}
      </Panel>
    </Grid>
  )
}
