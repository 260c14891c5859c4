import { Text } from '@chakra-ui/react'
import { capital, caseInSentence, firstCase, heldInWords, marginInWords, placeName, stationName, type JobContent } from '@plucky/contract'
import type { Answer, Station, StationVerdict, Unit } from '@plucky/core'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { useMemo } from 'react'
import { viewStore } from '../state/view.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { SortableTable, type Column } from '../ui/SortableTable.js'

interface TableProps {
  readonly title: string
  readonly content: JobContent
  readonly unit: Unit
  readonly stations: readonly Station[]
  readonly chosen: string
}

interface StationRow {
  readonly station: Station
  readonly part: string
  readonly verdict: StationVerdict | undefined
  readonly weakest: string
}

const shortClass = ({ verdict }: StationRow) => ((verdict?.worst?.margin ?? 1) < 1 ? 'short' : '')

const columnsOf = (unit: Unit, chosen: string): readonly Column<StationRow>[] => [
  { id: 'station', head: 'Station', cell: ({ station }) => <OpenStation station={station} unit={unit} chosen={station.id === chosen} /> },
  { id: 'part', head: 'Part', sortBy: ({ part }) => part, cell: ({ part }) => part },
  {
    id: 'held',
    head: 'Power held',
    sortBy: ({ verdict }) => (verdict?.held.outcome === 'held' ? verdict.held.powerW : undefined),
    cell: (row) => <span className={shortClass(row)}>{row.verdict ? heldInWords(row.verdict.held) : '—'}</span>,
  },
  {
    id: 'margin',
    head: 'Lowest margin',
    sortBy: ({ verdict }) => verdict?.worst?.margin,
    cell: (row) => <span className={shortClass(row)}>{row.verdict?.worst ? marginInWords(row.verdict.worst.margin) : '—'}</span>,
  },
  { id: 'weakest', head: 'Weakest point', cell: ({ weakest }) => weakest },
]

/** Button that opens a station. */
const OpenStation = ({ station: { id }, unit, chosen }: { station: Station; unit: Unit; chosen: boolean }) => (
  <TextButton
    height="auto"
    minH="26px"
    px="0"
    whiteSpace="normal"
    textAlign="left"
    fontWeight={chosen ? 600 : 400}
    onClick={() => viewStore.setState({ station: id, candidate: '' })}
    data-testid={`row-${id}`}
  >
    {capital(stationName(unit, id))}
  </TextButton>
)

/** Stations of one kind beside each other, as installed: which is the weakest, where, and in which load case. A row opens its station. */
export function StationTable({ title, content, unit, stations, chosen }: TableProps) {
  const answer = answerFor(content)
  const answered = answer?.outcome === 'answered' ? answer : undefined
  const columns = useMemo(() => columnsOf(unit, chosen), [unit, chosen])
  const rows = useMemo(() => {
    const fitted = specInputOf(content)?.fitted
    return stations.map((station): StationRow => {
      const verdict = answered?.stations.find(({ stationId }) => stationId === station.id)
      const weakest = answered && verdict ? weakestPoint(answered, verdict, unit, content) : '—'
      return { station, part: fitted?.get(station.id)?.name ?? 'none installed', verdict, weakest }
    })
  }, [content, unit, stations, answered])
  return (
    <Panel title={title} note="as installed" mt="2">
      <SortableTable
        look="facts"
        columns={columns}
        rows={rows}
        keyOf={({ station }) => station.id}
        rowProps={({ station }) => ({ 'aria-current': station.id === chosen || undefined })}
        testId="station-table"
      />
      {!answered && <Text color="inkSoft">Power held appears when there is an answer.</Text>}
    </Panel>
  )
}

function weakestPoint(answer: Answer, verdict: StationVerdict, unit: Unit, { brief }: JobContent): string {
  const duty = firstCase(answer, verdict)
  if (!verdict.decides || !duty) return verdict.missing.length > 0 ? 'not rated' : 'no load'
  return `${placeName(verdict.decides.limit.place)}, ${caseInSentence(unit, duty, brief)}`
}
