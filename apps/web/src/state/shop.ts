import { solveTrain, type Part, type RangeSolution, type Unit } from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import { api } from './api.js'

/** Units and shelf, loaded once, with the gear trains solved. */
export interface Shop {
  readonly state: 'loading' | 'ready' | 'failed'
  readonly problem: string
  readonly units: readonly Unit[]
  readonly parts: ReadonlyMap<string, Part>
  readonly gearing: ReadonlyMap<string, ReadonlyMap<string, RangeSolution>>
}

export const shopStore = createStore<Shop>(() => ({
  state: 'loading',
  problem: '',
  units: [],
  parts: new Map(),
  gearing: new Map(),
}))

export async function loadShop(): Promise<void> {
  try {
    const [units, shelf] = await Promise.all([api.units(), api.shelf()])
    shopStore.setState({
      state: 'ready',
      problem: '',
      units,
      parts: new Map(shelf.map((part) => [part.id, part])),
      gearing: new Map(units.map((unit) => [unit.id, solveTrain(unit.train)])),
    })
  } catch (error) {
    shopStore.setState({ state: 'failed', problem: (error as Error).message })
  }
}

/** Puts a part on the shelf: on the server first, then here. */
export async function addPart(part: Part): Promise<Part> {
  const added = await api.addPart(part)
  shopStore.setState((shop) => ({ parts: new Map(shop.parts).set(added.id, added) }))
  return added
}

/** Parts that fit a station of a unit, stock first, then by price. */
export function candidatesFor(parts: ReadonlyMap<string, Part>, unitId: string, stationId: string): Part[] {
  const fitting = [...parts.values()].filter((part) => part.unitIds.includes(unitId) && part.stationIds.includes(stationId))
  return fitting.sort((a, b) => Number(b.stock) - Number(a.stock) || a.price - b.price || a.id.localeCompare(b.id))
}
