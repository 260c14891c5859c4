import { Injectable } from '@nestjs/common'
import { jobFileOf, readJob, writeJob, type Job, type JobContent, type JobFile, type Lookup } from '@plucky/contract'
import { isDeepStrictEqual } from 'node:util'
import { accepted, refuse } from '../http/refusal.js'
import { PhotosService } from '../photos/photos.service.js'
import { ShelfService } from '../shelf/shelf.service.js'
import type { Store } from '../shelf/store.js'
import { UnitsService } from '../units/units.service.js'
import { JobsService } from './jobs.service.js'

/** Jobs as open files: out with all that they are judged by, and in again. */
@Injectable()
export class JobFilesService {
  constructor(
    private readonly jobs: JobsService,
    private readonly units: UnitsService,
    private readonly shelf: ShelfService,
    private readonly photos: PhotosService,
  ) {}

  async write(number: number): Promise<string> {
    const job = await this.jobs.one(number)
    const ids = Object.values(job.book.readings).flatMap(({ photos }) => photos ?? [])
    return writeJob({ ...(await this.fileOf(job)), photos: await this.photos.all(ids) })
  }

  /** A job with all that it is judged by. */
  async fileOf(job: JobContent): Promise<JobFile> {
    const catalogue = await this.shelf.catalogue()
    return jobFileOf(job, await this.lookup(), catalogue.kits.values())
  }

  /** Nothing of the shop's own is overwritten: a unit or item of the same name with other figures is refused and named. */
  async take(file: unknown): Promise<Job> {
    const lookup = await this.lookup()
    const read = accepted(readJob(file, lookup))
    const ownUnit = lookup.unit(read.unit.id)
    if (ownUnit && !same(ownUnit, read.unit)) throw refuse(409, 'file-unit-differs', 'unit', { unit: read.unit.name })
    const { parts, operations, kits } = this.shelf
    const missing = [
      await missingIn(parts, read.parts, 'parts'),
      await missingIn(operations, read.operations, 'operations'),
      await missingIn(kits, read.kits, 'kits'),
    ]
    if (!ownUnit) await this.units.add(read.unit)
    for (const add of missing.flat()) await add()
    for (const { type, data } of read.photos ?? []) await this.photos.add({ type, data })
    return this.jobs.add(read.job)
  }

  private async lookup(): Promise<Lookup> {
    const [units, catalogue] = [await this.units.all(), await this.shelf.catalogue()]
    return {
      unit: (id) => units.find((unit) => unit.id === id),
      part: (id) => catalogue.parts.get(id),
      operation: (id) => catalogue.operations.get(id),
    }
  }
}

/** What a file brings that the shop lacks, as the ways to add it; one that differs from the shop's own is refused. */
async function missingIn<T extends { readonly id: string; readonly name: string }>(
  store: Store<T>,
  brought: readonly T[],
  path: string,
): Promise<(() => Promise<unknown>)[]> {
  const own = await store.byIds(brought.map((item) => item.id))
  const differing = brought.find((item) => own.has(item.id) && !same(own.get(item.id), item))
  if (differing) throw refuse(409, 'file-part-differs', path, { part: differing.name, id: differing.id })
  return brought.filter((item) => !own.has(item.id)).map((item) => () => store.add(item))
}

/** The same figures, whatever the order of the fields. */
const same = (a: unknown, b: unknown) => isDeepStrictEqual(JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b)))
