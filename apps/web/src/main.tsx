import 'reflect-metadata'
import '@fontsource/barlow/latin-400.css'
import '@fontsource/barlow/latin-600.css'
import '@fontsource/barlow-condensed/latin-500.css'
import '@fontsource/barlow-condensed/latin-700.css'
import './ui/print.css'
import { ChakraProvider } from '@chakra-ui/react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { router } from './app/router.js'
import { system } from './ui/theme.js'

createRoot(document.getElementById('root') as HTMLElement).render(
  <ChakraProvider value={system}>
    <RouterProvider router={router} />
  </ChakraProvider>,
)
