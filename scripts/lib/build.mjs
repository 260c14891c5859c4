import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, run, say } from './say.mjs'

const SOURCES = ['packages', 'apps', 'package-lock.json', 'tsconfig.base.json', 'tsconfig.json']
const MADE = new Set(['node_modules', 'dist', 'dist-types'])
const STAMP = join(ROOT, 'node_modules/.plucky-build')

function* filesUnder(path) {
  if (!statSync(path).isDirectory()) return yield path
  for (const name of readdirSync(path).sort()) if (!MADE.has(name) && !name.endsWith('.tsbuildinfo')) yield* filesUnder(join(path, name))
}

function fingerprint() {
  const hash = createHash('sha256')
  for (const source of SOURCES)
    for (const file of filesUnder(join(ROOT, source))) hash.update(file.slice(ROOT.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/** Builds what is not built from these very sources; a build that was cut off is done anew. */
export async function ensureBuilt() {
  const wanted = fingerprint()
  const there = existsSync(join(ROOT, 'apps/server/dist/main.js')) && existsSync(join(ROOT, 'apps/web/dist/index.html'))
  if (there && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return
  say('Building …')
  await run('npx', ['tsc', '-b', '--force'], { sentence: 'The sources do not compile' })
  await run('npm', ['run', 'build', '-w', '@plucky/web'], { sentence: 'The web application could not be built' })
  writeFileSync(STAMP, wanted)
}
