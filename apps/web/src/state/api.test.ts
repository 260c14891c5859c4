import { TestBrowser } from './testing.js'

/** Message of the error for an error response. */
async function messageFor(status: number, body: string): Promise<string> {
  new TestBrowser().install(async () => Promise.resolve(new Response(body, { status })))
  const { api } = await import('./api.js')
  return api.lastJob('us').then(
    () => 'no error',
    (error: unknown) => String(error),
  )
}

it.each([
  [404, JSON.stringify({ errors: [{ code: 'not-found', path: '', sentence: 'No such job.' }] }), 'Error: No such job.'],
  [403, '{}', 'Error: The server rejected this request (status 403).'],
  [413, '<html>Too large</html>', 'Error: The server rejected this request (status 413).'],
  [502, '<html>Bad gateway</html>', 'Error: The server is not responding.'],
  [503, JSON.stringify({ errors: [{ code: 'busy', path: '', sentence: 'Busy.' }] }), 'Error: Busy.'],
])('an error response with status %d and body %s', async (status, body, message) => {
  expect(await messageFor(status, body)).toBe(message)
})
