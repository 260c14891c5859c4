import type { Up } from './step.js'

/** Migration that adds house rules to jobs and revisions. Existing values are kept. */
export function newRules(rules: Readonly<Record<string, unknown>>): Up {
  const grown = (job: string) => `${job} || jsonb_build_object('rules', (:rules)::jsonb || (${job}->'rules'))`
  return async (sql) => {
    const values = { rules: JSON.stringify(rules) }
    await sql(`UPDATE jobs SET body = ${grown('body')}`, values)
    await sql(`UPDATE revisions SET body = body || jsonb_build_object('job', ${grown("(body->'job')")})`, values)
  }
}
