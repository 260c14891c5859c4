import { Box, Text } from '@chakra-ui/react'
import { CARD_VERDICT_WORDS, FINDING_WORDS, listed } from '@plucky/contract'
import type { Card, CardRecord, CardVerdict } from '@plucky/core'
import { useEffect, useRef } from 'react'
import { useStore } from 'zustand'
import { bookStore } from '../state/book.js'

export const VERDICT_SIGN: Record<CardVerdict, string> = { accept: '✓', rework: '◐', scrap: '✕' }
const VERDICT_COLOUR: Record<CardVerdict, string> = { accept: 'oil', rework: 'torque', scrap: 'break' }

interface RowProps {
  readonly card: Card
  readonly title: string
  readonly record: CardRecord | undefined
  readonly on: boolean
  /** The diagnosis names this piece as a likely cause. */
  readonly suspect: boolean
  readonly onChoose: () => void
}

/** A piece in the list, with its verdict and whether its entries are saved. */
export function CardRow({ card, title, record, on, suspect, onChoose }: RowProps) {
  const row = useRef<HTMLDivElement>(null)
  const waiting = useStore(bookStore, ({ pending }) => Object.keys(pending).some((name) => name.startsWith(`card/${card.id}/`)))
  useEffect(() => {
    if (on) row.current?.scrollIntoView({ block: 'nearest' })
  }, [on])
  const verdict = record?.verdict
  const findings = record?.findings ?? []
  return (
    <Box
      ref={row}
      id={`card-${card.id}`}
      role="option"
      aria-selected={on}
      display="grid"
      gridTemplateColumns="minmax(0, 1fr) 92px 20px"
      columnGap="2"
      alignItems="center"
      minH="44px"
      px="1.5"
      py="0.5"
      cursor="pointer"
      bg={on ? 'oilWash' : 'transparent'}
      borderBottomWidth="1px"
      borderColor="ruleSoft"
      onClick={onChoose}
      data-testid={`card-${card.id}`}
      data-verdict={verdict ?? ''}
    >
      <Box minW="0">
        <Text lineHeight="1.25">
          {title}
          {suspect && (
            <Text as="span" color="break" fontSize="note" fontWeight={600}>
              {' ▲ suspect'}
            </Text>
          )}
        </Text>
        {findings.length > 0 && (
          <Text fontSize="note" color="inkSoft" lineHeight="1.2" truncate>
            {listed(findings.map((finding) => FINDING_WORDS[finding].name))}
          </Text>
        )}
      </Box>
      <Text color={verdict ? VERDICT_COLOUR[verdict] : 'inkSoft'} fontWeight={verdict ? 600 : 400} fontSize="small">
        {verdict ? `${VERDICT_SIGN[verdict]} ${CARD_VERDICT_WORDS[verdict]}` : 'not judged'}
      </Text>
      <Text
        fontSize="small"
        color={waiting ? 'break' : 'oil'}
        aria-label={waiting ? 'not saved yet' : record?.latest ? 'saved' : undefined}
        data-kept={!waiting && record?.latest !== undefined}
      >
        {waiting ? '…' : record?.latest ? '✓' : ''}
      </Text>
    </Box>
  )
}
