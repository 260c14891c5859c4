import { readFileSync } from 'node:fs'
import { ensureBuilt } from './build.mjs'
import { checkNode, ensurePackages } from './install.mjs'
import { Trouble } from './say.mjs'

const BAD_FILE = 2

function parsed(file) {
  let text
  try {
    text = readFileSync(file, 'utf8')
  } catch (error) {
    return { errors: [{ code: 'file-unreadable', path: '', sentence: `The file "${file}" can't be read: ${error.message}` }] }
  }
  try {
    return { value: JSON.parse(text) }
  } catch (error) {
    return { errors: [{ code: 'json-unreadable', path: '', sentence: `The file is not valid JSON: ${error.message}` }] }
  }
}

async function answered(usage, answer) {
  const [file] = process.argv.slice(2)
  if (!file) throw new Trouble(usage)
  checkNode()
  await ensurePackages()
  await ensureBuilt({ web: false })
  const contract = await import('../../packages/contract/dist/index.js')
  const { demoShop } = await import('../../packages/demo/dist/index.js')
  const json = parsed(file)
  const { value, errors } = json.errors ? json : answer(contract, demoShop(), json.value)
  process.stdout.write(`${JSON.stringify(errors ? { errors } : value, null, 2)}\n`)
  if (errors) process.exitCode = BAD_FILE
}

/** Answers the file named on the command line as JSON on standard output; what is said on the way goes beside it. */
export function answerFile(usage, answer) {
  console.log = console.error
  answered(usage, answer).catch((error) => {
    console.error(error instanceof Trouble ? error.message : error)
    process.exitCode = 1
  })
}
