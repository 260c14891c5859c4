import { issue, type Issue } from '../quantity/issue.js'
import { toSi } from '../quantity/units.js'

/** Young's modulus and Poisson's ratio of steel (Shigley, table A-5). */
export const STEEL_YOUNG_PA = 207e9
export const STEEL_POISSON = 0.292

/** Strength of a steel as bought; the case of a hardened one has its own. */
export interface Steel {
  readonly id: string
  readonly name: string
  readonly yieldPa: number
  readonly ultimatePa: number
  readonly caseYieldPa?: number
  readonly caseUltimatePa?: number
  /** Its strength is that of a certificate, not the least of the grade. */
  readonly byCertificate?: boolean
}

/** A steel of the shop's own: strength by the certificate that came with it. */
export interface CertifiedSteel {
  readonly certificate: string
  readonly yieldPa: number
  readonly ultimatePa: number
}

interface Case {
  readonly yieldKsi: number
  readonly ultimateKsi: number
}

const steel = (id: string, name: string, yieldKsi: number, ultimateKsi: number, hard?: Case): Steel => ({
  id,
  name,
  yieldPa: toSi(yieldKsi, 'ksi'),
  ultimatePa: toSi(ultimateKsi, 'ksi'),
  ...(hard ? { caseYieldPa: toSi(hard.yieldKsi, 'ksi'), caseUltimatePa: toSi(hard.ultimateKsi, 'ksi') } : {}),
})

/**
 * Minimum strengths by grade, ksi (AMS and SAE grades, from memory; hot-rolled 1020 by Shigley, table A-20). The case of the
 * induction-hardened steel is taken at 52 HRC: tensile about 272 ksi by ASTM E140 / A370 (from memory), yield 0.8 of it.
 */
export const STEELS: readonly Steel[] = [
  steel('1020-hr', 'SAE 1020, hot rolled', 30, 55),
  steel('1045-ih', 'SAE 1045, induction hardened', 95, 125, { yieldKsi: 217, ultimateKsi: 272 }),
  steel('4130-n', 'SAE 4130, normalized', 63, 97),
  steel('4140-130', 'SAE 4140, quenched and tempered', 130, 150),
  steel('4340-200', 'SAE 4340, quenched and tempered', 200, 220),
  steel('4340-215', 'SAE 4340, quenched and tempered, 260 class', 215, 260),
  steel('300m', '300M (AMS 6419)', 230, 280),
  steel('maraging-300', 'Maraging grade 300 (UNS K93120)', 270, 280),
  steel('co-ni', 'Co-Ni secondary-hardening steel (UNS K92580, AMS 6532)', 235, 280),
]

/** Steel by id. */
export const steelById = (id: string): Steel | undefined => STEELS.find((s) => s.id === id)

/** What a part is made of: a grade, and its own certificate where one came with it. */
export interface OfSteel {
  readonly steelId: string
  readonly certified?: CertifiedSteel
}

/** The steel of a part: its certificate's strength where it has one, else the least of its grade; nothing for a grade that nobody knows. */
export function steelOf({ steelId, certified }: OfSteel): Steel | undefined {
  const grade = steelById(steelId)
  if (!grade || !certified) return grade
  const { certificate, yieldPa, ultimatePa } = certified
  return { ...grade, name: `${grade.name}, certificate ${certificate}`, yieldPa, ultimatePa, byCertificate: true }
}

/** Why a part cannot be of the steel that it names. */
export function steelIssues({ steelId, certified }: OfSteel, path: string): Issue[] {
  if (!steelById(steelId)) return [issue('steel-unknown', `${path}.steelId`, { steelId })]
  if (!certified || certified.yieldPa < certified.ultimatePa) return []
  return [issue('yield-above-tensile', `${path}.certified.yieldPa`, { yieldPa: certified.yieldPa, ultimatePa: certified.ultimatePa })]
}

/**
 * Shear stress at which a steel yields in torsion, by the distortion-energy theory σ_y/√3 (Shigley, Mechanical Engineering Design, ch. 5).
 * @example fromSi(shearYield(toSi(230, 'ksi')), 'ksi') // → 132.8
 */
export const shearYield = (yieldPa: number): number => yieldPa / Math.sqrt(3)
