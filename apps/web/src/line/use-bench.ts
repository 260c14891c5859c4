import type { JobContent } from '@plucky/contract'
import type { Answer, DutyCase, HouseRules, Part, SpecAnswer, Unit } from '@plucky/core'
import { useEffect, type KeyboardEvent } from 'react'
import { useStore } from 'zustand'
import { change } from '../state/job.js'
import { candidatesFor, shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'

/** Everything the main screen shows of a job: its answer, the station and candidate looked at, the case shown, the ways to change it. */
export interface BenchView {
  readonly answer: SpecAnswer | undefined
  readonly answered: Answer | undefined
  readonly station: string
  readonly candidates: readonly Part[]
  readonly fitted: Part | undefined
  readonly arrived: Part | undefined
  readonly candidate: Part | undefined
  readonly duty: DutyCase | undefined
  readonly fits: ReadonlyMap<string, Part>
  readonly rules: HouseRules
  readonly choose: (stationId: string) => void
  readonly look: (partId: string) => void
  readonly fit: (partId: string) => void
}

export function useBench(content: JobContent, unit: Unit): BenchView {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const view = useStore(viewStore)
  const answer = answerFor(content)
  const answered = answer?.outcome === 'answered' ? answer : undefined
  const weakest = answered?.breakingOrder[0] ?? ''
  const station = unit.stations.some((s) => s.id === view.station) ? view.station : weakest || (unit.stations[0]?.id ?? '')
  const candidates = candidatesFor(parts, unit.id, station)
  const partAt = (fits: JobContent['arrived']) => parts.get(fits[station] ?? '')
  const fitted = partAt(content.spec.fits)
  const candidate = candidates.find((part) => part.id === view.candidate) ?? fitted
  useOpening(unit, weakest)
  return {
    answer,
    answered,
    station,
    candidates,
    fitted,
    arrived: partAt(content.arrived),
    candidate,
    duty: answered?.cases.find((c) => c.id === view.caseId) ?? answered?.cases[0],
    fits: new Map(
      Object.entries(content.spec.fits).flatMap(([id, part]): [string, Part][] =>
        part && parts.has(part) ? [[id, parts.get(part) as Part]] : [],
      ),
    ),
    rules: content.rules,
    choose: (id) => viewStore.setState({ station: id, candidate: '' }),
    look: (id) => viewStore.setState({ candidate: id, working: null }),
    fit: (id) => change((job) => withPart(job, station, id)),
  }
}

/** When another unit comes on the bench, the eye goes to what goes first. */
function useOpening(unit: Unit, weakest: string): void {
  useEffect(() => {
    if (!unit.stations.some((s) => s.id === viewStore.getState().station))
      viewStore.setState({ station: weakest, candidate: '', tryPowerW: null })
  }, [unit, weakest])
}

/** The job with another part fitted; the very same job where it is fitted already. */
function withPart(job: JobContent, stationId: string, partId: string): JobContent {
  if (job.spec.fits[stationId] === partId) return job
  return { ...job, spec: { ...job.spec, fits: { ...job.spec.fits, [stationId]: partId } } }
}

/** Keys of the line: left and right walk the stations in the builder's order, up and down the candidates, Enter fits. */
export function lineKeys(unit: Unit, bench: BenchView): (event: KeyboardEvent) => void {
  const stations = unit.stations.map((s) => s.id)
  const parts = bench.candidates.map((p) => p.id)
  const step = (ids: readonly string[], at: string, by: number) => ids[Math.min(ids.length - 1, Math.max(0, ids.indexOf(at) + by))] ?? at
  const candidate = bench.candidate?.id ?? ''
  const moves: Record<string, () => void> = {
    ArrowRight: () => bench.choose(step(stations, bench.station, 1)),
    ArrowLeft: () => bench.choose(step(stations, bench.station, -1)),
    ArrowDown: () => bench.look(step(parts, candidate, 1)),
    ArrowUp: () => bench.look(step(parts, candidate, -1)),
    Home: () => bench.choose(stations[0] ?? ''),
    End: () => bench.choose(stations[stations.length - 1] ?? ''),
    Enter: () => candidate && bench.fit(candidate),
  }
  return (event) => {
    const move = moves[event.key]
    if (!move || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    move()
  }
}
