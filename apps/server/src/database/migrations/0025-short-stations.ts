import type { Up } from './step.js'

/** Rates all jobs again: headlines say of each of the weakest stations whether it holds less than the target. */
export const up: Up = async (sql) => {
  await sql(`UPDATE jobs SET judged = false`)
}
