import { readFileSync } from 'node:fs'
import { Sequelize } from 'sequelize-typescript'
import { migrate } from '../database/migrate.js'

type Body = Readonly<Record<string, unknown>>

/** A transmission, its parts and a job as the first release stored them. */
export const firstRelease = JSON.parse(readFileSync(new URL('first-release.json', import.meta.url), 'utf8')) as {
  readonly units: readonly (Body & { id: string })[]
  readonly parts: readonly (Body & { id: string })[]
  readonly job: Body
}

/** Fills an empty database with the data of the first release and copies of its job. */
export async function fillAsFirstRelease(sequelize: Sequelize, jobs = 1): Promise<void> {
  await migrate(sequelize, '0001-first-tables')
  const json = (body: unknown) => ({ replacements: { body: JSON.stringify(body), jobs } })
  const { units, parts, job } = firstRelease
  await sequelize.query(`INSERT INTO units SELECT body->>'id', body FROM jsonb_array_elements((:body)::jsonb) AS body`, json(units))
  await sequelize.query(`INSERT INTO parts SELECT body->>'id', body FROM jsonb_array_elements((:body)::jsonb) AS body`, json(parts))
  await sequelize.query(
    `INSERT INTO jobs (version, saved_at, body)
     SELECT 1, now(), (:body)::jsonb || jsonb_build_object('name', 'Job ' || i) FROM generate_series(1, :jobs) AS i`,
    json(job),
  )
}
