import { shearYield, steelOf, type OfSteel } from '../../material/steels.js'
import { internalSplineLimits } from '../hub/hub.js'
import { deriveShearYield } from '../../material/steel-derivation.js'
import { derive, fromDerivation, inputValue, type Derivation, type InputValue } from '../../quantity/derivation.js'
import type { PlaceLimit } from '../../joint/place-limit.js'
import type { HubSpline } from '../../joint/spline.js'
import { torsionModulus } from '../shaft/torsion.js'

/** Dimensions of a shell that carry torque through its neck. */
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
export function neckLimits(shell: NeckGeometry): PlaceLimit<'neck' | 'spline-teeth' | 'bursting'>[] {
  const { steelId, thicknessM, neckRadiusM, windows = 0, windowWidthM = 0, splines = [] } = shell
  const steel = steelId === undefined ? undefined : steelOf({ ...shell, steelId })
  if (!steel) return []
  const left = 1 - (windows * windowWidthM) / (2 * Math.PI * neckRadiusM)
  const tube = torsionModulus(2 * neckRadiusM, 2 * (neckRadiusM - thicknessM))
  return [
    {
      name: 'neck',
      feature: 'neck',
      torqueNm: shearYield(steel.yieldPa) * tube * left,
      derivation: () => deriveNeck(shell, fromDerivation(deriveShearYield(steel, steel.yieldPa, 'neck yield'))),
    },
    ...splines.flatMap((spline) => internalSplineLimits(spline, steel)),
  ]
}

/** Derivation of the torque capacity of a shell neck. */
function deriveNeck({ thicknessM, neckRadiusM, windows = 0, windowWidthM = 0 }: NeckGeometry, τy: InputValue): Derivation {
  return derive(
    {
      name: 'torque capacity of the neck',
      unit: 'lb-ft',
      formula: 'τy · π · (R⁴ − (R − t)⁴) / (2 · R) · (1 − n · w / (2π · R))',
      source: 'Shigley, ch. 3; less the window fraction of the circumference',
    },
    {
      τy,
      R: inputValue('neck radius', neckRadiusM, 'in', 'part'),
      t: inputValue('wall', thicknessM, 'in', 'part'),
      n: inputValue('windows', windows, null, 'part'),
      w: inputValue('window width', windowWidthM, 'in', 'part'),
    },
    (v) => v.τy * torsionModulus(2 * v.R, 2 * (v.R - v.t)) * (1 - (v.n * v.w) / (2 * Math.PI * v.R)),
  )
}
