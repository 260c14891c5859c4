import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Panel } from './panel.js'
import { QuantityField } from './QuantityField.js'
import { SortableTable, type Column } from './SortableTable.js'
import { system } from './theme.js'

const shown = (content: ReactNode) => render(<ChakraProvider value={system}>{content}</ChakraProvider>)
afterEach(cleanup)

interface Row {
  readonly id: string
  readonly torque?: number
}

const ROWS: readonly Row[] = [{ id: 'main', torque: 900 }, { id: 'pilot' }, { id: 'input', torque: 1200 }, { id: 'output', torque: 95 }]
const COLUMNS: readonly Column<Row>[] = [
  { id: 'name', head: 'Name', sortBy: ({ id }) => id, cell: ({ id }) => id },
  { id: 'torque', head: 'Torque', sortBy: ({ torque }) => torque, cell: ({ torque }) => torque ?? '—' },
  { id: 'note', head: 'Note', cell: () => '' },
]

describe('a sortable table', () => {
  const order = () =>
    within(screen.getByTestId('rows'))
      .getAllByRole('row')
      .slice(1)
      .map((row) => row.firstElementChild?.textContent)
  const table = () => shown(<SortableTable columns={COLUMNS} rows={ROWS} keyOf={({ id }) => id} testId="rows" />)
  const press = (id: string) => fireEvent.click(screen.getByTestId(`sort-${id}`))

  it('sorts numbers as numbers: up, down, and in the given order; rows without a value are last both ways', () => {
    table()
    expect(order()).toEqual(['main', 'pilot', 'input', 'output'])
    press('torque')
    expect(order()).toEqual(['output', 'main', 'input', 'pilot'])
    expect(screen.getByRole('columnheader', { name: /Torque/ }).getAttribute('aria-sort')).toBe('ascending')
    press('torque')
    expect(order()).toEqual(['input', 'main', 'output', 'pilot'])
    press('torque')
    expect(order()).toEqual(['main', 'pilot', 'input', 'output'])
  })
  it('has no button for a column that cannot be sorted', () => {
    table()
    expect(within(screen.getByRole('columnheader', { name: 'Note' })).queryByRole('button')).toBeNull()
  })
  it('reports the pressed column and leaves the order to its owner', () => {
    const onSort = jest.fn()
    shown(
      <SortableTable
        columns={COLUMNS}
        rows={ROWS}
        keyOf={({ id }) => id}
        kept={{ id: 'torque', descending: false, onSort }}
        testId="rows"
      />,
    )
    expect(order()).toEqual(['main', 'pilot', 'input', 'output'])
    press('torque')
    expect(onSort).toHaveBeenCalledWith('torque', true)
    press('name')
    expect(onSort).toHaveBeenLastCalledWith('name', false)
  })
})

describe('a panel', () => {
  const Figures = ({ broken }: { broken: boolean }) => {
    if (broken) throw new Error('no such figure')
    return <p>840 hp</p>
  }
  const page = (broken: boolean) => (
    <ChakraProvider value={system}>
      <Panel title="Power">
        <Figures broken={broken} />
      </Panel>
      <Panel title="Money">
        <p>$900</p>
      </Panel>
    </ChakraProvider>
  )
  it('with failing content says so, does not affect its neighbors, and recovers with new content', () => {
    const said = jest.spyOn(console, 'error').mockImplementation(() => undefined)
    const { rerender } = render(page(true))
    expect(screen.getByRole('alert').textContent).toMatch(/stopped working/)
    expect(screen.getByText('$900')).toBeTruthy()
    expect(said).toHaveBeenCalled()
    rerender(page(false))
    expect(screen.getByText('840 hp')).toBeTruthy()
    expect(screen.queryByRole('alert')).toBeNull()
    said.mockRestore()
  })
})

describe('a field of a figure', () => {
  const field = (onCommit: (value: unknown) => string | undefined) => {
    shown(<QuantityField label="Bore" unit="in" digits={3} value={0.0254} onCommit={onCommit} testId="bore" />)
    return screen.getByTestId<HTMLInputElement>('bore')
  }
  const type = (box: HTMLElement, text: string) => {
    fireEvent.change(box, { target: { value: text } })
    fireEvent.blur(box)
  }
  it('reads any unit of its quantity, in SI', () => {
    const onCommit = jest.fn()
    const box = field(onCommit)
    expect(box.value).toBe('1.000')
    type(box, '30 mm')
    expect(onCommit).toHaveBeenCalledWith(0.03)
  })
  it('keeps refused text with the reason until Escape', () => {
    const box = field(() => 'Too large for this shaft.')
    type(box, '9')
    expect(screen.getByRole('alert').textContent).toBe('Too large for this shaft.')
    expect(box.value).toBe('9')
    fireEvent.keyDown(box, { key: 'Escape' })
    expect(screen.queryByRole('alert')).toBeNull()
    expect(box.value).toBe('1.000')
  })
  it('left unchanged commits nothing', () => {
    const onCommit = jest.fn()
    fireEvent.blur(field(onCommit))
    expect(onCommit).not.toHaveBeenCalled()
  })
})
