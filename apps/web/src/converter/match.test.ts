import type { JobContent, ShelfContent } from '@plucky/contract'
import { brakeStall, converterCharacteristic, fromSi, toSi, type Unit } from '@plucky/core'
import { demoShop } from '@plucky/demo'

const { units, shelf, operations, kits, jobs } = demoShop()
const each = <T>(items: readonly T[]) => items.map((item) => ({ item, version: 1 }))
const content = { units: each(units), parts: each(shelf), operations: each(operations), kits: each(kits) } as unknown as ShelfContent
const job = jobs.find(({ name }) => /coupe/i.test(name)) as JobContent
const unit = units.find(({ id }) => id === job.unitId) as Unit

async function matched() {
  const reply = { ok: true, status: 200, headers: new Headers(), json: async () => JSON.parse(JSON.stringify(content)) as unknown }
  Object.assign(globalThis, { fetch: async () => reply })
  const { loadShop } = await import('../state/shop.js')
  await loadShop()
  return import('./matched.js')
}

it('finds in every family the cores with the wanted stall, as a direct search does', async () => {
  const { coresFor, engineFor } = await matched()
  const engine = engineFor(job)
  if (!engine) throw new Error('no engine')
  for (const rpm of [2400, 3300, 4200]) {
    const cores = coresFor(job, toSi(rpm, 'rpm'))
    expect(new Set(cores.map(({ family, stator }) => `${family} ${stator}`)).size).toBe(cores.length)
    for (const { geometry, unlikely } of cores) {
      const match = geometry && brakeStall(engine.on, converterCharacteristic(geometry))
      expect(match?.outcome === 'matched' && fromSi(match.point.engineSpeedRadPerS, 'rpm')).toBeCloseTo(rpm, 2)
      expect(unlikely).toBe((geometry?.diameterM ?? 0) < 0.18 || (geometry?.diameterM ?? 0) > 0.36)
    }
  }
})

it('matches once for a brief and its rules, and again for others', async () => {
  const { convertersFor, engineFor, matchOf, usualWanted } = await matched()
  const [first] = convertersFor(unit)
  if (!first) throw new Error('no converter')
  const match = matchOf(job, unit, first.geometry)
  expect(matchOf({ ...job, name: 'renamed' }, unit, first.geometry)).toBe(match)
  const atPeak: JobContent = { ...job, rules: { ...job.rules, stallSchool: 'at-peak' } }
  const other = matchOf(atPeak, unit, first.geometry)
  expect(other).not.toBe(match)
  const engine = engineFor(job)
  if (!engine) throw new Error('no engine')
  const wanted = (of: JobContent) => fromSi(usualWanted(of, engine), 'rpm')
  expect([wanted(job), wanted(atPeak)]).toEqual([expect.closeTo(0.91 * 5000, 6), expect.closeTo(0.99 * 5000, 6)])
})
