import { Box, Text } from '@chakra-ui/react'
import {
  caseInSentence,
  figure,
  heldInWords,
  type JobContent,
  marginInWords,
  quantity,
  shiftMargins,
  shiftWords,
  shownFigure,
  shownUnit,
  stationName,
} from '@plucky/contract'
import { bandReport, type BandReport, BIND_S, type Overlap, type Station, type StationVerdict, type Unit } from '@plucky/core'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'

interface BandProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
}

/** A band in this job: servo, wrap and sense of the drum in every case, travel and time, and whether it binds with what comes next. */
export function BandFigures({ content, unit, station }: BandProps) {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  const answered = answer?.outcome === 'answered' ? answer : undefined
  const report = input && answered ? bandReport(input, answered, station.id) : null
  const verdict = answered?.stations.find(({ stationId }) => stationId === station.id)
  if (!report || !answered || !verdict) return <Text>No results yet: install a band and complete the brief.</Text>
  const margin = (caseId: string) => verdict.cases.find((each) => each.caseId === caseId)?.margin
  const held = report.held.map((at) => {
    const duty = answered.cases.find(({ id }) => id === at.caseId)
    const own = margin(at.caseId)
    return (
      <tr key={at.caseId} className={own !== undefined && own < 1 ? 'short' : ''}>
        <td>{duty ? caseInSentence(unit, duty, content.brief) : at.caseId}</td>
        <td>{at.tight ? 'self-energizing' : 'de-energizing'}</td>
        <td>{shownFigure(at.forceN, 'N')}</td>
        <td>{shownFigure(at.servoN, 'N')}</td>
        <td>{shownFigure(at.anchorN, 'N')}</td>
        <td>{own === undefined ? '—' : marginInWords(own)}</td>
      </tr>
    )
  })
  const lines = linesOf(report, verdict)
  return (
    <Box fontSize="note">
      <RuledTable data-testid="band-held">
        <TableHead words={heldHeads()} />
        <tbody>{held}</tbody>
      </RuledTable>
      <RuledTable mt="1.5" data-testid="band-figures">
        <tbody>
          {lines.map(([name, words]) => (
            <tr key={name}>
              <td>{name}</td>
              <td>{words}</td>
            </tr>
          ))}
        </tbody>
      </RuledTable>
      {report.shifts.map((shift) => (
        <Text key={shift.toRange} mt="1" color={shift.result.outcome === 'done' ? 'ink' : 'break'}>
          {`Shift ${shiftWords(shift)}; ${shiftMargins(shift)}.`}
        </Text>
      ))}
      {report.overlaps.map((overlap) => (
        <Bind key={`${overlap.toRange} ${overlap.comingId}`} unit={unit} overlap={overlap} />
      ))}
    </Box>
  )
}

/** Heads of the table of forces. */
const heldHeads = () => {
  const unit = shownUnit('N')
  return ['Load case', 'Band action', `Apply force, ${unit}`, `Needed, ${unit}`, `Anchor load, ${unit}`, 'Margin']
}

function linesOf(report: BandReport, verdict: StationVerdict): (readonly [string, string])[] {
  return [
    ['Power held, engine', heldInWords(verdict.held)],
    ['Band tension ratio, e^(μθ)', figure(report.tensions, 3)],
    ['Servo travel, fill volume', `${quantity(report.travelM, 'in')}, ${quantity(report.sweptM3, 'cm³', 0)}`],
    ...report.fills.map((fill) => [`Fill time, gear ${fill.rangeId}`, `${figure(fill.seconds, 2)} s at ${fill.at}`] as const),
    ['Strut and lever limit', report.strutMostN === null ? 'not stated' : quantity(report.strutMostN, 'N')],
    ['Anchor limit', report.anchorMostN === null ? 'not stated' : quantity(report.anchorMostN, 'N')],
  ]
}

/** Whether it is off before the next element holds. */
function Bind({ unit, overlap }: { unit: Unit; overlap: Overlap }) {
  const { fromRange, toRange, comingId, releaseS, fillS } = overlap
  const together = releaseS - fillS
  const risk = together > BIND_S
  const times = `servo releases in ${figure(releaseS, 2)} s, ${stationName(unit, comingId)} fills in ${figure(fillS, 2)} s`
  return (
    <Text mt="1" lineHeight="1.3" color={risk ? 'break' : 'ink'} fontWeight={risk ? 600 : 400} data-testid="bind">
      {risk
        ? `${fromRange} to ${toRange} may tie up: ${times}. Reduce lever ratio or travel, fit a stronger return spring, or feed oil to the release side.`
        : `${fromRange} to ${toRange} does not tie up: ${times}.`}
    </Text>
  )
}
