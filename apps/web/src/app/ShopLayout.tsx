import { Box } from '@chakra-ui/react'
import { Suspense } from 'react'
import { Outlet } from 'react-router'
import { Panels } from './Panels.js'
import { Loading } from './Loading.js'
import { TitleStrip } from './TitleStrip.js'
import { useViewId } from './use-view.js'

/** Pages of the shop: the strip, and the page that the address names. */
export const ShopLayout = () => (
  <Box minH="100vh">
    <TitleStrip />
    <Panels view={useViewId()} />
    <Box as="main">
      <Suspense fallback={<Loading words="Loading…" />}>
        <Outlet />
      </Suspense>
    </Box>
  </Box>
)
