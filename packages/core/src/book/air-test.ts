import type { Part } from '../model/part.js'
import { LOCKUP_PORT, type AirPort } from '../model/port.js'
import type { Station, Unit } from '../model/unit.js'
import type { PackGeometry } from '../parts/pack/pack.js'
import { toSi } from '../quantity/units.js'

/** Pressure of an air test, Pa (common practice, no source). */
export const AIR_TEST_PA = toSi(35, 'psi')

/** Results of an air test. */
export const AIR_RESULTS = ['applies', 'slow', 'leaks'] as const
export type AirResult = (typeof AIR_RESULTS)[number]

/** Reason for a leak that is there by design, or known before the test. */
export type ExpectedLeak =
  /** A sealing ring is left out, so that a second piston area is fed. */
  | { readonly code: 'ring-left-out'; readonly ring: string }
  /** Both piston areas share the feed of reverse. */
  | { readonly code: 'shared-feed' }
  /** A hole of this diameter stands for the leak of the sealing rings. */
  | { readonly code: 'ring-leak'; readonly diameterM: number }
  /** The ring bore is grooved. */
  | { readonly code: 'bore-grooved' }

/** An air test at a port. */
export interface AirTest {
  readonly port: AirPort
  /** Station of the clutch or band. */
  readonly station: Station | undefined
  readonly part: Part | undefined
  readonly leaks: readonly ExpectedLeak[]
}

/** Air tests of a build, port by port; without the lockup port if the build has no lockup clutch. Ports of a transmission without data are placed by the order of its stations. */
export function airTests({ unit, fitted }: { readonly unit: Unit; readonly fitted: ReadonlyMap<string, Part> }): AirTest[] {
  const tests = portsOf(unit).map((port): AirTest => {
    const station = unit.stations.find(({ kind, load }) =>
      port.feeds === LOCKUP_PORT ? kind === 'lockup' : load.at === 'link' && load.id === port.feeds,
    )
    const part = station && fitted.get(station.id)
    return { port, station, part, leaks: part?.kind === 'pack' ? expectedLeaks(part.geometry, port) : [] }
  })
  return tests.filter(({ port, part }) => port.feeds !== LOCKUP_PORT || part !== undefined)
}

/** True if both piston areas of a clutch are fed together and a ring is left out for it. */
export const isDualFed = ({ chambers, ringLeftOut }: PackGeometry): boolean => chambers.length > 1 && ringLeftOut !== undefined

/** Leaks that are there by design, and those of a worn bore that is used again. */
function expectedLeaks(
  { chambers, ringLeftOut, ringLeakDiameterM, boreGrooved }: PackGeometry,
  { second = false }: AirPort,
): ExpectedLeak[] {
  const dual = chambers.length > 1
  return [
    ...(dual && ringLeftOut !== undefined && second ? [{ code: 'ring-left-out', ring: ringLeftOut } as const] : []),
    ...(dual && !second ? [{ code: 'shared-feed' } as const] : []),
    ...(ringLeakDiameterM === undefined ? [] : [{ code: 'ring-leak', diameterM: ringLeakDiameterM } as const]),
    ...(boreGrooved ? [{ code: 'bore-grooved' } as const] : []),
  ]
}

/** Ports as stated, or one for each clutch and band and for the lockup clutch. */
export function portsOf({ ports, stations, train }: Unit): readonly AirPort[] {
  if (ports) return ports
  const fed = stations.flatMap(({ name, kind, load }): Pick<AirPort, 'name' | 'feeds' | 'face'>[] => {
    const element = load.at === 'link' ? train.elements.find(({ id }) => id === load.id) : undefined
    if (kind === 'lockup') return [{ name, feeds: LOCKUP_PORT, face: 'pump' }]
    if (!element || element.kind === 'one-way') return []
    return [{ name, feeds: element.id, face: element.kind === 'clutch' ? 'support' : 'case' }]
  })
  return fed.map(({ name, feeds, face }): AirPort => {
    const own = fed.filter((each) => each.face === face)
    const at = own.findIndex((each) => each.feeds === feeds)
    return { id: feeds.toLowerCase().replace(/[^a-z0-9]+/g, '-'), name, face, feeds, x: (at + 1) / (own.length + 1), y: 0.5 }
  })
}
