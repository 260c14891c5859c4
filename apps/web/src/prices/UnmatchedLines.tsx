import { Box, Flex, Text } from '@chakra-ui/react'
import { alike, itemKey, lineKey, listed, moneyExact, type PriceMatch, type UnmatchedLine } from '@plucky/contract'
import { useState } from 'react'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { SortableTable, type Column } from '../ui/SortableTable.js'
import type { PriceListState } from './use-price-list.js'

interface UnmatchedProps {
  readonly state: PriceListState
  readonly match: PriceMatch
}

/** Above this number of rows the table scrolls. */
const MOST_ROWS = 8
/** Names in the sentence about items that are missing in the list. */
const MOST_NAMED = 8

/** Lines without an item on the shelf, for matching by hand, and remembered items that are not in the list. */
export function UnmatchedLines({ state, match: { unmatched, notListed } }: UnmatchedProps) {
  const [open, setOpen] = useState(false)
  const [at, setAt] = useState('')
  const columns: readonly Column<UnmatchedLine>[] = [
    { id: 'line', head: 'Line', className: 'figure', cell: ({ line }) => String(line.line) },
    { id: 'number', head: 'Item number', sortBy: ({ line }) => line.number, cell: ({ line }) => line.number },
    {
      id: 'name',
      head: 'Description',
      sortBy: ({ line }) => line.name,
      cell: ({ line, why }) => (why ? `${line.name} (${why})` : line.name),
    },
    { id: 'price', head: 'List', className: 'figure', sortBy: ({ line }) => line.price, cell: ({ line }) => moneyExact(line.price) },
    {
      id: 'match',
      head: 'Match',
      unseen: true,
      cell: ({ line }) => (
        <TextButton onClick={() => setAt(lineKey(line))} data-testid={`price-match-${line.line}`}>
          Match…
        </TextButton>
      ),
    },
  ]
  const chosen = unmatched.find(({ line }) => lineKey(line) === at)
  return (
    <Box my="1.5" data-testid="price-unmatched">
      {notListed.length > 0 && (
        <Text>{`No longer in the list, prices stay as they are: ${namesOf(notListed.map(({ name }) => name))}.`}</Text>
      )}
      {unmatched.length > 0 && (
        <TextButton onClick={() => setOpen(!open)} aria-expanded={open} data-testid="price-unmatched-open">
          {open ? 'Hide the lines without an item on the shelf' : `Show ${unmatched.length} lines without an item on the shelf`}
        </TextButton>
      )}
      {open && chosen && <MatchByHand key={at} state={state} unmatched={chosen} onClose={() => setAt('')} />}
      {open && (
        <SortableTable
          columns={columns}
          rows={unmatched}
          keyOf={({ line }) => lineKey(line)}
          testId="price-unmatched-lines"
          {...(unmatched.length > MOST_ROWS ? { scrolled: { height: '340px' } } : {})}
        />
      )}
    </Box>
  )
}

/** Items that a line may be, the most alike first, or those that have the typed words. */
function MatchByHand({ state, unmatched: { line }, onClose }: { state: PriceListState; unmatched: UnmatchedLine; onClose: () => void }) {
  const [search, setSearch] = useState('')
  const matched = new Set(state.match?.matched.map(({ item }) => itemKey(item)))
  const found = alike(
    line,
    state.items.filter((item) => !matched.has(itemKey(item))),
    search,
  )
  return (
    <Box borderWidth="1px" borderColor="rule" p="2" my="1.5" role="group" aria-label="Match by hand" data-testid="price-by-hand">
      <Flex gap="2.5" align="flex-end" wrap="wrap">
        <Text flex="1" minW="200px">
          <strong>{`Line ${line.line}: ${[line.number, line.name].filter(Boolean).join(', ')}`}</strong>
          {` at ${moneyExact(line.price)} is this item:`}
        </Text>
        <LabeledInput label="Search the shelf" value={search} onType={setSearch} testId="price-search" />
        <TextButton onClick={onClose}>Close</TextButton>
      </Flex>
      <Flex gap="1.5" mt="1.5" wrap="wrap">
        {found.map((item) => (
          <OutlineButton
            key={itemKey(item)}
            size="sm"
            onClick={() => {
              state.assign(lineKey(line), itemKey(item))
              onClose()
            }}
            data-testid={`price-assign-${item.id}`}
          >
            {`${item.name} · ${item.where} · ${moneyExact(item.price)}`}
          </OutlineButton>
        ))}
        {found.length === 0 && <Text color="inkSoft">Nothing on the shelf is alike. Search by other words.</Text>}
      </Flex>
    </Box>
  )
}

function namesOf(names: readonly string[]): string {
  const rest = names.length - MOST_NAMED
  return listed([...names.slice(0, MOST_NAMED), ...(rest > 0 ? [`${rest} more`] : [])])
}
