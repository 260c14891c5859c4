import { Injectable } from '@nestjs/common'
import { jobFileOf, readJob, writeJob, type Job, type JobContent, type JobFile } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { transacted } from '../database/transacted.js'
import { accepted, refuse } from '../http/refusal.js'
import { PhotosService } from '../photos/photos.service.js'
import { same, ShelfService } from '../shelf/shelf.service.js'
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
    private readonly sequelize: Sequelize,
  ) {}

  async write(number: number): Promise<string> {
    const job = await this.jobs.one(number)
    const ids = Object.values(job.book.readings).flatMap(({ photos }) => photos ?? [])
    return writeJob({ ...(await this.fileOf(job)), photos: await this.photos.all(ids) })
  }

  /** Stores the photos of a file. A new photo is re-encoded and gets a new id, which replaces the old one in the measurements. */
  private async bookWithPhotos({ job, photos = [] }: JobFile, transaction: Transaction): Promise<JobContent['book']> {
    const known = await this.photos.known(
      photos.map(({ id }) => id),
      transaction,
    )
    const renamed = new Map<string, string>()
    for (const { id, data } of photos) if (!known.has(id)) renamed.set(id, (await this.photos.add({ data }, transaction)).id)
    const shown = (ids: readonly string[]) => ids.map((id) => renamed.get(id) ?? id)
    const readings = Object.entries(job.book.readings).map(([name, reading]) => [
      name,
      reading.photos ? { ...reading, photos: shown(reading.photos) } : reading,
    ])
    // Built from readings of the same job.
    return { ...job.book, readings: Object.fromEntries(readings) as JobContent['book']['readings'] }
  }

  /** A job with all that it is judged by. */
  async fileOf(job: JobContent): Promise<JobFile> {
    return jobFileOf(job, await this.shelf.lookupFor([job]), await this.shelf.kits.all())
  }

  /** Nothing of the shop's own is overwritten: a unit or item of the same name with other figures is refused and named. */
  async take(file: unknown): Promise<Job> {
    const read = accepted(readJob(file, await this.shelf.lookupFor([file])))
    // One transaction: if the job is refused, its unit, parts and photos are not added either.
    const job = await transacted(this.sequelize, async (transaction) => {
      await this.units.store.addMissing([read.unit], transaction)
      const own = (await this.units.store.byIds([read.unit.id], transaction)).get(read.unit.id)
      if (!same(withoutWeakPlaces(own), withoutWeakPlaces(read.unit)))
        throw refuse(409, 'file-unit-differs', 'unit', { unit: read.unit.name })
      await this.shelf.bring(read, transaction)
      return this.jobs.addWithin({ ...read.job, book: await this.bookWithPhotos(read, transaction) }, transaction)
    })
    this.jobs.judge()
    return job
  }
}

/** A unit without its weak places: they do not change what a job is judged by. */
const withoutWeakPlaces = (unit: Unit | undefined): Unit | undefined => unit && { ...unit, weakPlaces: [] }
