import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { contentOf, NewRevisionDto, type JobFile, type Revision } from '@plucky/contract'
import { UniqueConstraintError } from 'sequelize'
import { RevisionRow } from '../database/models.js'
import { who } from '../access/who.js'
import { refuse } from '../http/refusal.js'
import { JobFilesService } from './job-files.service.js'
import { JobsService } from './jobs.service.js'

/** Numbered, named states of a job, kept whole: what the shelf says later does not change them. */
@Injectable()
export class RevisionsService {
  constructor(
    @InjectModel(RevisionRow) private readonly rows: typeof RevisionRow,
    private readonly jobs: JobsService,
    private readonly files: JobFilesService,
  ) {}

  /** The last one first. */
  async all(jobNumber: number): Promise<Revision[]> {
    await this.jobs.one(jobNumber)
    return (await this.rows.findAll({ where: { jobNumber }, order: [['number', 'DESC']] })).map(asRevision)
  }

  /** Names the stored state of a job; the window must have seen it. */
  async add(jobNumber: number, { name, by, version }: NewRevisionDto): Promise<Revision> {
    const job = await this.jobs.one(jobNumber)
    if (job.version !== version) throw refuse(409, 'job-changed-elsewhere', 'version', { yours: version, stored: job.version })
    const body = await this.files.fileOf(contentOf(job))
    // max() of an integer column, null if the table is empty.
    const last = ((await this.rows.max('number', { where: { jobNumber } })) as number | null) ?? 0
    try {
      return asRevision(
        await this.rows.create({ jobNumber, number: last + 1, name, by: who()?.name ?? by ?? null, savedAt: new Date(), body }),
      )
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'revision-taken', 'number', { number: last + 1 })
      throw error
    }
  }

  /** The state that a revision holds; the stored job where no number is given. */
  async file(jobNumber: number, revision: number | null): Promise<{ file: JobFile; revision: Revision | null; revisions: Revision[] }> {
    const revisions = await this.all(jobNumber)
    if (revision === null) return { file: await this.files.fileOf(contentOf(await this.jobs.one(jobNumber))), revision: null, revisions }
    const found = revisions.find((r) => r.number === revision)
    if (!found) throw refuse(404, 'revision-unknown', 'revision', { job: jobNumber, number: revision })
    return { file: found.file, revision: found, revisions }
  }
}

const asRevision = ({ number, name, by, savedAt, body }: RevisionRow): Revision => ({
  number,
  name,
  by,
  savedAt: savedAt.toISOString(),
  file: body,
})
