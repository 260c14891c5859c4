import { Box, Flex, Heading, Link as ChakraLink, Text } from '@chakra-ui/react'
import { capital, caseInSentence, figure, money, stationName, verdictSentence, worstCase, type Job } from '@plucky/contract'
import { fromSi, type Unit } from '@plucky/core'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { loadShop, shopStore } from '../state/shop.js'
import { answerFor, costOf } from '../state/verdicts.js'
import { heldInWords } from '../bench/Candidates.js'
import { Panel } from '../ui/panel.js'
import { Frame } from './Frame.js'
import { Trouble } from './JobScreen.js'
import { NewJob } from './NewJob.js'

type Loaded = { readonly jobs: readonly Job[] } | { readonly problem: string } | undefined

/** The first screen: the last job with its sentence, and a first answer for a new one. */
export function FirstScreen() {
  const shop = useStore(shopStore)
  const [loaded, setLoaded] = useState<Loaded>()
  const load = () => {
    api.jobs().then(
      (jobs) => setLoaded({ jobs }),
      (error: Error) => setLoaded({ problem: error.message }),
    )
  }
  useEffect(load, [])
  const retry = () => {
    void loadShop()
    load()
  }
  if (shop.state === 'failed' || (loaded && 'problem' in loaded))
    return (
      <Trouble
        title="The server does not answer."
        sentence={loaded && 'problem' in loaded ? loaded.problem : shop.problem}
        onRetry={retry}
      />
    )
  if (shop.state === 'loading' || !loaded || !('jobs' in loaded))
    return (
      <Frame>
        <Text p="24px" color="inkSoft" role="status">
          Opening the shop…
        </Text>
      </Frame>
    )
  const [last, ...others] = loaded.jobs
  return (
    <Frame>
      <Box px="24px" py="20px" maxW="1280px" mx="auto">
        {last ? (
          <LastJob job={last} units={shop.units} />
        ) : (
          <Heading as="h1" fontSize="34px">
            Power, use, unit: a first answer.
          </Heading>
        )}
        <Flex gap="18px" mt="18px" align="stretch" direction={{ base: 'column', md: 'row' }}>
          <Box flex="1.25">
            <NewJob units={shop.units} />
          </Box>
          <Panel title="Other jobs" flex="1">
            {others.length === 0 && <Text color="inkSoft">None yet.</Text>}
            {others.map((job) => (
              <OtherJob key={job.number} job={job} units={shop.units} />
            ))}
          </Panel>
        </Flex>
        <Text mt="16px" fontSize="14px" color="inkSoft" maxW="900px">
          All figures are estimates for choosing parts. The maker's limits, the rule book in force and the licensed shop decide.
        </Text>
      </Box>
    </Frame>
  )
}

function LastJob({ job, units }: { job: Job; units: readonly Unit[] }) {
  const unit = units.find((u) => u.id === job.unitId)
  const answer = answerFor(job)
  if (!unit || !answer) return <Text role="alert">{`Job ${job.number} names a unit that this shop does not have.`}</Text>
  const cost = costOf(job)
  const weakest =
    answer.outcome === 'answered'
      ? answer.breakingOrder.slice(0, 3).flatMap((id) => answer.stations.find((s) => s.stationId === id) ?? [])
      : []
  return (
    <Box>
      <Text
        fontSize="15px"
        color="inkSoft"
      >{`Last on the bench: job ${job.number}, ${job.name}, ${unit.name}, ${new Date(job.savedAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}`}</Text>
      <Heading as="h1" fontSize="40px" fontWeight={600} lineHeight="1.1" mt="4px">
        <ChakraLink
          asChild
          color="ink"
          textDecoration="underline"
          textDecorationThickness="2px"
          textUnderlineOffset="6px"
          textDecorationColor="torque"
        >
          <Link to={`/jobs/${job.number}`} data-testid="last-job">
            {verdictSentence(answer, unit, job.brief)}
          </Link>
        </ChakraLink>
      </Heading>
      <Flex gap="18px" mt="18px" direction={{ base: 'column', md: 'row' }}>
        <Panel title="The three weakest" flex="1.25">
          {answer.outcome === 'answered' &&
            weakest.map((verdict, i) => {
              const duty = worstCase(answer, verdict)
              return (
                <Flex
                  key={verdict.stationId}
                  justify="space-between"
                  borderTopWidth={i ? '1px' : 0}
                  borderColor="ruleSoft"
                  py="5px"
                  gap="12px"
                >
                  <Text>
                    {capital(stationName(unit, verdict.stationId))}
                    <Text as="span" color="inkSoft">
                      {duty ? ` ${caseInSentence(unit, duty, job.brief)}` : ''}
                    </Text>
                  </Text>
                  <Text fontFamily="figures" fontSize="17px" fontWeight={600} color={i === 0 ? 'break' : 'ink'} whiteSpace="nowrap">
                    {heldInWords(verdict.held)}
                  </Text>
                </Flex>
              )
            })}
        </Panel>
        <Panel title="What changed, and what came in" flex="1">
          <Text>
            {cost.changed.length === 0
              ? 'Nothing changed: it stands as it came in.'
              : `${cost.changed.length} of ${unit.stations.length} stations: ${money(cost.price)}, ${cost.hours} h.`}
          </Text>
          <Text color="inkSoft" fontSize="14.5px" mt="4px">
            {cost.changed.length > 0 && `${capital(cost.changed.map((id) => stationName(unit, id)).join(', '))}. `}
            {`As it came in it held ${asArrived(job)}.`}
          </Text>
        </Panel>
      </Flex>
    </Box>
  )
}

function asArrived(job: Job): string {
  const answer = answerFor({ ...job, spec: { ...job.spec, fits: job.arrived } })
  return answer?.outcome === 'answered' ? `${heldInWords(answer.held)} at the pressure now set` : 'nothing that can be said'
}

function OtherJob({ job, units }: { job: Job; units: readonly Unit[] }) {
  const unit = units.find((u) => u.id === job.unitId)
  const answer = answerFor(job)
  const held = answer?.outcome === 'answered' ? answer : undefined
  return (
    <ChakraLink asChild display="block" py="7px" borderBottomWidth="1px" borderColor="ruleSoft" color="ink">
      <Link to={`/jobs/${job.number}`}>
        <Text as="span" fontWeight={600}>{`${job.number} · ${job.name}`}</Text>
        <Text as="span" color="inkSoft">
          {` ${unit?.name ?? job.unitId}${held ? `, holds ${heldInWords(held.held)} of ${figure(fromSi(held.peakPowerW, 'hp'))}` : ''}`}
        </Text>
      </Link>
    </ChakraLink>
  )
}
