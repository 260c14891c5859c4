import { Suspense, useEffect, type ReactNode } from 'react'
import { createBrowserRouter, generatePath, Navigate, redirect, useParams, type RouteObject } from 'react-router'
import { JobErrorScreen } from '../ui/JobErrorScreen.js'
import { Loading } from './Loading.js'
import { fetchJobPage, fetchShopPage, JOB_PAGES, JobLayoutPage, SHOP_PAGES } from './pages.js'
import { ShopLayout } from './ShopLayout.js'
import { TitleStrip } from './TitleStrip.js'
import { jobAddress, JOB_VIEWS, SHOP_VIEWS } from './views.js'

const failed = (
  <>
    <TitleStrip />
    <JobErrorScreen
      title="This page has stopped working."
      sentence="Saved jobs are safe. Reload the page. If it fails again, the browser console shows the cause."
      onRetry={() => location.reload()}
    />
  </>
)

/** Sets the title of the window while its page is shown. */
function Titled({ title, children }: { title: string; children: ReactNode }) {
  const { number } = useParams()
  useEffect(() => {
    document.title = `${number === undefined ? title : `${title} · Job ${number}`} · Plucky Ratio`
  }, [title, number])
  return children
}

const page = (view: { readonly id: string; readonly title: string; readonly path: string }, Page: () => ReactNode): RouteObject => ({
  path: view.path,
  handle: view.id,
  element: (
    <Titled title={view.title}>
      <Page />
    </Titled>
  ),
})

/** Leads earlier addresses to the one in use, with their parameters and query. */
const moved = (view: { readonly formerly?: readonly string[] }, to: string): RouteObject[] =>
  (view.formerly ?? []).map((path) => ({
    path,
    loader: ({ params, request }) => redirect(`${generatePath(to, params)}${new URL(request.url).search}`),
  }))

export const router = createBrowserRouter([
  {
    element: <ShopLayout />,
    errorElement: failed,
    children: SHOP_VIEWS.map((view) => {
      const Page = SHOP_PAGES[view.id]
      return { ...page(view, () => <Page />), loader: () => fetchShopPage(view.id) }
    }),
  },
  {
    path: '/jobs/:number',
    element: (
      <Suspense fallback={<Loading words="Loading job…" />}>
        <JobLayoutPage />
      </Suspense>
    ),
    errorElement: failed,
    children: JOB_VIEWS.map((view) => {
      const Page = JOB_PAGES[view.id]
      return { ...page(view, () => <Page />), loader: () => fetchJobPage(view.id) }
    }),
  },
  ...SHOP_VIEWS.flatMap((view) => moved(view, view.path)),
  ...JOB_VIEWS.flatMap((view) =>
    moved(view, jobAddress(':number', view.id)).map((route) => ({ ...route, path: `/jobs/:number/${route.path}` })),
  ),
  { path: '*', element: <Navigate to="/" replace /> },
])
