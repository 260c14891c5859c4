/** Linings of packs and bands. */
export const PACK_LININGS = ['paper', 'high-energy', 'graphitic', 'semi-metallic', 'woven-carbon', 'aramid'] as const
export type PackLining = (typeof PACK_LININGS)[number]

/** Hot behavior and limits of a lining class (from memory, middles of ranges). */
export interface LiningClass {
  readonly hotStaticFriction: number
  /** Dynamic over static. */
  readonly dynamicShare: number
  readonly unitPressurePa: number
  /** Energy of one shift per area of all faces, J/m². */
  readonly energyJPerM2: number
  /** Power at its greatest per area, W/m². */
  readonly powerWPerM2: number
  readonly rubbingMPerS: number
}

export const LINING_CLASSES: Readonly<Record<PackLining, LiningClass>> = {
  paper: { hotStaticFriction: 0.13, dynamicShare: 0.9, unitPressurePa: 3.5e6, energyJPerM2: 0.8e6, powerWPerM2: 3.5e6, rubbingMPerS: 60 },
  'high-energy': {
    hotStaticFriction: 0.14,
    dynamicShare: 0.92,
    unitPressurePa: 5e6,
    energyJPerM2: 1.4e6,
    powerWPerM2: 6e6,
    rubbingMPerS: 75,
  },
  graphitic: {
    hotStaticFriction: 0.15,
    dynamicShare: 0.9,
    unitPressurePa: 4.5e6,
    energyJPerM2: 1.6e6,
    powerWPerM2: 5.5e6,
    rubbingMPerS: 60,
  },
  'semi-metallic': {
    hotStaticFriction: 0.12,
    dynamicShare: 0.85,
    unitPressurePa: 7e6,
    energyJPerM2: 2e6,
    powerWPerM2: 5e6,
    rubbingMPerS: 50,
  },
  'woven-carbon': {
    hotStaticFriction: 0.13,
    dynamicShare: 0.95,
    unitPressurePa: 6e6,
    energyJPerM2: 2.2e6,
    powerWPerM2: 6e6,
    rubbingMPerS: 80,
  },
  // On a band's drum: thick iron, whose surface is 300 K above its oil at these figures in 0.3 s (by Newcomb’s rise).
  aramid: { hotStaticFriction: 0.12, dynamicShare: 0.9, unitPressurePa: 3e6, energyJPerM2: 2e6, powerWPerM2: 13e6, rubbingMPerS: 50 },
}

/** Dynamic over static friction where the lining is not known (from memory). */
const DYNAMIC_SHARE = 0.9

/** Dynamic over static friction of a lining. Source: from memory. */
export const dynamicShare = (lining: PackLining | undefined): number => (lining ? LINING_CLASSES[lining].dynamicShare : DYNAMIC_SHARE)

/** Heat of a shift on the rubbing area of a lining. */
export interface LiningHeat {
  readonly energyJPerM2: number
  readonly powerWPerM2: number
}

/**
 * Friction falls as linings heat: μ = μ₄₀·(1 − 0.0015·(T − 40 °C)) (from memory).
 * @example frictionAt(0.15, 313.15 + 100) // → 0.1275
 */
export const frictionAt = (frictionAt40C: number, kelvin: number): number => frictionAt40C * (1 - 0.0015 * (kelvin - 313.15))
