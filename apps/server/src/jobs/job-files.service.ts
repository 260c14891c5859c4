import { Injectable } from '@nestjs/common'
import { readJob, writeJob, type Job } from '@plucky/contract'
import { isDeepStrictEqual } from 'node:util'
import { accepted, refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { UnitsService } from '../units/units.service.js'
import { JobsService, partIds } from './jobs.service.js'

/** Jobs as open files: out with all that they are judged by, and in again. */
@Injectable()
export class JobFilesService {
  constructor(
    private readonly jobs: JobsService,
    private readonly units: UnitsService,
    private readonly shelf: ShelfService,
  ) {}

  async write(number: number): Promise<string> {
    const job = await this.jobs.one(number)
    const [unit, parts] = [await this.units.one(job.unitId), await this.shelf.byIds(partIds(job))]
    return writeJob({ job, unit, parts: [...parts.values()] })
  }

  /** Nothing of the shop's own is overwritten: a unit or part of the same name with other figures is refused and named. */
  async take(file: unknown): Promise<Job> {
    const [units, parts] = [await this.units.all(), await this.shelf.all()]
    const byId = new Map(parts.map((part) => [part.id, part]))
    const read = accepted(readJob(file, { unit: (id) => units.find((u) => u.id === id), part: (id) => byId.get(id) }))
    const ownUnit = units.find((u) => u.id === read.unit.id)
    if (ownUnit && !same(ownUnit, read.unit)) throw refuse(409, 'file-unit-differs', 'unit', { unit: read.unit.name })
    const differing = read.parts.find((part) => byId.has(part.id) && !same(byId.get(part.id), part))
    if (differing) throw refuse(409, 'file-part-differs', 'parts', { part: differing.name, id: differing.id })
    if (!ownUnit) await this.units.add(read.unit)
    for (const part of read.parts) if (!byId.has(part.id)) await this.shelf.add(part)
    return this.jobs.add(read.job)
  }
}

/** The same figures, whatever the order of the fields. */
const same = (a: unknown, b: unknown) => isDeepStrictEqual(JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b)))
