import { fitLength, fitTitle, type JobContent } from '@plucky/contract'
import { fitUp, isWrong, type Fits, type LengthEntry, type Proposal, type Unit } from '@plucky/core'
import { specInputOf } from '../state/verdicts.js'
import type { Compared } from './compared-row.js'
import { PART_VIEWS } from '../parts/registry.js'

/** What the chain leaves with what is fitted, and with the candidate. */
export function fitRows(unit: Unit, content: JobContent, stationId: string, proposal: Proposal | undefined): Compared[] {
  const station = unit.stations.find(({ id }) => id === stationId)
  const closings = station && PART_VIEWS[station.kind].closings
  if (!closings) return []
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
  const rows = closings.flatMap((id) => {
    const [was, is] = [closing(now, id), closing(then, id)]
    const named = was ?? is
    return named ? [{ name: fitTitle(named, unit), now: words(was), then: words(is) }] : []
  })
  const wrong = (entries: typeof now) => String(entries.filter(isWrong).length)
  return [...rows, { name: 'Fit problems', now: wrong(now), then: wrong(then) }]
}
