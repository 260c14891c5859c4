import { toSi } from '../quantity/units.js'

/** Strength of a steel as bought; the case of a hardened one has its own yield. */
export interface Steel {
  readonly id: string
  readonly name: string
  readonly yieldPa: number
  readonly ultimatePa: number
  readonly caseYieldPa?: number
}

const steel = (id: string, name: string, yieldKsi: number, ultimateKsi: number, caseYieldKsi?: number): Steel => ({
  id,
  name,
  yieldPa: toSi(yieldKsi, 'ksi'),
  ultimatePa: toSi(ultimateKsi, 'ksi'),
  ...(caseYieldKsi === undefined ? {} : { caseYieldPa: toSi(caseYieldKsi, 'ksi') }),
})

/**
 * Minimum strengths by grade, ksi (AMS and SAE grades, from memory). The case of the induction-hardened steel is taken at 52 HRC:
 * tensile about 272 ksi by ASTM E140 / A370 (from memory), yield 0.8 of it.
 */
export const STEELS: readonly Steel[] = [
  steel('1045-ih', 'SAE 1045, induction hardened', 95, 125, 217),
  steel('4140-130', 'SAE 4140, quenched and tempered', 130, 150),
  steel('4340-200', 'SAE 4340, quenched and tempered', 200, 220),
  steel('300m', '300M (AMS 6419)', 230, 280),
  steel('maraging-300', 'Maraging grade 300 (UNS K93120)', 270, 280),
  steel('co-ni', 'Co-Ni secondary-hardening steel (UNS K92580, AMS 6532)', 235, 280),
]

export const steelById = (id: string): Steel | undefined => STEELS.find((s) => s.id === id)

/**
 * Shear stress at which a steel yields in torsion, by the distortion-energy theory σ_y/√3 (Shigley, Mechanical Engineering Design, ch. 5).
 * @example fromSi(shearYield(toSi(230, 'ksi')), 'ksi') // → 132.8
 */
export const shearYield = (yieldPa: number): number => yieldPa / Math.sqrt(3)
