import type { QueryInterface } from 'sequelize'

/** A step that gives house rules to jobs and revisions that do not have them yet, and takes them away again. */
export function newRules(rules: Readonly<Record<string, unknown>>): Record<'up' | 'down', (query: QueryInterface) => Promise<void>> {
  const keys = Object.keys(rules)
    .map((key) => `'${key}'`)
    .join(', ')
  const both = async (query: QueryInterface, changed: (job: string) => string): Promise<void> => {
    const replacements = { rules: JSON.stringify(rules) }
    await query.sequelize.query(`UPDATE jobs SET body = ${changed('body')}`, { replacements })
    await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${changed("(body->'job')")})`, {
      replacements,
    })
  }
  return {
    up: (query) => both(query, (job) => `${job} || jsonb_build_object('rules', (:rules)::jsonb || (${job}->'rules'))`),
    down: (query) => both(query, (job) => `${job} || jsonb_build_object('rules', (${job}->'rules') - ARRAY[${keys}])`),
  }
}
