import { certain } from '@plucky/core'
import './fonts/fonts.css'
import './ui/print.css'
import { ChakraProvider } from '@chakra-ui/react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { router } from './app/router.js'
import { loadCurrency } from './state/shown.js'
import { system } from './ui/theme.js'

const root = createRoot(certain(document.getElementById('root')))
void loadCurrency().then(() =>
  root.render(
    <ChakraProvider value={system}>
      <RouterProvider router={router} />
    </ChakraProvider>,
  ),
)
