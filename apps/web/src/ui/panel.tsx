import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'

interface PanelProps {
  readonly title: string
  readonly note?: string
  readonly aside?: ReactNode
  readonly children: ReactNode
  readonly [key: string]: unknown
}

/** A ruled part of the sheet with its caption. */
export function Panel({ title, note, aside, children, ...rest }: PanelProps) {
  return (
    <Box as="section" bg="sheet" borderWidth="1px" borderColor="rule" px="12px" pt="5px" pb="7px" minW="0" {...rest}>
      <Flex align="baseline" justify="space-between" gap="2px 12px" mb="2px" wrap="wrap">
        <Heading as="h2" fontSize="15px" fontWeight={600} letterSpacing="0.05em" lineHeight="1.4">
          {title}
          {note && (
            <Text as="span" fontFamily="body" fontWeight={400} letterSpacing="0" fontSize="13.5px" color="inkSoft" ml="10px">
              {note}
            </Text>
          )}
        </Heading>
        {aside}
      </Flex>
      {children}
    </Box>
  )
}
