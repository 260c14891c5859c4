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

/**
 * Limit of a part that broke or yielded with an engine of `powerW`: the greatest torque demand at its station in that build, N·m, service factor
 * included, because a limit is compared with a demand. The part broke at this torque or below. The engine keeps the shape of the curve in the
 * brief. Beach marks are fatigue: the limit is then one of life. `undefined` without such a finding, without torque at the station, or if the
 * brief contradicts itself. Source: none (common practice).
 */
export function breakageLimit(
  input: SpecInput,
  station: Station,
  findings: readonly PieceFinding[],
  powerW: number,
): BreakageLimit | undefined {
  const made = engineOfBrief(input.brief.engine)
  if (!made.ok || !findings.some(isBreakage)) return undefined
  const engine = made.value
  const { peakPowerW } = engine.on
  const fitted = fittedConverter(input)
  const converter = fitted ? converterCharacteristic(fitted) : usualConverter(engine, input)
  const { cases } = casesOf(input, engine, converter, powerW / peakPowerW)
  const own = verdictAt(input, { cases, peakPowerW }, station.id)?.cases.filter(({ limit }) => limit.load.at === station.load.at) ?? []
  const [first, ...others] = own
  if (!first) return undefined
  const { caseId, demandNm } = others.reduce((most, next) => (next.demandNm > most.demandNm ? next : most), first)
  const duty = cases.find(({ id }) => id === caseId)
  const basis = findings.includes('broken-beach') ? { basis: 'life' as const } : {}
  return duty && { duty, limit: { place: 'station', origin: 'broken', torqueNm: demandNm, brokeAtW: powerW, ...basis } }
}
