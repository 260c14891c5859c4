import type { ShelfContent, SupplierDto, TakePricesDto } from '@plucky/contract'
import { type Catalogue, type Kit, type Operation, type Part, type Unit } from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import equal from 'fast-deep-equal'
import { api, Refused, Unreachable, type ShelfScope } from './api.js'
import { messageOf } from './message-of.js'

/** Units and shelf, loaded once, with the gear trains solved. */
export interface Shop extends Catalogue {
  /** False if only the items of one transmission are loaded, because the shelf is large. */
  readonly whole: boolean
  readonly state: 'loading' | 'ready' | 'failed'
  readonly problem: string
  readonly units: readonly Unit[]
  /** Number of the last save of each item on the shelf, by kind and id. */
  readonly versions: ReadonlyMap<string, number>
}

export const shopStore = createStore<Shop>(() => ({
  whole: true,
  state: 'loading',
  problem: '',
  units: [],
  parts: new Map(),
  operations: new Map(),
  kits: new Map(),
  versions: new Map(),
}))

export type ItemKind = 'parts' | 'operations' | 'kits'
export type Item = Part | Operation | Kit
const versionKey = (kind: ItemKind | 'units', id: string) => `${kind}/${id}`

/** Items of one kind, by id. */
export const itemsOf = (shop: Catalogue, kind: ItemKind): ReadonlyMap<string, Item> => shop[kind]

export const isPart = (item: Item): item is Part => 'geometry' in item

/** Items that are wanted; null for all items; undefined before the first load. */
let wanted: ShelfScope | null | undefined
/** Number of the latest load. The answer to an earlier one is not taken. */
let round = 0
/** Number of saves by this window. What was read before a save may be older than it. */
let saves = 0

/** Loads what a page needs, or all items, unless it is there. Checks for changes when the tab becomes visible. */
export function ensureShop(scope: ShelfScope | null = null): void {
  const { state, whole } = shopStore.getState()
  if (wanted === undefined) addEventListener('focus', () => void refreshShop())
  else if (wanted === null || equal(wanted, scope) || (state === 'ready' && whole)) return
  wanted = scope
  // The items of another scope are not shown with this one.
  if (scope !== null) shopStore.setState({ state: 'loading' })
  void loadShop()
}

/** All items of the shop, loaded first if they are not there. */
export async function wholeShop(): Promise<Shop> {
  const { state, whole } = shopStore.getState()
  if (state === 'ready' && whole) return shopStore.getState()
  wanted = null
  await loadShop()
  return shopStore.getState()
}

/** Many tries' worth of patience is the screen's; here it is loaded once more when asked. */
export async function loadShop(): Promise<void> {
  const own = ++round
  const take = (shop: Partial<Shop>) => own === round && shopStore.setState(shop)
  try {
    const shelf = await api.shelf(wanted)
    take({ ...shelved(shelf), state: 'ready', problem: '' })
  } catch (error) {
    take({ state: 'failed', problem: messageOf(error) })
  }
}

/** Loads the items of a loaded shop, or some of them. Returns `undefined` if the server does not respond. */
const shelfNow = (keys?: readonly string[]) =>
  api.shelf(wanted, keys).catch((error: unknown) => {
    if (error instanceof Unreachable) return undefined
    throw error
  })

const isLoading = () => wanted !== undefined && shopStore.getState().state === 'loading'

/**
 * Takes over what was changed elsewhere. Returns false if that is not known yet: the server does not respond, this window saved an item
 * meanwhile, or the first load, which may have started before a change, is not complete.
 */
export async function refreshShop(): Promise<boolean> {
  if (shopStore.getState().state !== 'ready') return !isLoading()
  const [own, before] = [round, saves]
  const shelf = await shelfNow()
  if (!shelf || before !== saves) return false
  const now = shelved(shelf)
  const { versions } = shopStore.getState()
  if (own === round && !equal([...now.versions].sort(), [...versions].sort())) shopStore.setState(now)
  return true
}

/** Like `refreshShop`, for items that are known to have changed, by keys as in `versions`. An item that is not returned was removed. */
export async function refreshItems(keys: readonly string[]): Promise<boolean> {
  const { state, whole } = shopStore.getState()
  if (state !== 'ready') return !isLoading()
  const [own, before] = [round, saves]
  const shelf = await shelfNow(keys)
  if (!shelf || before !== saves) return false
  // The shelf has become large, or is not large any more.
  if (shelf.whole !== whole) return refreshShop()
  if (own === round) shopStore.setState((shop) => withItems(shop, shelved(shelf), keys))
  return true
}

/** The shop with some items as they are now. An older version than the known one is not used. */
function withItems(shop: Shop, now: Catalogue & Pick<Shop, 'units' | 'versions'>, keys: readonly string[]): Partial<Shop> {
  const changed = keys.filter((key) => {
    const [known, stored] = [shop.versions.get(key), now.versions.get(key)]
    return stored === undefined ? known !== undefined : stored > (known ?? 0)
  })
  if (changed.length === 0) return shop
  const versions = over(shop.versions, now.versions, changed)
  const idsOf = (kind: ItemKind | 'units') =>
    changed.flatMap((key) => (key.startsWith(versionKey(kind, '')) ? [key.slice(versionKey(kind, '').length)] : []))
  const unitsById = (units: readonly Unit[]) => new Map(units.map((unit) => [unit.id, unit]))
  return {
    versions,
    units: [...over(unitsById(shop.units), unitsById(now.units), idsOf('units')).values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
    parts: over(shop.parts, now.parts, idsOf('parts')),
    operations: over(shop.operations, now.operations, idsOf('operations')),
    kits: over(shop.kits, now.kits, idsOf('kits')),
  }
}

/** A map with the entries of some keys as in another map. Entries that are not there are removed. The same map without keys. */
function over<T>(before: ReadonlyMap<string, T>, now: ReadonlyMap<string, T>, keys: readonly string[]): ReadonlyMap<string, T> {
  if (keys.length === 0) return before
  const map = new Map(before)
  for (const key of keys) {
    const value = now.get(key)
    if (value === undefined) map.delete(key)
    else map.set(key, value)
  }
  return map
}

function shelved({ units: kept, parts, operations, kits, whole }: ShelfContent): Catalogue & Pick<Shop, 'units' | 'versions' | 'whole'> {
  const byId = <T extends { id: string }>(kept: readonly { item: T }[]) => new Map(kept.map(({ item }) => [item.id, item]))
  const versions = (kind: ItemKind | 'units', kept: readonly { item: { readonly id: string }; version: number }[]) =>
    kept.map(({ item, version }) => [versionKey(kind, item.id), version] as const)
  const units = kept.map(({ item }) => item)
  return {
    whole,
    units,
    parts: byId(parts),
    operations: byId(operations),
    kits: byId(kits),
    versions: new Map([
      ...versions('units', kept),
      ...versions('parts', parts),
      ...versions('operations', operations),
      ...versions('kits', kits),
    ]),
  }
}

/** Version of an item as last loaded. `undefined` if the item is not on the shelf. */
export const versionOf = (kind: ItemKind | 'units', id: string): number | undefined =>
  shopStore.getState().versions.get(versionKey(kind, id))

/**
 * Saves an item. After a conflict, asks the server for the item: if it is the same, an earlier save has arrived and only its response
 * was lost.
 */
async function savedOnce<T extends { readonly id: string }>(
  kind: ItemKind | 'units',
  item: T,
  save: () => Promise<{ item: T; version: number }>,
): Promise<{ item: T; version: number }> {
  try {
    return await save()
  } catch (error) {
    if (!(error instanceof Refused) || error.status !== 409) throw error
    // The list type depends on the kind.
    const stored = ((await api.shelf(null, [versionKey(kind, item.id)]))[kind] as readonly { item: Item | Unit; version: number }[]).find(
      (kept) => kept.item.id === item.id,
    )
    if (!equal(stored?.item, JSON.parse(JSON.stringify(item)))) throw error
    return { item, version: stored?.version ?? 1 }
  }
}

/** Puts an item on the shelf, new or over the save on which it was made: on the server first, then here. */
export async function keepItem<T extends Item>(kind: ItemKind, item: T, over: number | undefined): Promise<T> {
  const kept = await savedOnce(kind, item, async () =>
    over === undefined ? { item: await api.addItem(kind, item), version: 1 } : await api.saveItem(kind, item, over),
  )
  // T extends Item.
  place(kind, [kept as { item: Item; version: number }])
  // The server returns the saved item, which has the same type.
  return kept.item as T
}

/** Keeps a unit, new or over the save on which it was made. A copy shares the shelf of its original. */
export async function keepUnit(unit: Unit, over: number | undefined, copyOf?: string): Promise<Unit> {
  const kept = await savedOnce('units', unit, async () =>
    over === undefined ? { item: await api.addUnit(unit, copyOf), version: 1 } : await api.saveUnit(unit, over),
  )
  placeUnit(kept.item, kept.version)
  if (copyOf) await loadShop()
  return kept.item
}

/** Takes a unit in from an open file. */
export async function takeUnit(file: unknown): Promise<Unit> {
  const unit = await api.takeUnit(file)
  placeUnit(unit, 1)
  return unit
}

function placeUnit(unit: Unit, version: number): void {
  saves++
  shopStore.setState((shop) => {
    const units = [...shop.units.filter(({ id }) => id !== unit.id), unit].sort((a, b) => (a.id < b.id ? -1 : 1))
    return { units, versions: new Map(shop.versions).set(versionKey('units', unit.id), version) }
  })
}

/** Takes parts of a list that was looked at before, all of them or none, the changed ones over the saves that were seen then. */
export async function takeParts(added: readonly Part[], changed: readonly { item: Part; version: number }[]): Promise<void> {
  place('parts', await api.takeParts(added, changed))
}

/** Takes prices of a supplier, all of them or none. Returns the supplier as it is kept. */
export async function takePrices(prices: TakePricesDto): Promise<{ item: SupplierDto; version: number }> {
  const { supplier, parts, kits } = await api.takePrices(prices)
  place('parts', parts)
  place('kits', kits)
  return supplier
}

function place(kind: ItemKind, kept: readonly { item: Item; version: number }[]): void {
  saves++
  shopStore.setState((shop) => {
    const items = new Map<string, Item>(shop[kind])
    const versions = new Map(shop.versions)
    for (const { item, version } of kept) {
      items.set(item.id, item)
      versions.set(versionKey(kind, item.id), version)
    }
    // TypeScript widens a computed key to string.
    return { [kind]: items, versions } as Partial<Shop>
  })
}
