import { Box, Flex, Text } from '@chakra-ui/react'
import { changesCsv, changeWords, type ChangeEntry, type ChangePage } from '@plucky/contract'
import { useEffect, useState } from 'react'
import { api } from '../state/api.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { saveBlob } from '../ui/save-file.js'
import { useSending } from './use-sending.js'

const SEARCH_AFTER_MS = 250

/** Entries of the change log that have a text, page by page. */
function useChanges(search: string) {
  const [pages, setPages] = useState<readonly ChangePage[]>([])
  const { problem, send } = useSending()
  useEffect(() => {
    const timer = setTimeout(
      () =>
        void send(
          () => api.changes(search, null),
          (page) => setPages([page]),
        ),
      SEARCH_AFTER_MS,
    )
    return () => clearTimeout(timer)
    // Only the search starts a new request.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [search])
  const next = pages.at(-1)?.next ?? null
  const more =
    next === null
      ? undefined
      : () =>
          void send(
            () => api.changes(search, next),
            (page) => setPages([...pages, page]),
          )
  const saveAll = () =>
    void send(
      () => allChanges(search),
      (all) => saveBlob('changes.csv', new Blob([changesCsv(all)], { type: 'text/csv' })),
    )
  return { entries: pages.flatMap((page) => page.entries), loaded: pages.length > 0, more, saveAll, problem }
}

/** The change log: who changed what and when, from what to what. */
export function ChangeLog() {
  const [search, setSearch] = useState('')
  const { entries, loaded, more, saveAll, problem } = useChanges(search)
  return (
    <Panel title="Change log" note="only added to; latest first" gridColumn="1 / -1" data-testid="change-log">
      <Flex gap="3" align="end" mb="1.5" wrap="wrap">
        <LabeledInput label="Search person, object or field" value={search} onType={setSearch} width="260px" testId="change-search" />
        <OutlineButton disabled={entries.length === 0} onClick={saveAll}>
          Download as CSV
        </OutlineButton>
      </Flex>
      <ProblemText>{problem}</ProblemText>
      <Entries entries={entries} />
      {loaded && entries.length === 0 && (
        <Text fontSize="small" color="inkSoft" py="1">
          {search.trim() ? 'No change has this text.' : 'No changes yet.'}
        </Text>
      )}
      {more && (
        <TextButton mt="1" onClick={more}>
          Earlier changes
        </TextButton>
      )}
    </Panel>
  )
}

const Entries = ({ entries }: { entries: readonly ChangeEntry[] }) => (
  <Box overflowX="auto">
    <RuledTable look="list">
      <thead>
        <tr>
          <th>When</th>
          <th>Who</th>
          <th>What</th>
          <th>Field</th>
          <th>Before</th>
          <th>After</th>
        </tr>
      </thead>
      <tbody>
        {entries.map((entry) => (
          <Entry key={entry.id} entry={entry} />
        ))}
      </tbody>
    </RuledTable>
  </Box>
)

/** All changes with a text, for the file. */
async function allChanges(search: string): Promise<ChangeEntry[]> {
  const all: ChangeEntry[] = []
  let before: number | null = null
  do {
    const page: ChangePage = await api.changes(search, before)
    all.push(...page.entries)
    before = page.next
  } while (before !== null)
  return all
}

/** Fields of an entry that are shown before "more". */
const SHOWN = 3

function Entry({ entry }: { entry: ChangeEntry }) {
  const [open, setOpen] = useState(false)
  const { when, who, what, fields } = changeWords(entry)
  const shown = open ? fields : fields.slice(0, SHOWN)
  const more = fields.length - shown.length
  return (
    <>
      {(shown.length > 0 ? shown : [{ path: '', before: '', after: '' }]).map(({ path, before, after }, i) => (
        <tr key={path}>
          <td className="soft" style={{ whiteSpace: 'nowrap' }}>
            {i === 0 ? when : ''}
          </td>
          <td className="strong">{i === 0 ? who : ''}</td>
          <td>{i === 0 ? what : ''}</td>
          <td>{path}</td>
          <td className="soft">{before}</td>
          <td>
            {after}
            {i === shown.length - 1 && more > 0 && <TextButton onClick={() => setOpen(true)}>{`${more} more`}</TextButton>}
          </td>
        </tr>
      ))}
    </>
  )
}
