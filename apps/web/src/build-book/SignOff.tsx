import { Box, Flex, Text } from '@chakra-ui/react'
import { bookDocument, unitChoiceText, type BookLine, type BookSection, type JobContent } from '@plucky/contract'
import type { Marks, Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { bookStore, openNewBook, signBook } from '../state/book.js'
import { useFetched } from '../state/queries.js'
import { shownStore } from '../state/shown.js'
import { fileOf } from '../state/verdicts.js'
import { useStandards } from '../standards/use-standards.js'
import { OutlineButton, PrimaryButton } from '../ui/buttons.js'
import { FileLink } from '../ui/FileLink.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'

interface SignProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** Sign-off: what is open first, then the whole book in words, and the books that are signed. */
export function SignOff({ content, marks }: SignProps) {
  const { number: jobNumber, bookNumber: number } = useStore(bookStore)
  const { standards } = useStandards()
  const book = useMemo(() => {
    const file = fileOf(content)
    return file && bookDocument({ file, marks, standards, jobNumber, number })
  }, [content, marks, standards, jobNumber, number])
  if (!book) return null
  const open = book.open.reduce((sum, { lines }) => sum + lines.length, 0)
  return (
    <>
      <Panel
        title="Signature"
        note={open === 0 ? 'nothing is open' : `${open} entries are open; they are listed first in the signed book`}
        mb="2"
      >
        <Signature jobNumber={jobNumber} />
      </Panel>
      {book.open.length > 0 && (
        <Panel title="Open" mb="2">
          {book.open.map((section) => (
            <Section key={section.title} section={section} />
          ))}
        </Panel>
      )}
      <Panel title="Entries" note={book.title}>
        {book.sections.map((section) => (
          <Section key={section.title} section={section} />
        ))}
      </Panel>
    </>
  )
}

/** Button to sign or to open the next book, and the signed books with their files. */
function Signature({ jobNumber }: { readonly jobNumber: number }) {
  const { isSigned, bookNumber } = useStore(bookStore)
  const units = useStore(shownStore, (shown) => unitChoiceText(shown.units))
  const [problem, setProblem] = useState<string>()
  const { data: signed = [], refetch } = useFetched(['jobs', jobNumber, 'signed books', bookNumber, isSigned], () =>
    api.signedBooks(jobNumber),
  )
  const act = async (work: () => Promise<string | undefined>) => {
    setProblem(await work())
    await refetch()
  }
  return (
    <Box>
      <Flex gap="2" align="center" wrap="wrap" className="not-printed">
        {isSigned ? (
          <OutlineButton onClick={() => void act(openNewBook)} data-testid="open-book">
            {`Open book ${bookNumber + 1} to change it`}
          </OutlineButton>
        ) : (
          <PrimaryButton onClick={() => void act(() => signBook(units))} data-testid="sign-book">
            {`Sign book ${bookNumber}`}
          </PrimaryButton>
        )}
        <Text fontSize="small" color="inkSoft">
          {isSigned
            ? 'This book is signed and cannot be changed.'
            : 'A signed book cannot be changed. A later change needs a new book, which says what changed.'}
        </Text>
      </Flex>
      {problem !== undefined && <ProblemText>{problem}</ProblemText>}
      {signed.map(({ number, by, at }) => (
        <Flex key={number} gap="3" align="baseline" mt="1" wrap="wrap" data-testid={`signed-${number}`}>
          <Text>{`Book ${number}: signed by ${by}, ${new Date(at).toLocaleString()}`}</Text>
          <FileLink href={api.bookPdfOf(jobNumber, number)}>Build book, PDF</FileLink>
          <FileLink href={api.cardPdfOf(jobNumber, number)}>Customer card, PDF</FileLink>
        </Flex>
      ))}
    </Box>
  )
}

function Section({ section }: { readonly section: BookSection }) {
  return (
    <Box mb="2">
      <Text as="h3" fontWeight={600} mt="1">
        {section.title}
      </Text>
      <RuledTable look="list" fontSize="small">
        <TableHead words={['Entry', 'Result', 'By']} />
        <tbody>
          {section.lines.map((line, i) => (
            <Line key={i} line={line} />
          ))}
        </tbody>
      </RuledTable>
    </Box>
  )
}

const Line = ({ line: { name, value, by } }: { readonly line: BookLine }) => (
  <tr>
    <td style={{ width: '45%' }}>{name}</td>
    <td>{value}</td>
    <td className="soft">{by}</td>
  </tr>
)
