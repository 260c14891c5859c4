import { Box, Button, Text } from '@chakra-ui/react'
import { money } from '@plucky/contract'
import type { Part, SpecAnswer } from '@plucky/core'
import type { BenchView } from '../line/use-bench.js'
import { heldInWords, verdictIn } from './held.js'

interface TrayProps {
  readonly bench: BenchView
  readonly targetW: number
  readonly answerWith: (partId: string) => SpecAnswer | undefined
}

/** Parts for the chosen station as big targets: a tap looks at one, a tap on the one looked at fits it. */
export function Candidates({ bench, targetW, answerWith }: TrayProps) {
  return (
    <Box role="group" aria-label="Parts that fit here" display="flex" flexDirection="column" gap="5px" data-testid="candidates">
      {bench.candidates.map((part) => (
        <Candidate key={part.id} part={part} bench={bench} targetW={targetW} answer={answerWith(part.id)} />
      ))}
    </Box>
  )
}

function Candidate({ part, bench, targetW, answer }: { part: Part; bench: BenchView; targetW: number; answer: SpecAnswer | undefined }) {
  const held = verdictIn(answer, bench.station)?.held
  const short = held?.outcome === 'fails-at-smallest' || (held?.outcome === 'held' && held.powerW < targetW)
  const chosen = part.id === bench.candidate?.id
  const fitted = part.id === bench.fitted?.id
  const tags = [fitted ? 'fitted' : '', part.id === bench.arrived?.id ? 'came in' : ''].filter(Boolean).join(' · ')
  return (
    <Button
      variant="plain"
      height="auto"
      minH="48px"
      py="3px"
      px="9px"
      display="block"
      textAlign="left"
      borderRadius="1px"
      borderWidth="1px"
      borderColor={chosen ? 'torque' : 'rule'}
      outline={chosen ? '1px solid' : undefined}
      outlineColor="torque"
      borderLeftWidth={fitted ? '6px' : '1px'}
      bg={chosen ? 'torqueWash' : 'sheet'}
      color="ink"
      whiteSpace="normal"
      lineHeight="1.18"
      aria-pressed={chosen}
      data-testid={`part-${part.id}`}
      onClick={() => (chosen && !fitted ? bench.fit(part.id) : bench.look(part.id))}
    >
      <Text as="span" display="block" fontSize="13.5px" fontWeight={fitted ? 600 : 400}>
        {part.name}
      </Text>
      <Text as="span" fontFamily="figures" fontSize="17px" fontWeight={600} color={short ? 'break' : 'torque'}>
        {short ? '▽ ' : ''}
        {heldInWords(held)}
      </Text>
      <Text as="span" fontFamily="figures" fontSize="14px" color="inkSoft" ml="8px">
        {tags || `${money(part.price)} · ${part.hours} h`}
      </Text>
    </Button>
  )
}
