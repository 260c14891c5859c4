import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { type JobContent, quantity, stationName } from '@plucky/contract'
import { type Answer, canLock, type DutyCase, keysOf, type Proposal, type SpecResult, type Unit } from '@plucky/core'
import { memo, useDeferredValue } from 'react'
import { useStore } from 'zustand'
import { Bench } from '../bench/Bench.js'
import { StationDetails } from '../bench/StationDetails.js'
import { WorkingView } from '../bench/WorkingView.js'
import { answerFor, proposalFor, workingFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { Panel } from '../ui/panel.js'
import { CasePicker } from './CasePicker.js'
import { NextForMoney } from './NextForMoney.js'
import { Pressures } from './Pressures.js'
import { powerOf, type ColumnOrder } from './flow-layout.js'
import { PowerFlowChart } from './PowerFlowChart.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { TextButton } from '../ui/buttons.js'
import { lineKeys, useBench, type BenchView } from './use-bench.js'
import { Verdict } from './Verdict.js'

/**
 * The main screen: the sentence, the line, the breaking order and the bench. After a change the sentence and the line are painted first;
 * the bench, which judges every candidate anew, follows in the next frame.
 */
export const LineScreen = memo(function LineScreen({ content, unit }: ScreenProps) {
  return (
    <Box px="3.5" pb="2.5" maxW="1680px" mx="auto">
      <Verdict content={content} unit={unit} answer={answerFor(content)} />
      <NextForMoney content={content} unit={unit} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 392px' }} gap="2" alignItems="stretch">
        <Path content={content} unit={unit} />
        <BenchRow content={useDeferredValue(content)} unit={unit} />
      </Grid>
    </Box>
  )
})

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The chart with its gears, load cases and pressures. */
const Path = memo(function Path({ content, unit }: ScreenProps) {
  const bench = useBench(content, unit)
  const { tryPowerW, order } = useStore(viewStore)
  const { answered, duty } = bench
  const atW = tryPowerW ?? answered?.peakPowerW ?? 0
  return (
    <Box
      as="section"
      aria-label="Power flow"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      px="2.5"
      pt="1.5"
      pb="1.5"
      minW="0"
      gridColumn="1 / -1"
      data-testid="line-panel"
    >
      <Flex rowGap="1" columnGap="4" wrap="wrap" align="center" justify="space-between" mb="1">
        <CasePicker unit={unit} cases={answered?.cases ?? []} chosen={duty} brief={content.brief} />
        <OrderPicker order={order} />
      </Flex>
      <PowerFlowChart
        unit={unit}
        answer={answered}
        duty={duty}
        fits={bench.fits}
        order={order}
        chosen={bench.station}
        atW={atW}
        onChoose={bench.choose}
        onTry={(powerW) => viewStore.setState({ tryPowerW: powerW })}
        onKey={lineKeys(unit, bench, order)}
      />
      <Flex align="center" rowGap="1" columnGap="4" mt="0.5" wrap="wrap">
        <Box flex="1" minW="300px">
          <TargetNote content={content} answer={answered} tryPowerW={tryPowerW} />
          <CaseNote duty={duty} />
        </Box>
        <Pressures
          pressure={content.spec.pressure}
          lockup={canLock({ unit, fitted: bench.fits })}
          madePa={content.spec.pressure.by === 'valves' ? duty?.linePressurePa : undefined}
        />
      </Flex>
      <StallCaution duty={duty} />
    </Box>
  )
})

const ORDER_WORDS: Record<ColumnOrder, string> = { path: 'Torque path', weakest: 'Weakest first' }

const OrderPicker = ({ order }: { order: ColumnOrder }) => (
  <Flex gap="1.5" align="center" role="group" aria-label="Order of the stations">
    <Text fontSize="note" color="inkSoft">
      Order
    </Text>
    {keysOf(ORDER_WORDS).map((each) => (
      <ToggleButton key={each} on={each === order} onPick={() => viewStore.setState({ order: each })} testId={`order-by-${each}`}>
        {ORDER_WORDS[each]}
      </ToggleButton>
    ))}
  </Flex>
)

/** At which power the bars are read, and how many stations fail there. */
function TargetNote({ content, answer, tryPowerW }: { content: JobContent; answer: Answer | undefined; tryPowerW: number | null }) {
  if (!answer) return <Text color="inkSoft">Power held appears when there is an answer.</Text>
  const atW = tryPowerW ?? answer.peakPowerW
  const failing = answer.stations.filter(({ held }) => (powerOf(held) ?? Infinity) < atW).length
  const word = tryPowerW !== null ? 'At' : content.brief.openQuestion ? 'This engine,' : 'Target'
  return (
    <Text fontSize="small" data-testid="target-note">
      <strong>{`${word} ${quantity(atW, 'hp')}: ${failing === 0 ? 'all stations hold' : failing === 1 ? '1 station fails (▽)' : `${failing} stations fail (▽)`}. `}</strong>
      {tryPowerW !== null && <TextButton onClick={() => viewStore.setState({ tryPowerW: null })}>Back to target</TextButton>}
    </Text>
  )
}

const BenchRow = memo(function BenchRow({ content, unit }: ScreenProps) {
  const bench = useBench(content, unit)
  const other = bench.candidate !== undefined && bench.candidate.id !== bench.fitted?.id
  const proposal = other && bench.candidate ? proposalFor(content, { station: bench.station, part: bench.candidate.id }) : undefined
  const withCandidate = proposal ? answerFor(content, proposal.spec) : bench.answer
  return (
    <>
      <Bench unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
      <DetailColumn unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
    </>
  )
})

interface BesideProps extends ScreenProps {
  readonly bench: BenchView
  readonly proposal: Proposal | undefined
  readonly withCandidate: SpecResult | undefined
}

/** Beside the bench: the comparison in this job, or the working of one figure where it is opened. */
function DetailColumn({ content, unit, bench, proposal, withCandidate }: BesideProps) {
  const open = useStore(viewStore, (view) => view.working)
  const working = open && open.station === bench.station ? workingFor(content, open.station, open.caseId) : undefined
  const close = () => viewStore.setState({ working: null })
  return working ? (
    <Panel title={`Calculation: ${stationName(unit, bench.station)}`}>
      <WorkingView working={working} onClose={close} />
    </Panel>
  ) : (
    <Panel title={`Details: ${stationName(unit, bench.station)}`}>
      <StationDetails unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
    </Panel>
  )
}

/** Figures of the case shown. */
function CaseNote({ duty }: { duty: DutyCase | undefined }) {
  if (!duty) return null
  const words = ({ torqueNm, speedRadPerS }: DutyCase['engine']) => `${quantity(torqueNm, 'lb-ft')} at ${quantity(speedRadPerS, 'rpm')}`
  return (
    <Text fontSize="note" color="inkSoft" lineHeight="1.3">
      {`Engine ${words(duty.engine)}, turbine ${words(duty.turbine)}.`}
    </Text>
  )
}

/** Where the case shown is one that is tried on the floor. */
function StallCaution({ duty }: { duty: DutyCase | undefined }) {
  if (duty === undefined || !['launch', 'launch-off-boost', 'reverse'].includes(duty.kind)) return null
  return (
    <Text fontSize="note" color="oil" fontWeight={600} lineHeight="1.3" data-testid="stall-caution">
      Stall tests: chock and restrain the wheels, clear the area, keep each test to a few seconds and watch oil temperature. Nobody in front
      of, behind or under the vehicle.
    </Text>
  )
}
