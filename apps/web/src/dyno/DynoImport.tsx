import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import {
  CORRECTION_WORDS,
  DELIMITER_WORDS,
  LEAVE_OUT,
  type ImportQuestion,
  type DynoReading,
  type JobContent,
  type TableChoices,
  DECIMAL_MARKS,
} from '@plucky/contract'
import { isOneOf, type Correction, type Measurement } from '@plucky/core'
import { startTransition, useEffect, useState, type DragEvent, type ReactNode } from 'react'
import { ToggleButton } from '../ui/ToggleButton.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { DelimiterButtons } from '../ui/DelimiterButtons.js'
import { FilePicker } from '../ui/FilePicker.js'
import { Panel } from '../ui/panel.js'
import { dynoReader } from './reader.js'
import { DynoPreview } from './DynoPreview.js'
import { ProblemText } from '../ui/ProblemText.js'
import { messageOf } from '../state/message-of.js'

interface Read {
  readonly file: string
  readonly text: string
  readonly choices: TableChoices
  readonly reading: DynoReading
}

/** A dyno file, dropped, chosen or pasted: what was understood of it is shown, what was not is asked, and nothing is taken in before that. */
export function DynoImport({ content, onClose }: { content: JobContent; onClose: () => void }) {
  const [read, setRead] = useState<Read>()
  const [busy, setBusy] = useState('')
  const take = async (file: string, text: string, choices: TableChoices = {}) => {
    setBusy(`Reading ${file}…`)
    try {
      const reading = await dynoReader().read(text, choices)
      startTransition(() => {
        setRead({ file, text, choices, reading })
        setBusy('')
      })
    } catch (error) {
      setBusy(`${file} can’t be read: ${messageOf(error)}`)
    }
  }
  return (
    <Panel
      title="Import dyno curve"
      aside={
        <OutlineButton size="sm" onClick={onClose} data-testid="dyno-close">
          Close
        </OutlineButton>
      }
      mb="2.5"
      data-testid="dyno-in"
    >
      <Source onText={(file, text) => void take(file, text)} />
      <Text fontSize="small" role="status" minH="20px">
        {busy}
      </Text>
      {read && (
        <DynoImportForm
          key={read.file}
          read={read}
          content={content}
          onChoice={(choices) => void take(read.file, read.text, { ...read.choices, ...choices })}
          onClose={onClose}
        />
      )}
    </Panel>
  )
}

/** Drop, choose or paste. */
function Source({ onText }: { onText: (file: string, text: string) => void }) {
  const [over, setOver] = useState(false)
  const chosen = async (file: File | undefined) => file && onText(file.name, await dynoReader().decoded(await file.arrayBuffer()))
  const drop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    void chosen(event.dataTransfer.files[0])
  }
  return (
    <Flex
      gap="3"
      align="center"
      p="2"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor={over ? 'torque' : 'rule'}
      bg={over ? 'torqueWash' : 'transparent'}
      onDragOver={(event) => {
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      data-testid="dyno-drop"
    >
      <FilePicker
        accept=".csv,.txt,.tsv,.dat,.json,text/csv,text/plain"
        label="Dyno file"
        onChosen={(file) => void chosen(file)}
        testId="dyno-file"
      />
      <chakra.textarea
        aria-label="Or paste rows here"
        placeholder="Or drop a file here, or paste rows: rpm with torque or power, header optional"
        height="44px"
        minH="44px"
        fontSize="small"
        bg="paper"
        borderColor="rule"
        borderWidth="1px"
        flex="1"
        p="2"
        value=""
        onPaste={(event) => onText('Pasted text', event.clipboardData.getData('text'))}
        onChange={(event) => onText('Typed text', event.target.value)}
        data-testid="dyno-paste"
      />
    </Flex>
  )
}

interface UnderstoodProps {
  readonly read: Read
  readonly content: JobContent
  readonly onChoice: (choices: TableChoices) => void
  readonly onClose: () => void
}

/** What was recognised, what is in doubt, which rows are bad; then the curve. */
function DynoImportForm({ read, content, onChoice, onClose }: UnderstoodProps) {
  const { reading, choices, file } = read
  const { table, doubts, hints } = reading
  const [as, setAs] = useState<As>({
    at: hints.atWheels ? 'wheels' : 'flywheel',
    lossShare: null,
    correction: hints.corrected === 'older' || hints.corrected === 'j1349' ? hints.corrected : 'none',
  })
  const { at, lossShare, correction } = as
  const measured: Measurement = {
    at,
    correction,
    from: file.slice(0, 120),
    ...(at === 'wheels' && lossShare !== null ? { lossShare } : {}),
  }
  const named = Object.entries(table.columns).map(
    ([role, i]) => `${role} from “${table.heads[i] || `column ${i + 1}`}”${table.units[role] ? `, ${table.units[role]}` : ''}`,
  )
  return (
    <Box fontSize="small" lineHeight="1.4">
      {table.problems.map((p) => (
        <ProblemText key={p.code} fontWeight={600}>
          {p.sentence}
        </ProblemText>
      ))}
      {table.count > 0 && (
        <Text data-testid="dyno-understood">
          {`${file}: ${table.count} rows, delimiter ${DELIMITER_WORDS[table.delimiter] ?? table.delimiter}, decimal ${table.decimal === ',' ? 'comma' : 'point'}; ${named.join('; ') || 'no column recognised'}.`}
        </Text>
      )}
      {table.count > 0 || table.problems.some(({ code }) => code === 'no-figures') ? (
        <DelimiterButtons chosen={table.delimiter} onPick={(delimiter) => onChoice({ delimiter })} />
      ) : null}
      {doubts.map((doubt) => (
        <ImportQuestionRow key={doubt.id} doubt={doubt} onAnswer={(value) => onChoice(answered(choices, doubt.id, value))} />
      ))}
      {table.bad.length > 0 && <Bad reading={reading} />}
      {reading.remark && <Text color="break">{reading.remark}</Text>}
      {reading.sweep && (
        <DeferredRender>
          <HowMeasured measured={measured} onMeasured={(change) => setAs({ ...as, ...change })} />
        </DeferredRender>
      )}
      {reading.sweep && (
        <DeferredRender after={2}>
          <DynoPreview
            content={content}
            sweep={reading.sweep}
            measured={measured}
            onLoss={(lossShare) => setAs({ ...as, lossShare })}
            onClose={onClose}
          />
        </DeferredRender>
      )}
    </Box>
  )
}

/** Where and how a file's figures were taken, as it is being said. */
interface As {
  readonly at: Measurement['at']
  readonly lossShare: number | null
  readonly correction: Correction
}

/** Follows in a task of its own, so that much that comes at once does not hold the page up. */
function DeferredRender({ after = 1, children }: { after?: number; children: ReactNode }) {
  const [left, setLeft] = useState(after)
  useEffect(() => {
    if (left === 0) return undefined
    const timer = setTimeout(() => startTransition(() => setLeft(left - 1)))
    return () => clearTimeout(timer)
  }, [left])
  return left === 0 ? children : null
}

/** Where the figures were taken, and how they were corrected. */
function HowMeasured({ measured: { at, correction }, onMeasured }: { measured: Measurement; onMeasured: (change: Partial<As>) => void }) {
  return (
    <Flex gap="1.5" align="center" wrap="wrap" mt="1">
      <Text color="inkSoft">Measured at</Text>
      <ToggleButton on={at === 'flywheel'} onPick={() => onMeasured({ at: 'flywheel' })}>
        flywheel
      </ToggleButton>
      <ToggleButton on={at === 'wheels'} onPick={() => onMeasured({ at: 'wheels' })} testId="dyno-wheels">
        wheels
      </ToggleButton>
      <Text color="inkSoft" ml="2">
        Correction
      </Text>
      {(['none', 'j1349', 'older'] as const).map((each) => (
        <ToggleButton key={each} on={correction === each} onPick={() => onMeasured({ correction: each })} testId={`dyno-${each}`}>
          {CORRECTION_WORDS[each]}
        </ToggleButton>
      ))}
    </Flex>
  )
}

/** A doubt, with its answers as they can be. */
function ImportQuestionRow({ doubt, onAnswer }: { doubt: ImportQuestion; onAnswer: (value: string) => void }) {
  return (
    <Flex gap="1.5" align="center" wrap="wrap" my="1" role="group" aria-label={doubt.question} data-testid={`doubt-${doubt.id}`}>
      <Text fontWeight={600}>{doubt.question}</Text>
      {doubt.answers.map(({ value, words }) => (
        <ToggleButton key={value} on={false} onPick={() => onAnswer(value)} testId={`answer-${value}`}>
          {words}
        </ToggleButton>
      ))}
    </Flex>
  )
}

/** What a doubt's answer says about the table. */
function answered(choices: TableChoices, id: string, value: string): TableChoices {
  const [kind, role = ''] = id.split(':')
  if (id === LEAVE_OUT) return { leaveOut: true }
  if (kind === 'decimal' && isOneOf(DECIMAL_MARKS, value)) return { decimal: value }
  if (kind === 'column') return { columns: { ...choices.columns, [role]: Number(value) } }
  return { units: { ...choices.units, [role]: value } }
}

const SHOWN = 6

/** The rows that can't be read, each by its line. */
function Bad({ reading }: { reading: DynoReading }) {
  const [all, setAll] = useState(false)
  const { bad } = reading.table
  const shown = all ? bad.slice(0, 200) : bad.slice(0, SHOWN)
  return (
    <Box data-testid="dyno-bad" color="break" maxH="150px" overflowY="auto" tabIndex={0} role="group" aria-label="Unreadable rows">
      {shown.map(({ line, sentence }) => (
        <Text key={line}>{sentence}</Text>
      ))}
      {bad.length > shown.length && <TextButton onClick={() => setAll(true)}>{`and ${bad.length - shown.length} more`}</TextButton>}
    </Box>
  )
}
