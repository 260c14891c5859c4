import { Box, Checkbox, Text } from '@chakra-ui/react'
import { lineKey, itemKey, moneyExact, percent, type MatchedBy, type MatchedLine, type PriceMatch } from '@plucky/contract'
import { useMemo } from 'react'
import { TextButton } from '../ui/buttons.js'
import { SortableTable, type Column } from '../ui/SortableTable.js'
import { isTicked, type PriceListState } from './use-price-list.js'

const BY_WORDS: Readonly<Record<MatchedBy, string>> = {
  remembered: 'by remembered number',
  hand: 'by hand',
  id: 'by part id',
  name: 'by name',
}

/** Above this number of rows the table scrolls. */
const MOST_ROWS = 12

/** Items with changes: price, lead time and stock on the shelf and as they would be. */
export function PriceChanges({ state, match }: { state: PriceListState; match: PriceMatch }) {
  const changed = useMemo(() => match.matched.filter(({ same }) => !same), [match])
  const columns = columnsOf(state)
  if (changed.length === 0) return <Text my="1.5">No price, lead time or stock on the shelf changes.</Text>
  return (
    <Box my="1.5" overflowX="auto">
      <SortableTable
        columns={columns}
        rows={changed}
        keyOf={({ item }) => itemKey(item)}
        testId="price-changes"
        {...(changed.length > MOST_ROWS ? { scrolled: { height: '420px' } } : {})}
      />
    </Box>
  )
}

const columnsOf = (state: PriceListState): readonly Column<MatchedLine>[] => [
  { id: 'take', head: 'Change', unseen: true, cell: (line) => <Tick state={state} line={line} /> },
  { id: 'name', head: 'Item', sortBy: ({ item }) => item.name, cell: (line) => <Name state={state} line={line} /> },
  { id: 'was', head: 'Shelf', className: 'figure', sortBy: ({ item }) => item.price, cell: ({ item }) => moneyExact(item.price) },
  { id: 'price', head: 'New', className: 'figure', sortBy: ({ price }) => price, cell: ({ price }) => moneyExact(price) },
  { id: 'share', head: 'Change', className: 'figure', sortBy: shareOf, cell: (line) => <Share line={line} /> },
  { id: 'supply', head: 'Lead time and stock', cell: supplyWords },
]

const Tick = ({ state, line }: { state: PriceListState; line: MatchedLine }) => (
  <Checkbox.Root
    checked={isTicked(line, state.ticked)}
    onCheckedChange={({ checked }) => state.tick(line, checked === true)}
    aria-label={`Change ${line.item.name}`}
    data-testid={`price-tick-${line.item.id}`}
  >
    <Checkbox.HiddenInput aria-label={`Change ${line.item.name}`} />
    <Checkbox.Control borderColor="ink" borderRadius="1px" />
  </Checkbox.Root>
)

const Name = ({ state, line: { item, line, by } }: { state: PriceListState; line: MatchedLine }) => (
  <>
    <Text fontWeight={600}>{item.name}</Text>
    <Text textStyle="note" color="inkSoft">
      {[item.where, line.number, line.name === item.name ? '' : line.name, BY_WORDS[by]].filter(Boolean).join(' · ')}
      <TextButton height="20px" onClick={() => state.assign(lineKey(line), null)} data-testid={`price-part-${item.id}`}>
        not this item
      </TextButton>
    </Text>
  </>
)

const shareOf = ({ item, price }: MatchedLine) => (item.price > 0 ? price / item.price - 1 : undefined)

function Share({ line }: { line: MatchedLine }) {
  const share = shareOf(line)
  const words =
    share === undefined ? 'new' : share === 0 ? '–' : `${share > 0 ? '+' : '−'}${percent(Math.abs(share), Math.abs(share) < 0.1 ? 1 : 0)}`
  return line.unlikely ? (
    <Text as="span" className="short">
      {`${words}, check`}
    </Text>
  ) : (
    words
  )
}

/** Lead time and stock where they change. */
function supplyWords({ item, leadDays, inStock }: MatchedLine): string {
  const days = (count: number) => (count === 1 ? '1 day' : `${count} days`)
  const stock = (held: boolean) => (held ? 'in stock' : 'not in stock')
  const was = { leadDays: item.leadDays ?? 0, inStock: item.inStock ?? true }
  return [
    ...(leadDays === undefined || leadDays === was.leadDays ? [] : [`${days(was.leadDays)} → ${days(leadDays)}`]),
    ...(inStock === undefined || inStock === was.inStock ? [] : [`${stock(was.inStock)} → ${stock(inStock)}`]),
  ].join(', ')
}
