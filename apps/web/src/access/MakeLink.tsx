import { Box, Flex, Input, Text } from '@chakra-ui/react'
import type { NewCustomerLink, NewLinkDto } from '@plucky/contract'
import { useState } from 'react'
import { useStore } from 'zustand'
import { accessStore } from '../state/access.js'
import { api } from '../state/api.js'
import { OutlineButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'
import { useMay } from './use-may.js'
import { useSending } from './use-sending.js'

/** How long a link is valid, days. */
const DAYS = 14

/** Makes a customer link to a document as it is now. Only in a shop that is opened to a network. */
export function MakeLink({ link }: { link: Omit<NewLinkDto, 'days'> }) {
  const mayMake = useMay('builder')
  const inUse = useStore(accessStore, ({ mode }) => mode === 'accounts') && mayMake
  const [made, setMade] = useState<NewCustomerLink>()
  const { problem, send, busy } = useSending()
  if (!inUse) return null
  return (
    <Box flexBasis={made ? '100%' : 'auto'}>
      <OutlineButton disabled={busy} onClick={() => void send(() => api.addLink({ ...link, days: DAYS }), setMade)} data-testid="make-link">
        Link for the customer
      </OutlineButton>
      <ProblemText>{problem}</ProblemText>
      {made && (
        <Flex direction="column" gap="1" mt="1.5" maxW="640px">
          <Input
            readOnly
            size="sm"
            value={location.origin + made.path}
            onFocus={(event) => event.target.select()}
            aria-label="Address of the link"
            data-testid="link-address"
          />
          <Text textStyle="note" color="inkSoft">
            {`Copy it now; it is not shown again. It shows this document as it is now, until ${new Date(made.endsAt).toLocaleDateString()}.`}
          </Text>
        </Flex>
      )}
    </Box>
  )
}
