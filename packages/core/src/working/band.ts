import { bandForce, tensionRatio, wrapsTight, type BandGeometry, type BandOil } from '../band/band.js'
import { annulusArea } from '../clutch/piston.js'
import { from, given, worked, type Working } from './working.js'

/** Torque at which a band slips in a case, worked from pressure, servo, lever and wrap. */
export function workBand(band: BandGeometry, oil: BandOil): Working {
  const tight = wrapsTight(band, oil.dragSense)
  const ratio = worked(
    { name: 'tension over tension', unit: null, formula: 'e^(μ·θ)', source: 'Shigley, section 16-4' },
    { μ: given('hot static friction', band.hotStaticFriction, null, 'part'), θ: given('arc of wrap, rad', band.wrapRad, null, 'part') },
    (v) => tensionRatio(v.μ, v.θ),
  )
  return worked(
    {
      name: 'torque at which the band slips',
      unit: 'lb-ft',
      formula: tight ? 'F · R · (e − 1): the drum wraps it tight' : 'F · R · (1 − 1/e): the drum unwraps it',
      source: 'Shigley, section 16-4',
    },
    { F: from(workServo(band, oil)), R: given('radius of the drum', band.drumRadiusM, 'mm', 'part'), e: from(ratio) },
    (v) => v.F * v.R * (tight ? v.e - 1 : 1 - 1 / v.e),
  )
}

function workServo(band: BandGeometry, oil: BandOil): Working {
  const fed = band.servo.filter(({ fedIn }) => !fedIn || fedIn.includes(oil.rangeId))
  return worked(
    {
      name: 'force at the end of the band',
      unit: 'N',
      formula: '((line − rings) · A − spring) · i, not below 0',
      source: 'balance of the servo',
    },
    {
      line: given('line pressure', oil.linePressurePa, 'psi', 'spec'),
      rings: given('lost through the sealing rings', band.ringLossPa, 'psi', 'part'),
      A: given(
        'servo faces fed',
        fed.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0),
        'in²',
        'part',
      ),
      spring: given('return spring', band.returnSpringN, 'N', 'part'),
      i: given('lever ratio', band.leverRatio, null, 'part'),
    },
    () => bandForce(band, oil),
  )
}

/** Torque at which the anchor is pulled with all that it bears, worked from wrap and drum. */
export function workAnchor(band: BandGeometry, { dragSense }: Pick<BandOil, 'dragSense'>): Working {
  const tight = wrapsTight(band, dragSense)
  return worked(
    {
      name: 'torque at which the anchor pulls off',
      unit: 'lb-ft',
      formula: tight ? 'P · R · (1 − e^(−μθ)): the anchor has the tight end' : 'P · R · (e^(μθ) − 1): the anchor has the slack end',
      source: 'Shigley, section 16-4',
    },
    {
      P: given('anchor bears', band.anchorMostN ?? Infinity, 'N', 'part'),
      R: given('radius of the drum', band.drumRadiusM, 'mm', 'part'),
      μ: given('hot static friction', band.hotStaticFriction, null, 'part'),
      θ: given('arc of wrap, rad', band.wrapRad, null, 'part'),
    },
    (v) => v.P * v.R * (tight ? 1 - Math.exp(-v.μ * v.θ) : Math.exp(v.μ * v.θ) - 1),
  )
}
