import type { JobContent, Spec } from '@plucky/contract'
import { EMPTY_BOOK, NOTHING_FOUND, planOnUnit, type Catalogue, type PlanInput, type Unit } from '@plucky/core'

/** Longest job name. */
const NAME_MOST = 60

/** The same job on another transmission with its stock parts as received, and a build. */
export function jobOnUnit(content: JobContent, planned: PlanInput, unit: Unit, catalogue: Catalogue, spec: Spec): JobContent {
  const { brief, arrived, present, wishes } = planOnUnit({ ...planned, catalogue }, unit)
  return {
    ...content,
    name: `${content.name}, ${unit.name}`.slice(0, NAME_MOST),
    unitId: unit.id,
    variantId: null,
    brief,
    arrived,
    arrivedPressure: present.pressure,
    teardown: NOTHING_FOUND,
    spec,
    book: EMPTY_BOOK,
    wishes,
  }
}
