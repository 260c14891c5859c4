import { oncePer } from '../numeric/once-per.js'
import { withBolts, type BoltedJoint } from '../joint/bolted-joint.js'
import type { BoltSetGeometry } from '../joint/bolt.js'
import type { ConverterFront } from '../parts/converter/front.js'
import type { Part } from '../model/part.js'
import { readingKey } from './keys.js'
import { spanOf, type Book } from '../model/reading.js'

type Plate = Extract<Part, { kind: 'flex-plate' }>

/** Installed parts, with the flex plate as `installedPlate` gives it. The same map if the plate does not change. */
export function withInstalledBolts(fitted: ReadonlyMap<string, Part>, book?: Book): ReadonlyMap<string, Part> {
  const [stationId] = [...fitted].find(([, part]) => part.kind === 'flex-plate') ?? []
  const plate = stationId === undefined ? undefined : fitted.get(stationId)
  if (stationId === undefined || plate?.kind !== 'flex-plate') return fitted
  const installed = installedPlate(plate, [...fitted.values()], book)
  return installed === plate ? fitted : new Map([...fitted].map(([id, part]) => [id, id === stationId ? installed : part]))
}

/**
 * A flex plate with the bolts chosen for its joints, as many holes in use as the converter cover has pads, and its pad runout as measured.
 * Bolts and converter are taken from `parts`. The same plate if they change nothing.
 */
export function installedPlate(plate: Plate, parts: readonly Part[], book?: Book): Plate {
  const setFor = (joint: BoltSetGeometry['joint']) => {
    const set = parts.find((part) => part.kind === 'bolts' && part.geometry.joint === joint)
    return set?.kind === 'bolts' ? set.geometry : undefined
  }
  const converter = parts.find((part) => part.kind === 'converter')
  const front = converter?.kind === 'converter' ? converter.geometry.front : undefined
  const runOutM = spanOf(book?.readings[readingKey('pad-run-out', [plate])])?.highM
  const [crank, cover] = [setFor('crank'), setFor('converter')]
  const known = boltedPlates(plate)(crank ?? NO_SET)(cover ?? NO_SET)
  const key = `${front?.bolts} ${front?.second?.bolts} ${runOutM}`
  const before = known.get(key)
  if (before) return before
  const made = plateWithBolts(plate, crank, cover, front, runOutM)
  known.set(key, made)
  return made
}

/** Plates by bolt sets, then by pads of the cover and runout. The same object is returned again, so that its limits stay cached. */
const boltedPlates = oncePer<Plate, [], (crank: object) => (cover: object) => Map<string, Plate>>(() =>
  oncePer<object, [], (cover: object) => Map<string, Plate>>(() => oncePer<object, [], Map<string, Plate>>(() => new Map())),
)
const NO_SET = {}

function plateWithBolts(
  plate: Plate,
  crank: BoltSetGeometry | undefined,
  converter: BoltSetGeometry | undefined,
  front: ConverterFront | undefined,
  runOutM: number | undefined,
): Plate {
  if ([crank, converter, front, runOutM].every((each) => each === undefined)) return plate
  const { crankJoint, converterJoint, padRunOutM } = plate.geometry
  const geometry = {
    ...plate.geometry,
    crankJoint: crank ? withBolts(crankJoint, crank) : crankJoint,
    converterJoint: limitToPadCount(converter ? withBolts(converterJoint, converter) : converterJoint, front),
    ...(runOutM === undefined ? {} : { padRunOutM: runOutM, saidRunOutM: padRunOutM }),
  }
  return { ...plate, geometry }
}

/** A plate's holes hold no more bolts than the cover has pads for, in either pattern; a pattern without pads is none. */
function limitToPadCount(joint: BoltedJoint, front: ConverterFront | undefined): BoltedJoint {
  if (!front) return joint
  const { holes, second, ...rest } = joint
  const bolts = Math.min(joint.bolts, front.bolts)
  const empty = Math.min(holes ?? 0, front.bolts)
  const padded = second && front.second ? { second: { ...second, bolts: Math.min(second.bolts, front.second.bolts) } } : {}
  const secondUsed = joint.secondUsed === true && padded.second !== undefined
  return { ...rest, ...padded, bolts, secondUsed, ...(empty > bolts ? { holes: empty } : {}) }
}
