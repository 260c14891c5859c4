import { ensureBuilt } from './lib/build.mjs'
import { ensureChromium } from './lib/install.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres } from './lib/postgres.mjs'
import { fail, run, say } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { withTemporaryServer } from './lib/temporary-server.mjs'

/** The core alone, the pages in a real browser, and the server with a large shop. */
async function benchAll() {
  const chromium = await ensureChromium()
  const { benchCore } = await import('./lib/bench-core.mjs')
  const { benchShop } = await import('./lib/bench-shop.mjs')
  for (const line of benchCore()) say(line)
  const { benchPlan } = await import('./lib/bench-plan.mjs')
  const { demoShop } = await import('../packages/demo/dist/index.js')
  for (const line of await benchPlan(demoShop())) say(line)
  await withTemporaryServer('bench', async ({ port, databaseUrl }) => {
    const env = { ...process.env, PLUCKY_URL: `http://127.0.0.1:${port}`, PLUCKY_CHROMIUM: chromium }
    const said = await run('npx', ['playwright', 'test', '-c', 'e2e/bench.config.ts'], { env })
    for (const line of said.split('\n')) if (/^(key press|dyno file|shaft bench)/.test(line)) say(line)
    say(await benchShop({ port, databaseUrl }))
  })
}

/** Many people at once, for some minutes, on one or more servers of one database. */
async function benchPeople(minutes, servers) {
  const { benchLoad } = await import('./lib/bench-load.mjs')
  const settings = { PLUCKY_MOST_REQUESTS: '1000000' }
  const bench = async ({ port, databaseUrl }) => {
    const others = []
    try {
      while (others.length < servers - 1) {
        const other = await freePort()
        const server = await startServer({ port: other, databaseUrl, settings: { ...settings, PLUCKY_JUDGES: 'elsewhere' } })
        others.push({ ...server, port: other })
      }
      for (const line of await benchLoad({ ports: [port, ...others.map((each) => each.port)], databaseUrl }, minutes)) say(line)
    } finally {
      for (const { stop } of others) await stop()
    }
  }
  await withTemporaryServer('bench', bench, settings)
}

/**
 * npm run bench: all speed claims. npm run bench -- load [minutes] [servers]: many people at once alone, and how the memory of the servers
 * grows.
 */
async function main() {
  const [only, minutes = '0.4', servers = '2'] = process.argv.slice(2)
  await ensureBuilt()
  await ensurePostgres()
  if (only !== 'load') await benchAll()
  await benchPeople(Number(minutes), Number(servers))
}

main().catch(fail)
