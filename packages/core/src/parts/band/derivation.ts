import { tensionRatio, isSelfEnergizing, type BandGeometry, type BandOil } from './band.js'
import { annulusArea } from '../../friction/piston.js'
import { fromDerivation, inputValue, derive, type Derivation } from '../../quantity/derivation.js'

/** Torque at which a band slips in a case, worked from pressure, servo, lever and wrap. */
export function deriveBandSlip(band: BandGeometry, oil: BandOil): Derivation {
  const tight = isSelfEnergizing(band, oil.dragSense)
  const ratio = derive(
    { name: 'band tension ratio', unit: null, formula: 'e^(μ·θ)', source: 'Shigley, section 16-4' },
    {
      μ: inputValue('static friction coefficient, hot', band.hotStaticFriction, null, 'part'),
      θ: inputValue('wrap angle, rad', band.wrapRad, null, 'part'),
    },
    (v) => tensionRatio(v.μ, v.θ),
  )
  return derive(
    {
      name: 'band slip torque',
      unit: 'lb-ft',
      formula: tight ? 'F · R · (e − 1), self-energizing' : 'F · R · (1 − 1/e), de-energizing',
      source: 'Shigley, section 16-4',
    },
    {
      F: fromDerivation(deriveServoForce(band, oil)),
      R: inputValue('drum radius', band.drumRadiusM, 'mm', 'part'),
      e: fromDerivation(ratio),
    },
    (v) => v.F * v.R * (tight ? v.e - 1 : 1 - 1 / v.e),
  )
}

function deriveServoForce(band: BandGeometry, oil: BandOil): Derivation {
  const fed = band.servo.filter(({ fedIn }) => !fedIn || fedIn.includes(oil.rangeId))
  return derive(
    {
      name: 'band apply force',
      unit: 'N',
      formula: '((line − rings) · A − spring) · i, not below 0',
      source: 'servo force balance',
    },
    {
      line: inputValue('line pressure', oil.linePressurePa, 'psi', 'spec'),
      rings: inputValue('sealing ring pressure loss', band.ringLossPa, 'psi', 'part'),
      A: inputValue(
        'servo apply area',
        fed.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0),
        'in²',
        'part',
      ),
      spring: inputValue('return spring', band.returnSpringN, 'N', 'part'),
      i: inputValue('lever ratio', band.leverRatio, null, 'part'),
    },
    (v) => Math.max(0, Math.max(0, v.line - v.rings) * v.A - v.spring) * v.i,
  )
}

/** Load limit of one end of a band, with the drum and wrap that turn it into torque. */
const endInputs = (band: BandGeometry, name: string, mostN = Infinity) => ({
  F: inputValue(name, mostN, 'N', 'part'),
  R: inputValue('drum radius', band.drumRadiusM, 'mm', 'part'),
  μ: inputValue('static friction coefficient, hot', band.hotStaticFriction, null, 'part'),
  θ: inputValue('wrap angle, rad', band.wrapRad, null, 'part'),
})

/** Band torque at the load limit of the anchor. */
export function deriveAnchor(band: BandGeometry, { dragSense }: Pick<BandOil, 'dragSense'>): Derivation {
  const tight = isSelfEnergizing(band, dragSense)
  const formula = tight ? 'F · R · (1 − e^(−μθ)): the anchor has the tight end' : 'F · R · (e^(μθ) − 1): the anchor has the slack end'
  return derive(
    { name: 'torque at anchor load limit', unit: 'lb-ft', formula, source: 'Shigley, section 16-4' },
    endInputs(band, 'anchor load limit', band.anchorMostN),
    (v) => v.F * v.R * (tight ? 1 - Math.exp(-v.μ * v.θ) : Math.exp(v.μ * v.θ) - 1),
  )
}

/** Band torque at the load limit of strut and lever. More pressure does not raise it. */
export function deriveStrut(band: BandGeometry, { dragSense }: Pick<BandOil, 'dragSense'>): Derivation {
  const tight = isSelfEnergizing(band, dragSense)
  const formula = tight ? 'F · R · (e^(μθ) − 1), self-energizing' : 'F · R · (1 − e^(−μθ)), de-energizing'
  return derive(
    { name: 'torque at strut and lever load limit', unit: 'lb-ft', formula, source: 'Shigley, section 16-4' },
    endInputs(band, 'strut and lever load limit', band.strutMostN),
    (v) => v.F * v.R * (tight ? Math.exp(v.μ * v.θ) - 1 : 1 - Math.exp(-v.μ * v.θ)),
  )
}
