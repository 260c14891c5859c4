import { Box, Heading, Text } from '@chakra-ui/react'
import { capital, LIVED_WORDS, quantity, stationName, type LivedRecord } from '@plucky/contract'
import type { Part, Unit } from '@plucky/core'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { jobAddress } from '../app/views.js'
import { shopStore } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { Panel } from '../ui/panel.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'
import { livedParts, useLived } from './lived.js'
import { StrengthOnPart } from './StrengthOnPart.js'

/** Recorded conditions of parts in this shop, by transmission and part. */
export function HistoryScreen() {
  useShop()
  const { units, parts } = useStore(shopStore)
  const { records, problem, loading } = useLived()
  const shown = units.filter(({ id }) => records.some(({ unitId }) => unitId === id))
  return (
    <Box px="3.5" pb="4" maxW="1280px" mx="auto">
      <Heading as="h1" textStyle="page" py="1.5">
        History
      </Heading>
      {shown.length > 0 && (
        <Text fontSize="small" color="inkSoft" mb="1.5">
          Strength compares the torque that parts carried or broke at with the calculated limit. In a build it counts only if it is stored
          on the part and the house rule Strength in this shop says so.
        </Text>
      )}
      {problem && <Text color="break">{`The history could not be loaded: ${problem}`}</Text>}
      {shown.length === 0 && !problem && (
        <Text color="inkSoft" role="status">
          {loading
            ? 'Loading history…'
            : 'Nothing recorded yet. Record the condition of parts in the build book of a job, under After use.'}
        </Text>
      )}
      {shown.map((unit) => (
        <UnitHistory key={unit.id} unit={unit} parts={parts} records={records.filter(({ unitId }) => unitId === unit.id)} />
      ))}
    </Box>
  )
}

interface UnitProps {
  readonly unit: Unit
  readonly parts: ReadonlyMap<string, Part>
  readonly records: readonly LivedRecord[]
}

/** Parts of one transmission, front to rear: the broken ones of each station first. */
function UnitHistory({ unit, parts, records }: UnitProps) {
  const keys = [...new Set(records.map(({ stationId, partId }) => `${stationId} ${partId ?? ''}`))]
  const rows = keys.map((key) => records.filter(({ stationId, partId }) => `${stationId} ${partId ?? ''}` === key))
  const at = (own: readonly LivedRecord[]) => unit.stations.findIndex(({ id }) => id === own[0]?.stationId)
  const broken = (own: readonly LivedRecord[]) => own.filter(({ state }) => state === 'broken').length
  const sorted = [...rows].sort((a, b) => at(a) - at(b) || broken(b) - broken(a))
  return (
    <Panel title={unit.name} note={`${records.length} parts recorded`} mb="2">
      <RuledTable look="list" data-testid={`history-${unit.id}`}>
        <TableHead words={['Station', 'Part', 'Condition', 'Broke at', 'Strength in this shop']} />
        <tbody>
          {sorted.map((own) => (
            <PartHistory key={`${own[0]?.stationId} ${own[0]?.partId}`} own={own} unit={unit} parts={parts} />
          ))}
        </tbody>
      </RuledTable>
    </Panel>
  )
}

function PartHistory({
  own,
  unit,
  parts,
}: {
  readonly own: readonly LivedRecord[]
  readonly unit: Unit
  readonly parts: UnitProps['parts']
}) {
  const [first] = own
  if (!first) return null
  const counts = (['broken', 'worn', 'healthy'] as const).flatMap((state) => {
    const count = own.filter((record) => record.state === state).length
    return count > 0 ? [`${count} ${LIVED_WORDS[state]}`] : []
  })
  const known = first.partId === null ? [] : livedParts(own, first.partId)
  return (
    <tr>
      <td>{capital(stationName(unit, first.stationId))}</td>
      <td>{first.partId === null ? 'none' : (parts.get(first.partId)?.name ?? first.partId)}</td>
      <td>{counts.join(', ')}</td>
      <td>
        {own
          .filter(({ state }) => state === 'broken')
          .map(({ jobNumber, jobName, demandNm }) => (
            <span key={jobNumber} style={{ display: 'block' }}>
              {demandNm === null ? '' : `${quantity(demandNm, 'lb-ft')}, `}
              <Link to={jobAddress(jobNumber, 'build-book')} style={{ textDecoration: 'underline' }}>
                {jobName}
              </Link>
            </span>
          ))}
      </td>
      <td>
        <StrengthOnPart part={parts.get(first.partId ?? '')} unit={unit} stationId={first.stationId} known={known} />
      </td>
    </tr>
  )
}
