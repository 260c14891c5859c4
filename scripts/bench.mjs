import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from './lib/build.mjs'
import { ensureChromium } from './lib/install.mjs'
import { benchShop } from './lib/bench-shop.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, run, say } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

/** Speed claims live here, not in timed tests: the core alone, then in a real browser: a key press to the painted sentence, a long file, a mark dragged on the shaft bench. */
async function main() {
  await ensureBuilt()
  const chromium = await ensureChromium()
  await ensurePostgres()
  const { benchCore } = await import('./lib/bench-core.mjs')
  for (const line of benchCore()) say(line)
  const folder = mkdtempSync(join(tmpdir(), 'plucky-bench-'))
  const postgres = await startPostgres({ folder, port: await freePort(), careless: true })
  let server
  try {
    const port = await freePort()
    server = await startServer({ port, databaseUrl: postgres.urlOf('postgres') })
    const env = { ...process.env, PLUCKY_URL: `http://127.0.0.1:${port}`, PLUCKY_CHROMIUM: chromium }
    const said = await run('npx', ['playwright', 'test', '-c', 'e2e/bench.config.ts'], { env })
    say(
      said
        .split('\n')
        .filter((line) => /^(key press|dyno file|shaft bench)/.test(line))
        .join('\n'),
    )
    say(await benchShop({ port, databaseUrl: postgres.urlOf('postgres') }))
  } finally {
    await server?.stop()
    await postgres.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

main().catch(fail)
