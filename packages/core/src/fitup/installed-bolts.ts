import { oncePer } from '../numeric/once-per.js'
import { withBolts, type BoltedJoint } from '../joint/bolted-joint.js'
import type { BoltSetGeometry } from '../joint/bolt.js'
import type { ConverterFront } from '../parts/converter/front.js'
import type { Part } from '../model/part.js'
import { readingKey } from './keys.js'
import { spanOf, type Book } from '../model/reading.js'

type Plate = Extract<Part, { kind: 'flex-plate' }>

/**
 * The fitted parts with the plate as it is bolted and measured: the bolts that were chosen in its joints, as many of its holes in use as the cover has
 * pads for, and its pads as crooked as they were measured. The same map again where nothing of that is known.
 */
export function withInstalledBolts(fitted: ReadonlyMap<string, Part>, book?: Book): ReadonlyMap<string, Part> {
  const [stationId] = [...fitted].find(([, part]) => part.kind === 'flex-plate') ?? []
  const plate = stationId === undefined ? undefined : fitted.get(stationId)
  if (stationId === undefined || plate?.kind !== 'flex-plate') return fitted
  const parts = [...fitted.values()]
  const setFor = (joint: BoltSetGeometry['joint']) => {
    const set = parts.find((part) => part.kind === 'bolts' && part.geometry.joint === joint)
    return set?.kind === 'bolts' ? set.geometry : undefined
  }
  const converter = parts.find((part) => part.kind === 'converter')
  const front = converter?.kind === 'converter' ? converter.geometry.front : undefined
  const runOutM = spanOf(book?.readings[readingKey('pad-run-out', [plate])])?.highM
  const bolted = boltedPlate(plate, setFor('crank'), setFor('converter'), front, runOutM)
  return bolted === plate ? fitted : new Map([...fitted].map(([id, part]) => [id, id === stationId ? bolted : part]))
}

/** The same plate, bolts and cover give the same object again, so that what is known of it stays known. */
const boltedPlate = oncePer(plateWithBolts)

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
