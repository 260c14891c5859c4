import { Flex, Text } from '@chakra-ui/react'
import { DELIMITER_WORDS } from '@plucky/contract'
import { ToggleButton } from './ToggleButton.js'

/** Delimiter buttons, for files whose delimiter was detected wrongly. */
export const DelimiterButtons = ({ chosen, onPick }: { chosen: string; onPick: (delimiter: string) => void }) => (
  <Flex gap="1.5" align="center" wrap="wrap" my="1" role="group" aria-label="Delimiter">
    <Text color="inkSoft">Delimiter</Text>
    {Object.entries(DELIMITER_WORDS).map(([mark, words]) => (
      <ToggleButton key={mark} on={chosen === mark} onPick={() => onPick(mark)} testId={`delimiter-${words.replace(/\s/g, '-')}`}>
        {words}
      </ToggleButton>
    ))}
  </Flex>
)
