import { Text } from '@chakra-ui/react'

/** Message shown while a page loads. */
export const Loading = ({ words }: { words: string }) => (
  <Text p="6" color="inkSoft" role="status">
    {words}
  </Text>
)
