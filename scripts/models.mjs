import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureBuilt } from './lib/build.mjs'
import { ROOT } from './lib/say.mjs'

const CORE = join(ROOT, 'packages/core/src')
const OUT = join(ROOT, 'docs/models.md')
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
      const lines = block.split('\n').map((line) => line.replace(/^\s*\* ?/, '').trim()).filter(Boolean) // prettier-ignore
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

const SCHEMA = join(ROOT, 'docs/job-file.schema.json')

/** The schema of the job file, from the built server. */
async function schema() {
  const { jobFileSchema } = await import('../apps/server/dist/http/file-schema.js')
  return `${JSON.stringify(jobFileSchema(), null, 2)}\n`
}

/** True where both pages are what the sources say. */
export const isCurrent = async () => readFileSync(OUT, 'utf8') === models() && readFileSync(SCHEMA, 'utf8') === (await schema())

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  await ensureBuilt({ web: false })
  writeFileSync(OUT, models())
  writeFileSync(SCHEMA, await schema())
}
