import { Box, Heading, Text } from '@chakra-ui/react'
import { PrimaryButton } from './buttons.js'

/** A page that cannot be shown, with the reason and a way on. */
export function JobErrorScreen({ title, sentence, onRetry }: { title: string; sentence: string; onRetry: () => void }) {
  return (
    <Box p="8" maxW="640px" role="alert">
      <Heading as="h1" textStyle="page">
        {title}
      </Heading>
      <Text mt="2">{sentence} Your earlier changes are kept.</Text>
      <PrimaryButton mt="4" onClick={onRetry}>
        Try again
      </PrimaryButton>
    </Box>
  )
}
