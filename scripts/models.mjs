import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureBuilt } from './lib/build.mjs'
import { ROOT } from './lib/say.mjs'

const CORE = join(ROOT, 'packages/core/src')
const BLOCK = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\nexport (?:const|function) (\w+)/g

/** The models of the core, from the doc blocks of its functions: what they give, where they are valid, source and example. */
export function models() {
  const files = readdirSync(CORE, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.includes('/') && f.endsWith('.ts') && !f.includes('test'))
    .sort()
  const sections = new Map()
  for (const file of files) {
    const subject = file.split('/')[0]
    for (const [, block, name] of readFileSync(join(CORE, file), 'utf8').matchAll(BLOCK)) {
      const lines = block
        .split('\n')
        .map((line) => line.replace(/^\s*\* ?/, '').trim())
        .filter(Boolean)
      const text = lines.filter((line) => !line.startsWith('@')).join(' ')
      const examples = lines.filter((line) => line.startsWith('@example')).map((line) => `    ${line.slice(9)}`)
      sections.set(subject, [
        ...(sections.get(subject) ?? []),
        [`### ${name} (${file})`, '', text, ...(examples.length ? ['', ...examples] : []), ''].join('\n'),
      ])
    }
  }
  const body = [...sections].map(([subject, entries]) => `## ${subject}\n\n${entries.join('\n')}`).join('\n')
  return `# Models\n\nMade from the doc blocks of \`packages/core\` by \`npm run models\`; every example runs as a test.\n\n${body}`
}

/** The pages that are made from the sources, each with its text: models, and the schemas of the open files, from the built server. */
async function pages() {
  const { jobFileSchema, shelfFileSchema, unitFileSchema } = await import('../apps/server/dist/http/file-schema.js')
  const json = (schema) => `${JSON.stringify(schema, null, 2)}\n`
  return [
    ['models.md', models()],
    ['job-file.schema.json', json(jobFileSchema())],
    ['shelf-file.schema.json', json(shelfFileSchema())],
    ['unit-file.schema.json', json(unitFileSchema())],
  ].map(([name, text]) => [join(ROOT, 'docs', name), text])
}

/** True where all pages are what the sources say. */
export const isCurrent = async () => (await pages()).every(([path, text]) => readFileSync(path, 'utf8') === text)

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  await ensureBuilt({ web: false })
  for (const [path, text] of await pages()) writeFileSync(path, text)
}
