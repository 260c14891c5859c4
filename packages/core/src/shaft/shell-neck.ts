import { shearYield, steelOf, type OfSteel } from '../material/steels.js'
import { internalSplineLimits, type HubLimit } from './hub.js'
import type { HubSpline } from './spline.js'
import { torsionModulus } from './torsion.js'

/** What of a shell carries torque through its neck. */
export interface NeckGeometry extends Partial<OfSteel> {
  readonly thicknessM: number
  readonly neckRadiusM: number
  /** Windows round the neck, and how much of its round each takes. */
  readonly windows?: number
  readonly windowWidthM?: number
  readonly splines?: readonly HubSpline[]
}

/**
 * Torque at which the neck of a shell begins to yield: its wall as a tube, less what windows take of its round, and its spline by the teeth.
 * Empty if the steel is unknown.
 * @example neckLimits({ steelId: '1020-hr', thicknessM: 0.003, neckRadiusM: 0.025 })[0].torqueNm // → 1173
 */
export function neckLimits(shell: NeckGeometry): (HubLimit | { place: string; feature: 'neck'; torqueNm: number })[] {
  const { steelId, thicknessM, neckRadiusM, windows = 0, windowWidthM = 0, splines = [] } = shell
  const steel = steelId === undefined ? undefined : steelOf({ ...shell, steelId })
  if (!steel) return []
  const left = 1 - (windows * windowWidthM) / (2 * Math.PI * neckRadiusM)
  const tube = torsionModulus(2 * neckRadiusM, 2 * (neckRadiusM - thicknessM))
  return [
    { place: 'neck', feature: 'neck', torqueNm: shearYield(steel.yieldPa) * tube * left },
    ...splines.flatMap((spline) => internalSplineLimits(spline, steel)),
  ]
}
