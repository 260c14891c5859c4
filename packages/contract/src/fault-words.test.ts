import { readdirSync, readFileSync } from 'node:fs'
import { toProblem } from './words/error-messages.js'

/** Every fault that the core raises with the names of its values, read from its source; values that are made elsewhere are not seen. */
function raised(folder: string): { code: string; keys: string[]; where: string }[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`
    if (entry.isDirectory()) return raised(path)
    if (!entry.name.endsWith('.ts') || entry.name.endsWith('.test.ts')) return []
    const text = readFileSync(path, 'utf8')
    return [...text.matchAll(/fault\(\s*'([a-z-]+)',(?:(?!fault\()[\s\S])*?,\s*\{([^{}]*)\}\s*,?\s*\)/g)].flatMap(
      ([, code = '', values = '']) =>
        values.includes('...')
          ? []
          : [{ code, keys: [...values.matchAll(/(?:^|,)\s*(\w+)/g)].map(([, key = '']) => key), where: entry.name }],
    )
  })
}

const all = raised(new URL('../../core/src', import.meta.url).pathname)

describe('faults of the core', () => {
  it.each(all)('$code of $where is worded with the values that it is raised with', ({ code, keys }) => {
    const { sentence } = toProblem({ code, path: 'at', values: Object.fromEntries(keys.map((key) => [key, 1])) })
    expect(sentence).not.toMatch(/NaN|undefined/)
  })
  it('are found in its source', () => expect(all.length).toBeGreaterThan(30))
})
