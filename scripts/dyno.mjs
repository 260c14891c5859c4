import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { ensureBuilt } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'

const USAGE =
  'npm run -s dyno -- JOB.json [--rows 20000] [--delimiter ";"] [--decimal ,] [--torque N·m|lb-ft] [--quoted] [--wheels 0.15] [--noise 0.004] [--seed 1]'

/** The made-up dyno cell: pulls the engine of a job file and writes what a cell would, to standard output. */
async function main() {
  console.log = console.error
  const options = {
    rows: { type: 'string', default: '400' },
    delimiter: { type: 'string', default: ',' },
    decimal: { type: 'string', default: '.' },
    torque: { type: 'string', default: 'lb-ft' },
    quoted: { type: 'boolean', default: false },
    wheels: { type: 'string', default: '0' },
    noise: { type: 'string', default: '0.004' },
    seed: { type: 'string', default: '1' },
  }
  const { values, positionals } = parseArgs({ options, allowPositionals: true })
  const [file] = positionals
  if (!file) throw new Error(USAGE)
  checkNode()
  await ensurePackages()
  await ensureBuilt({ web: false })
  const core = await import('../packages/core/dist/index.js')
  const { readJob, writeDynoCsv } = await import('../packages/contract/dist/index.js')
  const { demoShop } = await import('../packages/demo/dist/index.js')
  const read = readJob(JSON.parse(readFileSync(file, 'utf8')), demoShop().lookup)
  if (!read.ok) throw new Error(read.problems.map(({ path, sentence }) => `${path}: ${sentence}`).join('\n'))
  const engine = core.engineOfBrief(read.value.job.brief.engine)
  if (!engine.ok) throw new Error('The engine figures in this job conflict.')
  const pull = {
    rows: Number(values.rows),
    lossShare: Number(values.wheels),
    factor: 1,
    torqueNoise: Number(values.noise),
    speedNoiseRadPerS: core.toSi(3, 'rpm'),
  }
  const rows = core.dynoPull(engine.value.on, pull, core.seeded(Number(values.seed)))
  const { delimiter, decimal, torque, quoted } = values
  process.stdout.write(writeDynoCsv(rows, { delimiter, decimal, torque, quoted }))
}

main().catch((error) => {
  console.error(error.message)
  process.exitCode = 2
})
