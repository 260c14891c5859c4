import { Box, Grid, Heading, Text } from '@chakra-ui/react'
import { QueryClientProvider } from '@tanstack/react-query'
import { Loading } from '../app/Loading.js'
import { ServerAway } from '../ui/ServerAway.js'
import { JobList } from './JobList.js'
import { LastJob } from './LastJob.js'
import { jobClient, useLastJob } from './job-queries.js'
import { NewJob } from './NewJob.js'
import { JobFileImport } from './JobFileImport.js'
import { UndoBar } from './UndoBar.js'

/** The front page: the last job with its sentence, the jobs of the shop, and a new one. */
export const JobsScreen = () => (
  <QueryClientProvider client={jobClient}>
    <Jobs />
    <UndoBar />
  </QueryClientProvider>
)

function Jobs() {
  const last = useLastJob()
  if (last.isError) return <ServerAway onRetry={() => jobClient.refetchQueries()} />
  if (last.isPending) return <Loading words="Loading jobs…" />
  return (
    <Box px={{ base: '12px', md: '20px' }} py="14px" maxW="1480px" mx="auto">
      {last.data ? (
        <LastJob job={last.data} />
      ) : (
        <Heading as="h1" fontSize="34px">
          Enter power, use and transmission for a first answer.
        </Heading>
      )}
      <Grid mt="12px" gap="10px" templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 380px' }} alignItems="start">
        <JobList />
        <Grid gap="10px" gridRow={{ base: last.data ? 'auto' : 1, lg: 'auto' }}>
          <NewJob />
          <JobFileImport />
        </Grid>
      </Grid>
      <Text mt="12px" fontSize="14px" color="inkSoft" maxW="900px">
        All figures are estimates for choosing parts. Manufacturer limits, the current rule book and a qualified shop have the final say.
      </Text>
    </Box>
  )
}
