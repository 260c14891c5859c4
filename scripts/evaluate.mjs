import { readFileSync } from 'node:fs'
import { ensureBuilt } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { Trouble } from './lib/say.mjs'

const BAD_FILE = 2

/** Only the verdict goes to standard output; what is said on the way goes beside it. */
console.log = console.error
const print = (value) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

function refuse(errors) {
  print({ errors })
  process.exitCode = BAD_FILE
}

function parsed(file) {
  let text
  try {
    text = readFileSync(file, 'utf8')
  } catch (error) {
    return { error: { code: 'file-unreadable', path: '', sentence: `The file "${file}" can't be read: ${error.message}` } }
  }
  try {
    return { value: JSON.parse(text) }
  } catch (error) {
    return { error: { code: 'json-unreadable', path: '', sentence: `The file is not readable JSON: ${error.message}` } }
  }
}

async function main([file]) {
  if (!file) throw new Trouble('Name a job file: npm run -s evaluate -- FILE')
  checkNode()
  await ensurePackages()
  await ensureBuilt({ web: false })
  const { readJob, evaluation } = await import('../packages/contract/dist/index.js')
  const { demoShop } = await import('../packages/demo/dist/index.js')
  const json = parsed(file)
  if (json.error) return refuse([json.error])
  const read = readJob(json.value, demoShop().lookup)
  if (!read.ok) return refuse(read.problems)
  print(evaluation(read.value))
}

main(process.argv.slice(2)).catch((error) => {
  console.error(error instanceof Trouble ? error.message : error)
  process.exitCode = 1
})
