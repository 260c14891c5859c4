import { Text } from '@chakra-ui/react'
import { type JobContent, quantity, stationName } from '@plucky/contract'
import { besideStation, type Station, type StationVerdict, takenOff } from '@plucky/core'
import { answerFor, specInputOf } from '../state/verdicts.js'

interface SideProps {
  readonly content: JobContent
  readonly station: Station
  readonly verdict: StationVerdict
}

/** Torque capacity of the clutch alone and of the parallel one-way clutch alone, in the deciding load case. */
export function SideBySide({ content, station, verdict: { decides } }: SideProps) {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  const other = input && besideStation(input.unit, station)
  const duty = answer?.outcome === 'answered' ? answer.cases.find(({ id }) => id === decides?.caseId) : undefined
  if (!input || !other || !duty || !decides) return null
  const taken = takenOff({ input, station, duty, limit: decides.limit })
  if (taken === 0) return null
  return (
    <Text mt="1" lineHeight="1.3" data-testid="side-by-side">
      {`Alone it holds ${quantity(decides.capacityNm - taken, 'lb-ft')}. The ${stationName(input.unit, other.id)} beside it takes up to ${quantity(taken, 'lb-ft')} before that, never half.`}
    </Text>
  )
}
