import { Injectable } from '@nestjs/common'
import { jobFileOf, writeJob, type FiledMark, type Job, type JobContent, type JobFile } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { transacted } from '../database/transacted.js'
import { FileThreadsService } from '../files/file-threads.service.js'
import { refuse } from '../http/refusal.js'
import { PhotosService } from '../photos/photos.service.js'
import { same, ShelfService } from '../shelf/shelf.service.js'
import { UnitsService } from '../units/units.service.js'
import { JobsService } from './jobs.service.js'
import { addMarks, readMarks } from './marks-store.js'

/** Jobs as open files: out with all that they are judged by, and in again. */
@Injectable()
export class JobFilesService {
  constructor(
    private readonly jobs: JobsService,
    private readonly units: UnitsService,
    private readonly shelf: ShelfService,
    private readonly photos: PhotosService,
    private readonly files: FileThreadsService,
    private readonly sequelize: Sequelize,
  ) {}

  async write(number: number): Promise<string> {
    const job = await this.jobs.one(number)
    const marks = Object.entries(await readMarks(this.sequelize, number)).flatMap(([name, { value, by, at }]) =>
      value === null ? [] : [{ name, value, by, at }],
    )
    const ids = [...Object.values(job.book.readings).flatMap(({ photos }) => photos ?? []), ...marks.flatMap(photosOf)]
    return writeJob({ ...(await this.fileOf(job)), photos: await this.photos.all(ids), marks })
  }

  /** Stores the photos of a file. A new photo is re-encoded and gets a new id, which replaces the old one in measurements and build book. */
  private async withPhotos(
    { job, photos = [], marks = [] }: JobFile,
    transaction: Transaction,
  ): Promise<Pick<JobContent, 'book'> & { readonly marks: readonly FiledMark[] }> {
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
    const book = { ...job.book, readings: Object.fromEntries(readings) as JobContent['book']['readings'] }
    return { book, marks: marks.map((mark) => (photosOf(mark).length > 0 ? { ...mark, value: shown(photosOf(mark)) } : mark)) }
  }

  /** A job with all that it is judged by. */
  async fileOf(job: JobContent): Promise<JobFile> {
    return jobFileOf(job, await this.shelf.lookupFor([job]), await this.shelf.kits.all())
  }

  /** Nothing of the shop's own is overwritten: a unit or item of the same name with other figures is refused and named. */
  async take(file: unknown): Promise<Job> {
    const read = await this.files.readJob(file, await this.shelf.itemsFor([file]))
    // One transaction: if the job is refused, its unit, parts and photos are not added either.
    const job = await transacted(this.sequelize, async (transaction) => {
      await this.units.store.addMissing([read.unit], transaction)
      const own = (await this.units.store.byIds([read.unit.id], transaction)).get(read.unit.id)
      if (!same(withoutWeakPlaces(own), withoutWeakPlaces(read.unit)))
        throw refuse(409, 'file-unit-differs', 'unit', { unit: read.unit.name })
      await this.shelf.bring(read, transaction)
      const { book, marks } = await this.withPhotos(read, transaction)
      const added = await this.jobs.addWithin({ ...read.job, book }, transaction)
      await addMarks(this.sequelize, added.number, marks, transaction)
      return added
    })
    return job
  }
}

/** Ids of the photos in a field of a build book. */
const photosOf = ({ name, value }: FiledMark): readonly string[] => (name.endsWith('/photos') && Array.isArray(value) ? value : [])

/** A unit without its weak places: they do not change what a job is judged by. */
const withoutWeakPlaces = (unit: Unit | undefined): Unit | undefined => unit && { ...unit, weakPlaces: [] }
