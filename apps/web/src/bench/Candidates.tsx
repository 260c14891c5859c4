import { Box, Button, Text } from '@chakra-ui/react'
import { figure, money, roundedHp } from '@plucky/contract'
import { fromSi, type Answer, type Part, type PowerHeld, type SpecAnswer } from '@plucky/core'

interface TrayProps {
  readonly parts: readonly Part[]
  readonly stationId: string
  readonly fittedId: string | null
  readonly arrivedId: string | null
  readonly chosenId: string
  readonly targetW: number
  readonly answerWith: (partId: string) => SpecAnswer | undefined
  readonly onChoose: (partId: string) => void
  readonly onFit: (partId: string) => void
}

const heldAt = (answer: SpecAnswer | undefined, stationId: string): PowerHeld | undefined =>
  answer?.outcome === 'answered' ? answer.stations.find((s) => s.stationId === stationId)?.held : undefined

export function heldInWords(held: PowerHeld | undefined): string {
  switch (held?.outcome) {
    case 'held':
      return `${figure(fromSi(held.powerW, 'hp'))} hp`
    case 'not-limiting':
      return `over ${roundedHp(held.aboveW)} hp`
    case 'fails-at-smallest':
      return 'holds nothing'
    default:
      return 'no figure'
  }
}

/** Parts for the chosen station as big targets: a tap looks at one, a tap on the one looked at fits it. */
export function Candidates({ parts, stationId, fittedId, arrivedId, chosenId, targetW, answerWith, onChoose, onFit }: TrayProps) {
  return (
    <Box role="group" aria-label="Parts that fit here" display="flex" flexDirection="column" gap="5px" data-testid="candidates">
      {parts.map((part) => {
        const held = heldAt(answerWith(part.id), stationId)
        const short = held?.outcome === 'fails-at-smallest' || (held?.outcome === 'held' && held.powerW < targetW)
        const chosen = part.id === chosenId
        const tags = [part.id === fittedId ? 'fitted' : '', part.id === arrivedId ? 'came in' : ''].filter(Boolean).join(' · ')
        return (
          <Button
            key={part.id}
            variant="plain"
            height="auto"
            minH="52px"
            py="4px"
            px="9px"
            display="block"
            textAlign="left"
            borderRadius="1px"
            borderWidth={chosen ? '2px' : '1px'}
            borderColor={chosen ? 'torque' : 'rule'}
            bg={chosen ? 'torqueWash' : 'sheet'}
            color="ink"
            whiteSpace="normal"
            lineHeight="1.2"
            aria-pressed={chosen}
            data-testid={`part-${part.id}`}
            onClick={() => (chosen && part.id !== fittedId ? onFit(part.id) : onChoose(part.id))}
          >
            <Text as="span" display="block" fontSize="13px" fontWeight={part.id === fittedId ? 600 : 400}>
              {part.name}
            </Text>
            <Text as="span" fontFamily="figures" fontSize="16px" fontWeight={600} color={short ? 'break' : 'torque'}>
              {short ? '▽ ' : ''}
              {heldInWords(held)}
            </Text>
            <Text as="span" fontFamily="figures" fontSize="13.5px" color="inkSoft" ml="8px">
              {tags || `${money(part.price)} · ${part.hours} h`}
            </Text>
          </Button>
        )
      })}
    </Box>
  )
}

/** What the spec as a whole holds, for a comparison. */
export const specHeld = (answer: SpecAnswer | undefined): PowerHeld | undefined => (answer as Answer | undefined)?.held
