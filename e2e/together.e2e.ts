import { expect, test } from '@playwright/test'
import { jobOf, openJob, ownJob, saved } from './bench.js'
import { freePort, ownServer } from './own-server.js'

test('two people on two servers: each sees the changes of the other as they are saved, and both are kept', async ({
  page,
  context,
  request,
  baseURL,
}) => {
  const job = await ownJob(request, 'Worked on together')
  const port = await freePort()
  const server = await ownServer(port)
  const other = await context.newPage()
  try {
    await openJob(page, job, '/brief')
    await other.goto(`http://127.0.0.1:${port}/jobs/${job.number}/brief`)
    // Each window says who else has the job open, also over two servers.
    for (const window of [page, other]) await expect(window.getByTestId('others-here')).toHaveAccessibleName(/also open in another window/)
    const size = page.viewportSize()
    await page.setViewportSize({ width: 390, height: 844 })
    await expect(page.getByTestId('others-here')).toBeVisible()
    if (size) await page.setViewportSize(size)
    const [mine, theirs] = [page.getByLabel('Customer'), other.getByLabel('Job name')]
    await theirs.fill('Renamed by the other')
    await theirs.press('Enter')
    await expect(page.getByLabel('Job name')).toHaveValue('Renamed by the other')
    await saved(page)
    await mine.fill('Customer from here')
    await mine.press('Enter')
    await expect(other.getByLabel('Customer')).toHaveValue('Customer from here')
    // The server of the other is killed in the middle of the work: nothing is lost, and it goes on with the next one.
    server.kill('SIGKILL')
    await theirs.fill('Typed without a server')
    await theirs.press('Enter')
    await expect(other.getByTestId('save-note')).toContainText('kept on this computer')
    await mine.fill('Meanwhile from here')
    await mine.press('Enter')
    await saved(page)
    const again = await ownServer(port)
    await expect(other.getByTestId('save-state')).toHaveAttribute('data-state', 'saved')
    await expect(page.getByLabel('Job name')).toHaveValue('Typed without a server')
    await expect(other.getByLabel('Customer')).toHaveValue('Meanwhile from here')
    expect(await jobOf(request, job.number)).toMatchObject({ name: 'Typed without a server', customer: 'Meanwhile from here' })
    await other.close()
    await expect(page.getByTestId('others-here')).toHaveCount(0)
    again.kill()
  } finally {
    server.kill('SIGKILL')
  }
  expect(baseURL).not.toContain(String(port))
})

test('the same field changed in two windows at once: both values are shown, and one is selected', async ({ page, context, request }) => {
  const job = await ownJob(request, 'Contended')
  const other = await context.newPage()
  await openJob(page, job, '/brief')
  await openJob(other, job, '/brief')
  await context.setOffline(true)
  await page.getByLabel('Job name').fill('Mine')
  await page.getByLabel('Job name').press('Enter')
  await page.getByLabel('Customer').fill('Only here')
  await page.getByLabel('Customer').press('Enter')
  await request.patch(`/api/jobs/${job.number}`, { data: { name: 'Theirs' } })
  await context.setOffline(false)
  const fields = page.getByTestId('conflict-fields')
  await expect(fields).toContainText('Job name')
  await expect(fields).toContainText('Theirs')
  await expect(fields).toContainText('Mine')
  await page.getByRole('button', { name: 'Use the saved values' }).click()
  await saved(page)
  expect(await jobOf(request, job.number)).toMatchObject({ name: 'Theirs', customer: 'Only here' })
})
