import { Box, Grid, Heading, Stack, Text } from '@chakra-ui/react'
import { useStore } from 'zustand'
import { mayAs } from '@plucky/contract'
import { accessStore } from '../state/access.js'
import { Panel } from '../ui/panel.js'
import { ChangeLog } from './ChangeLog.js'
import { CustomerLinks } from './CustomerLinks.js'
import { OwnAccount } from './OwnAccount.js'
import { People } from './People.js'

/** The own account, people of the shop, customer links and the change log. */
export function AccessScreen() {
  const { mode, person } = useStore(accessStore)
  const isOwner = mode === 'open' || person?.role === 'owner'
  return (
    <Box px="3.5" pb="4" maxW="1280px" mx="auto">
      <Heading as="h1" textStyle="page" py="1.5">
        People & changes
      </Heading>
      <Grid templateColumns={{ base: '1fr', lg: '1fr 1fr' }} gap="3" alignItems="start">
        {person ? (
          <Stack gap="3">
            <OwnAccount person={person} />
            {mayAs(person.role, 'builder') && <CustomerLinks />}
          </Stack>
        ) : (
          <OpenShop />
        )}
        {person?.role === 'owner' && <People own={person.name} />}
        {isOwner && <ChangeLog />}
      </Grid>
    </Box>
  )
}

/** How a shop is opened to a network. */
const OpenShop = () => (
  <Panel title="Access" note="this computer only" gridColumn="1 / -1">
    <Text fontSize="small">
      This shop opens without sign-in, because it can be reached from this computer only. To open it to a network, add an owner with{' '}
      <Text as="code" fontWeight={600}>
        npx plucky people add NAME
      </Text>
      , then start it with an address and a certificate:{' '}
      <Text as="code" fontWeight={600}>
        HOST=0.0.0.0 PLUCKY_TLS_CERT=cert.pem PLUCKY_TLS_KEY=key.pem npm start
      </Text>
      . People then sign in as owner, builder or viewer.
    </Text>
  </Panel>
)
