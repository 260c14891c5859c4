import { Box, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** A ruled part of the sheet with its caption. */
export function Panel({
  title,
  aside,
  children,
  ...rest
}: {
  title: string
  aside?: ReactNode
  children: ReactNode
  [key: string]: unknown
}) {
  return (
    <Box as="section" bg="sheet" borderWidth="1px" borderColor="rule" px="12px" pt="6px" pb="8px" minW="0" {...rest}>
      <Flex align="baseline" justify="space-between" gap="12px" mb="2px">
        <Heading as="h2" fontSize="15px" fontWeight={600} letterSpacing="0.05em" lineHeight="1.4">
          {title}
        </Heading>
        {aside}
      </Flex>
      {children}
    </Box>
  )
}
