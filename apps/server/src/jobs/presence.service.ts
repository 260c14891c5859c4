import { Injectable } from '@nestjs/common'
import type { Present, PresentDto } from '@plucky/contract'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { signedName } from '../access/who.js'
import { refuse } from '../http/refusal.js'

/** A window that has not been heard of for this time is closed. Windows are heard of every 20 s. */
const CLOSED_AFTER = "interval '50 seconds'"

/** Which windows show a job. In the database, so that windows on different servers see each other. */
@Injectable()
export class PresenceService {
  constructor(private readonly sequelize: Sequelize) {}

  /** Notes that a window shows a job. Returns who else does. */
  async note(number: number, { window, name: given }: PresentDto): Promise<Present> {
    const name = signedName(given)
    const [noted] = await this.select<{ added: boolean }>(
      `INSERT INTO present (window_name, job_number, name) SELECT $2, number, $3 FROM jobs WHERE number = $1 AND deleted_at IS NULL
       ON CONFLICT (window_name) DO UPDATE SET job_number = excluded.job_number, name = excluded.name, seen_at = now()
       RETURNING xmax = 0 AS added`,
      [number, window, name],
    )
    if (!noted) throw refuse(404, 'job-unknown', 'number', { job: number })
    if (noted.added) {
      await this.select(`DELETE FROM present WHERE seen_at < now() - ${CLOSED_AFTER}`, [])
      await this.tell(number, window)
    }
    const others = await this.select<{ name: string }>(
      `SELECT DISTINCT name FROM present WHERE job_number = $1 AND window_name <> $2 AND seen_at > now() - ${CLOSED_AFTER} ORDER BY name`,
      [number, window],
    )
    const names = others.map((other) => other.name)
    return { people: names.filter((other) => other !== name), alsoMe: names.includes(name) }
  }

  /** Notes that a window does not show a job any more. */
  async leave(number: number, window: string): Promise<void> {
    const left = await this.select(`DELETE FROM present WHERE window_name = $1 AND job_number = $2 RETURNING window_name`, [window, number])
    if (left.length > 0) await this.tell(number, window)
  }

  private tell(number: number, window: string): Promise<object[]> {
    return this.select(`SELECT pg_notify('plucky_changes', $1)`, [JSON.stringify({ subject: 'present', id: String(number), window })])
  }

  private select<T extends object>(sql: string, bind: readonly unknown[]): Promise<T[]> {
    return this.sequelize.query<T>(sql, { bind: [...bind], type: QueryTypes.SELECT })
  }
}
