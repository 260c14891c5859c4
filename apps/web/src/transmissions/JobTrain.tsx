import { Box, Flex, Heading } from '@chakra-ui/react'
import type { JobContent } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { Link, useParams } from 'react-router'
import { answerFor } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { TrainView } from './TrainView.js'

/** The gear train of a job, per 1 of input or in one of its duty cases. */
export function JobTrain({ content, unit }: { content: JobContent; unit: Unit }) {
  const { number } = useParams()
  const answer = answerFor(content)
  const cases = answer?.outcome === 'answered' ? answer.cases : []
  return (
    <Box px="3.5" maxW="1280px" mx="auto">
      <Flex align="center" justify="space-between" py="1.5" gap="3">
        <Heading as="h1" textStyle="page">
          {`${unit.name} gear train`}
        </Heading>
        <Flex gap="2">
          <OutlineButton asChild size="sm">
            <Link to={`/transmissions/${unit.id}`}>All transmissions</Link>
          </OutlineButton>
          <OutlineButton asChild size="sm">
            <Link to={`/jobs/${number}/diagnosis`}>Diagnosis</Link>
          </OutlineButton>
        </Flex>
      </Flex>
      <TrainView unit={unit} cases={cases} brief={content.brief} />
    </Box>
  )
}
