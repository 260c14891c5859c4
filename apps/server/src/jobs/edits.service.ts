import { Injectable } from '@nestjs/common'
import type { ShopEdit } from '@plucky/contract'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'

/** Edits that are listed, and for how long. */
const [MOST_EDITS, DAYS] = [5, 14]
const MOST_WORST = 3
/** Power below which two results count as equal, W. */
const SAME_W = 1

/** Power held, W. Infinite if no station limits it, zero if nothing can be said. */
const powerOf = (row: string) =>
  `CASE WHEN ${row}.outcome = 'holds' AND ${row}.held_w IS NULL THEN 'Infinity'::float8 ELSE coalesce(${row}.held_w, 0) END`
/** True for a job that was rated since and not saved since, and whose result was known before. */
const COMPARED = `job.judged AND job.version = was.job_version AND was.outcome IS NOT NULL`
const LESS = `${COMPARED} AND ${powerOf('job')} < ${powerOf('was')} - ${SAME_W}`

const EDITS = `
  SELECT edit.kind, edit.item_id AS id, edit.changed_at AS "changedAt",
    coalesce((SELECT body ->> 'name' FROM parts WHERE edit.kind = 'parts' AND parts.id = edit.item_id),
      (SELECT body ->> 'name' FROM operations WHERE edit.kind = 'operations' AND operations.id = edit.item_id),
      (SELECT body ->> 'name' FROM units WHERE edit.kind = 'units' AND units.id = edit.item_id), '') AS name,
    count(*)::int AS jobs,
    count(*) FILTER (WHERE job.judged)::int AS rated,
    count(*) FILTER (WHERE ${LESS})::int AS less,
    count(*) FILTER (WHERE ${COMPARED} AND was.outcome = 'holds' AND job.outcome IS DISTINCT FROM 'holds')::int AS short,
    coalesce(to_jsonb((array_agg(jsonb_build_object('number', job.number, 'name', job.name, 'outcome', job.outcome, 'heldW', job.held_w, 'savedSince', false,
        'before', jsonb_build_object('outcome', was.outcome, 'heldW', was.held_w))
      ORDER BY ${powerOf('was')} - ${powerOf('job')} DESC, job.number) FILTER (WHERE ${LESS}))[1:${MOST_WORST}]), '[]') AS worst
  FROM (SELECT * FROM item_changes WHERE changed_at > now() - make_interval(days => ${DAYS}) ORDER BY changed_at DESC LIMIT ${MOST_EDITS}) AS edit
  JOIN changed_jobs AS was USING (kind, item_id, version)
  JOIN jobs AS job ON job.number = was.job_number AND job.deleted_at IS NULL AND job.archived_at IS NULL
  GROUP BY edit.kind, edit.item_id, edit.version, edit.changed_at ORDER BY edit.changed_at DESC`

/** Latest edits of parts, operations and transmissions, and the latest new version of the program, with their effect on the jobs. */
@Injectable()
export class EditsService {
  constructor(private readonly sequelize: Sequelize) {}

  latest(): Promise<ShopEdit[]> {
    return this.sequelize.query<ShopEdit>(EDITS, { type: QueryTypes.SELECT })
  }
}
