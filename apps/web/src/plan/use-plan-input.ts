import type { JobContent } from '@plucky/contract'
import type { Catalogue, PlanInput, PlanWishes, Unit } from '@plucky/core'
import { useMemo } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'

/** Wishes of a job without any. One object, so that a search does not restart. */
export const NO_WISHES: PlanWishes = {}

/** Input of a plan for a job. Contains only fields that a plan depends on, so that a new name or note does not restart a search. */
export function usePlanInput(content: JobContent, unit: Unit): PlanInput {
  const { parts, operations, kits } = useStore(shopStore)
  const { spec, arrived, brief, rules, variantId, book, wishes = NO_WISHES } = content
  return useMemo(
    () => ({
      unit,
      variantId,
      brief,
      rules,
      catalogue: catalogueOf(unit, { parts, operations, kits }),
      arrived,
      present: spec,
      book,
      wishes,
    }),
    [spec, arrived, brief, rules, variantId, book, unit, parts, operations, kits, wishes],
  )
}

/** Items for one transmission only, to keep the message to the worker small. */
export const catalogueOf = (unit: Unit, { parts, operations, kits }: Catalogue): Catalogue => ({
  parts: ofUnit(parts, unit),
  operations: ofUnit(operations, unit),
  kits: ofUnit(kits, unit),
})

const ofUnit = <T extends { readonly unitIds: readonly string[] }>(items: ReadonlyMap<string, T>, { id }: Unit): Map<string, T> =>
  new Map([...items].filter(([, { unitIds }]) => unitIds.includes(id)))
