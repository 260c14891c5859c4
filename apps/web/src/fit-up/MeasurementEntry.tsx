import { memberAt } from '@plucky/core'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { boundsWords, fitLength, fitSentence, fitTitle, shownUnit, TOOL_WORDS, toShown } from '@plucky/contract'
import { type FitEntry, practiceReading, RESOLUTION_M, seeded, type ToolId, type Unit } from '@plucky/core'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { useStore } from 'zustand'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { toolAt } from './EntryCard.js'
import { clearFigures, figuresOf, hasFigure, isMeasured, neighbour, readFigure, takeFigure } from './readings.js'
import { choose, fitStore } from './store.js'
import { verdictColour } from './verdict-marks.js'
import { ProblemText } from '../ui/ProblemText.js'

interface BarProps {
  readonly entries: readonly FitEntry[]
  readonly entry: FitEntry
  readonly unit: Unit
}

/** A key of the stand-in, ms: about as fast as such tools type. */
const KEY_MS = 18

/** Entry of measurements one after the other, by keyboard alone: see the line of help under the field. */
export function MeasurementEntry({ entries, entry, unit }: BarProps) {
  const tool = toolAt(
    entry,
    useStore(fitStore, ({ tools }) => tools),
  )
  const { field, typed, setTyped, refused, before, commit, onKeyDown } = useMeasuring(entries, entry, tool)
  return (
    <Box borderWidth="3px" borderColor="oil" bg="oilWash" p="8px 10px" mb="2" data-testid="calliper">
      <Flex justify="space-between" align="baseline" gap="2.5">
        <Text fontFamily="heading" fontSize="small" fontWeight={700} letterSpacing="0.08em" color="oil">
          ENTERING MEASUREMENTS
        </Text>
        <TextButton height="22px" onClick={() => fitStore.setState({ calliper: false })} data-testid="calliper-end">
          Done (Esc)
        </TextButton>
      </Flex>
      <Requested entry={entry} unit={unit} tool={tool} />
      <Flex gap="2" align="center" mt="1">
        <Input
          id="calliper-field"
          ref={field}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={onKeyDown}
          inputMode="decimal"
          autoComplete="off"
          height="48px"
          fontFamily="figures"
          fontSize="page"
          bg="paper"
          borderColor="ink"
          borderRadius="1px"
          px="2.5"
          aria-invalid={refused !== ''}
          data-testid="calliper-field"
        />
        <Text fontSize="lead" width="52px">
          {entry.kind === 'spline' ? 'teeth' : shownUnit('in')}
        </Text>
        <SimulatedCaliper entry={entry} type={setTyped} commit={commit} />
      </Flex>
      {refused && (
        <ProblemText fontWeight={600} mt="0.5">
          {refused}
        </ProblemText>
      )}
      <LastReading entry={before} unit={unit} />
    </Box>
  )
}

/** State of the entry field: typed text, reason of a refusal, and the keys that save a reading or move to another entry. */
function useMeasuring(entries: readonly FitEntry[], entry: FitEntry, tool: ToolId) {
  const field = useRef<HTMLInputElement>(null)
  const [typed, setTyped] = useState('')
  const [refused, setRefused] = useState('')
  const [last, setLast] = useState<string | null>(null)
  useEffect(() => void field.current?.focus(), [entry.id])
  const clear = () => {
    setTyped('')
    setRefused('')
  }
  const go = (by: 1 | -1) => {
    clear()
    choose(neighbour(entries, entry.id, by))
  }
  /** A refused reading stays in the field, selected, so that the next key replaces it. */
  const refuse = (why: string) => {
    setRefused(why)
    field.current?.select()
  }
  const commit = (text: string) => {
    if (text.trim() === '') return go(1)
    const figure = readFigure(text, entry.kind === 'spline' ? undefined : 'in')
    if (typeof figure !== 'number') return refuse(notRead(text, entry))
    const taken = takeFigure(entry, tool, figure)
    if ('refused' in taken) return refuse(taken.refused)
    clear()
    setLast(entry.id)
    if (taken.whole) choose(neighbour(entries, entry.id, 1))
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const keys: Record<string, () => void> = {
      Enter: () => commit(typed),
      ArrowDown: () => go(1),
      ArrowUp: () => go(-1),
      Escape: () => fitStore.setState({ calliper: false }),
    }
    if (event.key === 'Backspace' && typed === '' && hasFigure(entry)) return clearFigures(entry.key)
    const key = keys[event.key]
    if (!key) return
    event.preventDefault()
    key()
  }
  return { field, typed, setTyped, refused, commit, onKeyDown, before: entries.find(({ id }) => id === last) }
}

interface EntryProps {
  readonly entry: FitEntry
  readonly unit: Unit
}

/** The measurement asked for, its limits and the tool. */
function Requested({ entry, unit, tool }: EntryProps & { readonly tool: ToolId }) {
  return (
    <>
      <Text
        as="label"
        display="block"
        fontFamily="heading"
        fontSize="lead"
        fontWeight={600}
        lineHeight="1.2"
        {...{ htmlFor: 'calliper-field' }}
        data-testid="calliper-asks"
      >
        {fitTitle(entry, unit)}
        {angle(entry)}
      </Text>
      <Text fontSize="note" color="inkSoft">
        {expected(entry)}
        {`, ${TOOL_WORDS[tool]}`}
      </Text>
    </>
  )
}

/** The result of the last reading, or how to enter one. */
function LastReading({ entry, unit }: Omit<EntryProps, 'entry'> & { readonly entry: FitEntry | undefined }) {
  return (
    <Text
      fontSize="note"
      mt="1"
      minH="20px"
      color={entry ? verdictColour(entry.verdict.word) : 'inkSoft'}
      aria-live="polite"
      data-testid="calliper-last"
    >
      {entry
        ? `${fitTitle(entry, unit)}: ${fitSentence(entry, unit)}`
        : 'Type a number and press Enter. Enter alone skips. Up and Down arrows move. Backspace clears the reading.'}
    </Text>
  )
}

const notRead = (text: string, entry: FitEntry) =>
  entry.kind === 'spline'
    ? `“${text}” is not a tooth count. Enter a whole number.`
    : `“${text}” is not a number. Enter a number; add “in” or “mm” to use the other unit.`

function angle(entry: FitEntry): string {
  if (figuresOf(entry) < 2) return ''
  const had = entry.reading?.values.length ?? 0
  return had % 2 === 1 ? ', second reading at 90°' : ', first reading'
}

function expected(entry: FitEntry): string {
  if (entry.kind === 'spline') return `nominal ${entry.shaft.teeth} teeth`
  if (entry.kind === 'pattern') return ''
  const sheet = entry.specifiedM === null ? '' : `nominal ${fitLength(entry, entry.specifiedM)}`
  return [sheet, entry.bounds ? boundsWords(entry) : ''].filter(Boolean).join(', ') || 'no nominal yet'
}

/** The calliper that types, for those who have none at hand: it types as one does, a key after the other and Enter. */
function SimulatedCaliper({ entry, type, commit }: { entry: FitEntry; type: (text: string) => void; commit: (text: string) => void }) {
  const tool = toolAt(
    entry,
    useStore(fitStore, ({ tools }) => tools),
  )
  const texts = isMeasured(entry) ? standInTexts(entry, tool) : undefined
  const send = async (text: string) => {
    for (let keys = 1; keys <= text.length; keys++) {
      type(text.slice(0, keys))
      await new Promise((resolve) => setTimeout(resolve, KEY_MS))
    }
    commit(text)
  }
  if (!texts) return null
  return (
    <OutlineButton
      size="sm"
      onClick={() => void send(memberAt(texts, (entry.reading?.values.length ?? 0) % texts.length))}
      data-testid="stand-in"
    >
      Simulate reading
    </OutlineButton>
  )
}

/** What the stand-in would type at an entry: as many digits as its tool tells. */
function standInTexts(entry: FitEntry, tool: ReturnType<typeof toolAt>): string[] | undefined {
  if (entry.kind === 'spline') return [String(entry.shaft.teeth)]
  if (entry.kind === 'pattern') return undefined
  const seed = [...entry.id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7)
  const step = toShown(RESOLUTION_M[tool], 'in')
  const digits = step > 0 ? Math.max(0, Math.ceil(-Math.log10(step))) : 4
  return practiceReading(entry, tool, seeded(seed))?.map((m) => toShown(m, 'in').toFixed(digits))
}
