import { workingDiameter, type ShaftGeometry } from './shaft.js'
import { polarMoment, STEEL_SHEAR_MODULUS_PA } from './torsion.js'

/**
 * Stiffness in torsion of a shaft, its sections in a row, N·m/rad: 1/Σ L/(J·G) (Shigley, ch. 4). Sections that carry nothing do not twist.
 * @example shaftStiffness({ steelId: '300m', caseDepthM: 0, sections: [{ name: 'land', outerDiameterM: 0.02, boreDiameterM: 0, lengthM: 0.1 }] }) / 1000 // → 12.46
 */
export const shaftStiffness = (shaft: ShaftGeometry): number =>
  1 /
  shaft.sections.reduce(
    (sum, s) => (s.idle ? sum : sum + s.lengthM / (polarMoment(workingDiameter(s), s.boreDiameterM) * STEEL_SHEAR_MODULUS_PA)),
    0,
  )

/** Energy that a twisted shaft stores, T²/(2·k), J. */
export const storedEnergy = (torqueNm: number, stiffnessNmPerRad: number): number => torqueNm ** 2 / (2 * stiffnessNmPerRad)

/**
 * Natural period of an inertia on a torsion spring, 2π·√(J/k), s.
 * @example naturalPeriod(0.04, 10000) // → 0.01257
 */
export const naturalPeriod = (inertiaKgM2: number, stiffnessNmPerRad: number): number =>
  2 * Math.PI * Math.sqrt(inertiaKgM2 / stiffnessNmPerRad)

/**
 * How far a torque that rises in a straight ramp overshoots on an undamped one-mass system: 1 + |sin(π·t/T)|/(π·t/T), t the ramp, T the natural
 * period (standard response, as in Harris, Shock and Vibration Handbook, from memory). 2 for a step, 1 where the ramp is one period long.
 * @example rampOvershoot(0, 0.01) // → 2
 * @example rampOvershoot(0.01, 0.01) // → 1.000
 */
export function rampOvershoot(rampS: number, periodS: number): number {
  const x = (Math.PI * rampS) / periodS
  return x === 0 ? 2 : 1 + Math.abs(Math.sin(x)) / x
}

/**
 * The most that a ramp of this length or a little longer overshoots: nobody times a launch to a whole number of periods. 1 + T/(π·t) from half a
 * period on, the response itself before.
 * @example rampOvershootMost(0.01, 0.01) // → 1.318
 */
export function rampOvershootMost(rampS: number, periodS: number): number {
  return rampS <= periodS / 2 ? rampOvershoot(rampS, periodS) : 1 + periodS / (Math.PI * rampS)
}

/**
 * Torque that stops an inertia which meets the shaft at another speed, Δω·√(k·J), N·m: a softer shaft lowers it with the root of its stiffness.
 * @example spinShock(100, 10000, 0.04) // → 2000
 */
export const spinShock = (differenceRadPerS: number, stiffnessNmPerRad: number, inertiaKgM2: number): number =>
  differenceRadPerS * Math.sqrt(stiffnessNmPerRad * inertiaKgM2)
