import { expect, test, type APIRequestContext, type Page } from '@playwright/test'
import { goTo, jobOf, openJob, ownJob, saved, type Job } from './bench.js'
import { freePort, ownServer } from './own-server.js'

interface Reading {
  readonly toolId: string
  readonly values: readonly { readonly valueM: number }[]
  readonly count?: number
  readonly note?: string
  readonly photos?: readonly string[]
}
type Measured = Job & { readonly book: { readonly readings: Readonly<Record<string, Reading>> } }

const readingsOf = async (request: APIRequestContext, number: number) => ((await jobOf(request, number)) as Measured).book.readings
const field = (page: Page) => page.getByTestId('calliper-field')

/** A job of the test’s own with other parts in it. */
async function jobWith(request: APIRequestContext, name: string, fits: Record<string, string | null>, like = 1): Promise<Job> {
  const { unitId, variantId, brief, arrived, spec } = await jobOf(request, like)
  const added = await request.post('/api/jobs', {
    data: { name, unitId, variantId, brief, arrived, spec: { ...spec, fits: { ...spec.fits, ...fits } } },
  })
  expect(added.status()).toBe(201)
  return (await added.json()) as Job
}

/** Opens the taking of figures without a mouse. */
async function beginByKeys(page: Page): Promise<void> {
  await page.getByTestId('measure').focus()
  await page.keyboard.press('Enter')
  await expect(field(page)).toBeFocused()
}

/** What a builder would type at what is asked: about its sheet, or about the middle of what it must be. */
async function answerTo(page: Page): Promise<string> {
  const text = await page.getByTestId('calliper').innerText()
  const teeth = /nominal (\d+) teeth/.exec(text)?.[1]
  const sheet = /nominal (−?[\d.]+) in/.exec(text)?.[1]
  const bounds = /([\d.]+) to ([\d.]+) in/.exec(text)
  if (teeth) return teeth
  if (sheet) return (Number(sheet.replace('−', '-')) + 0.0003).toFixed(4)
  return bounds ? ((Number(bounds[1]) + Number(bounds[2])) / 2).toFixed(4) : (/([\d.]+) in (max|min)/.exec(text)?.[1] as string)
}

/** Types figures at whatever is asked next; what was typed, by entry. */
async function typeFigures(page: Page, many: number): Promise<Map<string, string[]>> {
  const typed = new Map<string, string[]>()
  for (let i = 0; i < many; i++) {
    const id = (await page.locator('[data-testid^=row-][aria-current=true]').getAttribute('data-testid'))?.replace('row-', '') ?? ''
    const text = await answerTo(page)
    await page.keyboard.type(text)
    await page.keyboard.press('Enter')
    await expect(field(page)).toHaveValue('')
    typed.set(id, [...(typed.get(id) ?? []), text])
  }
  return typed
}

/** What a job holds of the figures that were typed, as they were typed. */
const asTyped = (readings: Readonly<Record<string, Reading>>, id: string): string[] => {
  const reading = Object.entries(readings).find(([key]) => key === id || key.startsWith(`${id} of `))?.[1]
  return reading?.count === undefined ? (reading?.values ?? []).map(({ valueM }) => (valueM / 0.0254).toFixed(4)) : [String(reading.count)]
}

test('forty figures by keyboard: checked entries survive a server kill, and all of them a reload', async ({ page, request }) => {
  const job = await ownJob(request, 'Measured rail')
  const port = await freePort()
  let server = await ownServer(port)
  const address = `http://127.0.0.1:${port}/jobs/${job.number}/fit-up`
  try {
    await page.goto(address)
    await beginByKeys(page)
    const first = await typeFigures(page, 24)
    for (const id of first.keys()) await expect(page.getByTestId(`kept-${id}`)).toHaveAttribute('data-kept', 'true')
    server.kill('SIGKILL')
    // What the database has at this moment, asked of the other server: all that was ticked.
    const kept = await readingsOf(request, job.number)
    for (const [id, texts] of first)
      expect([id, asTyped(kept, id)]).toEqual([id, texts.map((text) => (text.includes('.') ? Number(text).toFixed(4) : text))])
    const second = await typeFigures(page, 16)
    await expect(page.getByTestId('save-note')).toHaveText(/kept on this computer/)
    server = await ownServer(port)
    await saved(page)
    await page.reload()
    await expect(page.getByTestId('dry-fit')).toBeVisible()
    const all = await readingsOf(request, job.number)
    let figures = 0
    for (const [id, texts] of [...first, ...second]) {
      await expect(page.getByTestId(`kept-${id}`)).toHaveAttribute('data-kept', 'true')
      expect([id, asTyped(all, id).slice(-texts.length)]).toEqual([
        id,
        texts.map((text) => (text.includes('.') ? Number(text).toFixed(4) : text)),
      ])
      figures += texts.length
    }
    expect(figures).toBe(40)
  } finally {
    server.kill('SIGKILL')
  }
})

test('a motor plate disengages the pilot from the crank; the pages say so and name the part to order', async ({ page, request }) => {
  const job = await jobWith(request, 'Plated rail', { 'motor-plate': 'mplate-thick', 'converter-bolts': 'vbolt-long' })
  await openJob(page, job, '/fit-up')
  await expect(page.getByTestId('row-pilot-engagement')).toHaveAttribute('data-verdict', 'refused')
  await page.getByTestId('row-pilot-engagement').click()
  await expect(page.getByTestId('entry-verdict')).toHaveText('0.065 in under minimum. Order a pilot at least 0.065 in longer.')
  await page.getByTestId('unit-mm').click()
  await expect(page.getByTestId('entry-verdict')).toHaveText('1.65 mm under minimum. Order a pilot at least 1.65 mm longer.')
  await page.getByTestId('unit-in').click()
  await goTo(page, 'Power flow')
  await expect(page.getByText(/Fit-up, pilot engagement: 0\.065 in under minimum/)).toBeVisible()
  await expect(page.getByTestId('sentence')).toContainText('Fit-up problem: pilot engagement.')
  await page.getByTestId('station-pilot').click()
  await page.getByTestId('part-pilot-longer').click()
  await page.getByTestId('fit').click()
  await expect(page.getByText(/Fit-up, pilot engagement/)).toBeHidden()
  await page.getByTestId('to-fit-up').click()
  await expect(page.getByTestId('row-pilot-engagement')).toHaveAttribute('data-verdict', 'fits')
})

test('a reading near a limit must be repeated, a wrong one is refused in its field, and notes and photos are kept', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Doubtful rail')
  await openJob(page, job, '/fit-up')
  await page.getByTestId('row-pull-forward').click()
  await beginByKeys(page)
  await page.keyboard.type('0.1875')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('row-pull-forward')).toHaveAttribute('data-verdict', 'measure-again')
  await expect(page.getByTestId('calliper-last')).toContainText('Remeasure it with gauge blocks')
  await page.keyboard.press('Escape')
  await page.getByTestId('row-bore-diameter').click()
  await beginByKeys(page)
  await page.keyboard.type('wide')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('calliper').getByRole('alert')).toContainText('“wide” is not a number')
  await expect(field(page)).toHaveValue('wide')
  await field(page).fill('43.4 mm') // in an inch field
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('row-bore-diameter')).toHaveAttribute('data-verdict', 'second-angle')
  await expect(page.getByTestId('calliper-asks')).toContainText('second reading at 90°')
  await page.keyboard.type('43.41 mm')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('row-bore-diameter')).toHaveAttribute('data-verdict', 'measure-again') // a calliper cannot tell a thousandth
  await page.keyboard.press('Escape')
  await page.getByTestId('row-bore-diameter').click()
  await expect(page.getByTestId('entry-verdict')).toContainText('Remeasure it with a bore gauge')
  await page.getByTestId('note').fill('rust ring at the mouth')
  await page.getByTestId('note').blur()
  const data = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII='
  await page.getByTestId('photo').setInputFiles({ name: 'bore.png', mimeType: 'image/png', buffer: Buffer.from(data, 'base64') })
  await expect(page.getByAltText('Photo of this check')).toBeVisible()
  await page.getByTestId('photo').setInputFiles({ name: 'bore.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('The picture can’t be read')
  await saved(page)
  await page.reload()
  await page.getByTestId('row-bore-diameter').click()
  await expect(page.getByTestId('note')).toHaveValue('rust ring at the mouth')
  await expect(page.getByAltText('Photo of this check')).toHaveJSProperty('complete', true)
})

test('mismatched plugs are reported, the stand-in is typed, and uneven pads halve the flex plate limit', async ({ page, request }) => {
  const job = await jobWith(request, 'Mixed rail', { 'turbine-hub': 'thub-35', 'flex-plate': 'plate-double' })
  await openJob(page, job, '/fit-up')
  await expect(page.getByTestId('plug-spline input-shaft turbine spline')).toHaveAttribute('data-verdict', 'differs')
  await expect(page.getByTestId('plug-crank-pattern')).toHaveAttribute('data-verdict', 'differs')
  await expect(page.getByTestId('plug-pad-pattern')).toHaveAttribute('data-verdict', 'fits')
  await page.getByTestId('row-pump-bore').click()
  await beginByKeys(page)
  await page.getByTestId('stand-in').click()
  await expect(page.getByTestId('row-pump-bore')).toHaveAttribute('data-verdict', 'second-angle')
  await page.getByTestId('stand-in').click()
  await expect(page.getByTestId('row-input-tip')).toHaveAttribute('aria-current', 'true')
  await page.keyboard.press('Escape')
  await page.getByTestId('row-pad-run-out').click()
  const trusted = async () => Number(/class: (\d+) lb-ft/.exec(await page.getByTestId('joints').innerText())?.[1])
  expect(await trusted()).toBe(700) // its sheet says 0.012 in
  await beginByKeys(page)
  await page.keyboard.type('0.006')
  await page.keyboard.press('Enter')
  await expect.poll(trusted).toBe(1400)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(trusted).toBe(700)
})

test('the rule book of the brief decides on the flex plate; an incomplete entry is not accepted', async ({ page, request }) => {
  const job = await ownJob(request, 'Scrutinised rail')
  await openJob(page, job, '/brief')
  await page.getByTestId('add-ruleBook').click()
  await expect(page.getByTestId('waiting-ruleBook')).toContainText('4 more fields to enter') // nothing is red before it is typed
  await expect(page.getByRole('alert')).toHaveCount(0)
  expect((await jobOf(request, job.number)).brief).not.toHaveProperty('ruleBook')
  await page.getByTestId('class-quarter-mile').click()
  await expect(page.getByTestId('brief-ruleBook.certifiedFromS')).toHaveValue('11.99')
  await expect(page.getByTestId('waiting-ruleBook')).toContainText('2 more fields to enter')
  for (const [key, text] of [
    ['elapsedS', '9.1'],
    ['certifiedFromS', '10'],
  ] as const) {
    await page.getByTestId(`brief-ruleBook.${key}`).fill(text)
    await page.getByTestId(`brief-ruleBook.${key}`).press('Enter')
  }
  await page.getByTestId('brief-ruleBook.grade').selectOption('basic')
  await page.getByTestId('brief-ruleBook.raceDay').fill('2027-02-30')
  await expect(page.getByText('Event date must be a date like 2026-05-31.').first()).toBeVisible()
  await page.getByTestId('brief-ruleBook.raceDay').fill('2027-02-28')
  await saved(page)
  await goTo(page, 'Power flow')
  await expect(page.getByText(/requires a certified plate at this ET.+The current rule book decides\./)).toBeVisible()
  await goTo(page, 'Fit-up')
  await expect(page.getByTestId('certificate')).toContainText('this plate has no certificate')
})
