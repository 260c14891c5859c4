import type { Lookup } from '@plucky/contract'
import type { Operation, Part, Unit } from '@plucky/core'

/** Items that a job references, as plain data for a worker thread. */
export interface Items {
  readonly units: readonly Unit[]
  readonly parts: readonly Part[]
  readonly operations: readonly Operation[]
}

export function lookupOf({ units, parts, operations }: Items): Lookup {
  const byId = <T extends { readonly id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))
  const [unitsById, partsById, operationsById] = [byId(units), byId(parts), byId(operations)]
  return {
    unit: (id) => unitsById.get(id),
    part: (id) => partsById.get(id),
    operation: (id) => operationsById.get(id),
  }
}
