import { engineOfBrief } from '../model/brief.js'
import type { SpecInput } from '../model/spec-input.js'
import type { StatedLimit } from '../model/stated.js'
import type { Station } from '../model/unit.js'
import { casesOf, usualConverter } from '../judge/cases.js'
import type { DutyCase } from '../judge/duty.js'
import { fittedConverter } from '../judge/fitted.js'
import { verdictAt } from '../judge/spec-verdict.js'
import { converterCharacteristic } from '../parts/converter/geometry.js'
import { isBreakage, type PieceFinding } from './pieces.js'

/** A limit that follows from a broken part, and the duty case in which the part carried that torque. */
export interface BreakageLimit {
  readonly limit: StatedLimit
  readonly duty: DutyCase
}

/** Torque of a limit that decides in every case, N·m. */
const LEAST_NM = 1e-6

/**
 * Limit of a part that broke or yielded with an engine of `powerW`, N·m: the greatest torque that the part itself carried in that build. It is
 * taken where such a limit is compared, with the service factor of its place and without what a parallel element carries. The part broke at this
 * torque or below. The engine keeps the shape of the curve in the brief. Beach marks are fatigue: the limit is then one of life. `undefined`
 * without such a finding, if no limit of the part is compared at its station, or if the brief contradicts itself. Source: none (common
 * practice).
 */
export function breakageLimit(
  input: SpecInput,
  station: Station,
  findings: readonly PieceFinding[],
  powerW: number,
): BreakageLimit | undefined {
  const made = engineOfBrief(input.brief.engine)
  const part = input.fitted.get(station.id)
  if (!made.ok || !part || !findings.some(isBreakage)) return undefined
  const engine = made.value
  const { peakPowerW } = engine.on
  const fitted = fittedConverter(input)
  const converter = fitted ? converterCharacteristic(fitted) : usualConverter(engine, input)
  const { cases } = casesOf(input, engine, converter, powerW / peakPowerW)
  const probe: StatedLimit = { place: 'station', origin: 'broken', torqueNm: LEAST_NM }
  const probed: SpecInput = {
    ...input,
    rules: { ...input.rules, limitThatCounts: 'lower' },
    fitted: new Map([...input.fitted, [station.id, { ...part, stated: [...part.stated, probe] }]]),
  }
  const own = verdictAt(probed, { cases, peakPowerW }, station.id)?.cases.filter(({ limit }) => limit.stated === probe) ?? []
  const [first, ...others] = own.map(({ caseId, demandNm, capacityNm }) => ({ caseId, carriedNm: demandNm - capacityNm }))
  if (!first) return undefined
  const { caseId, carriedNm } = others.reduce((most, next) => (next.carriedNm > most.carriedNm ? next : most), first)
  const duty = cases.find(({ id }) => id === caseId)
  if (!duty || carriedNm <= 0) return undefined
  const basis = findings.includes('broken-beach') ? { basis: 'life' as const } : {}
  return { duty, limit: { place: 'station', origin: 'broken', torqueNm: carriedNm, brokeAtW: powerW, ...basis } }
}
