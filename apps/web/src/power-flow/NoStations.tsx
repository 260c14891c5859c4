import { Box, Heading, Text } from '@chakra-ui/react'
import type { Unit } from '@plucky/core'
import { Link } from 'react-router'
import { OutlineButton } from '../ui/buttons.js'

/** A unit that has a gear train and no stations yet: there is no line to walk. */
export function NoStations({ unit }: { unit: Unit }) {
  return (
    <Box p="8" maxW="640px">
      <Heading as="h1" textStyle="page">
        {`${unit.name} has no stations yet.`}
      </Heading>
      <Text mt="2" mb="4">
        Parts are chosen at stations, front to rear. Create the stations from the gear train first. Your job data is kept meanwhile.
      </Text>
      <OutlineButton asChild minH="44px">
        <Link to={`/transmissions/${unit.id}/edit`}>Create stations</Link>
      </OutlineButton>
    </Box>
  )
}
