import { readFileSync } from 'node:fs'
import { Refused, withShop } from './running-shop.mjs'

const BAD_FILE = 2

const contract = () => import('../../packages/contract/dist/index.js')
const core = () => import('../../packages/core/dist/index.js')
const demoShopHere = async () => (await import('../../packages/demo/dist/index.js')).demoShop()
const demoLookup = async () => (await demoShopHere()).lookup

const print = (value) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

/** Runs a command on a file. A refused file: its problems as JSON, and exit code 2. */
const onFile =
  (work) =>
  async (file, ...rest) => {
    try {
      await work(parsed(file), ...rest)
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      print({ errors: error.errors })
      process.exitCode = BAD_FILE
    }
  }

function parsed(file) {
  let text
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch (error) {
    throw new Refused([{ code: 'file-unreadable', path: '', sentence: `The file "${file}" can't be read: ${error.message}` }])
  }
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new Refused([{ code: 'json-unreadable', path: '', sentence: `The file is not valid JSON: ${error.message}` }])
  }
}

/** A job file. Parts given only by id come from the demo shop. */
async function jobIn(json) {
  const { readJob } = await contract()
  const read = readJob(json, await demoLookup())
  if (!read.ok) throw new Refused(read.problems)
  return read.value
}

export const evaluate = onFile(async (json) => {
  const { evaluation } = await contract()
  print(evaluation(await jobIn(json)))
})

/** The cheapest build for a power, the strongest for a budget, or every build that no other beats. */
export const plan = onFile(async (json, options) => {
  const { catalogueFrom, itemsInJob, planOfJob, wishProblems } = await contract()
  const file = await jobIn(json)
  const catalogue = catalogueFrom(...(await shelvesFor(options)), itemsInJob(json))
  const wishes = wishesIn(options, file.job)
  const problems = [...pinnedTwice(options.keep), ...wishProblems(file.unit, catalogue, wishes)]
  if (problems.length > 0) throw new Refused(problems)
  const question = options.frontier
    ? 'frontier'
    : options.budget === undefined
      ? { powerW: await powerAsked(file, options.power) }
      : { budget: options.budget }
  print(planOfJob(file, catalogue, wishes, question))
})

/** Shelves to choose from besides the items of the job file. */
async function shelvesFor({ ownShelf, shelf }) {
  const { FileProblem, readShelfFile } = await contract()
  if (ownShelf) return []
  if (shelf.length === 0) return [await demoItems()]
  return shelf.map((path) => {
    try {
      return readShelfFile(parsed(path))
    } catch (error) {
      throw error instanceof FileProblem ? new Refused(error.problems) : error
    }
  })
}

/** Wishes of the job file and those of the command line, which replace them one by one. */
const wishesIn = (options, { wishes = {} }) => ({
  ...wishes,
  ...given({
    keep: options.keep.length > 0 && pinsIn(options.keep),
    withoutMakers: options.withoutMaker.length > 0 && options.withoutMaker,
    withoutUsed: !options.used,
    ownBenchOnly: options.ownBench,
    stockLook: options.stockLook,
    inStockOnly: options.inStock,
    anyStall: options.anyStall,
    keepPressure: options.keepPressure,
    paid: options.paid,
    hoursMost: options.hours ?? false,
    margin: options.margin ?? false,
  }),
})

const pinsIn = (pairs) => Object.fromEntries(pairs.map((pair) => pair.split('=')).map(([station, part]) => [station, part || null]))

const given = (options) => Object.fromEntries(Object.entries(options).filter(([, value]) => value !== false))

/** Stations for which two parts are to be kept. */
function pinnedTwice(pairs) {
  const stations = pairs.map((pair) => pair.split('=')[0])
  return stations
    .filter((station, i) => stations.indexOf(station) < i)
    .map((station) => ({
      code: 'pinned-twice',
      path: `keep.${station}`,
      sentence: `Two parts are to be kept at "${station}": only one can be.`,
    }))
}

async function demoItems() {
  const { shelf, operations, kits } = await demoShopHere()
  return { parts: shelf, operations, kits }
}

/** The power asked for, or the peak power of the engine. */
async function powerAsked({ job }, hp) {
  const { engineOfBrief, toSi } = await core()
  if (hp !== undefined) return toSi(hp, 'hp')
  const { toProblem } = await contract()
  const engine = engineOfBrief(job.brief.engine)
  if (!engine.ok) throw new Refused(engine.issues.map(toProblem))
  return engine.value.on.peakPowerW
}

export const ranges = onFile(async (json) => {
  const { FileProblem, rangesOf, readUnitFile } = await contract()
  try {
    print(rangesOf(readUnitFile(json)))
  } catch (error) {
    throw error instanceof FileProblem ? new Refused(error.problems) : error
  }
})

/** The simulated dyno: pulls the engine of a job file and writes what a dyno would. */
export const dyno = onFile(async (json, { rows, delimiter, decimal, torque, quoted, wheels, noise, seed }) => {
  const { dynoPull, engineOfBrief, seeded, toSi } = await core()
  const { toProblem, writeDynoCsv } = await contract()
  const engine = engineOfBrief((await jobIn(json)).job.brief.engine)
  if (!engine.ok) throw new Refused(engine.issues.map(toProblem))
  const pull = { rows, lossShare: wheels, factor: 1, torqueNoise: noise, speedNoiseRadPerS: toSi(3, 'rpm') }
  process.stdout.write(writeDynoCsv(dynoPull(engine.value.on, pull, seeded(seed)), { delimiter, decimal, torque, quoted }))
})

/** The simulated caliper: measures the parts of a job file in the order of the work. */
export const caliper = onFile(async (json, { unit: shown, seed }) => {
  const { fitUp, fittedParts, fromSi, practiceReading, seeded, USUAL_TOOL } = await core()
  const { inputOf, catalogueOf } = await contract()
  const file = await jobIn(json)
  const { job, unit } = file
  const { entries } = fitUp(inputOf(job, unit, fittedParts(job.spec, catalogueOf(file), job.book)))
  const random = seeded(seed)
  for (const entry of entries) {
    if (entry.kind === 'spline') process.stdout.write(`${entry.shaft.teeth}\n`)
    if (entry.kind === 'spline' || entry.kind === 'pattern' || entry.gauged === null) continue
    for (const metres of practiceReading(entry, USUAL_TOOL[entry.gauged], random) ?? [])
      process.stdout.write(`${fromSi(metres, shown).toFixed(shown === 'in' ? 4 : 3)}\n`)
  }
})

export async function exportShelf({ unit, ...shop }) {
  const query = unit ? `?unit=${encodeURIComponent(unit)}` : ''
  process.stdout.write(await withShop(shop, async (ask) => (await ask(`/api/shelf/file${query}`)).text()))
}

export const importShelf = onFile(async (json, shop) => {
  const headers = { 'content-type': 'application/json' }
  print(await withShop(shop, async (ask) => (await ask('/api/shelf/file', { method: 'POST', headers, body: JSON.stringify(json) })).json()))
})
