import { Box, Flex, Grid, Heading, Link as ChakraLink, Text } from '@chakra-ui/react'
import {
  capital,
  caseInSentence,
  figure,
  hoursWords,
  money,
  stationName,
  suspectWords,
  teardownWords,
  verdictSentence,
  firstCase,
  type Job,
  heldInWords,
  specHeldInWords,
} from '@plucky/contract'
import { diagnose, fromSi, isNoted, type SpecAnswer, type Unit } from '@plucky/core'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { loadShop, shopStore } from '../state/shop.js'
import { answerFor, changedStations, costOf } from '../state/verdicts.js'
import { Panel } from '../ui/panel.js'
import { Frame } from './Frame.js'
import { Trouble } from './JobScreen.js'
import { NewJob } from './NewJob.js'
import { TakeFile } from './TakeFile.js'

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
        title="The server is not responding."
        sentence={loaded && 'problem' in loaded ? loaded.problem : shop.problem}
        onRetry={retry}
      />
    )
  if (shop.state === 'loading' || !loaded || !('jobs' in loaded))
    return (
      <Frame>
        <Text p="24px" color="inkSoft" role="status">
          Loading jobs…
        </Text>
      </Frame>
    )
  const [last, ...others] = loaded.jobs
  const unit = shop.units.find((u) => u.id === last?.unitId)
  const answer = last && answerFor(last)
  return (
    <Frame>
      <Box px="24px" py="18px" maxW="1280px" mx="auto">
        {last && unit && answer ? (
          <LastJob job={last} unit={unit} answer={answer} />
        ) : (
          <Heading as="h1" fontSize="34px">
            Enter power, use and transmission for a first answer.
          </Heading>
        )}
        <Grid mt="16px" gap="14px" templateColumns={{ base: '1fr', md: 'minmax(0, 1.4fr) minmax(0, 1fr)' }}>
          {last && unit && answer && <Weakest job={last} unit={unit} answer={answer} />}
          {last && unit && <WhatChanged job={last} unit={unit} />}
          {last && unit && <CameIn job={last} unit={unit} />}
          <NewJob units={shop.units} />
          {others.length > 0 && <OtherJobs jobs={others} units={shop.units} />}
          <TakeFile />
        </Grid>
        <Text mt="14px" fontSize="14px" color="inkSoft" maxW="900px">
          All figures are estimates for choosing parts. Manufacturer limits, the current rule book and a qualified shop have the final say.
        </Text>
      </Box>
    </Frame>
  )
}

/** The last job by its sentence, which opens it. */
function LastJob({ job, unit, answer }: { job: Job; unit: Unit; answer: SpecAnswer }) {
  const when = new Date(job.savedAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })
  const underline = {
    textDecoration: 'underline',
    textDecorationThickness: '2px',
    textUnderlineOffset: '6px',
    textDecorationColor: 'torque',
  }
  return (
    <Box>
      <Text fontSize="15px" color="inkSoft">
        {`Last job: ${job.number}, ${job.name}, ${unit.name}, ${when}`}
      </Text>
      <Heading as="h1" fontSize="40px" fontWeight={600} lineHeight="1.1" mt="4px">
        <ChakraLink asChild color="ink" {...underline}>
          <Link to={`/jobs/${job.number}`} data-testid="last-job">
            {verdictSentence(answer, unit, job.brief)}
          </Link>
        </ChakraLink>
      </Heading>
    </Box>
  )
}

function Weakest({ job, unit, answer }: { job: Job; unit: Unit; answer: SpecAnswer }) {
  const answered = answer.outcome === 'answered' ? answer : undefined
  const weakest = (answered?.breakingOrder ?? []).slice(0, 3).flatMap((id) => answered?.stations.find((s) => s.stationId === id) ?? [])
  return (
    <Panel title="Three weakest stations">
      {weakest.map((verdict, i) => {
        const duty = answered && firstCase(answered, verdict)
        return (
          <Flex key={verdict.stationId} justify="space-between" borderTopWidth={i ? '1px' : 0} borderColor="ruleSoft" py="5px" gap="12px">
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
  )
}

/** Front to rear: what is fitted instead of what came in. */
function WhatChanged({ job, unit }: { job: Job; unit: Unit }) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const cost = costOf(job)
  const changed = unit.stations.filter((station) => changedStations(job).includes(station.id))
  const note =
    changed.length === 0
      ? 'no changes'
      : `${changed.length} of ${unit.stations.length} stations, ${money(cost.price)}, ${hoursWords(cost.hours)}`
  return (
    <Panel title="Changed parts" note={note} gridRow={{ md: 'span 2' }}>
      {changed.map((station) => (
        <Flex key={station.id} fontSize="14px" gap="8px" borderTopWidth="1px" borderColor="ruleSoft" py="2px">
          <Text color="inkSoft" width="176px" flexShrink={0}>
            {capital(station.name)}
          </Text>
          <Text>{parts.get(job.spec.fits[station.id] ?? '')?.name ?? 'none'}</Text>
        </Flex>
      ))}
      <Text mt="8px" fontSize="14.5px">{`As received it held ${asArrived(job)}.`}</Text>
    </Panel>
  )
}

/** What the last job came in with: what it was, or what it most likely is. */
function CameIn({ job, unit }: { job: Job; unit: Unit }) {
  const { teardown } = job
  if (!isNoted(teardown)) return null
  const likeliest = diagnose(unit, teardown).candidates[0]
  const guess = teardown.found === null && likeliest ? ` Most likely: ${suspectWords(unit.train, likeliest)}.` : ''
  return (
    <Panel title="Condition as received">
      <ChakraLink asChild color="ink" textDecoration="underline" textUnderlineOffset="3px">
        <Link to={`/jobs/${job.number}/lost`} data-testid="came-in">
          {`${teardownWords(unit, teardown)}${guess}`}
        </Link>
      </ChakraLink>
    </Panel>
  )
}

function asArrived(job: Job): string {
  const answer = answerFor(job, { fits: job.arrived, works: {} })
  return answer?.outcome === 'answered'
    ? `${specHeldInWords(answer)} at the current line pressure setting`
    : 'an unknown amount (no answer)'
}

function OtherJobs({ jobs, units }: { jobs: readonly Job[]; units: readonly Unit[] }) {
  return (
    <Panel title="Other jobs">
      {jobs.map((job) => (
        <OtherJob key={job.number} job={job} units={units} />
      ))}
    </Panel>
  )
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
          {` ${unit?.name ?? job.unitId}${held ? `, holds ${heldInWords(held.held)}, target ${figure(fromSi(held.peakPowerW, 'hp'))} hp` : ''}`}
        </Text>
      </Link>
    </ChakraLink>
  )
}
