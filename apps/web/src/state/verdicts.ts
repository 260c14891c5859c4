import type { JobContent } from '@plucky/contract'
import { specAnswer, type Part, type SpecAnswer } from '@plucky/core'
import { shopStore } from './shop.js'

let cache = new WeakMap<JobContent, Map<string, SpecAnswer>>()
shopStore.subscribe((shop, before) => {
  if (shop.parts !== before.parts || shop.units !== before.units) cache = new WeakMap()
})

/** What the core says of a job, or of the job with another part at one station; each state is judged once. */
export function answerFor(content: JobContent, stationId?: string, partId?: string): SpecAnswer | undefined {
  const { units, parts, gearing } = shopStore.getState()
  const unit = units.find((u) => u.id === content.unitId)
  if (!unit) return undefined
  const swap = stationId !== undefined && partId !== undefined && content.spec.fits[stationId] !== partId ? { [stationId]: partId } : {}
  const key = JSON.stringify(swap)
  const known = cache.get(content) ?? new Map<string, SpecAnswer>()
  cache.set(content, known)
  const before = known.get(key)
  if (before) return before
  const fits = Object.entries({ ...content.spec.fits, ...swap })
  const fitted = new Map(fits.flatMap(([station, id]): [string, Part][] => (id && parts.has(id) ? [[station, parts.get(id) as Part]] : [])))
  const solved = gearing.get(unit.id)
  const answer = specAnswer({
    unit,
    brief: content.brief,
    fitted,
    pressure: content.spec.pressure,
    rules: content.rules,
    ...(solved ? { gearing: solved } : {}),
  })
  known.set(key, answer)
  return answer
}

/** Price and hours of everything that differs from what came in. */
export function costOf(content: JobContent): { price: number; hours: number; changed: string[] } {
  const { parts } = shopStore.getState()
  const changed = Object.keys(content.spec.fits).filter((station) => content.spec.fits[station] !== content.arrived[station])
  const fitted = changed.flatMap((station) => parts.get(content.spec.fits[station] ?? '') ?? [])
  return {
    price: fitted.reduce((sum, part) => sum + part.price, 0),
    hours: fitted.reduce((sum, part) => sum + part.hours, 0),
    changed,
  }
}
