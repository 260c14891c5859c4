import { chakra, Text } from '@chakra-ui/react'
import { capital, caseInSentence, firstCase, heldInWords, marginInWords, placeName, stationName, type JobContent } from '@plucky/contract'
import type { Answer, Station, StationVerdict, Unit } from '@plucky/core'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { PLAIN_TABLE } from '../ui/plain-table.js'
import { TableHead } from '../ui/TableHead.js'

interface TableProps {
  readonly title: string
  readonly content: JobContent
  readonly unit: Unit
  readonly stations: readonly Station[]
  readonly chosen: string
}

/** Stations of one kind beside each other, as installed: which is the weakest, where, and in which load case. A row opens its station. */
export function StationTable({ title, content, unit, stations, chosen }: TableProps) {
  const answer = answerFor(content)
  const answered = answer?.outcome === 'answered' ? answer : undefined
  const fitted = specInputOf(content)?.fitted
  return (
    <Panel title={title} note="as installed" mt="8px">
      <chakra.table css={PLAIN_TABLE} data-testid="station-table">
        <TableHead words={['Station', 'Part', 'Power held', 'Lowest margin', 'Weakest point']} />
        <tbody>
          {stations.map(({ id }) => {
            const verdict = answered?.stations.find(({ stationId }) => stationId === id)
            const short = (verdict?.worst?.margin ?? 1) < 1
            return (
              <tr key={id} aria-current={id === chosen || undefined}>
                <td>
                  <TextButton
                    height="26px"
                    px="0"
                    fontWeight={id === chosen ? 600 : 400}
                    onClick={() => viewStore.setState({ station: id, candidate: '' })}
                    data-testid={`row-${id}`}
                  >
                    {capital(stationName(unit, id))}
                  </TextButton>
                </td>
                <td>{fitted?.get(id)?.name ?? 'none installed'}</td>
                <td className={short ? 'short' : ''}>{verdict ? heldInWords(verdict.held) : '—'}</td>
                <td className={short ? 'short' : ''}>{verdict?.worst ? marginInWords(verdict.worst.margin) : '—'}</td>
                <td>{answered && verdict ? weakestPoint(answered, verdict, unit, content) : '—'}</td>
              </tr>
            )
          })}
        </tbody>
      </chakra.table>
      {!answered && <Text color="inkSoft">Power held appears when there is an answer.</Text>}
    </Panel>
  )
}

function weakestPoint(answer: Answer, verdict: StationVerdict, unit: Unit, { brief }: JobContent): string {
  const duty = firstCase(answer, verdict)
  if (!verdict.decides || !duty) return verdict.missing.length > 0 ? 'not rated' : 'no load'
  return `${placeName(verdict.decides.limit.place)}, ${caseInSentence(unit, duty, brief)}`
}
