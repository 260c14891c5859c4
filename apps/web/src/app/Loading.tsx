import { Text } from '@chakra-ui/react'

/** Said while something is fetched. */
export const Loading = ({ words }: { words: string }) => (
  <Text p="24px" color="inkSoft" role="status">
    {words}
  </Text>
)
