import { naturalPeriod, rampOvershootMost } from '../parts/shaft/shaft-spring.js'
import type { LaunchShock } from '../judge/launch-shock.js'
import { fromDerivation, inputValue, derive, type Derivation } from '../quantity/derivation.js'

/** Natural period of the turbine on the shafts of its path. */
export const derivePeriod = (shock: LaunchShock): Derivation =>
  derive(
    { name: 'natural period of the turbine on its shafts', unit: 's', formula: '2π · √(J / k)', source: 'one-mass system' },
    {
      J: inputValue('turbine inertia', shock.inertiaKgM2, 'kg·m²', 'part'),
      k: inputValue('shaft stiffness as seen at the turbine, N·m/rad', shock.stiffnessNmPerRad, null, 'computed'),
    },
    (v) => naturalPeriod(v.J, v.k),
  )

/** Overshoot of a launch's ramp on it. */
export const deriveOvershoot = (shock: LaunchShock): Derivation =>
  derive(
    {
      name: 'launch overshoot factor',
      unit: null,
      formula: '1 + T / (π · t), t half a period and more; a straight ramp on an undamped one-mass system',
      source: 'Harris, Shock and Vibration Handbook, source not checked',
    },
    { t: inputValue('torque rise time, from launch method', shock.rampS, 's', 'brief'), T: fromDerivation(derivePeriod(shock)) },
    (v) => rampOvershootMost(v.t, v.T),
  )
