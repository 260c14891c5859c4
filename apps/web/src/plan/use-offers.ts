import { planOnUnit, type Catalogue, type PlanInput, type Unit, type UnitOffer } from '@plucky/core'
import { useMemo } from 'react'
import { useShop } from '../state/use-shop.js'
import { catalogueOf } from './use-plan-input.js'
import { useSearch, type Search, type SearchSteps } from './use-search.js'

/** The plan of a job, the transmissions of the shop, and the shelf. */
interface OffersInput {
  readonly planned: PlanInput
  readonly units: readonly Unit[]
  readonly shelf: Catalogue
}

const steps: SearchSteps<OffersInput, readonly UnitOffer[]> = {
  nothing: [],
  pauseMs: 350,
  async run(planner, { planned, units, shelf }, put) {
    // One after the other, so that no message is large.
    for (const unit of units) {
      await planner.open(inputFor(planned, unit, shelf))
      const offer = await planner.offer(unit.id !== planned.unit.id)
      if (offer) put((before) => [...before, offer])
    }
  },
}

/** Plans each transmission of the shop for the engine of a plan, in a worker. The transmission of the plan keeps its parts as received. */
export function useOffers(planned: PlanInput | undefined): Search<readonly UnitOffer[]> {
  const { state, units, parts, operations, kits } = useShop()
  const input = useMemo((): OffersInput | undefined => {
    if (!planned || state !== 'ready') return undefined
    return { planned, units: units.filter(({ stations }) => stations.length > 0), shelf: { parts, operations, kits } }
  }, [planned, state, units, parts, operations, kits])
  return useSearch(input, steps)
}

function inputFor(planned: PlanInput, unit: Unit, shelf: Catalogue): PlanInput {
  return unit.id === planned.unit.id ? planned : planOnUnit({ ...planned, catalogue: catalogueOf(unit, shelf) }, unit)
}
