import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, run, say } from './say.mjs'

const SOURCES = ['packages', 'apps', 'package-lock.json', 'tsconfig.base.json', 'tsconfig.json']
const MADE = new Set(['node_modules', 'dist', 'dist-types'])

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

const stampOf = (what) => join(ROOT, `node_modules/.plucky-built-${what}`)
const isBuilt = (what, made, wanted) =>
  existsSync(join(ROOT, made)) && existsSync(stampOf(what)) && readFileSync(stampOf(what), 'utf8') === wanted

/** Builds what is not built from these very sources; a build that was cut off is done anew. The screens are left out where nobody looks. */
export async function ensureBuilt({ web = true } = {}) {
  const wanted = fingerprint()
  if (!isBuilt('packages', 'apps/server/dist/main.js', wanted)) {
    say('Building …')
    await run('npx', ['tsc', '-b', '--force'], { sentence: 'The sources do not compile' })
    writeFileSync(stampOf('packages'), wanted)
  }
  if (!web || isBuilt('web', 'apps/web/dist/index.html', wanted)) return
  await run('npm', ['run', 'build', '-w', '@plucky/web'], { sentence: 'The web application could not be built' })
  writeFileSync(stampOf('web'), wanted)
}
