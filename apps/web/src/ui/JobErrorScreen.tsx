import { Box, Heading, Text } from '@chakra-ui/react'
import { PrimaryButton } from './buttons.js'

/** A page that cannot be shown, with the reason and a way on. */
export function JobErrorScreen({ title, sentence, onRetry }: { title: string; sentence: string; onRetry: () => void }) {
  return (
    <Box p="32px" maxW="640px" role="alert">
      <Heading as="h1" fontSize="28px">
        {title}
      </Heading>
      <Text mt="8px">{sentence} Your earlier changes are kept.</Text>
      <PrimaryButton mt="16px" onClick={onRetry}>
        Try again
      </PrimaryButton>
    </Box>
  )
}
