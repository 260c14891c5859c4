import { planOnUnit, type PlanInput, type Unit, type UnitOffer } from '@plucky/core'
import { useMemo } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { catalogueOf } from './use-plan-input.js'
import { useSearch, type Search, type SearchSteps } from './use-search.js'

/** Plans of the transmissions, and the id of the one of the job. */
interface OffersInput {
  readonly own: string
  readonly inputs: readonly PlanInput[]
}

const steps: SearchSteps<OffersInput, readonly UnitOffer[]> = {
  nothing: [],
  pauseMs: 350,
  async run(planner, { own, inputs }, put) {
    // One after the other, so that no message is large.
    for (const input of inputs) {
      await planner.open(input)
      const offer = await planner.offer(input.unit.id !== own)
      if (offer) put((before) => [...before, offer])
    }
  },
}

/** Plans each transmission of the shop for the engine of a plan, in a worker. The transmission of the plan keeps its parts as received. */
export function useOffers(planned: PlanInput | undefined): Search<readonly UnitOffer[]> {
  const { units, parts, operations, kits } = useStore(shopStore)
  const input = useMemo((): OffersInput | undefined => {
    if (!planned) return undefined
    const inputs = units.filter(({ stations }) => stations.length > 0).map((unit) => inputFor(planned, unit, { parts, operations, kits }))
    return { own: planned.unit.id, inputs }
  }, [planned, units, parts, operations, kits])
  return useSearch(input, steps)
}

function inputFor(planned: PlanInput, unit: Unit, shelf: Parameters<typeof catalogueOf>[1]): PlanInput {
  return unit.id === planned.unit.id ? planned : planOnUnit({ ...planned, catalogue: catalogueOf(unit, shelf) }, unit)
}
