import { Box, Flex, Text } from '@chakra-ui/react'
import { markNameWords, markValueWords } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { useStore } from 'zustand'
import { bookStore, settleConflict } from '../state/book.js'
import { OutlineButton } from '../ui/buttons.js'

/** Fields that two people changed at once, with both values. */
export function BookConflicts({ unit }: { unit: Unit }) {
  const { conflicts } = useStore(bookStore)
  const entries = Object.entries(conflicts)
  if (entries.length === 0) return null
  return (
    <Box role="alert" borderWidth="1px" borderColor="break" bg="sheet" px="3" py="1.5" mb="2">
      <Text fontWeight={600}>Changed by two people at once. Choose which value stays.</Text>
      {entries.map(([name, { mine, theirs }]) => (
        <Flex key={name} gap="2" align="center" wrap="wrap" mt="1" data-testid="book-conflict">
          <Text flex="1" minW="240px">
            {`${markNameWords(unit, name)}: here “${markValueWords(name, mine)}”, ${theirs.by} saved “${markValueWords(name, theirs.value)}”.`}
          </Text>
          <OutlineButton onClick={() => settleConflict(name, 'mine')}>Use mine</OutlineButton>
          <OutlineButton onClick={() => settleConflict(name, 'theirs')}>{`Keep ${theirs.by}’s`}</OutlineButton>
        </Flex>
      ))}
    </Box>
  )
}
