import type { Up } from './step.js'

/** Adds the line pressure as received to stored jobs. Its first value is the line pressure of the build. */
export const up: Up = async (sql) => {
  const set = (job: string) => `jsonb_build_object('arrivedPressure', ${job}->'spec'->'pressure') || ${job}`
  await sql(`UPDATE jobs SET body = ${set('body')}`)
  await sql(`UPDATE revisions SET body = jsonb_set(body, '{job}', ${set("(body->'job')")})`)
}
