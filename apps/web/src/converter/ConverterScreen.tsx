import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { CAUTIONS, type JobContent, ASSUMED_STALL_WORDS, shownUnit } from '@plucky/contract'
import type { Engine, Unit } from '@plucky/core'
import { useStore } from 'zustand'
import { jobStore } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { OtherEngine } from './OtherEngine.js'
import { ConverterFigures } from './ConverterFigures.js'
import { InputChart, type ChartedConverter } from './InputChart.js'
import { converterStation, convertersFor, engineFor, matchOf, usualWanted, windowFor, type ConverterPart } from './matched.js'
import { matchStore } from './view-state.js'
import { MatchShelf } from './MatchShelf.js'
import { OutputChart } from './OutputChart.js'
import { SoldAs } from './SoldAs.js'
import { ConverterSizes } from './ConverterSizes.js'

const LETTERS = ['', 'A', 'B', 'C']
const DASHES = ['', '9 4', '3 3', '10 3 2 3']

/** Converter page: stall, torque and power behind the converter, and the converters that reach the target stall. */
export function MatchScreen({ content, unit }: { content: JobContent; unit: Unit }) {
  useStore(shopStore)
  const station = converterStation(unit)
  const engine = engineFor(content)
  return (
    <Box px="3.5" pb="5" maxW="1680px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      {station && engine ? (
        <Matched content={content} unit={unit} station={station} engine={engine} />
      ) : (
        <Text>{station ? 'Engine figures in the brief conflict. Fix them first.' : `${unit.name} has no converter station.`}</Text>
      )}
    </Box>
  )
}

interface MatchedProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: string
  readonly engine: Engine
}

function Matched({ content, unit, station, engine }: MatchedProps) {
  const converters = convertersFor(unit)
  const { laid, unfit, fitted } = useLaid(content, unit, converters)
  const view = useStore(matchStore)
  const dragged = view.job === jobStore.getState().number ? view.targetStallRadPerS : null
  const wanted = dragged ?? usualWanted(content, engine)
  const letters = new Map(laid.slice(1).map(({ part, letter }) => [part.id, letter]))
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 400px' }} gap="2" alignItems="start">
      <Panel title="Engine and converter match" note="full throttle" aside={<InputLegend />}>
        <InputChart
          engine={engine}
          laid={laid}
          wantedRadPerS={wanted}
          fitted={fitted}
          window={windowFor(content, engine)}
          onWanted={(targetStallRadPerS) => matchStore.setState({ targetStallRadPerS, job: jobStore.getState().number })}
          height={360}
        />
        {unfit.map((words) => (
          <Text key={words} color="break" fontWeight={600} fontSize="small">
            {words}
          </Text>
        ))}
        <Text fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
          {CAUTIONS.stall}
        </Text>
      </Panel>
      <Panel title="Converters" note="closest to target stall first" aside={<Usual shown={dragged !== null} />}>
        <MatchShelf content={content} unit={unit} station={station} converters={converters} wantedRadPerS={wanted} letters={letters} />
      </Panel>
      {laid.length > 0 && <Behind content={content} unit={unit} engine={engine} laid={laid} />}
      <Box gridColumn={{ lg: '2' }}>
        <Panel title="Converter size for target stall">
          <ConverterSizes content={content} unit={unit} station={station} wantedRadPerS={wanted} />
        </Panel>
        <Panel title="Stall as sold" note="a range at a given engine torque" mt="2">
          <SoldAs unit={unit} station={station} engine={engine} kind={content.brief.engine.kind} like={fitted ?? converters[0]} />
        </Panel>
        {fitted && (
          <Panel title="This converter behind another engine" mt="2">
            <OtherEngine part={fitted} />
          </Panel>
        )}
      </Box>
    </Grid>
  )
}

const Behind = ({ content, unit, engine, laid }: Omit<MatchedProps, 'station'> & { laid: readonly ChartedConverter[] }) => (
  <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '380px minmax(0, 1fr)' }} gap="2" alignItems="start">
    <Panel title="Converter output" aside={<OutputLegend />}>
      <OutputChart laid={laid} height={400} />
    </Panel>
    <Panel title="Performance with this engine">
      <ConverterFigures content={content} unit={unit} engine={engine} laid={laid} />
    </Panel>
  </Grid>
)

/** The installed converter and those compared with it, with their figures. Lists separately those that do not stall this engine. */
function useLaid(
  content: JobContent,
  unit: Unit,
  converters: readonly ConverterPart[],
): { laid: ChartedConverter[]; unfit: string[]; fitted: ConverterPart | undefined } {
  const overlaid = useStore(matchStore, (view) => view.compared)
  const station = converterStation(unit) ?? ''
  const fitted = converters.find(({ id }) => id === content.spec.fits[station])
  const over = overlaid.flatMap((id) => converters.find((part) => part.id === id && id !== fitted?.id) ?? [])
  const laid: ChartedConverter[] = []
  const unfit = fitted ? [] : ['No converter installed. Choose one from the list.']
  ;[fitted, ...over].forEach((part, i) => {
    const match = part && matchOf(content, unit, part.geometry)
    if (!part || !match) return
    laid.push({ part, match, letter: LETTERS[i] ?? '', dashes: DASHES[i] ?? '' })
    if (match.assumed) unfit.push(`${part.name} is ${ASSUMED_STALL_WORDS[match.assumed]}; its figures assume that it stalls just there.`)
  })
  return { laid, unfit, fitted }
}

const Usual = ({ shown }: { shown: boolean }) =>
  shown ? (
    <TextButton height="22px" onClick={() => matchStore.setState({ targetStallRadPerS: null })} data-testid="usual-wanted">
      Reset to recommended
    </TextButton>
  ) : null

const InputLegend = () => (
  <Flex fontSize="note" gap="2.5" wrap="wrap" justify="end">
    <Text color="torque" fontWeight={600}>
      {`engine torque, ${shownUnit('lb-ft')} (dotted: off boost)`}
    </Text>
    <Text color="oil" fontWeight={600}>
      converter input torque
    </Text>
    <Text color="inkSoft">dots: full-throttle points from stall up</Text>
  </Flex>
)

const OutputLegend = () => (
  <Flex fontSize="note" gap="2">
    <Text color="torque" fontWeight={600}>
      {shownUnit('lb-ft')}
    </Text>
    <Text color="oil" fontWeight={600}>
      {shownUnit('hp')}
    </Text>
    <Text color="inkSoft">efficiency, %</Text>
  </Flex>
)
