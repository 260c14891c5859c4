import { Box, Text } from '@chakra-ui/react'
import { capital, companionReason, hoursWords, misfitSentence, money, signedMoney, stationName, type JobContent } from '@plucky/contract'
import type { Companion, Proposal, Unit } from '@plucky/core'
import { shopStore } from '../state/shop.js'

interface BringsProps {
  readonly unit: Unit
  readonly content: JobContent
  readonly proposal: Proposal
}

/** What a choice drags along, why, and what all of it costs: taken or left as one. */
export function CompanionParts({ unit, content, proposal }: BringsProps) {
  const { companions, left } = proposal
  if (companions.length === 0 && left.length === 0) return null
  return (
    <Box mt="1.5" p="5px 8px" bg="torqueWash" fontSize="note" lineHeight="1.3" data-testid="brings">
      {companions.length > 0 && <Text fontWeight={600}>Also required (installed together)</Text>}
      {companions.map((companion) => (
        <Text key={companion.stationId} mt="1px">
          {companionWords(unit, content, proposal, companion)}
          <Text as="span" color="inkSoft">{` — ${companionReason(companion.because, unit)}`}</Text>
        </Text>
      ))}
      {left.map((misfit) => (
        <Text key={misfit.code + misfit.stationId} color="break" fontWeight={600}>
          {`▲ ${misfitSentence(misfit, unit)} No part on the shelf fixes this.`}
        </Text>
      ))}
      <Text mt="0.5" textStyle="figureStrong">
        {`Total ${signedMoney(proposal.price)} · ${hoursWords(proposal.hours, true)}`}
      </Text>
    </Box>
  )
}

/** "Converter: turbine hub changed to 35 teeth, $190." */
function companionWords(unit: Unit, content: JobContent, { spec }: Proposal, { stationId }: Companion): string {
  const { parts, operations } = shopStore.getState()
  const [was, is] = [content.spec.works[stationId] ?? [], spec.works[stationId] ?? []]
  const part = spec.fits[stationId] === content.spec.fits[stationId] ? undefined : parts.get(spec.fits[stationId] ?? '')
  const done = is.filter((id) => part || !was.includes(id)).flatMap((id) => operations.get(id) ?? [])
  const undone = part ? [] : was.filter((id) => !is.includes(id)).flatMap((id) => operations.get(id) ?? [])
  const said = [
    ...(part ? [`${part.name}, ${money(part.price)}`] : []),
    ...done.map((operation) => `${operation.name}, ${money(operation.price)}`),
    ...undone.map((operation) => `not needed: ${operation.name}`),
  ]
  return `${capital(stationName(unit, stationId))}: ${said.join('; ')}`
}
