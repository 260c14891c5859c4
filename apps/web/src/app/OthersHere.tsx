import { Flex, Text } from '@chakra-ui/react'
import type { Present } from '@plucky/contract'
import { Users } from 'lucide-react'
import { Tip } from '../ui/Tip.js'

/** Other windows that have the job open. */
export function OthersHere({ others }: { others: Present }) {
  const words = othersInWords(others)
  return (
    <Tip words={words}>
      <Flex role="status" aria-label={words} align="center" gap="0.5" mr="1.5" color="inkSoft" tabIndex={0} data-testid="others-here">
        <Users size={16} aria-hidden />
        <Text fontSize="small" lineHeight="1.15" aria-hidden>
          {others.people.length || ''}
        </Text>
      </Flex>
    </Tip>
  )
}

const othersInWords = ({ people }: Present): string =>
  people.length > 0
    ? `Also in this job: ${people.join(', ')}. Changes appear as they are saved.`
    : 'This job is also open in another window of yours.'
