import { Injectable } from '@nestjs/common'
import { certain } from '@plucky/core'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'

/** Kinds of the content, in the order in which they are written. All transmissions are always written. */
const KINDS = ['units', 'parts', 'operations', 'kits'] as const
type ContentKind = (typeof KINDS)[number]

/** Items per query. */
const ROWS = 200
/** Number of parts of a shelf that is not large. */
const MOST_WHOLE = 5000

/** Which items are meant: those that fit a transmission, and some more by id. */
export interface ShelfScope {
  readonly unitId: string
  readonly ids: readonly string[]
}

/**
 * Units and shelf as JSON text. The database makes the text of each item, and it is sent piece by piece: a shelf of 100,000 parts neither holds the
 * server up nor stays in its memory.
 */
@Injectable()
export class ShelfContentService {
  constructor(private readonly sequelize: Sequelize) {}

  /** Id of the transmission that a large shelf shows first. Empty if there is none. */
  async firstUnit(): Promise<string> {
    const [row] = await this.sequelize.query<{ id: string }>('SELECT id FROM units ORDER BY id LIMIT 1', { type: QueryTypes.SELECT })
    return row?.id ?? ''
  }

  async isLarge(): Promise<boolean> {
    const more = await this.sequelize.query(`SELECT 1 FROM parts OFFSET ${MOST_WHOLE} LIMIT 1`, { type: QueryTypes.SELECT })
    return more.length > 0
  }

  /** What a page of a job needs: its transmission and its own items. Nothing for a job that is not there. */
  async scopeOfJob(job: number): Promise<ShelfScope> {
    const [row] = await this.sequelize.query<{ unitId: string; ids: string[] }>(
      'SELECT unit_id AS "unitId", items AS ids FROM jobs WHERE number = :job',
      { replacements: { job }, type: QueryTypes.SELECT },
    )
    return row ?? { unitId: '', ids: [] }
  }

  /** Entity tag of the content: it changes with every change of an item. */
  async tag(scope?: ShelfScope): Promise<string> {
    const each = KINDS.map((kind) => `SELECT '${kind}' AS kind, id, version FROM ${kind} WHERE ${wanted(kind, scope)}`)
    const [row] = await this.sequelize.query<{ digest: string | null }>(
      `SELECT md5(string_agg(kind || id || ' ' || version, ' ' ORDER BY kind, id)) AS digest FROM (${each.join(' UNION ALL ')}) AS items`,
      { replacements: replacements(scope), type: QueryTypes.SELECT },
    )
    return `"shelf-${row?.digest ?? 'empty'}"`
  }

  /** The text in pieces: all items, or those of a scope, or of these only some. `only`: items as "kind/id". */
  async *text(scope?: ShelfScope, only?: readonly string[]): AsyncGenerator<string> {
    for (const [i, kind] of KINDS.entries()) {
      yield `${i === 0 ? '{' : ','}"${kind}":[`
      yield* this.items(
        kind,
        scope,
        only?.flatMap((key) => (key.startsWith(`${kind}/`) ? [key.slice(kind.length + 1)] : [])),
      )
      yield ']'
    }
    yield `,"whole":${scope === undefined}}`
  }

  /** Returns parts, operations and kits of all transmissions, or of one, as JSON text. */
  async lists(unitId?: string): Promise<Record<'parts' | 'operations' | 'kits', string>> {
    const scope = unitId === undefined ? undefined : { unitId, ids: [] }
    const list = (kind: ContentKind) =>
      `(SELECT '[' || coalesce(string_agg(body::text, ',' ORDER BY id), '') || ']' FROM ${kind} WHERE ${wanted(kind, scope)}) AS ${kind}`
    const [lists] = await this.sequelize.query<Record<'parts' | 'operations' | 'kits', string>>(
      `SELECT ${list('parts')}, ${list('operations')}, ${list('kits')}`,
      { replacements: replacements(scope), type: QueryTypes.SELECT },
    )
    return certain(lists)
  }

  private async *items(kind: ContentKind, scope: ShelfScope | undefined, ids: readonly string[] | undefined): AsyncGenerator<string> {
    if (ids?.length === 0) return
    const among = ids === undefined ? '' : 'AND id = ANY (ARRAY[:among]::text[])'
    for (let after: string | undefined = ''; after !== undefined;) {
      const rows: { id: string; text: string }[] = await this.sequelize.query(
        `SELECT id, '{"item":' || body::text || ',"version":' || version || '}' AS text FROM ${kind}
         WHERE id > :after AND ${wanted(kind, scope)} ${among} ORDER BY id LIMIT ${ROWS}`,
        { replacements: { ...replacements(scope), after, among: [...(ids ?? [])] }, type: QueryTypes.SELECT },
      )
      if (rows.length > 0) yield `${after === '' ? '' : ','}${rows.map(({ text }) => text).join(',')}`
      after = rows.length < ROWS ? undefined : rows.at(-1)?.id
    }
  }
}

const wanted = (kind: ContentKind, scope: ShelfScope | undefined): string =>
  scope === undefined || kind === 'units' ? 'true' : `(body -> 'unitIds' @> (:unit)::jsonb OR id = ANY (ARRAY[:ids]::text[]))`

const replacements = (scope: ShelfScope | undefined): Record<string, unknown> =>
  scope === undefined ? {} : { unit: JSON.stringify([scope.unitId]), ids: [...scope.ids] }
