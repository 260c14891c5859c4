import 'reflect-metadata'
import '@fontsource/barlow/400.css'
import '@fontsource/barlow/600.css'
import '@fontsource/barlow-condensed/400.css'
import '@fontsource/barlow-condensed/500.css'
import '@fontsource/barlow-condensed/600.css'
import '@fontsource/barlow-condensed/700.css'
import './ui/print.css'
import { ChakraProvider } from '@chakra-ui/react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { BriefScreen } from './screens/BriefScreen.js'
import { FirstScreen } from './screens/FirstScreen.js'
import { FitScreen } from './fit/FitScreen.js'
import { JobScreen, Trouble } from './screens/JobScreen.js'
import { MatchScreen } from './match/MatchScreen.js'
import { LineScreen } from './line/LineScreen.js'
import { NoStations } from './line/NoStations.js'
import { PacksScreen } from './packs/PacksScreen.js'
import { PressureScreen } from './pressure/PressureScreen.js'
import { RulesScreen } from './screens/RulesScreen.js'
import { RevisionsScreen } from './revisions/RevisionsScreen.js'
import { ShaftScreen } from './shaft/ShaftScreen.js'
import { ShelfScreen } from './shelf/ShelfScreen.js'
import { SheetScreen } from './sheet/SheetScreen.js'
import { loadShop, refreshShop } from './state/shop.js'
import { system } from './ui/theme.js'
import { EditScreen } from './units/EditScreen.js'
import { JobTrain } from './units/JobTrain.js'
import { JobLost, UnitLost } from './units/LostScreens.js'
import { UnitsScreen } from './units/UnitsScreen.js'

const failed = (
  <Trouble
    title="This page has stopped working."
    sentence="Saved jobs are safe. Reload the page. If it fails again, the browser console shows the cause."
    onRetry={() => location.reload()}
  />
)

const router = createBrowserRouter([
  { path: '/', element: <FirstScreen />, errorElement: failed },
  {
    path: '/jobs/:number',
    element: (
      <JobScreen
        view={(content, unit) => (unit.stations.length > 0 ? <LineScreen content={content} unit={unit} /> : <NoStations unit={unit} />)}
      />
    ),
    errorElement: failed,
  },
  {
    path: '/jobs/:number/brief',
    element: <JobScreen view={(content, unit) => <BriefScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/match',
    element: <JobScreen view={(content, unit) => <MatchScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/shafts',
    element: <JobScreen view={(content, unit) => <ShaftScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/packs',
    element: <JobScreen view={(content, unit) => <PacksScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/pressure',
    element: <JobScreen view={(content, unit) => <PressureScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/fit',
    element: <JobScreen view={(content, unit) => <FitScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/unit',
    element: <JobScreen view={(content, unit) => <JobTrain content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/lost',
    element: <JobScreen view={(content, unit) => <JobLost content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/rules',
    element: <JobScreen view={(content, unit) => <RulesScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  {
    path: '/jobs/:number/revisions',
    element: <JobScreen view={(content, unit) => <RevisionsScreen content={content} unit={unit} />} />,
    errorElement: failed,
  },
  { path: '/jobs/:number/sheet', element: <JobScreen view={(content) => <SheetScreen content={content} />} />, errorElement: failed },
  { path: '/units/:id?', element: <UnitsScreen />, errorElement: failed },
  { path: '/units/:id/lost', element: <UnitLost />, errorElement: failed },
  { path: '/units/:id/change', element: <EditScreen how="change" />, errorElement: failed },
  { path: '/units/:id/copy', element: <EditScreen how="copy" />, errorElement: failed },
  { path: '/shelf/:kind?/:id?', element: <ShelfScreen />, errorElement: failed },
  { path: '*', element: <FirstScreen /> },
])

void loadShop()
addEventListener('focus', () => void refreshShop())
createRoot(document.getElementById('root') as HTMLElement).render(
  <ChakraProvider value={system}>
    <RouterProvider router={router} />
  </ChakraProvider>,
)
