import { certain } from '@plucky/core'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { capital, CAUTIONS, stationName, type JobContent } from '@plucky/contract'
import { partsFor, type Part, type Station, type Unit } from '@plucky/core'
import { useDeferredValue, useEffect, useMemo } from 'react'
import { useStore } from 'zustand'
import { TrialPicker } from '../bench/TrialPicker.js'
import { SaveToShelf } from '../bench/SaveToShelf.js'
import { StationTable } from '../bench/StationTable.js'
import { SplitDrawing } from '../bench/SplitDrawing.js'
import { trialKeys } from '../bench/trial.js'
import { OperationsPanel } from '../bench/OperationsPanel.js'
import { jobStore } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { BandOptions } from './BandOptions.js'
import { BandFigures } from './BandFigures.js'
import { withOwnStack } from './edit.js'
import { PlateGainTable, ClearanceFixes } from './PlateGainTable.js'
import { PackSection } from './PackSection.js'
import { PackFigures } from './PackFigures.js'
import { PlateRows } from './PlateRows.js'
import { StackDimensions } from './StackDimensions.js'
import { packBench } from './trial.js'
import { judgedFittedPack, evaluateTrialClutch, triedPack, type JudgedPack, type PackPart } from './trial-results.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

interface StationProps extends ScreenProps {
  readonly station: Station
}

const packStations = (unit: Unit) => unit.stations.filter(({ kind }) => kind === 'pack' || kind === 'band')

const AllStations = ({ content, unit, station }: StationProps) => (
  <StationTable
    title="Clutches and bands in this transmission"
    content={content}
    unit={unit}
    stations={packStations(unit)}
    chosen={station.id}
  />
)

/** The bench of packs and bands: each as it is fitted, a pack plate by plate beside it, and what follows. */
export function PacksScreen({ content, unit }: ScreenProps) {
  const stations = packStations(unit)
  const chosen = useStore(viewStore, (view) => view.station)
  const station = stations.find(({ id }) => id === chosen) ?? stations[0]
  return (
    <Box px="3.5" pb="4" maxW="1680px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      <Flex gap="1.5" role="group" aria-label="Clutches and bands in this transmission" wrap="wrap" mb="1.5">
        {stations.map(({ id }) => (
          <ToggleButton
            key={id}
            on={id === station?.id}
            onPick={() => viewStore.setState({ station: id, candidate: '' })}
            testId={`pack-${id}`}
          >
            {capital(stationName(unit, id))}
          </ToggleButton>
        ))}
      </Flex>
      {!station && <Text>{`${unit.name} has no clutch or band station.`}</Text>}
      {station?.kind === 'pack' && <OnBench content={content} unit={unit} station={station} />}
      {station?.kind === 'band' && <BandPanel content={content} unit={unit} station={station} />}
    </Box>
  )
}

/** What lies on the bench, judged; the figures follow when there is time. */
function useTriedPack(content: JobContent, station: Station): JudgedPack | undefined {
  const trial = useDeferredValue(useStore(packBench.store, (state) => state.trial))
  const parts = useStore(shopStore, (shop) => shop.parts)
  return useMemo(() => {
    const basis = trial?.basis ? parts.get(trial.basis) : undefined
    return (
      trial &&
      evaluateTrialClutch(content, station, triedPack(content.unitId, station.id, trial.drawn, basis?.kind === 'pack' ? basis : undefined))
    )
  }, [content, station, trial, parts])
}

const layPack = (part: Part) => {
  if (part.kind === 'pack') packBench.begin(part.id, withOwnStack(part.geometry))
}

function OnBench({ content, unit, station }: StationProps) {
  const number = useStore(jobStore, (job) => job.number)
  useEffect(() => packBench.openStation(number, station.id), [number, station.id])
  const shop = useStore(shopStore)
  const fitted = judgedFittedPack(content, station)
  const tried = useTriedPack(content, station)
  const shelf = useMemo(() => partsFor(shop, unit, station.id), [shop, unit, station.id])
  const part = specInputOf(content)?.fitted.get(station.id)
  const begin = <TrialPicker bench={packBench} station={station} shelf={shelf} fitted={part} onLay={layPack} />
  return (
    <Grid
      templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 430px' }}
      gap="2"
      alignItems="start"
      onKeyDown={trialKeys(packBench)}
    >
      <Box minW="0">
        <Panel title={`Clutch: ${stationName(unit, station.id)}`} note={tried ? '' : 'choose a starting clutch pack to edit'} aside={begin}>
          <PackSection fitted={fitted} tried={tried} />
        </Panel>
        <Stack station={station} />
        {!tried && <AllStations content={content} unit={unit} station={station} />}
      </Box>
      <Box minW="0">
        <Panel title="Results" note={tried ? 'installed and trial' : 'installed'}>
          <PackFigures content={content} unit={unit} station={station} fitted={fitted} tried={tried} />
        </Panel>
        <ShelfPanel content={content} unit={unit} station={station} />
        <Text mt="1.5" fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
          {`${CAUTIONS.dust} ${CAUTIONS.springs}`}
        </Text>
        <Text mt="1" fontSize="note" color="inkSoft" lineHeight="1.3">
          {CAUTIONS.estimates}
        </Text>
      </Box>
    </Grid>
  )
}

/** The plates of what lies on the bench, its room, and the ways to gain one. */
function Stack({ station }: { station: Station }) {
  const trial = useStore(packBench.store, (state) => state.trial)
  const content = useStore(jobStore, (job) => job.content)
  const judged = useTriedPack(certain(content), station)
  const stack = trial?.drawn.stack
  if (!trial || !stack || !judged) return null
  const { wrongs, mends, gains } = judged.report
  const right = !wrongs.some(({ code }) => ['no-room', 'clearance-small', 'clearance-large'].includes(code))
  return (
    <>
      <Panel title="Stack, piston to snap ring" mt="2">
        <PlateRows stack={stack} wrongs={wrongs} />
        <StackDimensions pack={trial.drawn} stack={stack} />
        <ClearanceFixes mends={mends} right={right} />
      </Panel>
      <Panel title="Adding one more plate" mt="2">
        <PlateGainTable gains={gains} />
      </Panel>
    </>
  )
}

function ShelfPanel({ content, unit, station }: StationProps) {
  const trial = useStore(packBench.store, (state) => state.committed)
  const parts = useStore(shopStore, (shop) => shop.parts)
  const found = trial?.basis ? parts.get(trial.basis) : undefined
  const basis: PackPart | undefined = found?.kind === 'pack' ? found : undefined
  if (!trial) return null
  return (
    <Panel title="Save as a part" mt="2">
      <SaveToShelf
        content={content}
        unit={unit}
        station={station}
        part={triedPack(unit.id, station.id, trial.drawn, basis)}
        basis={basis}
      />
    </Panel>
  )
}

/** A band: drawn as fitted over what came in, its figures, and the work that can be done to servo, lever and strut. */
function BandPanel({ content, unit, station }: StationProps) {
  const shop = useStore(shopStore)
  const part = specInputOf(content)?.fitted.get(station.id)
  const answer = answerFor(content)
  const verdict = answer?.outcome === 'answered' ? answer.stations.find(({ stationId }) => stationId === station.id) : undefined
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 480px' }} gap="2" alignItems="start">
      <Box minW="0">
        <Panel title={`Band: ${stationName(unit, station.id)}`}>
          <SplitDrawing
            unit={unit}
            fitted={part}
            candidate={part}
            arrived={shop.parts.get(content.arrived[station.id] ?? '')}
            fittedVerdict={verdict}
            candidateVerdict={verdict}
            halfHeight={230}
          />
          <BandOptions content={content} unit={unit} station={station} />
          <OperationsPanel content={content} unit={unit} station={station.id} fitted={part} />
        </Panel>
        <AllStations content={content} unit={unit} station={station} />
      </Box>
      <Box minW="0">
        <Panel title="Results">
          <BandFigures content={content} unit={unit} station={station} />
        </Panel>
        <Text mt="1.5" fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
          {CAUTIONS.springs}
        </Text>
      </Box>
    </Grid>
  )
}
