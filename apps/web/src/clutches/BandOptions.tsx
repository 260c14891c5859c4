import { figure, heldInWords, type JobContent, quantity, shownFigure, shownUnit } from '@plucky/contract'
import {
  afterOperations,
  type Answer,
  bandReport,
  operationsFor,
  type Part,
  type SpecInput,
  type Station,
  type Unit,
  verdictAt,
} from '@plucky/core'
import { shopStore } from '../state/shop.js'
import { answerFor, specInputOf } from '../state/verdicts.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'

interface WaysProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
}

/** Lever and servo side by side: more ratio holds more, asks for more oil and goes off more slowly. */
export function BandOptions({ content, unit, station }: WaysProps) {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  const part = input?.fitted.get(station.id)
  if (!input || answer?.outcome !== 'answered' || part?.kind !== 'band') return null
  const shop = shopStore.getState()
  const onShelf = shop.parts.get(part.id)
  const done = content.spec.works[station.id] ?? []
  const works = onShelf ? operationsFor(shop, unit, station.id, onShelf).filter(({ id }) => !done.includes(id)) : []
  const rows: readonly { readonly name: string; readonly part: Part }[] = [
    { name: 'as installed', part },
    ...works.map((work) => ({ name: work.name, part: afterOperations(part, [work]) })),
  ]
  return (
    <RuledTable mt="2" data-testid="band-ways">
      <TableHead words={['Lever and servo', 'Power held', `Apply force, ${shownUnit('N')}`, 'Servo travel', 'Fill time', 'Release time']} />
      <tbody>
        {rows.map((row) => (
          <Way key={row.name} {...row} input={input} answer={answer} station={station} />
        ))}
      </tbody>
    </RuledTable>
  )
}

interface WayProps {
  readonly name: string
  readonly part: Part
  readonly input: SpecInput
  readonly answer: Answer
  readonly station: Station
}

function Way({ name, part, input, answer, station }: WayProps) {
  const tried = { ...input, fitted: new Map(input.fitted).set(station.id, part) }
  const report = bandReport(tried, answer, station.id)
  if (!report) return null
  const force = Math.max(0, ...report.held.map(({ forceN }) => forceN))
  const seconds = (times: readonly number[]) => (times.length === 0 ? '—' : `${figure(Math.max(...times), 2)} s`)
  return (
    <tr>
      <td>{name}</td>
      <td>{heldInWords(verdictAt(tried, answer, station.id)?.held)}</td>
      <td className={report.strutMostN !== null && force > report.strutMostN ? 'short' : ''}>{shownFigure(force, 'N')}</td>
      <td>{quantity(report.travelM, 'in')}</td>
      <td>{seconds(report.fills.map((fill) => fill.seconds))}</td>
      <td>{seconds(report.overlaps.map(({ releaseS }) => releaseS))}</td>
    </tr>
  )
}
