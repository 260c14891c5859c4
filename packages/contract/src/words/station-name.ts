import type { Unit } from '@plucky/core'

/** A station as it is spoken of. */
export const stationName = (unit: Unit, id: string): string => unit.stations.find((station) => station.id === id)?.name ?? id
