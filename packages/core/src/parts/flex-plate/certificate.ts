/** Grades of certification, the lesser first. */
export const CERTIFICATE_GRADES = ['basic', 'heavy'] as const
export type CertificateGrade = (typeof CERTIFICATE_GRADES)[number]

/** Certificate of a plate, with its date. */
export interface Certificate {
  readonly grade: CertificateGrade
  /** Day of its issue, YYYY-MM-DD. */
  readonly issued: string
}

/** Requirements of the class by its current rule book, which decides. */
export interface RuleBook {
  /** The elapsed time that this car runs or is expected to run. */
  readonly elapsedS: number
  /** A certified plate is asked for at this elapsed time and under. */
  readonly certifiedFromS: number
  readonly grade: CertificateGrade
  /** Validity of a certificate, years. Unlimited if absent. */
  readonly yearsGood?: number
  /** Day of the event, YYYY-MM-DD. */
  readonly raceDay: string
}

/** Typical certificate requirement of a racing class. */
export interface UsualClass {
  readonly id: string
  readonly rule: Pick<RuleBook, 'certifiedFromS' | 'grade' | 'yearsGood'>
}

/** Typical requirements by class. Source: none (common practice). The current rule book decides. */
export const USUAL_CLASSES = [
  { id: 'quarter-mile', rule: { certifiedFromS: 11.99, grade: 'basic', yearsGood: 3 } },
  { id: 'quarter-mile-diesel', rule: { certifiedFromS: 11.99, grade: 'heavy', yearsGood: 3 } },
  { id: 'eighth-mile', rule: { certifiedFromS: 7.5, grade: 'basic', yearsGood: 3 } },
] as const satisfies readonly UsualClass[]

export type CertificateVerdict = 'not-asked' | 'good' | 'none' | 'lesser-grade' | 'not-yet-issued' | 'run-out'

/** The day so many years later; the 29th of February becomes the 1st of March where there is none. */
function yearsOn(day: string, years: number): string {
  const date = new Date(`${day}T00:00:00Z`)
  date.setUTCFullYear(date.getUTCFullYear() + Math.trunc(years))
  date.setUTCMonth(date.getUTCMonth() + Math.round((years % 1) * 12))
  return date.toISOString().slice(0, 10)
}

/** Last day on which a certificate is good; null where it is good for ever. */
export const goodUntil = (certificate: Certificate, { yearsGood }: RuleBook): string | null =>
  yearsGood === undefined ? null : yearsOn(certificate.issued, yearsGood)

/**
 * Whether a plate's certificate answers what the class asks for on the day of the event. Days compare as YYYY-MM-DD.
 * @example certificateVerdict({ grade: 'basic', issued: '2023-05-01' }, { elapsedS: 9, certifiedFromS: 10, grade: 'basic', yearsGood: 3, raceDay: '2026-06-01' }) === 'run-out' ? 1 : 0 // → 1
 */
export function certificateVerdict(certificate: Certificate | undefined, book: RuleBook): CertificateVerdict {
  if (book.elapsedS > book.certifiedFromS) return 'not-asked'
  if (!certificate) return 'none'
  if (CERTIFICATE_GRADES.indexOf(certificate.grade) < CERTIFICATE_GRADES.indexOf(book.grade)) return 'lesser-grade'
  if (certificate.issued > book.raceDay) return 'not-yet-issued'
  const until = goodUntil(certificate, book)
  return until !== null && book.raceDay > until ? 'run-out' : 'good'
}
