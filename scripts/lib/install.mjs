import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, run, say, Trouble } from './say.mjs'

const LEAST_NODE = [20, 19]

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major > LEAST_NODE[0] || (major === LEAST_NODE[0] && minor >= LEAST_NODE[1])) return
  throw new Trouble(
    `Node ${LEAST_NODE.join('.')} or later is needed; this is ${process.versions.node}. Install a newer one and start again.`,
  )
}

/** Installs npm packages where the lock file asks for others than are there; a half-finished install is done anew. */
export async function ensurePackages() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
  const stamp = join(ROOT, 'node_modules/.plucky-lock')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Installing npm packages (first run only)…')
  await run('npm', ['ci', '--no-audit', '--no-fund'], {
    sentence: 'npm packages could not be installed. Check the network connection.',
  })
  writeFileSync(stamp, wanted)
}

/** Installs Debian packages as root or through sudo, with a clear sentence where neither is to be had. */
export async function installDebian(packages, why) {
  const root = process.getuid?.() === 0
  const by = root ? [] : ['sudo', '-n']
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const apt = (...args) => run([...by, 'apt-get'][0], [...by, 'apt-get', ...args].slice(1), { env })
  say(`Installing ${packages.join(', ')} from Debian (first run only)…`)
  try {
    await apt('update')
    await apt('install', '-y', '--no-install-recommends', ...packages)
  } catch (cause) {
    const hand = `apt-get install ${packages.join(' ')}`
    throw new Trouble(
      `${why} It could not be installed from Debian's packages${root ? '' : ' (this user is not root, and sudo needs a password)'}. By hand: ${root ? '' : 'sudo '}${hand}\n${cause.message}`,
      { cause },
    )
  }
}

const CHROMIUM = '/usr/bin/chromium'
/** Chromium without the browser's own window: the same pages with a fifth less work. */
const CHROMIUM_SHELL = '/usr/bin/chromium-headless-shell'

export async function ensureChromium() {
  if (existsSync(CHROMIUM_SHELL)) return CHROMIUM_SHELL
  const installed = await installDebian(['chromium-headless-shell'], 'The tests of the screens need Chromium.').then(
    () => CHROMIUM_SHELL,
    (trouble) => trouble,
  )
  if (installed === CHROMIUM_SHELL) return CHROMIUM_SHELL
  if (!existsSync(CHROMIUM)) throw installed
  return CHROMIUM
}
