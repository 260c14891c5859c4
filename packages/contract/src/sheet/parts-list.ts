import papaparse from 'papaparse'
import { PART_WORDS } from '../parts/part-words.js'
import { capital } from '../words/format.js'
import { stationName } from '../words/station-name.js'
import { evaluateJob } from '../files/evaluate-job.js'
import type { JobFile } from '../files/job-file.js'
import type { SheetHead } from './sheet.js'

const COLUMNS = ['station', 'code', 'item', 'id', 'maker', 'kind', 'supply', 'quantity', 'price', 'hours', 'job', 'revision'] as const
type Row = Record<(typeof COLUMNS)[number], string | number>

/**
 * The bill of materials, front to rear: every fitted part, what is done to it, and the sets that are bought. What came in with the unit
 * and what is bought inside a set costs nothing on its own line, so that the columns add up to the job's price and hours.
 */
export function partsList(file: JobFile, { number, revision }: SheetHead): string {
  const { cost, catalogue } = evaluateJob(file)
  const { job, unit } = file
  const head = { job: number, revision, quantity: 1 }
  const own = (what: string, stationId: string, id: string) =>
    cost.lines.find((line) => line.what === what && line.item.id === id && line.stationIds.includes(stationId))
  const rows = unit.stations.flatMap(({ id: stationId, code, name }): Row[] => {
    const part = catalogue.parts.get(job.spec.fits[stationId] ?? '')
    if (!part) return []
    const at = { station: capital(name), code, ...head }
    const bought = own('part', stationId, part.id)
    const supply = part.id === job.arrived[stationId] ? 'as received' : bought ? (part.donor ? 'used' : 'buy') : 'in kit'
    const { id, maker, kind, name: item } = part
    const works = (job.spec.works[stationId] ?? []).flatMap((operationId): Row[] => {
      const operation = catalogue.operations.get(operationId)
      if (!operation) return []
      const { price, hours } = operation
      return [{ ...at, item: operation.name, id: operation.id, maker: '', kind: 'operation', supply: 'labor', price, hours }]
    })
    return [{ ...at, item, id, maker, kind: PART_WORDS[kind].name, supply, price: bought?.price ?? 0, hours: bought?.hours ?? 0 }, ...works]
  })
  const kits = cost.lines.flatMap((line): Row[] => {
    if (line.what !== 'kit') return []
    const { id, name, maker } = line.item
    const stations = line.stationIds.map((stationId) => capital(stationName(unit, stationId))).join(', ')
    return [
      { station: stations, code: '', ...head, item: name, id, maker, kind: 'kit', supply: 'buy', price: line.price, hours: line.hours },
    ]
  })
  return `${papaparse.unparse({ fields: [...COLUMNS], data: [...rows, ...kits] }, { escapeFormulae: true, newline: '\r\n' })}\r\n`
}
