import { steelOf } from '../material/steels.js'
import { torsionModulus } from '../shaft/torsion.js'
import { placeParts } from '../spec/limits.js'
import type { Part } from '../spec/part.js'
import { hubSplinesOf } from '../spec/spline-stops.js'
import { workJoint } from './plate.js'
import { workBursting, workShearYield, workSplineTeeth } from './shaft.js'
import { fromDerivation, inputValue, derive, type InputValue, type Derivation } from './working.js'

/** Derivation of the torque limit of a place of a hub or shell neck. `undefined` for a weld or a press joint. */
export function workHub(part: Part, limitPlace: string): Derivation | undefined {
  if (part.kind !== 'hub' && part.kind !== 'shell') return undefined
  const { geometry } = part
  const steel = geometry.steelId === undefined ? undefined : steelOf({ ...geometry, steelId: geometry.steelId })
  const { name: place, feature } = placeParts(limitPlace)
  if (!steel) return undefined
  if (feature === 'flange' && part.kind === 'hub' && part.geometry.flange)
    return workJoint(part.geometry.flange, 'torque at which the flange slips')
  if (feature === 'neck' && part.kind === 'shell')
    return workNeck(part.geometry, fromDerivation(workShearYield(steel, steel.yieldPa, 'neck yield')))
  const spline = hubSplinesOf(part).find(({ name }) => name === place)
  if (!spline) return undefined
  const name = `torque capacity of “${spline.name}” (${feature === 'bursting' ? 'bursting of its wall' : 'its teeth'})`
  if (feature === 'bursting' && part.kind === 'hub') return workBursting(name, spline, spline.lengthM, part.geometry.outerDiameterM, steel)
  return workSplineTeeth(name, spline, spline.lengthM, workShearYield(steel, steel.yieldPa, 'spline teeth yield'))
}

function workNeck(
  { thicknessM, neckRadiusM, windows = 0, windowWidthM = 0 }: Extract<Part, { kind: 'shell' }>['geometry'],
  τy: InputValue,
): Derivation {
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
