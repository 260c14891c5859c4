import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { capital, CAUTIONS, type JobContent } from '@plucky/contract'
import { partsFor, deriveShaftFigure, type DutyCase, type Part, type ShaftFigure, type Station, type Unit } from '@plucky/core'
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { TrialPicker } from '../bench/TrialPicker.js'
import { SaveToShelf } from '../bench/SaveToShelf.js'
import { StationTable } from '../bench/StationTable.js'
import { trialKeys } from '../bench/trial.js'
import { WorkingView } from '../bench/WorkingView.js'
import { CasePicker } from '../power-flow/CasePicker.js'
import { jobStore } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { TextButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { Figures } from './Figures.js'
import { PieceFields } from './PieceFields.js'
import { ShaftDrawing } from './ShaftDrawing.js'
import { begin, openStation, pieceStore, shaftBench, trialStore } from './trial.js'
import { fittedShaft, judgedFitted, shaftStations, trialPart, useTrialResult, type Judged, type ShaftPart } from './trial-results.js'
import { WhatIf } from './WhatIf.js'

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The shaft bench: what is fitted above the centreline, what is tried below it, and everything that follows from the drawing. */
export function ShaftScreen({ content, unit }: ScreenProps) {
  const stations = shaftStations(unit)
  const chosen = useStore(viewStore, (view) => view.station)
  const station = stations.find(({ id }) => id === chosen) ?? stations.find(({ id }) => id === 'input-shaft') ?? stations[0]
  return (
    <Box px="3.5" pb="4" maxW="1680px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      {station ? (
        <OnBench content={content} unit={unit} station={station} stations={stations} />
      ) : (
        <Text>{`${unit.name} has no shaft station.`}</Text>
      )}
    </Box>
  )
}

function OnBench({ content, unit, station, stations }: ScreenProps & { station: Station; stations: readonly Station[] }) {
  const number = useStore(jobStore, (job) => job.number)
  useEffect(() => openStation(number, station.id), [number, station.id])
  const answer = answerFor(content)
  const cases = answer?.outcome === 'answered' ? answer.cases : []
  const caseId = useStore(viewStore, (view) => view.caseId)
  const duty = cases.find(({ id }) => id === caseId) ?? cases[0]
  return (
    <Box onKeyDown={trialKeys(shaftBench)}>
      <Flex gap="1.5" wrap="wrap" mb="1.5" align="center" justify="space-between">
        <Flex gap="1.5" role="group" aria-label="Shafts in this transmission" wrap="wrap">
          {stations.map(({ id, name }) => (
            <ToggleButton
              key={id}
              on={id === station.id}
              onPick={() => viewStore.setState({ station: id, candidate: '' })}
              testId={`shaft-${id}`}
            >
              {capital(name)}
            </ToggleButton>
          ))}
        </Flex>
        <CasePicker unit={unit} cases={cases} chosen={duty} brief={content.brief} />
      </Flex>
      <Work content={content} unit={unit} station={station} duty={duty} />
    </Box>
  )
}

/** Styles stand here once, so that figures that follow a drag are drawn fast. */
const FIGURES = {
  '& td': { verticalAlign: 'top !important' },
  '& td:not(:first-of-type)': { width: '31%' },
  '& .same': { color: 'inkSoft' },
  '& button': {
    textAlign: 'left',
    textDecoration: 'underline',
    textUnderlineOffset: '3px',
    textDecorationColor: 'rule',
    cursor: 'pointer',
    fontWeight: 'inherit',
    minHeight: '24px',
    lineHeight: '1.25',
    verticalAlign: 'top',
  },
  '& p': { fontSize: 'note', marginTop: '3px', lineHeight: '1.3', color: 'inkSoft' },
  '& p.short, & p.said': { fontWeight: 600 },
  '& p.said': { color: 'ink' },
} as const

interface WorkProps extends ScreenProps {
  readonly station: Station
  readonly duty: DutyCase | undefined
}

/** Drawn anew where job, station, case or what lies on the bench is another; what follows a drag listens for itself. */
const Work = memo(function Work({ content, unit, station, duty }: WorkProps) {
  const shop = useStore(shopStore)
  const lies = useStore(trialStore, (state) => state.trial !== undefined)
  const caseId = duty?.id ?? ''
  const fitted = useMemo(() => judgedFitted(content, station, caseId), [content, station, caseId, shop]) // eslint-disable-line react-hooks/exhaustive-deps -- judged anew where the shelf changes
  const part = useMemo(() => fittedShaft(content, station), [content, station, shop]) // eslint-disable-line react-hooks/exhaustive-deps -- as above
  const shelf = useMemo(
    () => partsFor(shop, unit, station.id).filter((part): part is ShaftPart => part.kind === 'shaft'),
    [shop, unit, station.id],
  )
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 400px' }} gap="2" alignItems="start">
      <Box minW="0">
        <Panel
          title={`Shaft: ${station.name}`}
          note={lies ? 'drag a handle or type a size' : 'choose a starting shaft to edit'}
          aside={<TrialPicker bench={shaftBench} station={station} shelf={shelf} fitted={part} onLay={layShaft} plain={PLAIN} />}
          data-testid="shaft-bench"
        >
          <ShaftDrawing content={content} unit={unit} station={station} part={part} fitted={fitted} duty={duty} />
          {lies && <PieceForm unit={unit} />}
        </Panel>
        {lies && (
          <Panel title="What if" note="applies to all sections" mt="2">
            <WholeForm steelOfFitted={part?.geometry.steelId} />
          </Panel>
        )}
        {!lies && (
          <StationTable
            title="Shafts in this transmission"
            content={content}
            unit={unit}
            stations={shaftStations(unit)}
            chosen={station.id}
          />
        )}
      </Box>
      <Box minW="0">
        <Panel title="Results" note={lies ? 'installed and trial' : 'installed'}>
          <Follows content={content} unit={unit} station={station} fitted={fitted} duty={duty} />
        </Panel>
        {lies && (
          <Panel title="Save as a part" mt="2">
            <ShelfForm content={content} unit={unit} station={station} />
          </Panel>
        )}
        <Text mt="1.5" fontSize="note" color="inkSoft" lineHeight="1.3">
          {CAUTIONS.estimates}
        </Text>
      </Box>
    </Grid>
  )
})

interface Opening {
  readonly figure: ShaftFigure
  readonly of: 'fitted' | 'tried'
}

const layShaft = (part: Part) => {
  if (part.kind === 'shaft') begin(part.id, part.geometry)
}
const PLAIN = { words: 'blank bar (start from scratch)', lay: () => begin(null) }

/** The figures, or the working of the one that is opened. */
function Follows(props: WorkProps & { fitted: Judged | undefined }) {
  const [open, setOpen] = useState<Opening | undefined>()
  const onOpen = useCallback((figure: ShaftFigure, of: Opening['of']) => setOpen({ figure, of }), [])
  if (open) return <Opened {...props} open={open} onClose={() => setOpen(undefined)} />
  return (
    <Box css={FIGURES}>
      <Figures {...props} onOpen={onOpen} />
    </Box>
  )
}

function Opened({
  content,
  station,
  fitted,
  duty,
  open,
  onClose,
}: WorkProps & { fitted: Judged | undefined; open: Opening; onClose: () => void }) {
  const tried = useTrialResult(content, station, duty?.id ?? '')
  const judged = open.of === 'tried' ? tried : fitted
  const working = judged && deriveShaftFigure(judged.part.geometry, judged.report, open.figure)
  if (working) return <WorkingView working={working} onClose={onClose} />
  return <TextButton onClick={onClose}>This value no longer has a calculation. Back to comparison</TextButton>
}

/** While a mark is dragged drawing and figures follow at once, the figures of its piece when there is time, the other forms at its end. */
function PieceForm({ unit }: { unit: Unit }) {
  const trial = useDeferredValue(useStore(trialStore, (state) => state.trial))
  const piece = useDeferredValue(useStore(pieceStore, (state) => state.piece))
  return trial ? <PieceFields unit={unit} shaft={trial.drawn} piece={piece} /> : null
}

function WholeForm({ steelOfFitted }: { steelOfFitted: string | undefined }) {
  const trial = useDeferredValue(useStore(trialStore, (state) => state.committed))
  return trial ? <WhatIf shaft={trial.drawn} steelOfFitted={steelOfFitted} /> : null
}

function ShelfForm({ content, unit, station }: ScreenProps & { station: Station }) {
  const trial = useDeferredValue(useStore(trialStore, (state) => state.committed))
  const basis = trial?.basis ? shopStore.getState().parts.get(trial.basis) : undefined
  const like = basis?.kind === 'shaft' ? basis : undefined
  return trial ? (
    <SaveToShelf content={content} unit={unit} station={station} part={trialPart(unit.id, station.id, trial.drawn, like)} basis={like} />
  ) : null
}
