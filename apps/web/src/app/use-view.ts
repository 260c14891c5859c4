import { useMatches } from 'react-router'
import type { ViewId } from './views.js'

/** Which page of the list is shown. */
export const useViewId = (): ViewId => (useMatches().at(-1)?.handle as ViewId | undefined) ?? 'jobs' // set by the routes that the list makes
