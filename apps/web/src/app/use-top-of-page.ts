import { useLayoutEffect } from 'react'
import { NavigationType, useLocation, useNavigationType } from 'react-router'

/** A page that is gone to is shown from its top. Back and forward keep the place; so does a change of the query alone. */
export function useTopOfPage(): void {
  const { pathname } = useLocation()
  const type = useNavigationType()
  useLayoutEffect(() => {
    if (type === NavigationType.Push) window.scrollTo(0, 0)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only where the page changes
  }, [pathname])
}
