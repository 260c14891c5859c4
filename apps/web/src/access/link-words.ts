import type { CustomerLink } from '@plucky/contract'

/** What a link shows, in words. */
export const linkWords = ({ kind, job, number }: Pick<CustomerLink, 'kind' | 'job' | 'number'>): string =>
  kind === 'quote'
    ? `Quote ${number} of job ${job}`
    : number === null
      ? `Build sheet of job ${job}`
      : `Build sheet of job ${job}, revision ${number}`
