import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { figure, stationName, type JobContent } from '@plucky/contract'
import { canLock, fromSi, type DutyCase, type Proposal, type SpecAnswer, type Unit } from '@plucky/core'
import { memo, useDeferredValue } from 'react'
import { useStore } from 'zustand'
import { Bench } from '../bench/Bench.js'
import { InThisJob } from '../bench/InThisJob.js'
import { WorkingView } from '../bench/WorkingView.js'
import { shopStore } from '../state/shop.js'
import { answerFor, proposalFor, workingFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { Panel } from '../ui/panel.js'
import { BreakingOrder } from './BreakingOrder.js'
import { CasePicker } from './CasePicker.js'
import { Pressures } from './Pressures.js'
import { Strip } from './Strip.js'
import { lineKeys, useBench, type BenchView } from './use-bench.js'
import { Verdict } from './Verdict.js'

/**
 * The main screen: the sentence, the line, the breaking order and the bench. After a change the sentence and the line are painted first;
 * the bench, which judges every candidate anew, follows in the next frame.
 */
export const LineScreen = memo(function LineScreen({ content, unit }: ScreenProps) {
  return (
    <Box px="14px" pb="10px" maxW="1680px" mx="auto">
      <Verdict content={content} unit={unit} answer={answerFor(content)} />
      <Grid templateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 392px' }} gap="8px" alignItems="stretch">
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

/** The line with its cases and pressures, and the breaking order beside it. */
const Path = memo(function Path({ content, unit }: ScreenProps) {
  const bench = useBench(content, unit)
  const { answered, duty } = bench
  const picker = <CasePicker unit={unit} cases={answered?.cases ?? []} chosen={duty} brief={content.brief} />
  return (
    <>
      <Panel title="Power flow" note="band width shows torque" aside={picker} data-testid="line-panel">
        <Strip
          unit={unit}
          answer={answered}
          duty={duty}
          gearing={shopStore.getState().gearing.get(unit.id)}
          fits={bench.fits}
          chosen={bench.station}
          onChoose={bench.choose}
          onKey={lineKeys(unit, bench)}
        />
        <Flex align="center" gap="16px" mt="2px">
          <CaseNote duty={duty} />
          <Pressures
            pressure={content.spec.pressure}
            lockup={canLock({ unit, fitted: bench.fits })}
            madePa={content.spec.pressure.by === 'valves' ? duty?.linePressurePa : undefined}
          />
        </Flex>
        <StallCaution duty={duty} />
      </Panel>
      <Order content={content} unit={unit} bench={bench} />
    </>
  )
})

const BenchRow = memo(function BenchRow({ content, unit }: ScreenProps) {
  const bench = useBench(content, unit)
  const other = bench.candidate !== undefined && bench.candidate.id !== bench.fitted?.id
  const proposal = other && bench.candidate ? proposalFor(content, { station: bench.station, part: bench.candidate.id }) : undefined
  const withCandidate = proposal ? answerFor(content, proposal.spec) : bench.answer
  return (
    <>
      <Bench unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
      <Beside unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
    </>
  )
})

interface BesideProps extends ScreenProps {
  readonly bench: BenchView
  readonly proposal: Proposal | undefined
  readonly withCandidate: SpecAnswer | undefined
}

/** Beside the bench: the comparison in this job, or the working of one figure where it is opened. */
function Beside({ content, unit, bench, proposal, withCandidate }: BesideProps) {
  const open = useStore(viewStore, (view) => view.working)
  const working = open && open.station === bench.station ? workingFor(content, open.station, open.caseId) : undefined
  const close = () => viewStore.setState({ working: null })
  return working ? (
    <Panel title={`Calculation: ${stationName(unit, bench.station)}`}>
      <WorkingView working={working} onClose={close} />
    </Panel>
  ) : (
    <Panel title={`Details: ${stationName(unit, bench.station)}`}>
      <InThisJob unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
    </Panel>
  )
}

function Order({ content, unit, bench }: { content: JobContent; unit: Unit; bench: BenchView }) {
  const tryPowerW = useStore(viewStore, (view) => view.tryPowerW)
  const { answered } = bench
  return (
    <Panel
      title="Breaking order"
      aside={
        <Text fontSize="13px" color="inkSoft">
          engine hp each station holds
        </Text>
      }
    >
      {answered ? (
        <BreakingOrder
          unit={unit}
          answer={answered}
          targetW={answered.peakPowerW}
          targetWord={content.brief.openQuestion ? 'this engine,' : 'target'}
          tryPowerW={tryPowerW}
          chosen={bench.station}
          onTry={(powerW) => viewStore.setState({ tryPowerW: powerW })}
          onChoose={bench.choose}
        />
      ) : (
        <Text color="inkSoft" py="12px">
          Shown when there is an answer.
        </Text>
      )}
    </Panel>
  )
}

/** Figures of the case shown. */
function CaseNote({ duty }: { duty: DutyCase | undefined }) {
  if (!duty) return <Box flex="1" />
  const lbft = (nm: number) => figure(fromSi(nm, 'lb-ft'))
  const rpm = (w: number) => figure(fromSi(w, 'rpm'))
  return (
    <Text fontSize="13.5px" color="inkSoft" flex="1" lineHeight="1.3">
      {`Engine ${lbft(duty.engine.torqueNm)} lb-ft at ${rpm(duty.engine.speedRadPerS)} rpm, turbine ${lbft(duty.turbine.torqueNm)} lb-ft at ${rpm(duty.turbine.speedRadPerS)} rpm.`}
    </Text>
  )
}

/** Where the case shown is one that is tried on the floor. */
function StallCaution({ duty }: { duty: DutyCase | undefined }) {
  if (duty === undefined || !['launch', 'launch-off-boost', 'reverse'].includes(duty.kind)) return null
  return (
    <Text fontSize="13.5px" color="oil" fontWeight={600} lineHeight="1.3" data-testid="stall-caution">
      Stall tests: chock and restrain the wheels, clear the area, keep each test to a few seconds and watch oil temperature. Nobody in front
      of, behind or under the vehicle.
    </Text>
  )
}
