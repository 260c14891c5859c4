import { fittedParts, type Catalogue, type Fits } from '../fitting/spec.js'
import type { Operation } from '../fitting/operation.js'
import type { Part } from '../model/part.js'
import type { Brief, Use } from '../model/brief.js'
import type { Unit } from '../model/unit.js'
import type { Conditions, Remedy, ShopStandard, WeakPlace } from '../model/weak-place.js'
import { variantOf } from '../fitting/misfit.js'
import { isOneOf } from '../numeric/records.js'

/** State of an entry: done by the build, to do, checked and good, or not needed for this job. */
export const UPDATE_STATES = ['done', 'to-do', 'fine', 'not-here'] as const
export type UpdateState = (typeof UPDATE_STATES)[number]

/** Reason for the state of an entry. */
export type UpdateReason =
  /** Set by hand. */
  | { readonly code: 'marked' }
  | { readonly code: 'installed'; readonly item: Part | Operation }
  /** It is the confirmed cause of the failure of this job. */
  | { readonly code: 'found-here' }
  | { readonly code: 'other-variant'; readonly variantIds: readonly string[] }
  | { readonly code: 'variant-unknown'; readonly variantIds: readonly string[] }
  | { readonly code: 'without-feature'; readonly feature: string }
  | { readonly code: 'with-feature'; readonly feature: string }
  | { readonly code: 'below-power'; readonly fromPowerW: number; readonly powerW: number }
  | { readonly code: 'above-power'; readonly fromPowerW: number; readonly powerW: number }
  | { readonly code: 'other-use'; readonly uses: readonly Use[] }
  | { readonly code: 'use'; readonly use: Use }
  /** Known of this transmission, whatever the power and use. */
  | { readonly code: 'known' }
  /** A standard of the shop without conditions. */
  | { readonly code: 'every-unit' }

/** A remedy with its item, if the shelf has it. */
export interface OfferedRemedy extends Remedy {
  readonly item: Part | Operation | undefined
  /** Station at which the item would be installed. */
  readonly stationId: string | undefined
  readonly installed: boolean
}

/** An entry of the update list: a weak place of the transmission, or a standard of the shop. */
export interface UpdateEntry {
  /** Name of the entry in the build book. */
  readonly id: string
  readonly stationId: string | undefined
  readonly of: { readonly weakPlace: WeakPlace } | { readonly standard: ShopStandard }
  readonly state: UpdateState
  readonly reason: UpdateReason
  readonly remedies: readonly OfferedRemedy[]
}

/** A job as far as its update list depends on it. */
export interface UpdateInput {
  readonly unit: Unit
  readonly variantId: string | null
  readonly brief: Pick<Brief, 'use'>
  /** Highest engine power, W. */
  readonly powerW: number
  /** Parts as received. */
  readonly arrived: Fits['fits']
  readonly spec: Fits
  readonly catalogue: Pick<Catalogue, 'parts' | 'operations'>
  /** Confirmed cause of the failure, by its id in the diagnosis. */
  readonly found: string | null
  readonly standards: readonly ShopStandard[]
  /** States set by hand, by entry. */
  readonly marks: Readonly<Record<string, unknown>>
}

/** A job with the features that its parts as worked, and its variant, offer. */
interface Scene extends UpdateInput {
  readonly features: ReadonlySet<string>
}

/** Weak places that matter to a transmission, front to rear. Places without a station follow the last station. */
export function weakPlacesOf({ stations, weakPlaces = [] }: Unit): WeakPlace[] {
  const order = new Map(stations.map(({ id }, i) => [id, i]))
  const indexOf = ({ stationId }: WeakPlace) => order.get(stationId ?? '') ?? stations.length
  return [...weakPlaces].sort((a, b) => indexOf(a) - indexOf(b))
}

/**
 * Lists what to update on a transmission, front to rear, with the state and the reason of each entry. Weak places come first, then the
 * standards of the shop.
 */
export function updateList(input: UpdateInput): UpdateEntry[] {
  const { unit, variantId, spec, catalogue, standards } = input
  const offered = [...fittedParts(spec, catalogue).values()].flatMap(({ offers = [] }) => offers)
  const features = new Set([...offered, ...(variantOf(unit, variantId)?.offers ?? [])])
  const scene: Scene = { ...input, features }
  return [
    ...weakPlacesOf(unit).map((weakPlace) => placeEntry(scene, weakPlace)),
    ...standards.filter(({ unitIds }) => unitIds?.includes(unit.id) ?? true).map((standard) => standardEntry(scene, standard)),
  ]
}

function placeEntry(scene: Scene, weakPlace: WeakPlace): UpdateEntry {
  const { id, stationId, faults } = weakPlace
  const remedies = weakPlace.remedies.map((remedy) => offeredRemedy(scene, remedy, stationId))
  const found = scene.found !== null && (faults?.includes(scene.found) ?? false)
  const judged =
    installedBy(remedies) ?? (found ? needing({ code: 'found-here' }) : (ruledOut(scene, weakPlace) ?? needed(scene, weakPlace)))
  return { id, stationId, of: { weakPlace }, ...marked(scene, id, judged), remedies }
}

function standardEntry(scene: Scene, standard: ShopStandard): UpdateEntry {
  const { itemId, work } = standard
  const by = itemId !== undefined && scene.catalogue.operations.has(itemId) ? 'operation' : 'part'
  const remedies = itemId === undefined ? [] : [offeredRemedy(scene, { by, itemId, text: work }, undefined)]
  const always = standard.fromPowerW === undefined && !standard.uses
  const judged = installedBy(remedies) ?? ruledOut(scene, standard) ?? (always ? needing({ code: 'every-unit' }) : needed(scene, standard))
  const id = `${STANDARD}${standard.id}`
  return { id, stationId: remedies[0]?.stationId, of: { standard }, ...marked(scene, id, judged), remedies }
}

/** Beginning of the names of shop standards in a build book. */
const STANDARD = 'standard-'

type Judged = Pick<UpdateEntry, 'state' | 'reason'>

const needing = (reason: UpdateReason): Judged => ({ state: 'to-do', reason })

/** The state set by hand, or the judged one. */
function marked({ marks }: Scene, id: string, judged: Judged): Judged {
  const mark = marks[id]
  return isOneOf(UPDATE_STATES, mark) && mark !== judged.state ? { state: mark, reason: { code: 'marked' } } : judged
}

/** The state of an entry with an installed remedy. */
function installedBy(remedies: readonly OfferedRemedy[]): Judged | undefined {
  const item = remedies.find(({ installed }) => installed)?.item
  return item && { state: 'done', reason: { code: 'installed', item } }
}

/** The condition that rules an entry out for a job. `undefined` if there is none. */
function ruledOut({ variantId, features, powerW, brief }: Scene, place: Conditions & Partial<WeakPlace>): Judged | undefined {
  const { variants, withFeature, fromPowerW, uses } = place
  const not = (reason: UpdateReason): Judged => ({ state: 'not-here', reason })
  if (variants && variantId !== null && !variants.includes(variantId)) return not({ code: 'other-variant', variantIds: variants })
  if (withFeature !== undefined && !features.has(withFeature)) return not({ code: 'without-feature', feature: withFeature })
  if (uses && !uses.includes(brief.use)) return not({ code: 'other-use', uses })
  return fromPowerW !== undefined && powerW < fromPowerW ? not({ code: 'below-power', fromPowerW, powerW }) : undefined
}

/** The condition that makes an entry matter. */
function needed({ variantId, powerW, brief }: Scene, { variants, withFeature, fromPowerW, uses }: Conditions & Partial<WeakPlace>): Judged {
  if (variants && variantId === null) return needing({ code: 'variant-unknown', variantIds: variants })
  if (withFeature !== undefined) return needing({ code: 'with-feature', feature: withFeature })
  if (fromPowerW !== undefined) return needing({ code: 'above-power', fromPowerW, powerW })
  return needing(uses ? { code: 'use', use: brief.use } : { code: 'known' })
}

/** A remedy with its item, the station of the item, and whether the build has it. */
function offeredRemedy(scene: Scene, remedy: Remedy, at: string | undefined): OfferedRemedy {
  const { unit, spec, arrived, catalogue } = scene
  const { by, itemId = '' } = remedy
  if (by === 'replace' && at !== undefined) {
    const part = catalogue.parts.get(spec.fits[at] ?? '')
    const isOther = part !== undefined && !part.stock && part.id !== arrived[at]
    return { ...remedy, item: isOther ? part : undefined, stationId: at, installed: isOther }
  }
  const item = by === 'part' ? catalogue.parts.get(itemId) : by === 'operation' ? catalogue.operations.get(itemId) : undefined
  const own = unit.stations.filter(({ id }) => item?.unitIds.includes(unit.id) && item.stationIds.includes(id)).map(({ id }) => id)
  const stationId = at !== undefined && own.includes(at) ? at : own[0]
  const installed =
    stationId !== undefined && (by === 'part' ? spec.fits[stationId] === itemId : (spec.works[stationId] ?? []).includes(itemId))
  return { ...remedy, item, stationId, installed }
}
