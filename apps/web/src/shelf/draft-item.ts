import { checkKit, checkOperation, checkPart, fieldsOf, KitDto, OperationDto, PartDto, type Dto, type Problem } from '@plucky/contract'
import { useMemo, useState } from 'react'
import { Refused } from '../state/api.js'
import { dropKept, keep, readStored } from '../state/storage.js'
import { withValue } from '../state/with-value.js'
import { keepItem, loadShop, versionOf, type Item, type ItemKind } from '../state/shop.js'
import { messageOf } from '../state/message-of.js'
import { isRecord, valueAt } from '@plucky/core'

/** An item as it is being typed: it may lack fields, and hold what is no figure yet. */
export type DraftItem = Readonly<Record<string, unknown>> & { readonly id: string }

/** What each kind of item is checked by. */
export const CHECKS = {
  parts: { dto: PartDto, check: checkPart },
  operations: { dto: OperationDto, check: checkOperation },
  kits: { dto: KitDto, check: checkKit },
} as const

/** A value with the shapes and lists that it must have, empty where nothing is typed yet, so that every field in them is asked for. */
function filled(value: Readonly<Record<string, unknown>>, dto: Dto): Record<string, unknown> {
  const missing = fieldsOf(dto).flatMap(({ key, holds, optional }): [string, unknown][] => {
    const held = isRecord(value[key]) ? value[key] : undefined
    if (holds.type === 'shape' && (held !== undefined || !optional)) return [[key, filled(held ?? {}, holds.dto(value))]]
    return holds.type === 'shapes' && held === undefined && !optional ? [[key, []]] : []
  })
  return { ...value, ...Object.fromEntries(missing) }
}

export const problemsOf = (kind: ItemKind, item: object): readonly Problem[] => {
  const checked = CHECKS[kind].check(item)
  return checked.ok ? [] : checked.problems
}

/** All problems of an item. Geometry is checked even while price and hours are blank. */
function allProblems(kind: ItemKind, item: object): readonly Problem[] {
  const own = problemsOf(kind, item)
  const priced = problemsOf(kind, { price: 0, hours: 0, ...item })
  return [...own, ...priced.filter(({ path, code }) => !own.some((p) => p.path === path && p.code === code))]
}

/** An id for a name that no other item of the kind has. */
export function uniqueId(name: string, taken: (id: string) => boolean): string {
  const stem =
    name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 50) || 'item'
  let [id, n] = [stem, 2]
  while (taken(id)) id = `${stem}-${n++}`
  return id
}

export interface ItemDraft {
  readonly kind: ItemKind
  readonly item: DraftItem
  /**
   * Problems to show: those caused by an edit, those of touched fields, and all of them after an attempt to save. An empty field is not
   * reported before that.
   */
  readonly problems: readonly Problem[]
  /** What the server said to the last try to save. */
  readonly refused: readonly Problem[]
  readonly changed: boolean
  set(path: string, value: unknown): void
  /** Puts it on the shelf; gives the item where that succeeded. */
  save(): Promise<Item | undefined>
  /** After the item was changed elsewhere: what is typed is to be saved over that, knowingly. */
  saveOver(): Promise<void>
}

/** What is typed of an item, and the number of the save on which it was made. */
export interface KeptItem {
  readonly item: DraftItem
  readonly over?: number | undefined
}

/** Where an item that is being typed is kept on this machine until it is on the shelf or let go. */
export const draftKey = (kind: ItemKind, name: string) => `plucky-item-${kind}-${name}`

/** An item on the way to the shelf, checked as it is typed by the rules that the server holds it against. */
export function useItemDraft(
  kind: ItemKind,
  from: DraftItem,
  idFor: (item: DraftItem) => string,
  kept?: string,
  /** Updates dependent fields after an edit; `touched` lists the paths that the user has typed. */
  follows: (item: DraftItem, touched: ReadonlySet<string>) => DraftItem = (same) => same,
): ItemDraft {
  const [before] = useState(() => (kept ? readStored<KeptItem>(kept) : undefined))
  const [item, setItem] = useState<DraftItem>(before?.item ?? from)
  const [over, setOver] = useState(() => (before ? before.over : versionOf(kind, from.id)))
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set())
  const [all, setAll] = useState(false)
  const [refused, setRefused] = useState<readonly Problem[]>([])
  const whole = (of: DraftItem) => filled({ ...of, id: idFor(of) }, CHECKS[kind].dto)
  const problems = useMemo(() => allProblems(kind, whole(item)), [kind, item]) // eslint-disable-line react-hooks/exhaustive-deps
  const atFirst = useMemo(() => new Set(allProblems(kind, whole(from)).map((p) => p.path)), [kind, from]) // eslint-disable-line react-hooks/exhaustive-deps
  return {
    kind,
    item,
    problems: problems.filter(({ path }) => all || touched.has(path) || (!atFirst.has(path) && valueAt(item, path) !== undefined)),
    refused,
    changed: item !== from,
    set(path, value) {
      setItem((now) => {
        const next = follows(withValue(now, path, value), new Set([...touched, path]))
        if (kept) keep(kept, { item: next, over } satisfies KeptItem)
        return next
      })
      setTouched((now) => new Set([...now, path]))
      setRefused([])
    },
    async save() {
      setAll(true)
      const named = whole(item)
      if (problemsOf(kind, named).length > 0) return undefined
      try {
        // It passed all checks above.
        const onShelf = await keepItem(kind, named as unknown as Item, over)
        if (kept) dropKept(kept)
        return onShelf
      } catch (error) {
        const away: Problem = { code: 'unreachable', path: '', sentence: `${messageOf(error)} Your entries are kept. Try again.` }
        setRefused(error instanceof Refused ? error.problems : [away])
        return undefined
      }
    },
    async saveOver() {
      await loadShop()
      setOver(versionOf(kind, item.id))
      setRefused([])
    },
  }
}
