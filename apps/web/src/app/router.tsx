import { Suspense, useEffect, type ReactNode } from 'react'
import { createBrowserRouter, generatePath, Navigate, useLocation, useParams, type RouteObject } from 'react-router'
import { JobErrorScreen } from '../ui/JobErrorScreen.js'
import { Loading } from './Loading.js'
import { fetchPage, JOB_PAGES, JobLayoutPage, SHOP_PAGES } from './pages.js'
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

/** Leads an earlier address to the one in use, with its parameters and query. */
function Moved({ to }: { to: string }) {
  const params = useParams()
  const { search, hash } = useLocation()
  return <Navigate to={`${generatePath(to, params)}${search}${hash}`} replace />
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

const moved = (view: { readonly formerly?: readonly string[] }, to: string): RouteObject[] =>
  (view.formerly ?? []).map((path) => ({ path, element: <Moved to={to} /> }))

export const router = createBrowserRouter([
  {
    element: <ShopLayout />,
    errorElement: failed,
    children: SHOP_VIEWS.map((view) => {
      const Page = SHOP_PAGES[view.id]
      return page(view, () => <Page />)
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
      const loader = () => {
        fetchPage(view.id)
        return null
      }
      return { ...page(view, () => <Page />), loader }
    }),
  },
  ...SHOP_VIEWS.flatMap((view) => moved(view, view.path)),
  ...JOB_VIEWS.flatMap((view) =>
    moved(view, jobAddress(':number', view.id)).map((route) => ({ ...route, path: `/jobs/:number/${route.path}` })),
  ),
  { path: '*', element: <Navigate to="/" replace /> },
])
