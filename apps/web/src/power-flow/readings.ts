import { gearingOf, loadTorque, stationSpeed, type Answer, type DutyCase, type Station, type Unit } from '@plucky/core'

/** Torque and speed of a station in the case shown. */
export interface Reading {
  readonly torqueNm: number
  readonly speedRadPerS: number | undefined
  readonly live: boolean
}

const IDLE: Reading = { torqueNm: 0, speedRadPerS: undefined, live: false }

/** What every station of a unit carries in a case, and how fast it turns. */
export function readStations(unit: Unit, duty: DutyCase | undefined): ReadonlyMap<string, Reading> {
  const range = duty && gearingOf(unit.train).get(duty.rangeId)
  return new Map(
    unit.stations.map((station): [string, Reading] => {
      if (!duty || !range) return [station.id, IDLE]
      const torqueNm = loadTorque(station.load, duty, range)
      return [station.id, { torqueNm, speedRadPerS: stationSpeed(station, duty, range), live: torqueNm > 1e-6 * duty.turbine.torqueNm }]
    }),
  )
}

/**
 * Torque that runs from one station to the next: a converter and a gear set take what is handed to them, all else what it carries. What is
 * locked runs through the lockup clutch and past the converter.
 */
export function linkTorque(unit: Unit, readings: ReadonlyMap<string, Reading>, from: string, to: Station): number {
  const lock = unit.stations.find(({ kind }) => kind === 'lockup')?.id ?? ''
  const locked = readings.get(lock)?.torqueNm ?? 0
  if (from === lock) return locked
  if (locked > 0 && (to.kind === 'converter' || to.strip.from.includes(lock))) return 0
  const giver = (to.kind === 'converter' || to.kind === 'gear-set') && to.strip.lane === 'line' ? from : to.id
  return readings.get(giver)?.torqueNm ?? 0
}

/** The greatest torque anywhere on the path in any case: the widest that the flow is drawn. */
export function greatestTorque(unit: Unit, answer: Answer | undefined): number {
  const all = (answer?.cases ?? []).flatMap((duty) => [...readStations(unit, duty).values()])
  return Math.max(1, ...all.map((reading) => reading.torqueNm))
}
