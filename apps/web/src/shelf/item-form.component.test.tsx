import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import type { Part } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import { useEffect } from 'react'
import { shopStore } from '../state/shop.js'
import { system } from '../ui/theme.js'
import { useItemDraft, type DraftItem, type ItemDraft } from './draft-item.js'
import { ItemForm } from './ItemForm.js'

const { units, shelf } = demoShop()
const blank: DraftItem = {
  id: '',
  name: '',
  maker: '',
  unitIds: [],
  stationIds: [],
  price: 0,
  hours: 0,
  stock: false,
  stated: [],
  geometry: {},
}
let draft: ItemDraft
const seen = (now: ItemDraft) => {
  draft = now
}

function Form({ from }: { from: DraftItem }) {
  const held = useItemDraft('parts', from, ({ id }) => id || 'new')
  useEffect(() => seen(held))
  return <ItemForm draft={held} />
}

const open = (from: DraftItem) =>
  render(
    <ChakraProvider value={system}>
      <Form from={from} />
    </ChakraProvider>,
  )
const field = (path: string) => screen.getByTestId<HTMLInputElement>(`item-${path}`)
const type = (path: string, text: string) => {
  fireEvent.change(field(path), { target: { value: text } })
  fireEvent.blur(field(path))
}
const alerts = () => screen.queryAllByRole('alert').map(({ textContent }) => textContent)

beforeEach(() => shopStore.setState({ units, parts: new Map(shelf.map((part) => [part.id, part])) }))
afterEach(cleanup)

it('a new part has the fields of its kind', () => {
  open(blank)
  expect(screen.queryByTestId('item-geometry.neckRadiusM')).toBeNull()
  fireEvent.change(field('kind'), { target: { value: 'shell' } })
  expect(field('geometry.neckRadiusM')).toBeTruthy()
  fireEvent.change(field('kind'), { target: { value: 'pump' } })
  expect(screen.queryByTestId('item-geometry.neckRadiusM')).toBeNull()
  expect(field('geometry.displacementM3')).toBeTruthy()
})

it('errors are shown after a field was touched, at the field, in the shown unit, until it is right', () => {
  open(blank)
  fireEvent.change(field('kind'), { target: { value: 'shell' } })
  expect(alerts()).toEqual([])
  type('geometry.neckRadiusM', '400 mm')
  expect(alerts()).toEqual([expect.stringMatching(/neck radius must be a number from .* in \(got 15\.75 in\)/i)])
  type('geometry.neckRadiusM', '40 mm')
  expect(alerts()).toEqual([])
  expect(draft.item['geometry']).toMatchObject({ neckRadiusM: 0.04 })
})

it('rows of a list are added and removed', () => {
  open(blank)
  fireEvent.click(screen.getByTestId('item-add-stated'))
  fireEvent.click(screen.getByTestId('item-add-stated'))
  type('stated.1.torqueNm', '900')
  expect(draft.item['stated']).toHaveLength(2)
  fireEvent.click(screen.getAllByRole('button', { name: /^Remove / })[0] as HTMLElement)
  expect(draft.item['stated']).toEqual([{ torqueNm: expect.closeTo(1220.24, 1) }])
  expect(field('stated.0.torqueNm').value).toBe('900')
})

it.each(['shaft', 'pack'])('a %s of the shelf is shown and is not changed by being viewed', (kind) => {
  const part = shelf.find((each) => each.kind === kind && (each.offers?.length ?? 0) > 0) ?? shelf.find((each) => each.kind === kind)
  expect(part?.kind).toBe(kind)
  open({ ...(part as Part) })
  expect(draft.changed).toBe(false)
  for (const box of screen.getAllByRole('textbox')) fireEvent.blur(box)
  expect(draft.changed).toBe(false)
  expect(alerts()).toEqual([])
})
