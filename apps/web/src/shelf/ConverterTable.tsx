import { RuledTable } from '../ui/RuledTable.js'
import { Box, Flex, Text, Textarea } from '@chakra-ui/react'
import {
  type ConverterReading,
  figure,
  readConverterTable,
  shownFigure,
  type TableChoices,
  writeConverterTable,
  shownUnit,
  DECIMAL_MARKS,
} from '@plucky/contract'
import { isOneOf, type TableRow } from '@plucky/core'
import { useState } from 'react'
import { ToggleButton } from '../ui/ToggleButton.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import type { ItemDraft } from './draft-item.js'
import { TableHead } from '../ui/TableHead.js'
import { ProblemText } from '../ui/ProblemText.js'

/** A converter's own measured table: pasted or brought as a file, asked about where it does not say enough, refused whole where a row can't be. */
export function ConverterTable({ draft }: { draft: ItemDraft }) {
  // Only the table reader writes this field.
  const held = (draft.item['geometry'] as { table?: readonly TableRow[] } | undefined)?.table
  const { text, setText, reading, read } = useTableText((rows) => draft.set('geometry.table', rows))
  return (
    <Box mt="2" borderTopWidth="1px" borderColor="rule" pt="1" data-testid="converter-table">
      <Flex gap="2.5" align="center" wrap="wrap">
        <Text textStyle="caption">Measured converter table</Text>
        <File onText={read} />
        {held && <TextButton onClick={() => draft.set('geometry.table', undefined)}>Remove</TextButton>}
        {held && <TextButton onClick={() => setText(writeConverterTable(held))}>Edit</TextButton>}
      </Flex>
      {(!held || text !== undefined) && <Rowed text={text} onText={setText} onRead={read} />}
      {reading && <Asked reading={reading} onChoice={(choices) => read(text ?? '', choices)} />}
      {[...(reading?.problems ?? []), ...draft.problems.filter(({ path }) => path.startsWith('geometry.table'))].map(
        ({ code, path, sentence }) => (
          <ProblemText key={code + path}>{sentence}</ProblemText>
        ),
      )}
      {held && text === undefined && <Rows rows={held} />}
    </Box>
  )
}

/** What is being pasted or corrected, and what was understood of it; rows that are good go on. */
function useTableText(onRows: (rows: readonly TableRow[]) => void) {
  const [text, setText] = useState<string>()
  const [reading, setReading] = useState<ConverterReading>()
  const read = (next: string, choices: TableChoices = {}) => {
    const found = readConverterTable(next, choices)
    if (found.rows) onRows(found.rows)
    setText(found.rows ? undefined : next)
    setReading(found.rows ? undefined : found)
  }
  return { text, setText, reading, read }
}

interface RowedProps {
  readonly text: string | undefined
  readonly onText: (text: string) => void
  readonly onRead: (text: string) => void
}

/** The rows as text: read when they are pasted, or when the field is left. */
const Rowed = ({ text, onText, onRead }: RowedProps) => (
  <Textarea
    aria-label="Rows of the table: speed ratio, torque ratio, K-factor"
    placeholder="or paste rows: SR, TR, K (rpm/√lb-ft)"
    fontFamily="figures"
    fontSize="body"
    bg="paper"
    borderColor="rule"
    borderRadius="1px"
    mt="1"
    rows={text === undefined ? 2 : 8}
    value={text ?? ''}
    onChange={(event) => onText(event.target.value)}
    onPaste={(event) => {
      if (text) return
      event.preventDefault()
      onRead(event.clipboardData.getData('text'))
    }}
    onBlur={(event) => event.target.value.trim() !== '' && onRead(event.target.value)}
    data-testid="table-text"
  />
)

/** What the rows do not say. */
function Asked({ reading: { table, doubts }, onChoice }: { reading: ConverterReading; onChoice: (choices: TableChoices) => void }) {
  const choose = (id: string, value: string) => {
    const [kind, role = ''] = id.split(':')
    if (kind === 'decimal' && isOneOf(DECIMAL_MARKS, value)) return onChoice({ decimal: value })
    return onChoice(
      kind === 'unit' ? { units: { ...table.units, [role]: value } } : { columns: { ...table.columns, [role]: Number(value) } },
    )
  }
  return doubts.map(({ id, question, answers }) => (
    <Flex key={id} gap="1.5" align="center" wrap="wrap" my="1" role="group" aria-label={question}>
      <Text fontSize="small" fontWeight={600}>
        {question}
      </Text>
      {answers.map(({ value, words }) => (
        <ToggleButton key={value} on={false} onPick={() => choose(id, value)} testId={`answer-${value}`}>
          {words}
        </ToggleButton>
      ))}
    </Flex>
  ))
}

function File({ onText }: { onText: (text: string) => void }) {
  const [round, setRound] = useState(0)
  return (
    <OutlineButton asChild minH="36px" height="36px" size="sm" cursor="pointer">
      <label>
        Import file…
        <input
          key={round}
          type="file"
          accept=".csv,.txt,text/csv"
          className="sr-only"
          style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
          onChange={(event) => {
            setRound(round + 1)
            void event.target.files?.[0]?.text().then(onText)
          }}
          data-testid="converter-file"
        />
      </label>
    </OutlineButton>
  )
}

const Rows = ({ rows }: { rows: readonly TableRow[] }) => (
  <RuledTable look="numbers" width="auto">
    <TableHead words={['speed ratio', 'torque ratio', `K, ${shownUnit('rpm/√lb-ft')}`, 'efficiency, %']} />
    <tbody>
      {rows.map(({ speedRatio, torqueRatio, kFactorRadPerSPerRootNm }, i) => (
        <tr key={i}>
          <td>{figure(speedRatio, 3)}</td>
          <td>{figure(torqueRatio, 3)}</td>
          <td>{shownFigure(kFactorRadPerSPerRootNm, 'rpm/√lb-ft', 1)}</td>
          <td>{figure(100 * speedRatio * torqueRatio, 1)}</td>
        </tr>
      ))}
    </tbody>
  </RuledTable>
)
