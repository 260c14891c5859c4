import { Box, Grid, Heading, Text } from '@chakra-ui/react'
import { useMay } from '../access/use-may.js'
import { Loading } from '../app/Loading.js'
import { ServerAway } from '../ui/ServerAway.js'
import { JobList } from './JobList.js'
import { LastJob } from './LastJob.js'
import { useLastJob } from './job-queries.js'
import { queries } from '../state/queries.js'
import { NewJob } from './NewJob.js'
import { JobFileImport } from './JobFileImport.js'
import { ShopEdits } from './ShopEdits.js'
import { ShopBackup } from './ShopBackup.js'
import { Toasts } from '../ui/toasts.js'

/** The front page: the last job with its sentence, the jobs of the shop, and a new one. */
export const JobsScreen = () => (
  <>
    <Jobs />
    <Toasts />
  </>
)

function Jobs() {
  const last = useLastJob()
  const [mayChange, mayBackUp] = [useMay('builder'), useMay('owner')]
  if (last.isError) return <ServerAway onRetry={() => queries.refetchQueries()} />
  if (last.isPending) return <Loading words="Loading jobs…" />
  return (
    <Box px={{ base: '3', md: '5' }} py="3.5" maxW="1480px" mx="auto">
      {last.data ? (
        <LastJob job={last.data} />
      ) : (
        <Heading as="h1" fontSize="sentence">
          Enter power, use and transmission for a first answer.
        </Heading>
      )}
      <Grid mt="3" gap="2.5" templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 380px' }} alignItems="start">
        <Grid gap="2.5" minW="0">
          <ShopEdits />
          <JobList />
        </Grid>
        <Grid gap="2.5" gridRow={{ base: last.data ? 'auto' : 1, lg: 'auto' }}>
          {mayChange && <NewJob />}
          {mayChange && <JobFileImport />}
          {mayBackUp && <ShopBackup />}
        </Grid>
      </Grid>
      <Text mt="3" fontSize="small" color="inkSoft" maxW="900px">
        All figures are estimates for choosing parts. Manufacturer limits, the current rule book and a qualified shop have the final say.
      </Text>
    </Box>
  )
}
