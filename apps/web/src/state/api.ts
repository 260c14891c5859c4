import { DISK_HEADER, readDiskHeader } from '@plucky/contract'
import type {
  AccessState,
  BuildBook,
  ChangePage,
  CustomerLink,
  NewCustomerLink,
  NewFactor,
  NewLinkDto,
  NewPasswordDto,
  NewPersonDto,
  PatchPersonDto,
  Present,
  PresentDto,
  Person,
  SignInDto,
  SignInResult,
  Job,
  JobContent,
  JobMarks,
  DemoNews,
  JobFinding,
  JobsUsing,
  JobListPage,
  JobSummary,
  LastJob,
  Problem,
  Revision,
  KnownSupplier,
  OpenQuote,
  PricedKind,
  ShelfContent,
  ShopEdit,
  SupplierDto,
  TakePricesDto,
  ShopSettings,
  UnitSystem,
  NewQuote,
  SaveMarksDto,
  SavedMarks,
  LivedRecord,
  OpenBookDto,
  SentQuote,
  SignBookDto,
  SignedBook,
  ShopStandards,
} from '@plucky/contract'
import { isRecord, type Part, type Unit } from '@plucky/core'
import { noteSignedOut } from './access.js'
import { noteDisk } from './disk.js'

/** The server refused, with its reasons in words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
  ) {
    super(problems.map((p) => p.sentence).join(' ') || `The server rejected this request (status ${status}).`)
  }
}

/** No response, or a 5xx response: the outcome is unknown and the request can be retried. */
export class Unreachable extends Error {
  constructor(
    cause: unknown,
    /** Sentence from the server. Empty without a response. */
    readonly said = '',
  ) {
    super(said || 'The server is not responding.', { cause })
  }
}

/** Request timeout, and timeout for file uploads. */
const DEADLINE_MS = 15_000
const FILE_DEADLINE_MS = 120_000

/** True for a status after which the same request can be retried. */
const isPassing = (status: number) => status >= 500 || status === 408 || status === 429

/** Sends a request. Throws `Unreachable` or `Refused` unless the response is a success. */
async function answered(url: string, options: RequestInit): Promise<Response> {
  const response = await fetch(url, options).catch((cause: unknown) => {
    throw new Unreachable(cause)
  })
  noteDisk(readDiskHeader(response.headers.get(DISK_HEADER)))
  if (response.ok) return response
  const errors = problemsOf(await response.json().catch(() => null))
  if (errors[0]?.code === 'sign-in-needed') {
    noteSignedOut()
    throw new Unreachable(response.statusText, errors[0].sentence)
  }
  if (isPassing(response.status)) throw new Unreachable(response.statusText, errors[0]?.sentence)
  throw new Refused(response.status, errors)
}

/** Problems of an error response. The response of a proxy has none. */
function problemsOf(body: unknown): readonly Problem[] {
  const errors = isRecord(body) ? body['errors'] : undefined
  // Error responses of the server are problem details.
  return Array.isArray(errors) ? (errors as readonly Problem[]) : []
}

/** Gets a file. Its name is the last part of the path if the server does not name it. */
export async function download(url: string): Promise<{ readonly name: string; readonly blob: Blob }> {
  const response = await answered(url, { signal: AbortSignal.timeout(FILE_DEADLINE_MS) })
  const named = /filename="([^"]*)"/.exec(response.headers.get('content-disposition') ?? '')?.[1]
  const blob = await response.blob().catch((cause: unknown) => {
    throw new Unreachable(cause)
  })
  return { name: named ?? url.replace(/^.*\/|\?.*$/g, ''), blob }
}

async function call<T>(method: string, path: string, body?: unknown, keepalive = false): Promise<T> {
  const deadline = /\/(import|file|photos)$/.test(path) ? FILE_DEADLINE_MS : DEADLINE_MS
  // No timeout for a request that continues after the page is closed.
  const options: RequestInit = { method, keepalive, ...(keepalive ? {} : { signal: AbortSignal.timeout(deadline) }) }
  if (body !== undefined) Object.assign(options, { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
  const response = await answered(`/api${path}`, options)
  // The caller states the response type of the path.
  return (await response.json().catch((cause: unknown) => {
    throw new Unreachable(cause)
  })) as T
}

/** What a page needs of a large shelf: the transmission of a job with the items of the job, or one transmission. */
export type ShelfScope = { readonly job: string } | { readonly unit: string }

export const api = {
  access: () => call<AccessState>('GET', '/access'),
  signIn: (signIn: SignInDto) => call<SignInResult>('POST', '/access/sign-in', signIn),
  signOut: () => call<object>('POST', '/access/sign-out'),
  signOutEverywhere: () => call<object>('POST', '/access/sign-out-everywhere'),
  changePassword: (passwords: NewPasswordDto) => call<object>('PUT', '/access/password', passwords),
  beginFactor: (password: string) => call<NewFactor>('POST', '/access/second-factor', { password }),
  confirmFactor: (code: string) => call<object>('PUT', '/access/second-factor', { code }),
  removeFactor: (password: string, code: string) => call<object>('DELETE', '/access/second-factor', { password, code }),
  people: () => call<Person[]>('GET', '/people'),
  addPerson: (person: NewPersonDto) => call<Person>('POST', '/people', person),
  patchPerson: (id: number, change: PatchPersonDto) => call<Person>('PATCH', `/people/${id}`, change),
  changes: (search: string, before: number | null) =>
    call<ChangePage>('GET', `/changes?${new URLSearchParams({ search, ...(before === null ? {} : { before: String(before) }) })}`),
  links: () => call<CustomerLink[]>('GET', '/links'),
  addLink: (link: NewLinkDto) => call<NewCustomerLink>('POST', '/links', link),
  endLink: (id: number) => call<object>('DELETE', `/links/${id}`),
  jobs: (asked: Readonly<Record<string, string>>) =>
    call<JobListPage>('GET', `/jobs?${new URLSearchParams(Object.entries(asked).filter(([, value]) => value !== ''))}`),
  lastJob: (units: UnitSystem) => call<LastJob | null>('GET', `/jobs/last?units=${units}`),
  findingsOf: (unitId: string) => call<JobFinding[]>('GET', `/jobs/findings?unit=${encodeURIComponent(unitId)}`),
  jobsUsing: (item: string) => call<JobsUsing>('GET', `/jobs/using?item=${encodeURIComponent(item)}`),
  latestEdits: () => call<ShopEdit[]>('GET', '/jobs/edits'),
  patchJob: (number: number, change: { name?: string; customer?: string; archived?: boolean }) =>
    call<JobSummary>('PATCH', `/jobs/${number}`, change),
  copyJob: (number: number) => call<Job>('POST', `/jobs/${number}/copy`),
  deleteJob: (number: number) => call<JobSummary>('DELETE', `/jobs/${number}`),
  restoreJob: (number: number) => call<JobSummary>('POST', `/jobs/${number}/restore`),
  job: (number: number) => call<Job>('GET', `/jobs/${number}`),
  present: (number: number, window: PresentDto) => call<Present>('PUT', `/jobs/${number}/present`, window),
  absent: (number: number, window: string) => call<object>('DELETE', `/jobs/${number}/present/${window}`, undefined, true),
  addJob: (content: JobContent) => call<Job>('POST', '/jobs', content),
  saveJob: (number: number, content: JobContent, mark: { version: number; by: string; change: number }, keepalive = false) =>
    call<JobMarks>('PUT', `/jobs/${number}`, { ...content, ...mark }, keepalive),
  takeFile: (file: unknown) => call<Job>('POST', '/jobs/import', file),
  fileOf: (number: number) => `/api/jobs/${number}/file`,
  sheetOf: (number: number, revision: string | null, units: string) =>
    `/api/jobs/${number}/sheet.pdf?${new URLSearchParams({ ...(revision ? { revision } : {}), units })}`,
  sheetTableOf: (number: number, revision: string | null, units: string) =>
    `/api/jobs/${number}/sheet.csv?${new URLSearchParams({ ...(revision ? { revision } : {}), units })}`,
  shelfFileOf: (unitId: string) => `/api/shelf/file${unitId ? `?${new URLSearchParams({ unit: unitId })}` : ''}`,
  takeShelfFile: (file: unknown) => call<{ added: number; known: number }>('POST', '/shelf/file', file),
  partsListOf: (number: number, revision: string | null) => `/api/jobs/${number}/parts.csv${revision ? `?revision=${revision}` : ''}`,
  demoNews: () => call<DemoNews>('GET', '/shelf/demo-news'),
  addDemoNews: () => call<DemoNews>('POST', '/shelf/demo-news'),
  shop: () => call<ShopSettings>('GET', '/shop'),
  saveShop: (settings: ShopSettings) => call<ShopSettings>('PUT', '/shop', settings),
  unitNames: () => call<{ id: string; name: string }[]>('GET', '/units/names'),
  addUnit: (unit: Unit, copyOf?: string) => call<Unit>('POST', `/units${copyOf ? `?${new URLSearchParams({ copyOf })}` : ''}`, unit),
  saveUnit: (unit: Unit, version: number) => call<{ item: Unit; version: number }>('PUT', `/units/${unit.id}`, { item: unit, version }),
  takeUnit: (file: unknown) => call<Unit>('POST', '/units/import', file),
  unitFileOf: (id: string) => `/api/units/${id}/file`,
  revisions: (number: number) => call<Revision[]>('GET', `/jobs/${number}/revisions`),
  addRevision: (number: number, revision: { name: string; by?: string; version: number }) =>
    call<Revision>('POST', `/jobs/${number}/revisions`, revision),
  quotes: (number: number) => call<SentQuote[]>('GET', `/jobs/${number}/quotes`),
  addQuote: (number: number, quote: NewQuote, units: string) =>
    call<SentQuote>('POST', `/jobs/${number}/quotes?${new URLSearchParams({ units })}`, quote),
  quotePdfOf: (number: number, quote: number) => `/api/jobs/${number}/quotes/${quote}.pdf`,
  book: (number: number) => call<BuildBook>('GET', `/jobs/${number}/book`),
  saveBook: (number: number, change: SaveMarksDto) => call<SavedMarks>('POST', `/jobs/${number}/book`, change),
  signBook: (number: number, signature: SignBookDto, units: string) =>
    call<SignedBook>('POST', `/jobs/${number}/book/sign?${new URLSearchParams({ units })}`, signature),
  openBook: (number: number, opening: OpenBookDto) => call<BuildBook>('POST', `/jobs/${number}/book/open`, opening),
  signedBooks: (number: number) => call<SignedBook[]>('GET', `/jobs/${number}/book/signed`),
  bookPdfOf: (number: number, book: number) => `/api/jobs/${number}/book/signed/${book}.pdf`,
  cardPdfOf: (number: number, book: number) => `/api/jobs/${number}/book/signed/${book}/card.pdf`,
  lived: () => call<LivedRecord[]>('GET', '/jobs/lived'),
  standards: () => call<ShopStandards>('GET', '/shop/standards'),
  saveStandards: (standards: ShopStandards) => call<ShopStandards>('PUT', '/shop/standards', standards),
  addPhoto: (photo: { type: string; data: string }) => call<{ id: string }>('POST', '/photos', photo),
  photoOf: (id: string) => `/api/photos/${id}`,
  suppliers: () => call<{ item: SupplierDto; version: number }[]>('GET', '/shelf/suppliers'),
  supplier: (id: string) => call<KnownSupplier>('GET', `/shelf/suppliers/${id}`),
  takePrices: (prices: TakePricesDto) =>
    call<Pick<ShelfContent, PricedKind> & { supplier: { item: SupplierDto; version: number } }>('POST', '/shelf/prices', prices),
  quotesOf: (ids: readonly string[]) => call<OpenQuote[]>('POST', '/shelf/prices/quotes', { ids }),
  /** `only`: some items, as "kind/id". */
  shelf: (scope: ShelfScope | null = null, only: readonly string[] = []) => {
    const query = new URLSearchParams({ ...(scope && { ...scope, ifLarge: 'true' }), ...(only.length > 0 && { only: only.join() }) })
    return call<ShelfContent>('GET', `/shelf/content${query.size > 0 ? `?${query}` : ''}`)
  },
  addItem: <T>(kind: 'parts' | 'operations' | 'kits', item: T) => call<T>('POST', kind === 'parts' ? '/shelf' : `/shelf/${kind}`, item),
  saveItem: <T extends { id: string }>(kind: 'parts' | 'operations' | 'kits', item: T, version: number) =>
    call<{ item: T; version: number }>('PUT', `/shelf/${kind}/${item.id}`, { item, version }),
  takeParts: (added: readonly Part[], changed: readonly { item: Part; version: number }[]) =>
    call<{ item: Part; version: number }[]>('POST', '/shelf/import', { added, changed }),
}
