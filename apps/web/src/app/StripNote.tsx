import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** Warning below the title strip. */
export const StripNote = ({ testId, children }: { testId: string; children: ReactNode }) => (
  <Box
    role="status"
    px="3.5"
    py="1.5"
    fontSize="small"
    lineHeight="1.3"
    fontWeight={600}
    color="break"
    borderTopWidth="1px"
    borderColor="ruleSoft"
    data-testid={testId}
  >
    {children}
  </Box>
)
