import { frictionOf } from '../parts/registry.js'
import { sideBySide } from '../gearing/solve.js'
import type { RangeSolution } from '../gearing/solve.js'
import type { SpecInput } from '../model/spec-input.js'
import { drumState, oilOf, type OilState } from './station-case.js'
import type { Limit } from '../parts/limit.js'
import type { Station, Unit } from '../model/unit.js'

/** The station between the same two members: a clutch or band beside a one-way clutch, or the other way round. Undefined if there is none. */
export function besideStation({ train, stations }: Unit, { load }: Station): Station | undefined {
  const other = load.at === 'link' ? sideBySide(train).get(load.id) : undefined
  return other === undefined ? undefined : stations.find((station) => station.load.at === 'link' && station.load.id === other)
}

/**
 * Whether a clutch has taken hold before the one-way clutch beside it is loaded: it was on in the range below, or is put on at rest. One that
 * comes on later takes nothing while the one-way clutch holds.
 */
export function takesFirst({ train }: Unit, clutchId: string, rangeId: string): boolean {
  const range = train.ranges.find(({ id }) => id === rangeId)
  if (!range?.on.includes(clutchId)) return false
  const alike = train.ranges.filter(({ reverse }) => reverse === range.reverse)
  const below = alike[alike.indexOf(range) - 1]
  return range.reverse || below === undefined || below.on.includes(clutchId)
}

/** Torque capacity of the parallel element of a station in a load case. Zero if there is none. */
export function heldBeside(input: SpecInput, station: Station, duty: OilState, range: RangeSolution, limitsAt: LimitsAt): number {
  const { unit, rules } = input
  const other = besideStation(unit, station)
  const part = other && input.fitted.get(other.id)
  const [own, beside] = [linkOf(station), linkOf(other)]
  if (!other || !part || own === undefined || beside === undefined || !bothHold(range, own, beside)) return 0
  if (other.kind === 'one-way') {
    const each = limitsAt(other, part).flatMap(({ counts, fixedNm }) => (counts && fixedNm !== undefined ? [fixedNm] : []))
    return each.length > 0 ? Math.min(...each) : 0
  }
  if (!takesFirst(unit, beside, duty.rangeId)) return 0
  return frictionOf(part)?.capacityNm(oilOf(duty, drumState(unit, other, range)), rules.frictionRadius) ?? 0
}

type LimitsAt = (station: Station, part: NonNullable<ReturnType<SpecInput['fitted']['get']>>) => readonly Limit[]

const linkOf = (station: Station | undefined): string | undefined => (station?.load.at === 'link' ? station.load.id : undefined)

/** Both pass torque in a range: the clutch is on and the one-way clutch holds. */
const bothHold = ({ torques }: RangeSolution, a: string, b: string): boolean => Boolean(torques[a]) && Boolean(torques[b])
