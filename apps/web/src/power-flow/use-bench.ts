import type { JobContent } from '@plucky/contract'
import {
  fittedParts,
  mayBeEmpty,
  partsFor,
  type Answer,
  type DutyCase,
  type HouseRules,
  type Part,
  type SpecResult,
  type Unit,
} from '@plucky/core'
import { useEffect, type KeyboardEvent } from 'react'
import { useStore } from 'zustand'
import { layoutFlow, type ColumnOrder } from './flow-layout.js'
import { applyChoice } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'

/** Everything the main screen shows of a job: its answer, the station and candidate looked at, the case shown, the ways to change it. */
export interface BenchView {
  readonly answer: SpecResult | undefined
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
  /** Fits a part with all that it drags along, as one step. */
  readonly fit: (partId: string) => void
  /** Removes the part. Undefined if the station is empty or the transmission needs a part there. */
  readonly remove: (() => void) | undefined
}

export function useBench(content: JobContent, unit: Unit): BenchView {
  const shop = useStore(shopStore)
  const view = useStore(viewStore)
  const answer = answerFor(content)
  const answered = answer?.outcome === 'answered' ? answer : undefined
  const weakest = answered?.breakingOrder[0] ?? ''
  const station = unit.stations.some((s) => s.id === view.station) ? view.station : weakest || (unit.stations[0]?.id ?? '')
  const candidates = partsFor(shop, unit, station)
  const fits = fittedParts(content.spec, shop, content.book)
  const fitted = fits.get(station)
  const looked = candidates.find((part) => part.id === view.candidate)
  const candidate = looked && looked.id !== fitted?.id ? looked : fitted
  useOpening(unit, weakest)
  return {
    answer,
    answered,
    station,
    candidates,
    fitted,
    arrived: shop.parts.get(content.arrived[station] ?? ''),
    candidate,
    duty: answered?.cases.find((c) => c.id === view.caseId) ?? answered?.cases[0],
    fits,
    rules: content.rules,
    choose: (id) => viewStore.setState({ station: id, candidate: '' }),
    look: (id) => viewStore.setState({ candidate: id, working: null }),
    fit: (id) => {
      if (id !== content.spec.fits[station]) applyChoice({ station, part: id })
    },
    remove: fitted && unit.stations.some((s) => s.id === station && mayBeEmpty(s)) ? () => applyChoice({ station, part: null }) : undefined,
  }
}

/** When another unit comes on the bench, the eye goes to what goes first. */
function useOpening(unit: Unit, weakest: string): void {
  useEffect(() => {
    if (!unit.stations.some((s) => s.id === viewStore.getState().station))
      viewStore.setState({ station: weakest, candidate: '', tryPowerW: null })
  }, [unit, weakest])
}

/** Keys of the line: left and right walk the stations in the builder's order, up and down the candidates, Enter fits, Delete removes. */
export function lineKeys(unit: Unit, bench: BenchView, order: ColumnOrder): (event: KeyboardEvent) => void {
  const stations = layoutFlow(unit, bench.answered?.stations ?? [], 0, order).columns.map(({ station }) => station.id)
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
    Delete: () => bench.remove?.(),
  }
  return (event) => {
    const move = moves[event.key]
    if (!move || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    move()
  }
}
