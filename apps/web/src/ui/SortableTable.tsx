import { memberAt } from '@plucky/core'
import { chakra } from '@chakra-ui/react'
import { createSortedRowModel, rowSortingFeature, sortFns, tableFeatures, useTable, type SortingState } from '@tanstack/react-table'
import { ArrowDown, ArrowUp, ChevronsUpDown } from 'lucide-react'
import { useMemo, type ComponentProps, type ReactNode } from 'react'
import { RuledTable } from './RuledTable.js'
import { ScrolledRows } from './ScrolledRows.js'

/** Column of a sortable table. */
export interface Column<T> {
  readonly id: string
  readonly head: string
  readonly cell: (row: T) => ReactNode
  /** Sort value of a row. Rows without a value are last. Omit for a column that cannot be sorted. */
  readonly sortBy?: (row: T) => string | number | undefined
  /** The first press sorts in descending order. */
  readonly greatestFirst?: true
  readonly className?: string
  /** The column head is visible to screen readers only. */
  readonly unseen?: true
}

/** Sort order controlled by the caller, for example if the server sorts. */
export interface KeptOrder {
  readonly id: string
  readonly descending: boolean
  readonly onSort: (id: string, descending: boolean) => void
}

type TableLook = Pick<ComponentProps<typeof RuledTable>, 'look' | 'room' | 'css' | 'mt'>

interface SortableProps<T> extends TableLook {
  readonly columns: readonly Column<T>[]
  readonly rows: readonly T[]
  readonly keyOf: (row: T) => string
  readonly rowProps?: (row: T) => ComponentProps<'tr'> & { readonly 'data-testid'?: string }
  /** Replaces the cells of a row, for example while it is edited. */
  readonly cellsAs?: (row: T) => ReactNode | undefined
  readonly kept?: KeptOrder
  /** Scrolls within this height and renders visible rows only. `shown` is the key of a row to scroll to. */
  readonly scrolled?: { readonly height: string; readonly shown?: string | undefined }
  readonly testId?: string
}

const FEATURES = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel(), sortFns })

/** Table sorted by its column heads: ascending, descending, original order. */
export function SortableTable<T extends object>(props: SortableProps<T>) {
  const { columns, rows, keyOf, rowProps, cellsAs, kept, scrolled, testId, look = 'list', ...style } = props
  const table = useSorted(columns, rows, keyOf, kept)
  const sorted = table.getRowModel().rows.map(({ original }) => original)
  const head = (
    <thead>
      <tr>
        {table.getFlatHeaders().map(({ column: sorter }, i) => (
          <Head
            key={sorter.id}
            column={memberAt(columns, i)}
            sorted={sorter.getIsSorted()}
            onPress={sorter.getCanSort() ? () => sorter.toggleSorting() : undefined}
          />
        ))}
      </tr>
    </thead>
  )
  const drawn = (row: T, more?: object) => (
    <tr key={keyOf(row)} {...rowProps?.(row)} {...more}>
      {cellsAs?.(row) ?? <Cells columns={columns} row={row} />}
    </tr>
  )
  if (!scrolled)
    return (
      <RuledTable look={look} {...style} data-testid={testId}>
        {head}
        <tbody>{sorted.map((row) => drawn(row))}</tbody>
      </RuledTable>
    )
  const shown = sorted.findIndex((row) => keyOf(row) === scrolled.shown)
  return (
    <ScrolledRows height={scrolled.height} count={sorted.length} shown={shown} testId={testId}>
      {({ above, below, inSight, measure }) => (
        <RuledTable look={look} {...style}>
          {head}
          <tbody>
            {above > 0 && <tr aria-hidden style={{ height: above }} />}
            {inSight.map((i) => drawn(memberAt(sorted, i), { ref: measure, 'data-index': i }))}
            {below > 0 && <tr aria-hidden style={{ height: below }} />}
          </tbody>
        </RuledTable>
      )}
    </ScrolledRows>
  )
}

const Cells = <T,>({ columns, row }: { columns: readonly Column<T>[]; row: T }) =>
  columns.map(({ id, className, cell }) => (
    <td key={id} className={className}>
      {cell(row)}
    </td>
  ))

/** Sorts the rows, or leaves them to the caller's order. */
function useSorted<T extends object>(
  columns: readonly Column<T>[],
  rows: readonly T[],
  keyOf: (row: T) => string,
  kept: KeptOrder | undefined,
) {
  const sorters = useMemo(
    () =>
      columns.map(({ id, sortBy, greatestFirst }) => ({
        id,
        accessorFn: (row: T) => sortBy?.(row),
        enableSorting: sortBy !== undefined,
        sortDescFirst: greatestFirst ?? false,
        sortUndefined: 'last' as const,
        sortFn: 'alphanumeric' as const,
      })),
    [columns],
  )
  const elsewhere = kept && {
    state: { sorting: [{ id: kept.id, desc: kept.descending }] },
    onSortingChange(make: SortingState | ((was: SortingState) => SortingState)) {
      const [next] = typeof make === 'function' ? make([{ id: kept.id, desc: kept.descending }]) : make
      if (next) kept.onSort(next.id, next.desc)
    },
  }
  return useTable({
    features: FEATURES,
    columns: sorters,
    data: rows,
    getRowId: keyOf,
    manualSorting: kept !== undefined,
    enableSortingRemoval: kept === undefined,
    ...elsewhere,
  })
}

interface HeadProps {
  readonly column: Pick<Column<never>, 'id' | 'head' | 'className' | 'unseen'>
  readonly sorted: false | 'asc' | 'desc'
  readonly onPress: (() => void) | undefined
}

const MARKS = { asc: ArrowUp, desc: ArrowDown } as const
const ARIA_SORT = { asc: 'ascending', desc: 'descending' } as const

function Head({ column: { id, head, className, unseen }, sorted, onPress }: HeadProps) {
  const Mark = sorted ? MARKS[sorted] : ChevronsUpDown
  const sort = onPress && (sorted ? ARIA_SORT[sorted] : 'none')
  return (
    <th scope="col" className={className} aria-sort={sort}>
      {onPress ? (
        <chakra.button {...HEAD_BUTTON} onClick={onPress} data-testid={`sort-${id}`}>
          {head}
          <chakra.span display={{ base: sorted ? 'inline' : 'none', md: 'inline' }} opacity={sorted ? 1 : 0.45} aria-hidden>
            <Mark size={13} />
          </chakra.span>
        </chakra.button>
      ) : (
        <chakra.span srOnly={unseen ?? false}>{head}</chakra.span>
      )}
    </th>
  )
}

const HEAD_BUTTON = {
  type: 'button',
  display: 'inline-flex',
  alignItems: 'center',
  gap: '0.5',
  minH: '28px',
  font: 'inherit',
  textAlign: 'inherit',
  color: 'inherit',
  cursor: 'pointer',
  _hover: { textDecoration: 'underline' },
} as const
