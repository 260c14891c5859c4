import { createElement, lazy, useEffect, type ComponentType, type ReactNode } from 'react'
import { useOutletContext } from 'react-router'
import { useShownKey } from '../state/shown.js'
import type { JobPageProps } from './JobLayout.js'
import type { JobViewId, ShopViewId } from './views.js'
import { mapRecord } from '@plucky/core'

/** The code of every page, fetched when the page is first opened. */
const SHOP_CODE = {
  jobs: () => import('../jobs/JobsScreen.js').then((m) => m.JobsScreen),
  transmissions: () => import('../transmissions/TransmissionsScreen.js').then((m) => m.UnitsScreen),
  'transmission-diagnosis': () => import('../transmissions/DiagnosisScreens.js').then((m) => m.UnitLost),
  'transmission-edit': () => import('../transmissions/EditScreen.js').then((m) => m.EditUnit),
  'transmission-copy': () => import('../transmissions/EditScreen.js').then((m) => m.CopyUnit),
  'parts-shelf': () => import('../shelf/ShelfScreen.js').then((m) => m.ShelfScreen),
  'shop-standards': () => import('../standards/StandardsScreen.js').then((m) => m.StandardsScreen),
  history: () => import('../history/HistoryScreen.js').then((m) => m.HistoryScreen),
  people: () => import('../access/AccessScreen.js').then((m) => m.AccessScreen),
  glossary: () => import('../help/Glossary.js').then((m) => m.Glossary),
} as const satisfies Record<ShopViewId, () => Promise<ComponentType>>

const JOB_CODE = {
  brief: () => import('../screens/BriefScreen.js').then((m) => m.BriefScreen),
  diagnosis: () => import('../transmissions/DiagnosisScreens.js').then((m) => m.JobDiagnosis),
  'house-rules': () => import('../screens/RulesScreen.js').then((m) => m.RulesScreen),
  revisions: () => import('../revisions/RevisionsScreen.js').then((m) => m.RevisionsScreen),
  'power-flow': () => import('../power-flow/PowerFlow.js').then((m) => m.PowerFlow),
  converter: () => import('../converter/ConverterScreen.js').then((m) => m.MatchScreen),
  shafts: () => import('../shafts/ShaftScreen.js').then((m) => m.ShaftScreen),
  'clutches-bands': () => import('../clutches/ClutchesScreen.js').then((m) => m.PacksScreen),
  'line-pressure': () => import('../pressure/PressureScreen.js').then((m) => m.PressureScreen),
  'gear-train': () => import('../transmissions/JobTrain.js').then((m) => m.JobTrain),
  compare: () => import('../compare/CompareScreen.js').then((m) => m.CompareScreen),
  quote: () => import('../quote/QuoteScreen.js').then((m) => m.QuoteScreen),
  plan: () => import('../plan/PlanScreen.js').then((m) => m.PlanScreen),
  'fit-up': () => import('../fit-up/FitUpScreen.js').then((m) => m.FitScreen),
  'build-book': () => import('../build-book/BookScreen.js').then((m) => m.BookScreen),
  'build-sheet': () => import('../sheet/SheetScreen.js').then((m) => m.SheetScreen),
} as const satisfies Record<JobViewId, () => Promise<ComponentType<JobPageProps>>>

const jobLayout = () => import('./JobLayout.js').then((m) => m.JobLayout)

const lazily = <P extends object>(code: () => Promise<ComponentType<P>>) => lazy(async () => ({ default: await code() }))

/** A page of the shop. */
const ofShop = (code: () => Promise<ComponentType>) => {
  const Page = lazily(code)
  return () => {
    useEffect(fetchOtherPages, [])
    return createElement(Page, { key: useShownKey() })
  }
}

/** A page of a job, given the job that the layout has opened. */
const onJob = (code: () => Promise<ComponentType<JobPageProps>>) => {
  const Page = lazily(code)
  return () => {
    useEffect(fetchOtherPages, [])
    return createElement(Page, { ...useOutletContext<JobPageProps>(), key: useShownKey() })
  }
}

export const SHOP_PAGES = mapRecord<ShopViewId, () => Promise<ComponentType>, () => ReactNode>(SHOP_CODE, ofShop)
export const JOB_PAGES = mapRecord<JobViewId, () => Promise<ComponentType<JobPageProps>>, () => ReactNode>(JOB_CODE, onJob)
export const JobLayoutPage = lazily(jobLayout)

/** How long after the first page the code of the others is fetched. */
const LATER_MS = 2500
let fetched = false

/** Resolves when the page has nothing else to do. */
const idle = (): Promise<unknown> =>
  new Promise((resolve) => ('requestIdleCallback' in window ? requestIdleCallback(resolve) : setTimeout(resolve)))

/**
 * Fetches the code of all other pages shortly after the first page is shown. Pages then open at once, even without a server. One after the
 * other: all at once would block the page for 200 ms.
 */
function fetchOtherPages(): void {
  if (fetched) return
  fetched = true
  const all = async () => {
    for (const code of [jobLayout, ...Object.values(JOB_CODE), ...Object.values(SHOP_CODE)]) {
      await idle()
      await code().catch(() => undefined) // the page itself says if it fails
    }
  }
  setTimeout(() => void all(), LATER_MS)
}

/** Begins to fetch code before it is shown. */
function fetchAhead(...codes: readonly (() => Promise<unknown>)[]): null {
  for (const code of codes) void code().catch(() => undefined) // the page itself says if it fails
  return null
}

export const fetchShopPage = (id: ShopViewId): null => fetchAhead(SHOP_CODE[id])
export const fetchJobPage = (id: JobViewId): null => fetchAhead(jobLayout, JOB_CODE[id])
