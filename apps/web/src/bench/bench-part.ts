import type { Part } from '@plucky/core'

/** What a part on the bench is called while it has no name of its own. */
const ON_THE_BENCH = { id: 'on-the-bench', name: 'trial part', maker: 'Own shop', stock: false } as const

/** All but kind, figures and geometry of a part that is being tried: what goes with it comes from the part that it began from. */
export const benchPart = (unitId: string, stationId: string, like: Part | undefined) => ({
  ...ON_THE_BENCH,
  unitIds: [unitId],
  stationIds: [stationId],
  price: like?.price ?? 0,
  hours: like?.hours ?? 0,
  ...(like?.needs ? { needs: like.needs } : {}),
  ...(like?.clashes ? { clashes: like.clashes } : {}),
  ...(like?.offers ? { offers: like.offers } : {}),
})
