import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuilt } from './lib/build.mjs'
import { claim } from './lib/data-folder.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { freePort, portFrom } from './lib/ports.mjs'
import { ensurePostgres, startPostgres, stopLeftOver } from './lib/postgres.mjs'
import { fail, ROOT, say } from './lib/say.mjs'

/** The application with reload: the server restarts when its compiled sources change, the pages reload by themselves. Own data folder. */
async function main() {
  checkNode()
  await ensurePackages()
  await ensurePostgres()
  await ensureBuilt({ web: false })
  const folder = process.env.PLUCKY_DATA ?? join(ROOT, '.plucky-dev')
  const release = claim(folder)
  await stopLeftOver(folder)
  const postgres = await startPostgres({ folder, port: await freePort(), onExit: (how) => say(`The database stopped (${how}).`) })
  const port = portFrom('PORT', 4780)
  const env = { ...process.env, PORT: String(port), DATABASE_URL: postgres.urlOf('postgres') }
  const running = [
    ['npx', ['tsc', '-b', '--watch', '--preserveWatchOutput']],
    ['node', ['--watch', 'apps/server/dist/main.js']],
    ['npm', ['exec', '-w', '@plucky/web', '--', 'vite']],
  ].map(([command, args]) => spawn(command, args, { cwd: ROOT, env, stdio: 'inherit', detached: true }))
  let ending
  const end = () => {
    ending ??= (async () => {
      for (const { pid, exitCode } of running) if (exitCode === null) process.kill(-pid, 'SIGTERM')
      await postgres.stop()
      release()
      process.exit()
    })()
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end)
}

main().catch(fail)
