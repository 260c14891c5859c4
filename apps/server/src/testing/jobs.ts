import { contentOf, type Job, type JobContent, type Problem } from '@plucky/contract'

/** The problems named in a refusal. */
export const errorsOf = (body: unknown) => (body as { errors: Problem[] }).errors

/** The content of a job with another part at a station. */
export const swapped = (job: Job, station: string, partId: string | null): JobContent => ({
  ...contentOf(job),
  spec: { ...job.spec, fits: { ...job.spec.fits, [station]: partId } },
})
