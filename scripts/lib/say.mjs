import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'

/** Folder of the project. */
export const ROOT = fileURLToPath(new URL('../../', import.meta.url)).replace(/\/$/, '')

export const say = (sentence) => console.log(sentence)

/** Something a person can mend; shown as its sentence alone. */
export class Trouble extends Error {}

/** Runs a program to its end; gives its output, or throws with the end of what it said. */
export function run(command, args, { sentence, show = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'], ...options })
    let said = ''
    const hear = (chunk) => (said = (said + chunk).slice(-200_000))
    child.stdout?.on('data', hear)
    child.stderr?.on('data', hear)
    child.on('error', (cause) => reject(new Trouble(`${command} can't be run: ${cause.message}`, { cause })))
    child.on('close', (code, signal) => {
      if (code === 0) return resolve(said)
      const end = said.trim().split('\n').slice(-15).join('\n')
      reject(new Trouble(`${sentence ?? `${command} ${args.join(' ')} failed`} (${signal ?? `exit ${code}`}).${end ? `\n${end}` : ''}`))
    })
  })
}

/** Ends a script on trouble: a sentence for what a person can mend, the whole trace for what is a defect. */
export function fail(error) {
  console.error(error instanceof Trouble ? `\n${error.message}` : error)
  process.exitCode = 1
}
