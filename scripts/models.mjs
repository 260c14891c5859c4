import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
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

if (import.meta.url === pathToFileURL(process.argv[1]).href) writeFileSync(OUT, models())
export const isCurrent = () => readFileSync(OUT, 'utf8') === models()
