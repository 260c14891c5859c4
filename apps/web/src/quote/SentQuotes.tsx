import { Box, Flex, Text } from '@chakra-ui/react'
import type { SentQuote } from '@plucky/contract'
import { api } from '../state/api.js'
import { TextButton } from '../ui/buttons.js'
import { MakeLink } from '../access/MakeLink.js'
import { FileLink } from '../ui/FileLink.js'
import { Panel } from '../ui/panel.js'

interface SentProps {
  readonly jobNumber: number
  readonly sent: readonly SentQuote[]
  /** Number of the quote that is shown. */
  readonly open: number | undefined
  readonly onOpen: (number: number | undefined) => void
}

/** Quotes as they were sent, latest first, each as page and as PDF. */
export const SentQuotes = ({ jobNumber, sent, open, onOpen }: SentProps) => (
  <Panel title="Sent" mt="2.5" data-testid="sent-quotes">
    {sent.length === 0 && (
      <Text fontSize="small" color="inkSoft">
        None yet. A saved quote keeps its texts and prices, even if the job or the shelf changes.
      </Text>
    )}
    {sent.map(({ number, sentAt, quote }) => (
      <Flex key={number} wrap="wrap" justify="space-between" align="baseline" gap="2" borderTopWidth="1px" borderColor="ruleSoft" py="1">
        <Box fontSize="small">
          {`No. ${number}, ${new Date(sentAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}`}
          <Text color="inkSoft">{quote.columns.map(({ title, price }) => `${title} ${price.at(-1)?.[1] ?? ''}`).join(', ')}</Text>
        </Box>
        <Flex gap="2" fontSize="small" flexShrink={0}>
          <TextButton onClick={() => onOpen(open === number ? undefined : number)} aria-pressed={open === number}>
            {open === number ? 'Back to draft' : 'Show'}
          </TextButton>
          <FileLink href={api.quotePdfOf(jobNumber, number)} textDecoration="underline" data-testid={`quote-pdf-${number}`}>
            PDF
          </FileLink>
        </Flex>
        <MakeLink link={{ kind: 'quote', job: jobNumber, number }} />
      </Flex>
    ))}
  </Panel>
)
