import { wrongFits } from '../fitup/fit-up.js'
import { plateReport } from '../fitup/plate-report.js'
import type { CertificateVerdict } from '../parts/flex-plate/certificate.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Finding } from './finding.js'

/** Certificates that do not answer what the class asks. */
const NOT_GOOD: ReadonlySet<CertificateVerdict> = new Set(['none', 'lesser-grade', 'not-yet-issued', 'run-out'])

/** Findings of fit-up, bolts and flex plate. Splines inside the unit are stops instead. */
export function fitFindings(input: SpecInput): Finding[] {
  const wrong = wrongFits(input)
  const stationId = input.unit.stations.find(({ kind }) => kind === 'flex-plate')?.id ?? null
  const plate = plateReport(input)
  const at = { stationId, rangeId: null }
  const joints = plate ? [plate.crank, plate.converter] : []
  return [
    ...wrong.map((fit): Finding => ({ code: 'does-not-fit', stationId: fit.stationId, rangeId: null, value: 0, limit: 0, fit })),
    ...joints.flatMap(({ state }): Finding[] =>
      state.proofShare !== null && state.proofShare > 1 ? [{ ...at, code: 'bolts-above-proof', value: state.proofShare, limit: 1 }] : [],
    ),
    ...(plate?.spin && !plate.spin.under
      ? [{ ...at, code: 'spin-above-test' as const, value: plate.spin.redlineRadPerS, limit: plate.spin.testRadPerS }]
      : []),
    ...(plate?.certificate && NOT_GOOD.has(plate.certificate.verdict)
      ? [{ ...at, code: 'certificate-wanting' as const, value: 0, limit: 0, certificate: plate.certificate.verdict }]
      : []),
  ]
}
