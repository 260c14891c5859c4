import { Box, Heading, Text } from '@chakra-ui/react'
import { useEffect, type ReactNode } from 'react'
import { useParams } from 'react-router'
import { useStore } from 'zustand'
import type { JobContent } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { jobStore, openJob } from '../state/job.js'
import { loadShop, shopStore } from '../state/shop.js'
import { Inked } from '../ui/buttons.js'
import { Frame } from './Frame.js'

/** Opens the job that the address names and hands it to a view; says plainly where it is not to be had. */
export function JobScreen({ view }: { view: (content: JobContent, unit: Unit) => ReactNode }) {
  const { number } = useParams()
  const content = useStore(jobStore, (job) => job.content)
  const failure = useStore(jobStore, (job) => (job.state === 'failed' ? job.problem : undefined))
  const shop = useStore(shopStore)
  useEffect(() => void openJob(Number(number)), [number])
  const unit = shop.units.find((u) => u.id === content?.unitId)
  if (shop.state === 'failed')
    return <Trouble title="The server is not responding." sentence={shop.problem} onRetry={() => void loadShop()} />
  if (failure !== undefined)
    return <Trouble title="This job can't be opened." sentence={failure} onRetry={() => void openJob(Number(number))} />
  if (!content || !unit)
    return (
      <Frame>
        <Text p="24px" color="inkSoft" role="status">
          Loading job…
        </Text>
      </Frame>
    )
  return <Frame unit={unit}>{view(content, unit)}</Frame>
}

export function Trouble({ title, sentence, onRetry }: { title: string; sentence: string; onRetry: () => void }) {
  return (
    <Frame>
      <Box p="32px" maxW="640px" role="alert">
        <Heading as="h1" fontSize="28px">
          {title}
        </Heading>
        <Text mt="8px">{sentence} Your earlier changes are kept.</Text>
        <Inked mt="16px" onClick={onRetry}>
          Try again
        </Inked>
      </Box>
    </Frame>
  )
}
