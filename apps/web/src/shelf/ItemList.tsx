import { certain } from '@plucky/core'
import { Link as ChakraLink, Text } from '@chakra-ui/react'
import { hoursWords, money } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { useMemo } from 'react'
import { NavLink } from 'react-router'
import { isPart, type Item, type ItemKind } from '../state/shop.js'
import { SortableTable, type Column } from '../ui/SortableTable.js'
import { leastLimit, placesOf, unitOf } from './listed.js'

interface ListProps {
  readonly kind: ItemKind
  readonly items: readonly Item[]
  readonly units: readonly Unit[]
  readonly unitId: string
  readonly chosen: string | undefined
}

/** Search results, front to rear by default. */
export function ItemList({ kind, items, units, unitId, chosen }: ListProps) {
  const columns = useMemo(() => columnsOf(kind, (item) => certain(unitOf(item, units, unitId))), [kind, units, unitId])
  if (items.length === 0) return <Text color="inkSoft">No matches. Use fewer words or another station.</Text>
  return (
    <SortableTable
      key={kind}
      columns={columns}
      rows={items}
      keyOf={({ id }) => id}
      scrolled={{ height: 'calc(100vh - 300px)', shown: chosen }}
      css={ROWS}
      testId="shelf-list"
    />
  )
}

const ROWS = {
  '& tbody tr:has([aria-current=page]) td': { bg: 'torqueWash' },
  '& tbody tr:has([aria-current=page]) td:first-of-type': { boxShadow: 'inset 4px 0 0 var(--chakra-colors-torque)' },
} as const

function columnsOf(kind: ItemKind, unitFor: (item: Item) => Unit): readonly Column<Item>[] {
  const limit = (item: Item) => (isPart(item) ? leastLimit(item, unitFor(item)) : undefined)
  return [
    { id: 'name', head: 'Name', sortBy: ({ name }) => name, cell: (item) => <Name kind={kind} item={item} unit={unitFor(item)} /> },
    { id: 'price', head: 'Price', className: 'figure', sortBy: ({ price }) => price, cell: ({ price }) => money(price) },
    { id: 'labor', head: 'Labor', className: 'figure', sortBy: ({ hours }) => hours, cell: ({ hours }) => hoursWords(hours) },
    ...(kind === 'parts'
      ? [
          {
            id: 'limit',
            head: 'Lowest limit',
            className: 'figure',
            greatestFirst: true as const,
            sortBy: (item: Item) => limit(item)?.nm,
            cell: (item: Item) => limit(item)?.words ?? '',
          },
        ]
      : []),
  ]
}

const Name = ({ kind, item, unit }: { kind: ItemKind; item: Item; unit: Unit }) => (
  <ChakraLink asChild color="ink" display="block" minH="40px" lineHeight="1.25">
    <NavLink to={`/parts-shelf/${kind}/${item.id}`} data-testid={`item-${item.id}`}>
      <Text fontWeight={600}>{item.name}</Text>
      <Text textStyle="note" color="inkSoft">
        {placesOf(item, unit)}
      </Text>
    </NavLink>
  </ChakraLink>
)
