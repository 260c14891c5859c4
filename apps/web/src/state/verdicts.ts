import type { JobContent } from '@plucky/contract'
import { specAnswer, workMargin, workPowerHeld, type Part, type SpecAnswer, type SpecInput, type Working } from '@plucky/core'
import { shopStore } from './shop.js'

let cache = new WeakMap<JobContent, Map<string, SpecAnswer>>()
shopStore.subscribe((shop, before) => {
  if (shop.parts !== before.parts || shop.units !== before.units) cache = new WeakMap()
})

/** All that the core needs to judge a job, or nothing where its unit is not on the shelf. */
export function specInputOf(content: JobContent, swap: Readonly<Record<string, string>> = {}): SpecInput | undefined {
  const { units, parts, gearing } = shopStore.getState()
  const unit = units.find((u) => u.id === content.unitId)
  if (!unit) return undefined
  const fits = Object.entries({ ...content.spec.fits, ...swap })
  const fitted = new Map(fits.flatMap(([station, id]): [string, Part][] => (id && parts.has(id) ? [[station, parts.get(id) as Part]] : [])))
  const solved = gearing.get(unit.id)
  return {
    unit,
    brief: content.brief,
    fitted,
    pressure: content.spec.pressure,
    rules: content.rules,
    ...(solved ? { gearing: solved } : {}),
  }
}

/** What the core says of a job, or of the job with another part at one station; each state is judged once. */
export function answerFor(content: JobContent, stationId?: string, partId?: string): SpecAnswer | undefined {
  const swap = stationId !== undefined && partId !== undefined && content.spec.fits[stationId] !== partId ? { [stationId]: partId } : {}
  const key = JSON.stringify(swap)
  const known = cache.get(content) ?? new Map<string, SpecAnswer>()
  cache.set(content, known)
  const before = known.get(key)
  if (before) return before
  const input = specInputOf(content, swap)
  if (!input) return undefined
  const answer = specAnswer(input)
  known.set(key, answer)
  return answer
}

/** The working of a station's power held, or of its margin in a case. */
export function workingFor(content: JobContent, stationId: string, caseId: string | null): Working | undefined {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  if (!input || answer?.outcome !== 'answered') return undefined
  return caseId === null ? workPowerHeld(input, answer, stationId) : workMargin(input, answer, stationId, caseId)
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
