import type { EngineCurve } from '../engine/curve.js'
import type { RangeSolution } from '../gearing/solve.js'
import type { SpecInput } from './answer.js'
import type { DutyCase } from './duty.js'
import { DEFAULT_RULES } from './rules.js'
import { leastStated } from './stated.js'
import { memberSpeed, relativeSpeed } from '../gearing/motion.js'
import { ENGINE_SPEED, type Station } from './unit.js'

/** Something that power held does not show: pressure above a part's maximum, a part turned faster than it may, a range without drive. */
export interface Finding {
  readonly code: 'pressure-above-maximum' | 'speed-above-maximum' | 'range-not-driven' | 'one-way-unfit'
  readonly stationId: string | null
  readonly rangeId: string | null
  readonly value: number
  readonly limit: number
}

/** Findings of a spec, front to rear. Speeds are taken at redline in every range, the converter's slip left out. */
export function findings(
  input: SpecInput,
  cases: readonly DutyCase[],
  gearing: ReadonlyMap<string, RangeSolution>,
  curve: EngineCurve,
): Finding[] {
  const dead = input.unit.train.ranges.flatMap((range): Finding[] =>
    gearing.get(range.id)?.outcome === 'driven'
      ? []
      : [{ code: 'range-not-driven', stationId: null, rangeId: range.id, value: 0, limit: 0 }],
  )
  const perStation = input.unit.stations.flatMap((station): Finding[] => {
    const part = input.fitted.get(station.id)
    if (!part) return []
    const found: Finding[] = []
    const pressed = cases.filter(
      (duty) => station.kind === 'pack' && station.load.at === 'link' && isOn(input, duty.rangeId, station.load.id),
    )
    const hardest = pressed.reduce<DutyCase | null>(
      (most, duty) => (most && most.linePressurePa >= duty.linePressurePa ? most : duty),
      null,
    )
    const [mostPressure, mostSpeed] = [leastStated(part.stated, 'pressurePa'), leastStated(part.stated, 'speedRadPerS')]
    if (hardest && mostPressure !== undefined && hardest.linePressurePa > mostPressure)
      found.push({
        code: 'pressure-above-maximum',
        stationId: station.id,
        rangeId: hardest.rangeId,
        value: hardest.linePressurePa,
        limit: mostPressure,
      })
    const most = (input.rules ?? DEFAULT_RULES).ratchetMostNm
    if (part.kind === 'one-way' && part.geometry.elementKind === 'ratchet' && curve.peakTorqueNm > most)
      found.push({ code: 'one-way-unfit', stationId: station.id, rangeId: null, value: curve.peakTorqueNm, limit: most })
    const fastest = mostSpeed === undefined ? undefined : fastestRange(speedIn(input, station), gearing, curve.maxSpeedRadPerS)
    if (mostSpeed !== undefined && fastest && fastest.speed > mostSpeed)
      found.push({
        code: 'speed-above-maximum',
        stationId: station.id,
        rangeId: fastest.rangeId,
        value: fastest.speed,
        limit: mostSpeed,
      })
    return found
  })
  return [...dead, ...perStation]
}

const isOn = (input: SpecInput, rangeId: string, element: string) =>
  input.unit.train.ranges.find((r) => r.id === rangeId)?.on.includes(element) ?? false

/** What a station's speed limit is held against, per input speed: overrun of a one-way clutch, turning of anything else. */
function speedIn({ unit }: SpecInput, { kind, load, speedOf }: Station): SpeedIn | typeof ENGINE_SPEED {
  if (speedOf === ENGINE_SPEED) return ENGINE_SPEED
  const oneWay = kind === 'one-way' && load.at === 'link' ? unit.train.elements.find(({ id }) => id === load.id) : undefined
  return oneWay ? (range) => relativeSpeed(range, oneWay.a, oneWay.b) : (range) => memberSpeed(range, speedOf)
}

type SpeedIn = (range: RangeSolution) => number | undefined

function fastestRange(
  of: SpeedIn | typeof ENGINE_SPEED,
  gearing: ReadonlyMap<string, RangeSolution>,
  redlineRadPerS: number,
): { speed: number; rangeId: string | null } {
  if (of === ENGINE_SPEED) return { speed: redlineRadPerS, rangeId: null }
  let fastest: { speed: number; rangeId: string | null } = { speed: 0, rangeId: null }
  for (const [rangeId, range] of gearing) {
    const speed = Math.abs(of(range) ?? 0) * redlineRadPerS
    if (speed > fastest.speed) fastest = { speed, rangeId }
  }
  return fastest
}
