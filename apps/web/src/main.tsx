import { certain } from '@plucky/core'
import './fonts/fonts.css'
import './ui/print.css'
import { ChakraProvider } from '@chakra-ui/react'
import { createRoot } from 'react-dom/client'
import { AccessGate } from './access/AccessGate.js'
import { AllPages } from './app/AllPages.js'
import { system } from './ui/theme.js'

createRoot(certain(document.getElementById('root'))).render(
  <ChakraProvider value={system}>
    <AccessGate>
      <AllPages />
    </AccessGate>
  </ChakraProvider>,
)
