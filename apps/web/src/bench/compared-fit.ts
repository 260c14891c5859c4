import { fitLength, fitTitle, type JobContent } from '@plucky/contract'
import { fitUp, isWrong, type Fits, type LengthEntry, type Proposal, type Station, type Unit } from '@plucky/core'
import { specInputOf } from '../state/verdicts.js'
import type { Compared } from './compared-row.js'

/** Kinds of stations that say how the box goes on, and what each of them moves. */
const MOVES: Partial<Record<Station['kind'], readonly string[]>> = {
  'flex-plate': ['pilot-engagement', 'pull-forward', 'head-room'],
  bolts: ['crank-thread', 'head-room', 'converter-thread', 'converter-thread-room'],
  'motor-plate': ['pilot-engagement', 'pull-forward', 'pump-drive-left', 'converter-thread'],
  pilot: ['pilot-engagement', 'pilot-fit', 'pilot-bottom'],
}

/** What the chain leaves with what is fitted, and with the candidate. */
export function fitRows(unit: Unit, content: JobContent, stationId: string, proposal: Proposal | undefined): Compared[] {
  const moves = MOVES[unit.stations.find(({ id }) => id === stationId)?.kind ?? 'shell'] ?? []
  if (moves.length === 0) return []
  const entriesWith = (spec: Fits) => {
    const input = specInputOf(content, spec)
    return input ? fitUp(input).entries : []
  }
  const now = entriesWith(content.spec)
  const then = proposal ? entriesWith(proposal.spec) : now
  const closing = (entries: typeof now, id: string) =>
    entries.find((entry): entry is LengthEntry => entry.kind === 'closing' && entry.id === id)
  const words = (entry: LengthEntry | undefined) => {
    if (!entry || entry.specifiedM === null) return 'unknown'
    return `${entry.verdict.word === 'refused' ? '▲ ' : ''}${fitLength(entry, entry.measured?.lowM ?? entry.specifiedM)}`
  }
  const rows = moves.flatMap((id) => {
    const [was, is] = [closing(now, id), closing(then, id)]
    const named = was ?? is
    return named ? [{ name: fitTitle(named, unit), now: words(was), then: words(is) }] : []
  })
  const wrong = (entries: typeof now) => String(entries.filter(isWrong).length)
  return [...rows, { name: 'Fit problems', now: wrong(now), then: wrong(then) }]
}
