import { OFTEN_WORDS, stationName } from '@plucky/contract'
import { keysOf, type Unit, type UpdateEntry, type UpdateState } from '@plucky/core'

/** States of the entries, the open one first. */
export const OPEN_FIRST = ['to-do', 'done', 'fine', 'not-here'] as const satisfies readonly UpdateState[]

/** Place or work that an entry is about. */
export const titleOf = ({ of }: UpdateEntry): string => ('weakPlace' in of ? of.weakPlace.place : of.standard.work)

/** Orders of the list. */
export const ORDERS = [
  ['torque-path', 'Front to rear'],
  ['state', 'Open first'],
  ['often', 'Most usual first'],
] as const
export type Order = (typeof ORDERS)[number][0]

/** Sort keys of the orders. Equal entries stay front to rear. */
const RANK: Readonly<Record<Exclude<Order, 'torque-path'>, (entry: UpdateEntry) => number>> = {
  state: ({ state }) => OPEN_FIRST.indexOf(state),
  often: ({ of }) => ('weakPlace' in of ? keysOf(OFTEN_WORDS).indexOf(of.weakPlace.often) : keysOf(OFTEN_WORDS).length),
}

/** True if every word of a search is in the texts of an entry. */
export function holdsWords(entry: UpdateEntry, unit: Unit, search: string): boolean {
  const { of, remedies, stationId } = entry
  const own = 'weakPlace' in of ? [of.weakPlace.failure, of.weakPlace.sign, of.weakPlace.cause] : [of.standard.why]
  const text = [
    titleOf(entry),
    ...own,
    ...remedies.map((remedy) => `${remedy.text} ${remedy.item?.name ?? ''}`),
    stationId ? stationName(unit, stationId) : '',
  ]
    .join(' ')
    .toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** Entries in an order. Equal ones stay front to rear. */
export const inOrder = (entries: readonly UpdateEntry[], order: Order): readonly UpdateEntry[] =>
  order === 'torque-path' ? entries : [...entries].sort((a, b) => RANK[order](a) - RANK[order](b))
