import { keysOf } from '@plucky/core'

/** The groups of a job's pages, in the order of the work. */
export const GROUPS = { job: 'Job', design: 'Design', plan: 'Plan', assembly: 'Assembly', run: 'Run' } as const
type GroupId = keyof typeof GROUPS

interface View {
  readonly id: string
  readonly title: string
  /** Under which group of a job; pages of the shop have none. */
  readonly group?: GroupId
  /** Path in the address: under the job's own for pages of a job. */
  readonly path: string
  /** Earlier addresses, which lead to this one. */
  readonly formerly?: readonly string[]
  /** Shown in the title strip of the shop. */
  readonly listed?: true
  /** An address with the demo shop's data in it, where the path has parameters. */
  readonly example?: string
}

/** Every page of the application, once: routes, navigation, titles, redirects and access tests are made from this list. */
export const VIEWS = [
  { id: 'jobs', title: 'Jobs', path: '/' },
  {
    id: 'transmissions',
    title: 'Transmissions',
    path: '/transmissions/:id?',
    formerly: ['/units/:id?'],
    listed: true,
    example: '/transmissions/hornbeam-6',
  },
  {
    id: 'transmission-diagnosis',
    title: 'Diagnosis',
    path: '/transmissions/:id/diagnosis',
    formerly: ['/units/:id/lost'],
    example: '/transmissions/quince-4/diagnosis',
  },
  {
    id: 'transmission-edit',
    title: 'Edit transmission',
    path: '/transmissions/:id/edit',
    formerly: ['/units/:id/change'],
    example: '/transmissions/new/edit',
  },
  {
    id: 'transmission-copy',
    title: 'Copy transmission',
    path: '/transmissions/:id/copy',
    formerly: ['/units/:id/copy'],
    example: '/transmissions/quince-4/copy',
  },
  {
    id: 'parts-shelf',
    title: 'Parts shelf',
    path: '/parts-shelf/:kind?/:id?',
    formerly: ['/shelf/:kind?/:id?'],
    listed: true,
    example: '/parts-shelf/parts/new',
  },
  {
    id: 'shop-standards',
    title: 'Standards',
    path: '/shop-standards',
    listed: true,
  },
  { id: 'history', title: 'History', path: '/history', listed: true },
  { id: 'people', title: 'People & changes', path: '/people' },
  { id: 'glossary', title: 'Glossary', path: '/glossary' },
  { id: 'brief', title: 'Brief', group: 'job', path: 'brief' },
  { id: 'diagnosis', title: 'Diagnosis', group: 'job', path: 'diagnosis', formerly: ['lost'] },
  { id: 'house-rules', title: 'House rules', group: 'job', path: 'house-rules', formerly: ['rules'] },
  { id: 'revisions', title: 'Revisions', group: 'job', path: 'revisions' },
  { id: 'power-flow', title: 'Power flow', group: 'design', path: 'power-flow', formerly: [''] },
  { id: 'converter', title: 'Converter', group: 'design', path: 'converter', formerly: ['match'] },
  { id: 'shafts', title: 'Shafts', group: 'design', path: 'shafts' },
  { id: 'clutches-bands', title: 'Clutches & bands', group: 'design', path: 'clutches-bands', formerly: ['packs'] },
  { id: 'line-pressure', title: 'Line pressure', group: 'design', path: 'line-pressure', formerly: ['pressure'] },
  { id: 'gear-train', title: 'Gear train', group: 'design', path: 'gear-train', formerly: ['unit'] },
  { id: 'plan', title: 'Parts plan', group: 'plan', path: 'plan' },
  { id: 'compare', title: 'Compare', group: 'plan', path: 'compare' },
  { id: 'quote', title: 'Quote', group: 'plan', path: 'quote' },
  { id: 'fit-up', title: 'Fit-up', group: 'assembly', path: 'fit-up', formerly: ['fit'] },
  { id: 'build-book', title: 'Build book', group: 'assembly', path: 'build-book' },
  { id: 'build-sheet', title: 'Build sheet', group: 'assembly', path: 'build-sheet', formerly: ['sheet'] },
] as const satisfies readonly View[]

type AnyView = (typeof VIEWS)[number]
export type ViewId = AnyView['id']
export type JobViewId = Extract<AnyView, { group: GroupId }>['id']
export type ShopViewId = Exclude<ViewId, JobViewId>

type JobView = View & { readonly id: JobViewId; readonly group: GroupId }
type ShopView = View & { readonly id: ShopViewId }

const isOfJob = (view: View): view is JobView => view.group !== undefined
const isOfShop = (view: View): view is ShopView => view.group === undefined

const ALL_VIEWS: readonly View[] = VIEWS
export const JOB_VIEWS: readonly JobView[] = ALL_VIEWS.filter(isOfJob)
export const SHOP_VIEWS: readonly ShopView[] = ALL_VIEWS.filter(isOfShop)
export const LISTED_VIEWS = SHOP_VIEWS.filter(({ listed }) => listed)

/** Groups that have pages, each with its pages. */
export const PAGE_GROUPS = keysOf(GROUPS).flatMap((id) => {
  const views = JOB_VIEWS.filter((view) => view.group === id)
  return views.length > 0 ? [{ id, title: GROUPS[id], views }] : []
})

/** The page that a job opens on. */
export const JOB_HOME: JobViewId = 'power-flow'

/** Address of a page of a job. */
export const jobAddress = (number: number | string, id: JobViewId = JOB_HOME): string => `/jobs/${number}/${id}`

/** Address of a page of the shop without its parameters. */
export const plainAddress = ({ path }: { readonly path: string }): string => path.replace(/\/:.*$/, '') || '/'

/** Addresses at which every page can be seen with the demo shop's data. */
export const exampleViews = (): { readonly title: string; readonly address: string }[] => [
  ...JOB_VIEWS.map(({ id, title }) => ({ title: `${title} · Job 1`, address: jobAddress(1, id) })),
  ...SHOP_VIEWS.map((view) => ({ title: view.title, address: view.example ?? plainAddress(view) })),
]
