import { execFileSync, spawn } from 'node:child_process'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { ROOT, Trouble } from './say.mjs'

const PATIENCE_MS = 120_000

/** The start script on a data folder of its own, or on the database of another one, for tests that kill what it runs. */
export class Launched {
  constructor(folder, { port, pgPort, databaseUrl }) {
    Object.assign(this, { folder, port, pgPort, databaseUrl, url: `http://127.0.0.1:${port}`, said: '' })
  }

  /** Runs the start script. Resolves when the service is ready, or when the script has ended. */
  async launch() {
    const env = { ...process.env, PORT: String(this.port), PLUCKY_PG_PORT: String(this.pgPort), PLUCKY_DATA: this.folder }
    if (this.databaseUrl) env.DATABASE_URL = this.databaseUrl
    else delete env.DATABASE_URL
    delete env.npm_lifecycle_event
    this.said = ''
    this.process = spawn('node', ['scripts/start.mjs'], { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'pipe'], detached: true })
    for (const stream of [this.process.stdout, this.process.stderr]) stream.on('data', (chunk) => (this.said += chunk))
    this.gone = new Promise((resolve) => this.process.on('exit', resolve))
    await Promise.race([this.back(), this.gone])
  }

  /** Waits until the readiness check passes. */
  async back() {
    for (const until = Date.now() + PATIENCE_MS; Date.now() < until; await wait(100)) {
      const answer = await fetch(`${this.url}/api/health/ready`).catch(() => undefined)
      if (answer?.ok) return
      if (this.process.exitCode !== null) return
    }
    throw new Trouble(`The service is not ready after two minutes.\n${this.said}`)
  }

  /** Process id of the web server, a child of the launcher. */
  serverPid() {
    const pid = readdirSync('/proc').find((each) => /^\d+$/.test(each) && this.isServer(each))
    if (!pid) throw new Trouble('The web server is not running.')
    return Number(pid)
  }

  isServer(pid) {
    try {
      const parent = readFileSync(`/proc/${pid}/stat`, 'utf8')
        .replace(/^.*\) /s, '')
        .split(' ')[1]
      return Number(parent) === this.process.pid && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('apps/server')
    } catch (error) {
      if (error.code === 'ENOENT' || error.code === 'ESRCH') return false // ended in between
      throw error
    }
  }

  /** Process ids of the judges, children of the web server. */
  judgePids() {
    const found = execFileSync('sh', ['-c', 'pgrep -P "$1" -f judge-process || true', 'sh', String(this.serverPid())], { encoding: 'utf8' })
    return found.trim().split('\n').filter(Boolean).map(Number)
  }

  /** Stops all processes of the database where they are, or lets them go on. */
  pauseDatabase(signal) {
    const [pid] = readFileSync(join(this.folder, 'postgres/postmaster.pid'), 'utf8').split('\n')
    const children = execFileSync('sh', ['-c', 'pgrep -P "$1" || true', 'sh', pid], { encoding: 'utf8' }).trim().split('\n')
    for (const each of [pid, ...children].filter(Boolean)) process.kill(Number(each), signal)
  }

  /** Kills server, judges, database or launcher with SIGKILL. */
  kill(what) {
    const postmaster = join(this.folder, 'postgres/postmaster.pid')
    if (what === 'server') process.kill(this.serverPid(), 'SIGKILL')
    if (what === 'judge') for (const pid of this.judgePids()) process.kill(pid, 'SIGKILL')
    if (what === 'database' && existsSync(postmaster)) process.kill(Number(readFileSync(postmaster, 'utf8').split('\n')[0]), 'SIGKILL')
    if (what === 'launcher') process.kill(this.process.pid, 'SIGKILL')
  }

  async stop() {
    if (!this.process || this.process.exitCode !== null) return
    this.process.kill('SIGTERM')
    await this.gone
  }
}
