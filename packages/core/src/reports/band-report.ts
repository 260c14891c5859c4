import {
  bandForce,
  bandHeat,
  bandEndTensions,
  servoArea,
  servoTravel,
  tensionRatio,
  isSelfEnergizing,
  type BandGeometry,
} from '../parts/band/band.js'
import type { LiningHeat } from '../friction/lining.js'
import { gearingOf } from '../gearing/solve.js'
import { fillTime } from '../parts/valves/line-pressure.js'
import { orificeFlow } from '../fluid/orifice.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from './answer.js'
import { drumState, oilOf } from '../judge/station-case.js'
import { demandIn } from '../judge/demand.js'
import { loadShare } from '../judge/load.js'
import { pressureReport, USUAL_FEED_M, type FillRow } from './pressure-report.js'
import { elementShifts, frictionElementAt, type ElementShift } from '../judge/element-shifts.js'

/** A band as it holds in one case. */
export interface BandAt {
  readonly caseId: string
  readonly rangeId: string
  /** The drum pulls it tight; else it unwraps it. */
  readonly tight: boolean
  readonly forceN: number
  /** With the torque of the case, shock in it. */
  readonly servoN: number
  readonly anchorN: number
}

/** An upshift and the heat it puts into the band lining. */
export interface HeatedBandShift extends ElementShift {
  readonly heat: LiningHeat
}

/** A band that goes off while another element comes on. */
export interface Overlap {
  readonly fromRange: string
  readonly toRange: string
  readonly comingId: string
  /** Until the return spring has pushed the servo's oil out, and until the coming piston is filled. */
  readonly releaseS: number
  readonly fillS: number
}

export interface BandReport {
  readonly tensions: number
  readonly travelM: number
  readonly sweptM3: number
  readonly held: readonly BandAt[]
  readonly shifts: readonly HeatedBandShift[]
  readonly fills: readonly FillRow[]
  readonly overlaps: readonly Overlap[]
  readonly anchorMostN: number | null
  readonly strutMostN: number | null
}

/** A band that is still on for longer than this while the next element holds ties the box up (from memory, order of magnitude). */
export const BIND_S = 0.08

/** Report of a band in this job. `null` if the station has no band. */
export function bandReport(input: SpecInput, answer: Answer, stationId: string): BandReport | null {
  const station = input.unit.stations.find(({ id }) => id === stationId)
  const part = input.fitted.get(stationId)
  const friction = station && frictionElementAt(input, station)
  if (!station || !friction || part?.kind !== 'band' || station.load.at !== 'link') return null
  const band = part.geometry
  const { id } = station.load
  const gearing = gearingOf(input.unit.train)
  const held = answer.cases.flatMap((duty): BandAt[] => {
    const range = gearing.get(duty.rangeId)
    const at = range && loadShare(station.load, range)
    if (!range || !at?.share) return []
    const oil = oilOf(duty, drumState(input.unit, station, range))
    const pulls = bandEndTensions(band, oil, demandIn(duty, at, 'friction'))
    return [
      { caseId: duty.id, rangeId: duty.rangeId, tight: isSelfEnergizing(band, oil.dragSense), forceN: bandForce(band, oil), ...pulls },
    ]
  })
  const fills = pressureReport(input, answer)?.fills ?? []
  const onIn = input.unit.train.ranges.find(({ on }) => on.includes(id))
  return {
    tensions: tensionRatio(band.hotStaticFriction, band.wrapRad),
    travelM: servoTravel(band),
    sweptM3: servoArea(band, onIn?.id ?? '') * servoTravel(band),
    held,
    shifts: elementShifts(input, answer.cases, station, friction).map((shift) => ({ ...shift, heat: bandHeat(band, shift.result) })),
    fills: fills.filter((fill) => fill.stationId === stationId),
    overlaps: overlapsOf(input, band, id, fills),
    anchorMostN: band.anchorMostN ?? null,
    strutMostN: band.strutMostN ?? null,
  }
}

/** Upshifts in which the band goes off while another element comes on. */
function overlapsOf({ unit }: SpecInput, band: BandGeometry, id: string, fills: readonly FillRow[]): Overlap[] {
  const forward = unit.train.ranges.filter(({ reverse }) => !reverse)
  return forward.flatMap((range, i): Overlap[] => {
    const below = forward[i - 1]
    if (!below?.on.includes(id) || range.on.includes(id)) return []
    const areaM2 = servoArea(band, below.id)
    const releaseS = fillTime(areaM2 * servoTravel(band), orificeFlow(USUAL_FEED_M, band.returnSpringN / areaM2))
    return fills
      .filter((fill) => fill.rangeId === range.id)
      .map(({ stationId, seconds }) => ({ fromRange: below.id, toRange: range.id, comingId: stationId, releaseS, fillS: seconds }))
  })
}
