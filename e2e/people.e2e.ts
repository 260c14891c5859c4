import { expect, test, type Browser, type Page } from '@playwright/test'
import { Client } from 'pg'
import type { ChildProcess } from 'node:child_process'
import { peopleOf } from '../apps/server/dist/access/people-of.js'
import { freePort, ownDatabase, ownServer } from './own-server.js'

const PASSWORD = 'seven quiet gears turn'

let server: ChildProcess
let origin: string
test.beforeAll(async () => {
  const database = await ownDatabase('people')
  const { people, close } = await peopleOf(database)
  for (const [name, role] of [
    ['Oda', 'owner'],
    ['Ben', 'builder'],
    ['Vic', 'viewer'],
  ] as const)
    await people.add({ name, role, password: PASSWORD })
  await close()
  const port = await freePort()
  origin = `http://127.0.0.1:${port}`
  server = await ownServer(port, { DATABASE_URL: database, PLUCKY_HOSTS: 'shop.example' })
})
test.afterAll(() => void server.kill())

async function signIn(page: Page, name: string, path = '/'): Promise<void> {
  await page.goto(origin + path)
  await page.getByTestId('sign-in-name').fill(name)
  await page.getByTestId('sign-in-password').fill(PASSWORD)
  await page.getByTestId('sign-in-send').click()
  await expect(page.getByTestId('account')).toBeVisible()
}

const another = async (browser: Browser) => (await browser.newContext()).newPage()

test('nothing is shown without sign-in; a builder works, and the change log names him', async ({ page, browser }) => {
  await page.goto(`${origin}/jobs/3/brief`)
  await expect(page.getByTestId('sign-in')).toBeVisible()
  await expect(page.getByLabel('Job name')).toHaveCount(0)
  await page.getByTestId('sign-in-name').fill('ben')
  await page.getByTestId('sign-in-password').fill('not the password')
  await page.getByTestId('sign-in-send').click()
  await expect(page.getByTestId('sign-in-problem')).toHaveText('Name, password or code is wrong.')
  await page.getByTestId('sign-in-password').fill(PASSWORD)
  await page.getByTestId('sign-in-send').click()
  await page.getByLabel('Job name').fill('Named by Ben')
  await page.getByLabel('Job name').press('Enter')
  await expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved')
  await page.goto(`${origin}/people`)
  await expect(page.getByRole('heading', { name: 'Ben' })).toBeVisible()
  await expect(page.getByTestId('people')).toHaveCount(0)
  await expect(page.getByTestId('change-log')).toHaveCount(0)

  const owner = await another(browser)
  await signIn(owner, 'Oda', '/people')
  await owner.getByTestId('change-search').fill('Named by')
  await expect(owner.getByTestId('change-log').getByRole('row').nth(1)).toContainText(/Ben.*Named by Ben.*changed.*name.*Named by Ben/)
})

/** Ends all sessions of Oda from another window. */
async function signOutElsewhere(window: Page): Promise<void> {
  await window.getByText('Sign out on all devices').click()
  await expect(window.getByTestId('sign-in')).toBeVisible()
}

test('a session ends during work: typed text is kept and saved after the next sign-in', async ({ page, browser }) => {
  const other = await another(browser)
  await signIn(other, 'Oda', '/people')
  await signIn(page, 'Oda', '/jobs/4/brief')
  const name = page.getByLabel('Job name')
  const signInAgain = async () => {
    // The page reports its presence every 20 s. The response tells it that the session has ended.
    await expect(page.getByTestId('sign-in')).toContainText('Your session has ended.', { timeout: 60_000 })
    await page.getByTestId('sign-in-password').fill(PASSWORD)
    await page.getByTestId('sign-in-send').click()
    await expect(page.getByTestId('sign-in')).toHaveCount(0)
  }
  await test.step('the save of the change is refused', async () => {
    await name.fill('Typed before the end')
    await signOutElsewhere(other)
    await name.press('Enter')
    await signInAgain()
    await expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved')
    await page.reload()
    await expect(name).toHaveValue('Typed before the end')
  })
  await test.step('another request is refused while the user types', async () => {
    await signIn(other, 'Oda', '/people')
    await name.fill('Half of the na')
    await signOutElsewhere(other)
    await signInAgain()
    await expect(name).toHaveValue('Half of the na')
    await name.fill('The whole name')
    await name.press('Enter')
    await expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved')
  })
})

test('a viewer reads; a change is not saved, and the page gives the reason', async ({ page }) => {
  await signIn(page, 'Vic', '/jobs/5/brief')
  const before = await page.getByLabel('Job name').inputValue()
  await page.getByLabel('Job name').fill('Changed by a viewer')
  await page.getByLabel('Job name').press('Enter')
  await expect(page.getByTestId('save-note')).toHaveText('Not saved: This needs the role builder.')
  const stored = await page.request.get(`${origin}/api/jobs/5`)
  expect(((await stored.json()) as { name: string }).name).toBe(before)
})

test('a viewer is not offered what only builders and owners may do', async ({ page, browser }) => {
  const builder = await another(browser)
  const offered = async (window: Page, name: string) => {
    await signIn(window, name)
    await expect(window.getByRole('link', { name: /^8 · / })).toBeVisible()
    const first = [await window.getByTestId('delete-8').count(), await window.getByTestId('backup').count()]
    await window.goto(`${origin}/parts-shelf`)
    await expect(window.getByTestId('shelf-list')).toBeVisible()
    const shelf = await Promise.all(['new-item', 'prices-in', 'change-item'].map((id) => window.getByTestId(id).count()))
    await window.goto(`${origin}/transmissions`)
    await expect(window.getByRole('link', { name: 'Diagnosis' })).toBeVisible()
    return [...first, ...shelf, await window.getByRole('link', { name: 'New transmission' }).count()]
  }
  expect(await offered(page, 'Vic')).toEqual([0, 0, 0, 0, 0, 0])
  expect(await offered(builder, 'Ben')).toEqual([1, 0, 1, 1, 1, 1])
})

test('a customer opens the link to a build sheet without sign-in, and nothing else', async ({ page, browser }) => {
  await signIn(page, 'Ben', '/jobs/6/build-sheet')
  await page.getByTestId('make-link').click()
  const address = await page.getByTestId('link-address').inputValue()
  const customer = await another(browser)
  const document = await customer.request.get(address)
  expect([document.status(), document.headers()['content-type']]).toEqual([200, 'application/pdf'])
  expect((await customer.request.get(`${origin}/api/jobs/6`)).status()).toBe(401)
  await page.goto(`${origin}/people`)
  await page.getByRole('button', { name: 'End now' }).click()
  await expect(page.getByText('0 valid')).toBeVisible()
  expect((await customer.request.get(address)).status()).toBe(404)
})

test('an owner adds a person, who signs in with the given password', async ({ page, browser }) => {
  await signIn(page, 'Oda', '/people')
  await page.getByTestId('add-person').click()
  await page.getByTestId('person-name').fill('Nora')
  await page.getByTestId('person-password').fill('short')
  await page.getByTestId('save-person').click()
  await expect(page.getByText('Use at least 12 characters.')).toBeVisible()
  await page.getByTestId('person-password').fill(PASSWORD)
  await page.getByTestId('save-person').click()
  await expect(page.getByRole('row', { name: /Nora/ })).toContainText('builder')
  const nora = await another(browser)
  await signIn(nora, 'Nora')
})

/** Script in every way that a page might run it. */
const SCRIPT = `"><img src=x onerror="window.ran=1"><script>window.ran=1</script><svg onload="window.ran=1">`

/** Puts the script into every text of a value, except those that name or choose something. */
function scripted(value: unknown, key = ''): unknown {
  if (Array.isArray(value)) return value.map((each) => scripted(each, key))
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, scripted(each, name)]))
  return typeof value === 'string' && TEXTS.has(key) ? SCRIPT : value
}
const TEXTS = new Set([
  'name',
  'customer',
  'note',
  'notes',
  'maker',
  'text',
  'reason',
  'source',
  'work',
  'why',
  'title',
  'purpose',
  'tells',
  'where',
  'recall',
])

test('script in every stored text is shown as text, on every page', async ({ page: visitor }) => {
  const own = await ownDatabase('script')
  const { people, close } = await peopleOf(own)
  await people.add({ name: SCRIPT.slice(0, 60), role: 'owner', password: PASSWORD })
  await close()
  const direct = new Client({ connectionString: own })
  await direct.connect()
  let changed = 0
  for (const table of ['jobs', 'units', 'parts', 'operations', 'kits']) {
    const { rows } = await direct.query<{ key: string; body: unknown }>(`SELECT ctid::text AS key, body FROM ${table}`)
    for (const { key, body } of rows) {
      const next = scripted(body)
      if (JSON.stringify(next) !== JSON.stringify(body)) changed++
      await direct.query(`UPDATE ${table} SET body = $1 WHERE ctid = $2::tid`, [JSON.stringify(next), key])
    }
  }
  expect(changed).toBeGreaterThan(500)
  await direct.end()
  const port = await freePort()
  const scriptedServer = await ownServer(port, { DATABASE_URL: own, PLUCKY_HOSTS: 'shop.example' })
  const at = `http://127.0.0.1:${port}`
  const problems: string[] = []
  await visitor.goto(at)
  await visitor.getByTestId('sign-in-name').fill(SCRIPT.slice(0, 60))
  await visitor.getByTestId('sign-in-password').fill(PASSWORD)
  await visitor.getByTestId('sign-in-send').click()
  await expect(visitor.getByTestId('account')).toBeVisible()
  const job = [
    'brief',
    'diagnosis',
    'house-rules',
    'revisions',
    'power-flow',
    'converter',
    'shafts',
    'clutches-bands',
    'line-pressure',
    'gear-train',
    'plan',
    'compare',
    'quote',
    'fit-up',
    'build-book',
    'build-sheet',
  ]
  for (const path of [
    '/',
    '/transmissions',
    '/parts-shelf',
    '/shop-standards',
    '/history',
    '/people',
    '/glossary',
    ...job.map((view) => `/jobs/1/${view}`),
  ]) {
    await visitor.goto(at + path)
    await expect(visitor.locator('main, h1').first()).toBeVisible()
    if (path !== '/glossary' && path !== '/shop-standards') await visitor.waitForTimeout(400)
    if (await visitor.evaluate(() => 'ran' in window || document.querySelector('img[src="x"], svg[onload]') !== null)) problems.push(path)
  }
  expect(problems).toEqual([])
  scriptedServer.kill()
})
