import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { readFileSync } from 'node:fs'
import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test'

/** A job as the server keeps it; only what these tests read. */
export interface Job {
  readonly number: number
  readonly version: number
  readonly name: string
  readonly unitId: string
  readonly variantId: string | null
  readonly brief: { readonly budget: number | null; readonly engine: object }
  readonly arrived: Readonly<Record<string, string | null>>
  readonly rules: object
  readonly spec: { readonly fits: Readonly<Record<string, string | null>>; readonly works: object; readonly pressure: object }
}

/** A job of the test's own, made from the weak demo job or another one. */
export async function ownJob(request: APIRequestContext, name: string, like = 1): Promise<Job> {
  const { unitId, variantId, brief, arrived, spec } = await jobOf(request, like)
  const added = await request.post('/api/jobs', { data: { name, unitId, variantId, brief, arrived, spec } })
  expect(added.status()).toBe(201)
  return (await added.json()) as Job
}

export const jobOf = async (request: APIRequestContext, number: number): Promise<Job> =>
  (await (await request.get(`/api/jobs/${number}`)).json()) as Job
export const sentenceOf = async (request: APIRequestContext, number: number): Promise<string> =>
  ((await (await request.get(`/api/jobs/${number}/answer`)).json()) as { sentence: string }).sentence

export const sentence = (page: Page): Locator => page.getByTestId('sentence')
export const saved = (page: Page): Promise<void> => expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved')

export async function openJob(page: Page, job: Job, view = ''): Promise<void> {
  await page.goto(`/jobs/${job.number}${view}`)
  await expect(
    sentence(page)
      .or(page.getByRole('heading', { level: 1 }))
      .first(),
  ).toBeVisible()
}

const PAGE_GROUP: Readonly<Record<string, string>> = {
  Brief: 'Job',
  Diagnosis: 'Job',
  'House rules': 'Job',
  Revisions: 'Job',
  'Fit-up': 'Assembly',
  'Build book': 'Assembly',
  'Build sheet': 'Assembly',
}

/** Opens a page of the current job by its links: first the group, then the page. */
export async function goTo(page: Page, name: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Groups of pages' })
    .getByRole('link', { name: PAGE_GROUP[name] ?? 'Design', exact: true })
    .click()
  await page.getByRole('navigation', { name: 'Job pages' }).getByRole('link', { name, exact: true }).click()
}

/** Types into a figure field and leaves it with Enter. */
export async function type(page: Page, testId: string, text: string): Promise<void> {
  const field = page.getByTestId(testId)
  // A page that draws while the text goes in can lose the selection: the text is then put beside the old one.
  await expect(async () => {
    await field.fill(text)
    await expect(field).toHaveValue(text, { timeout: 500 })
  }).toPass()
  await field.press('Enter')
}

/** Text of a PDF with single spaces. */
export async function textOf(path: string): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(readFileSync(path)), verbosity: 0 }).promise
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => (await document.getPage(i + 1)).getTextContent()),
  )
  const text = pages.flatMap(({ items }) => items.map((item) => ('str' in item ? `${item.str}${item.hasEOL ? ' ' : ''}` : ''))).join('')
  return text.replace(/\s+/g, ' ')
}
