import { Box, Flex, Text } from '@chakra-ui/react'
import { sheetOf, sheetRevision, unitChoiceText, type JobContent, type Sheet } from '@plucky/contract'
import { Printer } from 'lucide-react'
import { memo, useEffect, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { jobStore, loadRevisions } from '../state/job.js'
import { shownStore } from '../state/shown.js'
import { fileOf } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { MakeLink } from '../access/MakeLink.js'
import { FileLink } from '../ui/FileLink.js'
import { SheetPage } from './SheetPage.js'
import { TextLink } from '../ui/TextLink.js'

/** The build sheet, as it is printed: of the job as it is, or of a named state of it. */
export const SheetScreen = memo(function SheetScreen({ content }: { content: JobContent }) {
  const { number, revisions, saving } = useStore(jobStore)
  const [query] = useSearchParams()
  const wanted = query.get('revision')
  const [problem, setProblem] = useState('')
  useEffect(() => {
    if (revisions === undefined) void loadRevisions().catch((error: Error) => setProblem(error.message))
  }, [revisions, number])
  const sheet = useMemo((): Sheet | undefined => {
    const named = wanted === null ? undefined : revisions?.find((r) => String(r.number) === wanted)
    const file = wanted === null ? fileOf(content) : named?.file
    return file && revisions ? sheetOf(file, { number, revision: sheetRevision(file, revisions, named) }) : undefined
  }, [content, revisions, wanted, number])
  const unknown = wanted !== null && revisions !== undefined && !sheet
  return (
    <Box px="3.5" pb="6" maxW="1060px" mx="auto">
      <Flex className="not-printed" py="2" gap="2.5" align="center" wrap="wrap">
        <OutlineButton onClick={() => print()} disabled={!sheet}>
          <Printer size={18} /> Print
        </OutlineButton>
        {!unknown && <File href={api.sheetOf(number, wanted, unitChoiceText(shownStore.getState().units))} word="PDF" testId="sheet-pdf" />}
        {!unknown && (
          <File href={api.sheetTableOf(number, wanted, unitChoiceText(shownStore.getState().units))} word="Sheet, CSV" testId="sheet-csv" />
        )}
        {!unknown && <File href={api.partsListOf(number, wanted)} word="Parts list, CSV" testId="parts-csv" />}
        {!unknown && (
          <MakeLink
            key={wanted ?? ''}
            link={{
              kind: 'build-sheet',
              job: number,
              units: unitChoiceText(shownStore.getState().units),
              ...(wanted === null ? {} : { number: Number(wanted) }),
            }}
          />
        )}
        <Text fontSize="small" color={saving === 'saved' ? 'inkSoft' : 'break'} role="status">
          {sheet &&
            (saving === 'saved'
              ? 'PDF, sheet table and parts list use the saved job.'
              : 'Some changes are not saved yet. PDF, sheet table and parts list show the last saved version.')}
        </Text>
      </Flex>
      {problem && <Text color="break">{problem}</Text>}
      {unknown && (
        <Text role="alert">
          {`This job has no revision ${wanted}. `}
          <TextLink to={`/jobs/${number}/build-sheet`}>Show the current build sheet</TextLink>
        </Text>
      )}
      {sheet && <SheetPage sheet={sheet} />}
    </Box>
  )
})

function File({ href, word, testId }: { href: string; word: string; testId: string }) {
  return (
    <OutlineButton asChild>
      <FileLink href={href} data-testid={testId}>
        {word}
      </FileLink>
    </OutlineButton>
  )
}
