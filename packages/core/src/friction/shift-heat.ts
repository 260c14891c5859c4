/** Steel of clutch plates: conductivity, density, specific heat (from memory, plain carbon steel). */
export const PLATE_STEEL = { conductivityWPerMK: 45, densityKgPerM3: 7850, specificHeatJPerKgK: 460 } as const

const { conductivityWPerMK: K, densityKgPerM3: RHO, specificHeatJPerKgK: C } = PLATE_STEEL
export const PLATE_DIFFUSIVITY = K / (RHO * C)

/** 2·√(1/2π)·(2/3)·... of a flux that falls evenly to nothing: the greatest surface rise comes half way (Newcomb 1960, from memory). */
const NEWCOMB = 4 / 3 / Math.sqrt(2 * Math.PI)

/**
 * Greatest rise of the surface of thick steel under a flux that falls evenly from q₀ to nothing in t_s: 0.532·q₀·√(t_s/(k·ρ·c)) (Newcomb, from
 * memory). For Fourier numbers α·t_s/(b/2)² below 0.2, b the thickness heated from both faces.
 * @example newcombRise(1e6, 0.4) // → 26.39
 */
export const newcombRise = (fluxWPerM2: number, shiftS: number): number => NEWCOMB * fluxWPerM2 * Math.sqrt(shiftS / (K * RHO * C))

/** α·t_s/(b/2)²: under 0.2 the heat does not reach the middle of the plate in the shift. Source: Carslaw & Jaeger. */
export const fourierNumber = (shiftS: number, thicknessM: number): number => (PLATE_DIFFUSIVITY * shiftS) / (thicknessM / 2) ** 2

/** Terms of the series of a slab. */
const TERMS = 60

/**
 * Rise of the surface of a slab heated alike on both faces by a flux that falls evenly from q₀ to nothing in t_s, at a time up to t_s: uniform rise and
 * series of the insulated slab (Carslaw & Jaeger, Conduction of Heat in Solids, art. 3.8, with Duhamel's integral; from memory). Any thickness.
 * @example slabRise(1e6, 0.4, 0.1, 0.2) / newcombRise(1e6, 0.4) // → 1.00
 */
export function slabRise(fluxWPerM2: number, shiftS: number, thicknessM: number, timeS: number): number {
  const half = thicknessM / 2
  // Heat let in so far, evenly spread.
  let rise = (fluxWPerM2 * (timeS - timeS ** 2 / (2 * shiftS))) / (RHO * C * half)
  for (let n = 1; n <= TERMS; n++) {
    const rate = (PLATE_DIFFUSIVITY * (n * Math.PI) ** 2) / half ** 2
    // ∫ (1 − τ/t_s)·e^(−rate·(t − τ)) dτ from 0 to t
    const decay = Math.exp(-rate * timeS)
    const integral = (1 - decay) / rate - (timeS / rate - (1 - decay) / rate ** 2) / shiftS
    rise += ((2 * fluxWPerM2) / (RHO * C * half)) * integral
  }
  return rise + tail(fluxWPerM2, shiftS, half, timeS)
}

/** Sum of the terms beyond the last. They follow the flux at once, and Σ 1/n² beyond N is nearly 1/(N + ½). */
const tail = (flux: number, shiftS: number, half: number, timeS: number): number =>
  ((2 * flux * half) / (K * Math.PI ** 2)) * (1 - timeS / shiftS) * (1 / (TERMS + 0.5))

/**
 * Greatest surface rise in a shift: by Newcomb where the steel is thick for it, by the slab where it is not.
 * Source: Newcomb; Carslaw & Jaeger.
 */
export function surfaceRise(fluxWPerM2: number, shiftS: number, thicknessM: number): number {
  if (fourierNumber(shiftS, thicknessM) < THICK) return newcombRise(fluxWPerM2, shiftS)
  const at = Array.from({ length: 50 }, (_, i) => slabRise(fluxWPerM2, shiftS, thicknessM, ((i + 1) * shiftS) / 50))
  return Math.max(...at)
}

const THICK = 0.2

/**
 * Evenly spread rise of the steels of a pack that take all the heat of a shift, E/(m·c); end steels that are heated from one side only count half, as
 * they take half.
 * Source: energy balance.
 * @example bulkRise(20000, 1) // → 43.48
 */
export const bulkRise = (energyJ: number, steelKg: number): number => energyJ / (steelKg * C)
