import { expect, test, type APIRequestContext, type Page } from '@playwright/test'

interface Job {
  readonly number: number
  readonly version: number
  readonly spec: { readonly fits: Record<string, string | null> }
}

const listFile = (...lines: string[]) => ({ name: 'harbor.csv', mimeType: 'text/csv', buffer: Buffer.from(lines.join('\r\n')) })

/** A part of its own at the sun shell of a job of its own, for which a quote was sent. */
async function quotedPart(request: APIRequestContext, id: string) {
  const shelf = (await (await request.get('/api/shelf')).json()) as { id: string }[]
  await request.post('/api/shelf', { data: { ...shelf.find((part) => part.id === 'shell-neck'), id, name: `Neck of ${id}`, price: 210 } })
  const copy = (await (await request.post('/api/jobs/1/copy')).json()) as Job
  const { number, version, spec } = (await (await request.get(`/api/jobs/${copy.number}`)).json()) as Job
  const quoted = { ...spec, fits: { ...spec.fits, 'sun-shell': id } }
  const sent = await request.post(`/api/jobs/${number}/quotes`, {
    data: { builds: [{ title: 'Good', purpose: '', spec: quoted }], version },
  })
  expect(sent.status()).toBe(201)
  return number
}

const priceOf = async (request: APIRequestContext, id: string) =>
  ((await (await request.get('/api/shelf')).json()) as { id: string; price: number }[]).find((part) => part.id === id)?.price

async function openList(page: Page) {
  await page.goto('/parts-shelf')
  await page.getByTestId('prices-in').click()
}

test('a price list is matched and previewed, selected changes are stored, and its columns and numbers are remembered', async ({
  page,
  request,
}) => {
  const id = `neck-${Date.now()}`
  const job = await quotedPart(request, id)
  await openList(page)
  await page
    .getByTestId('price-file')
    .setInputFiles(
      listFile('Code;List price;Dealer;Product', `HS-1;300,00;250,50;Neck of ${id}`, 'HS-2;90,00;80,00;Stud kit', 'HS-3;call;call;Band'),
    )
  await expect(page.getByTestId('price-doubt-column:price')).toContainText('Which column holds the price?')
  await page.getByTestId('price-answer-2').click()
  await expect(page.getByTestId('price-counts')).toContainText(
    '2 prices, delimiter semicolon, decimal comma. 1 changed, 0 unchanged, 1 not on the shelf',
  )
  await expect(page.getByTestId('price-not-used')).toContainText('Line 4: price: not a number: “call”.')
  await page.getByTestId('price-factor').fill('2')
  await expect(page.getByTestId('price-changes')).toContainText('+139%, check')
  await expect(page.getByTestId('price-take')).toHaveText('Change nothing, remember the columns')
  await page.getByTestId('price-factor').fill('0.9')
  await expect(page.getByTestId('price-changes')).toContainText('$225.45')
  await expect(page.getByTestId(`price-quote-${job}-1`)).toContainText('+$15')
  await expect(page.getByTestId('price-take')).toBeDisabled()
  await page.getByTestId('price-supplier-name').fill(`Harbor ${id}`)
  expect(await priceOf(request, id)).toBe(210)
  await page.getByTestId('price-take').click()
  await expect(page.getByTestId('price-status')).toContainText('One item changed.')
  expect(await priceOf(request, id)).toBe(225.45)

  await openList(page)
  await page.getByTestId('price-supplier').selectOption({ label: `Harbor ${id}` })
  await expect(page.getByTestId('price-factor')).toHaveValue('0.9')
  await page.getByTestId('price-file').setInputFiles(listFile('Product;Dealer;Code;List price', 'New name;260,00;hs-1;310,00'))
  await expect(page.getByTestId('price-changes')).toContainText('by remembered number')
  await expect(page.getByTestId('price-changes')).toContainText('$234')
  await page.getByTestId('price-supplier').selectOption({ label: 'new supplier' })
  await page.getByTestId('price-supplier-name').fill(`harbor ${id}`)
  await expect(page.getByTestId('price-list')).toContainText('There is a supplier with this name. Select it.')
  await page.getByTestId('price-answer-1').click()
  await expect(page.getByTestId('price-take')).toBeDisabled()
})

test('a line is matched by hand, and a file without a list is refused', async ({ page, request }) => {
  const id = `neck-hand-${Date.now()}`
  await quotedPart(request, id)
  await openList(page)
  await page.getByTestId('price-file').setInputFiles(listFile('rpm', '2000'))
  await expect(page.getByTestId('price-list')).toContainText('No rows with a price were found.')
  await expect(page.getByTestId('price-take')).toHaveCount(0)
  await page.getByTestId('price-file').setInputFiles(listFile('SKU,Description,Price', 'Z-9,Something for shells,$199.00'))
  await page.getByTestId('price-unmatched-open').click()
  await page.getByTestId('price-match-2').click()
  await page.getByTestId('price-search').fill(id)
  await page.getByTestId(`price-assign-${id}`).click()
  await expect(page.getByTestId('price-changes')).toContainText('by hand')
  await page.getByTestId(`price-part-${id}`).click()
  await expect(page.getByTestId('price-counts')).toContainText('0 changed, 0 unchanged, 1 not on the shelf')
})
