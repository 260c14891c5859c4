import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { ensureBuilt } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'

const USAGE = 'npm run -s calliper -- JOB.json [--unit in|mm] [--seed 1]'

/** The made-up calliper: measures the parts of a job file in the order of the work and writes what it would type, a figure a line. */
async function main() {
  console.log = console.error
  const options = { unit: { type: 'string', default: 'in' }, seed: { type: 'string', default: '1' } }
  const { values, positionals } = parseArgs({ options, allowPositionals: true })
  const [file] = positionals
  if (!file || !['in', 'mm'].includes(values.unit)) throw new Error(USAGE)
  checkNode()
  await ensurePackages()
  await ensureBuilt({ web: false })
  const core = await import('../packages/core/dist/index.js')
  const { inputOf, catalogueOf, readJob } = await import('../packages/contract/dist/index.js')
  const { demoShop } = await import('../packages/demo/dist/index.js')
  const read = readJob(JSON.parse(readFileSync(file, 'utf8')), demoShop().lookup)
  if (!read.ok) throw new Error(read.problems.map(({ path, sentence }) => `${path}: ${sentence}`).join('\n'))
  const { job, unit } = read.value
  const { entries } = core.fitUp(inputOf(job, unit, core.fittedParts(job.spec, catalogueOf(read.value), job.book)))
  const random = core.seeded(Number(values.seed))
  for (const entry of entries) {
    if (entry.kind === 'spline') process.stdout.write(`${entry.shaft.teeth}\n`)
    if (entry.kind === 'spline' || entry.kind === 'pattern' || entry.gauged === null) continue
    const shown = core.practiceReading(entry, core.USUAL_TOOL[entry.gauged], random) ?? []
    for (const metres of shown) process.stdout.write(`${core.fromSi(metres, values.unit).toFixed(values.unit === 'in' ? 4 : 3)}\n`)
  }
}

main().catch((error) => {
  console.error(error.message)
  process.exitCode = 2
})
