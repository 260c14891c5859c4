import { quantity } from '@plucky/contract'
import { type PartOf, steelOf } from '@plucky/core'

/** Steel of a shaft, and its case depth. */
export function shaftCaption({ geometry }: PartOf<'shaft'>): string {
  const hardened = geometry.caseDepthM > 0 ? `, case ${quantity(geometry.caseDepthM, 'in')}` : ''
  return `${steelOf(geometry)?.name ?? geometry.steelId}${hardened}`
}
