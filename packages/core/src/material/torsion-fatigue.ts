import { toSi } from '../quantity/units.js'
import { cyclesAt, type Endurance } from './fatigue.js'

/** Finish of a surface that is loaded again and again. */
export const SURFACES = ['forged', 'hot-rolled', 'machined', 'ground', 'polished', 'peened'] as const
export type Surface = (typeof SURFACES)[number]

const MEGA = 1e6

/** k_a = a·S_ut^b, S_ut in MPa (Shigley, ch. 6, Marin surface factors, from memory). */
const MARIN = {
  forged: [272, -0.995],
  'hot-rolled': [57.7, -0.718],
  machined: [4.51, -0.265],
  ground: [1.58, -0.085],
} as const

/** Shot peening over a machined surface, on its endurance (from memory; 1.2 to 1.4 by steel and shot). */
const PEENED = 1.25

/**
 * Marin's surface factor for a tensile strength in Pa; a polished surface is that of the test bar.
 * Source: Marin; Shigley, ch. 6, from memory.
 * @example surfaceFactor('machined', 690e6) // → 0.798
 * @example surfaceFactor('ground', 690e6) // → 0.906
 */
export function surfaceFactor(surface: Surface, ultimatePa: number): number {
  if (surface === 'polished') return 1
  const [a, b] = MARIN[surface === 'peened' ? 'machined' : surface]
  const plain = Math.min(1, a * (ultimatePa / MEGA) ** b)
  return surface === 'peened' ? Math.min(1, PEENED * plain) : plain
}

/**
 * Marin's size factor in bending and torsion: 1.24·d^(−0.107) up to 51 mm, 1.51·d^(−0.157) above, d in mm; 1 at the test bar's 7.62 mm and under
 * (Shigley, ch. 6, from memory).
 * @example sizeFactor(0.025) // → 0.879
 */
export function sizeFactor(diameterM: number): number {
  const mm = 1000 * diameterM
  return Math.min(1, mm <= 51 ? 1.24 * mm ** -0.107 : 1.51 * mm ** -0.157)
}

/** Scatter of endurance: one standard deviation, as a share (Shigley, ch. 6, reliability factor 1 − 0.08·z). */
const SPREAD = 0.08

/**
 * Marin's reliability factor for a standard normal deviate: 0 for one in two, 2.326 for 99 of 100, negative for the strong ones.
 * Source: Marin; Shigley, ch. 6, from memory.
 * @example reliabilityFactor(2.326) // → 0.814
 */
export const reliabilityFactor = (deviate: number): number => 1 - SPREAD * deviate

/** 99 of 100 survive at this deviate. */
export const OF_A_HUNDRED = 2.326

/** Where the S–N line begins, as a share of the ultimate strength (Shigley, ch. 6). */
const AT_A_THOUSAND = 0.9
/** Slope of the line of a polished bar, 0.9·S_us to 0.577·0.5·S_ut in three decades. */
const BAR_SLOPE = -Math.log10((AT_A_THOUSAND * 0.67) / (0.577 * 0.5)) / 3

/**
 * Cycles to a crack at a reversed shear: the S–N line of the part from 10³ on; under 10³, where surface and size no longer tell, the slope of a
 * polished bar. No more than an order of magnitude there.
 * Source: Shigley, ch. 6, S–N line.
 * @example torsionCycles({ ultimatePa: 400, endurancePa: 100 }, 360) // → 1000
 */
export function torsionCycles(endurance: Endurance, reversedPa: number): number {
  const start = AT_A_THOUSAND * endurance.ultimatePa
  return reversedPa <= start ? cyclesAt(endurance, reversedPa, AT_A_THOUSAND) : 1000 * (reversedPa / start) ** (1 / BAR_SLOPE)
}

/** S_us over S_ut of steel (Shigley, ch. 6). */
export const SHEAR_ULTIMATE = 0.67
/** The load factor of torsion, by distortion energy. */
const TORSION = 0.577
const MOST_ENDURANCE_PA = toSi(100, 'ksi')

/**
 * Strength of a round bar in repeated torsion, Pa in shear, for one in two: ultimate 0.67·S_ut; endurance 0.577·min(0.5·S_ut, 100 ksi) times Marin's
 * factors for surface and size (Shigley, ch. 6).
 * @example fromSi(torsionEndurance(toSi(120, 'ksi'), { surface: 'polished', diameterM: 0.007 }).endurancePa, 'ksi') // → 34.62
 */
export function torsionEndurance(ultimatePa: number, { surface, diameterM }: { surface: Surface; diameterM: number }): Endurance {
  const bar = Math.min(0.5 * ultimatePa, MOST_ENDURANCE_PA)
  return {
    ultimatePa: SHEAR_ULTIMATE * ultimatePa,
    endurancePa: TORSION * bar * surfaceFactor(surface, ultimatePa) * sizeFactor(diameterM),
  }
}

/**
 * Notch sensitivity in torsion by Neuber's constant, q = 1/(1 + √(a/r)), √a = 0.190 − 2.51e-3·S + 1.35e-5·S² − 2.67e-8·S³ in √in for S_ut in ksi,
 * 50 to 250 (Shigley, ch. 6, from memory); hard steels feel the whole notch. Radius in m.
 * @example notchSensitivity(toSi(100, 'ksi'), toSi(0.1, 'in')) // → 0.870
 */
export function notchSensitivity(ultimatePa: number, radiusM: number): number {
  const S = Math.min(250, Math.max(50, ultimatePa / toSi(1, 'ksi')))
  const rootA = Math.max(0, 0.19 - 2.51e-3 * S + 1.35e-5 * S ** 2 - 2.67e-8 * S ** 3)
  return 1 / (1 + rootA / Math.sqrt(radiusM / toSi(1, 'in')))
}

/**
 * The reversed shear that does as much harm as one between 0 and a peak at a notch: Goodman, τ_a/(1 − τ_m/S_us), where the mean falls as soon as the
 * notch yields, τ_m = min(peak, τ_y) − τ_a, to nothing where it yields both ways (Norton, Machine Design, ch. 6, after Dowling, from memory). Without
 * that no notched shaft near its yield would bear a single launch, and bad and worse could not be told apart.
 * @example reversedAtNotch(200, { ultimatePa: 400, yieldPa: 300 }) // → 133.33
 * @example reversedAtNotch(700, { ultimatePa: 400, yieldPa: 300 }) // → 350
 */
export function reversedAtNotch(
  peakPa: number,
  { ultimatePa, yieldPa }: { readonly ultimatePa: number; readonly yieldPa: number },
): number {
  const alternating = peakPa / 2
  const mean = Math.max(0, Math.min(peakPa, yieldPa) - alternating)
  return alternating / (1 - mean / ultimatePa)
}
