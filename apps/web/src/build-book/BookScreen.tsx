import { Box, Flex, Text } from '@chakra-ui/react'
import { CAUTIONS, type JobContent } from '@plucky/contract'
import type { Marks, Unit } from '@plucky/core'
import { createElement, useEffect, type ReactNode } from 'react'
import { useSearchParams } from 'react-router'
import { useStore } from 'zustand'
import { bookStore, followBook, openBook, shownMarks } from '../state/book.js'
import { jobStore } from '../state/job.js'
import { answerFor } from '../state/verdicts.js'
import { viewStore } from '../state/view.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { AfterUse } from './AfterUse.js'
import { AirTests } from './AirTests.js'
import { Assembly } from './Assembly.js'
import { BookConflicts } from './BookConflicts.js'
import { BookSaveMark } from './BookSaveMark.js'
import { FirstStart } from './FirstStart.js'
import { SignOff } from './SignOff.js'
import { Teardown } from './Teardown.js'
import { UpdateList } from './UpdateList.js'

const PARTS = [
  ['updates', 'Update list'],
  ['teardown', 'Teardown'],
  ['air', 'Air tests'],
  ['assembly', 'Assembly'],
  ['start', 'First start'],
  ['sign-off', 'Sign-off'],
  ['after-use', 'After use'],
] as const

type PartId = (typeof PARTS)[number][0]

const PART_PAGES: Readonly<Record<PartId, (props: PartProps) => ReactNode>> = {
  updates: UpdateList,
  teardown: Teardown,
  air: AirTests,
  assembly: Assembly,
  start: FirstStart,
  'sign-off': SignOff,
  'after-use': AfterUse,
}

/** Cautions of each part, once where the work is. */
const PART_CAUTION: Readonly<Record<PartId, string>> = {
  updates: CAUTIONS.estimates,
  teardown: `${CAUTIONS.dust} ${CAUTIONS.springs}`,
  air: CAUTIONS.estimates,
  assembly: `${CAUTIONS.dust} ${CAUTIONS.springs}`,
  start: CAUTIONS.estimates,
  'sign-off': CAUTIONS.estimates,
  'after-use': CAUTIONS.estimates,
}

interface PartProps extends ScreenProps {
  readonly marks: Marks
}

interface ScreenProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The build book: what to update on this transmission, and what the teardown found. */
export function BookScreen({ content, unit }: ScreenProps) {
  const number = useStore(jobStore, (job) => job.number)
  const book = useStore(bookStore)
  const [params, setParams] = useSearchParams()
  const part = PARTS.find(([id]) => id === params.get('part'))?.[0] ?? 'updates'
  useEffect(() => {
    void openBook(number)
    return followBook()
  }, [number])
  const marks = shownMarks(book)
  return (
    <Box px="3.5" pb="4" maxW="1680px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answerFor(content)} />
      <Text className="only-printed" fontWeight={700}>
        {`Job ${number}: ${content.name}, ${unit.name}`}
      </Text>
      <Flex gap="2" align="end" wrap="wrap" mb="2" className="not-printed">
        <Flex gap="1" wrap="wrap" role="group" aria-label="Parts of the build book">
          {PARTS.map(([id, title]) => (
            <ToggleButton key={id} large on={id === part} onPick={() => setParams({ part: id }, { replace: true })} testId={`book-${id}`}>
              {title}
            </ToggleButton>
          ))}
        </Flex>
        <Person />
        <BookSaveMark />
      </Flex>
      {book.isSigned && part !== 'sign-off' && part !== 'after-use' && (
        <Text mb="1" role="status" fontWeight={600} color="oil" data-testid="book-signed">
          {`Book ${book.bookNumber} is signed and cannot be changed. To go on, open a new book under Sign-off.`}
        </Text>
      )}
      <BookConflicts unit={unit} />
      {book.state === 'failed' && (
        <Text color="break" mb="1" role="status">
          {`The build book could not be loaded: ${book.problem} Entries made here are kept and saved when the server answers.`}
        </Text>
      )}
      {createElement(PART_PAGES[part], { content, unit, marks })}
      <Text mt="1.5" fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
        {PART_CAUTION[part]}
      </Text>
    </Box>
  )
}

/** Name under which entries are saved. */
function Person() {
  const person = useStore(viewStore, (view) => view.person)
  return (
    <LabeledInput
      label={person.trim() === '' ? 'Your name: entries carry it' : 'Your name'}
      value={person}
      onType={(name) => viewStore.setState({ person: name })}
      testId="book-person"
    />
  )
}
