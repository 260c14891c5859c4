import { Flex, Text } from '@chakra-ui/react'
import { useStore } from 'zustand'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { useJobAction } from './job-queries.js'
import { doneStore, tellDone } from './undo.js'

/** Shows the last action on the list with an Undo button, until closed or replaced by the next action. */
export function UndoBar() {
  const done = useStore(doneStore, (state) => state.done)
  const undo = useJobAction(
    () => done?.undo() ?? Promise.resolve(),
    () => tellDone(undefined),
  )
  return (
    <Flex role="status" position="fixed" bottom="14px" left="50%" transform="translateX(-50%)" zIndex={30}>
      {done && (
        <Flex
          bg="sheet"
          borderWidth="2px"
          borderColor="ink"
          px="14px"
          py="6px"
          gap="12px"
          align="center"
          boxShadow="lg"
          data-testid="undo-bar"
        >
          <Text>{undo.isError ? `${done.words} Undo failed: ${undo.error.message}` : done.words}</Text>
          <OutlineButton onClick={() => undo.mutate(undefined)} data-testid="undo-done">
            Undo
          </OutlineButton>
          <TextButton onClick={() => tellDone(undefined)}>Close</TextButton>
        </Flex>
      )}
    </Flex>
  )
}
