/** Transmission fluid as it is taken in the whole house: density and specific heat (common practice, no source). */
export const OIL = { densityKgPerM3: 850, specificHeatJPerKgK: 2100 } as const

/** Kinematic viscosity of a usual automatic transmission fluid, m²/s, at 40 °C and at 100 °C (from memory). */
const KNOWN = [
  { kelvin: 313.15, m2PerS: 34e-6 },
  { kelvin: 373.15, m2PerS: 7.3e-6 },
] as const

/** log10 log10(ν + 0.7), ν in mm²/s. */
const doubleLog = (m2PerS: number) => Math.log10(Math.log10(m2PerS * 1e6 + 0.7))

const SLOPE = (doubleLog(KNOWN[0].m2PerS) - doubleLog(KNOWN[1].m2PerS)) / (Math.log10(KNOWN[1].kelvin) - Math.log10(KNOWN[0].kelvin))

/**
 * Dynamic viscosity of transmission fluid, Pa·s: ν by log log(ν + 0.7) = A − B·log T through two known points (ASTM D341, from memory), times a
 * density that is taken as constant. From 0 to 150 °C.
 * @example oilViscosity(313.15) // → 0.0289
 * @example oilViscosity(373.15) // → 0.006205
 */
export function oilViscosity(kelvin: number): number {
  const logLog = doubleLog(KNOWN[0].m2PerS) - SLOPE * (Math.log10(kelvin) - Math.log10(KNOWN[0].kelvin))
  return (10 ** (10 ** logLog) - 0.7) * 1e-6 * OIL.densityKgPerM3
}
