import { Text } from '@chakra-ui/react'
import { useStore } from 'zustand'
import { bookStore } from '../state/book.js'

/** Save state of the book, with the reason if entries are not saved. */
export function BookSaveMark() {
  const { state, saving, pending, problem, keeping, elsewhere } = useStore(bookStore)
  const open = Object.keys(pending).length
  const alarming = saving === 'offline' || saving === 'refused' || !keeping
  return (
    <Text
      role="status"
      fontSize="small"
      pb="2.5"
      color={alarming ? 'break' : 'inkSoft'}
      fontWeight={alarming ? 600 : 400}
      data-testid="book-state"
      data-state={saving}
    >
      {saving === 'saved'
        ? state === 'ready'
          ? elsewhere === 0
            ? 'All entries saved'
            : `Saved here. Another window on this device has ${elsewhere} unsaved ${elsewhere === 1 ? 'entry' : 'entries'}.`
          : 'Loading entries…'
        : `${open} ${open === 1 ? 'entry' : 'entries'} not saved yet. ${reason(saving, problem, keeping)}`}
    </Text>
  )
}

function reason(saving: string, problem: string, keeping: boolean): string {
  if (saving === 'refused') return problem
  const kept = keeping ? 'Kept on this device.' : 'This browser cannot keep them: leave this page open.'
  return saving === 'offline' ? `${problem} ${kept}` : kept
}
