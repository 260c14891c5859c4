import { Box, Flex, Text, Textarea } from '@chakra-ui/react'
import { boundsWords, fitLength, fitSentence, fitTitle, LINK_WORDS, quantity, shownUnit, TOOL_WORDS, toShown } from '@plucky/contract'
import { STACK_UPS, type FitEntry, type FitReport, type LengthEntry, resolutionOf, type ToolId, TOOLS_FOR, type Unit } from '@plucky/core'
import { useState } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { SelectField } from '../ui/SelectField.js'
import { RuledTable } from '../ui/RuledTable.js'
import { PhotoStrip } from '../ui/PhotoStrip.js'
import { addPhoto, dropPhoto, clearFigures, gaugedOf, takeNote } from './readings.js'
import { fitStore, takeTool } from './store.js'
import { verdictColour } from './verdict-marks.js'
import { ProblemText } from '../ui/ProblemText.js'

interface CardProps {
  readonly entry: FitEntry
  readonly report: FitReport
  readonly unit: Unit
}

/** The tool with which an entry is measured just now. */
export const toolAt = (entry: FitEntry, tools: Readonly<Record<string, ToolId>>): ToolId => tools[gaugedOf(entry) ?? 'count'] ?? 'calliper'

/** All of one entry: what it must be and why, what was measured and with what, what is said of it, what to order or do; a note and photographs. */
export function EntryCard({ entry, report, unit }: CardProps) {
  const tools = useStore(fitStore, ({ tools: at }) => at)
  const gauged = gaugedOf(entry)
  const tool = toolAt(entry, tools)
  return (
    <Box data-testid="entry">
      <Text fontFamily="heading" fontSize="lead" fontWeight={600} lineHeight="1.2">
        {fitTitle(entry, unit)}
      </Text>
      <Text
        fontSize="body"
        lineHeight="1.35"
        mt="0.5"
        color={verdictColour(entry.verdict.word)}
        fontWeight={600}
        data-testid="entry-verdict"
      >
        {fitSentence(entry, unit)}
      </Text>
      {entry.kind === 'closing' && <Sum id={entry.id} report={report} />}
      {entry.kind !== 'spline' && entry.kind !== 'pattern' && <Facts entry={entry} />}
      {gauged && (
        <Flex gap="2.5" align="end" mt="1.5" wrap="wrap">
          <SelectField
            label="Measured with"
            width="170px"
            value={tool}
            options={TOOLS_FOR[gauged].map((id) => [id, TOOL_WORDS[id]] as const)}
            onPick={(id) => takeTool(gauged, id)}
            testId="tool"
          />
          <Text fontSize="note" color="inkSoft" pb="2.5">
            {trusted(tool)}
          </Text>
        </Flex>
      )}
      <ReadingOwner entry={entry} />
      <Reading entry={entry} />
      <NoteField key={entry.key} entry={entry} tool={tool} />
      <PhotoStrip
        photos={entry.reading?.photos ?? []}
        onAdd={(id) => addPhoto(entry.key, id, tool)}
        onRemove={(id) => dropPhoto(entry.key, id)}
      />
    </Box>
  )
}

const trusted = (toolId: ToolId) => {
  const m = resolutionOf({ toolId, values: [] })
  return m === 0 ? 'exact' : `accuracy ±${Number(toShown(m, 'in').toPrecision(3))} ${shownUnit('in')}`
}

function Facts({ entry }: { entry: LengthEntry }) {
  const rows: readonly (readonly [string, string])[] = [
    ['Nominal', entry.specifiedM === null ? 'unknown' : fitLength(entry, entry.specifiedM)],
    ...(entry.bounds ? [['Limits', boundsWords(entry)] as const] : []),
    ...(entry.roundM === null ? [] : [['Max out-of-round', fitLength(entry, entry.roundM)] as const]),
  ]
  return (
    <Box as="dl" mt="1" display="grid" gridTemplateColumns="96px 1fr" rowGap="px" columnGap="2" fontSize="small">
      {rows.map(([name, value]) => (
        <Box key={name} display="contents">
          <Text as="dt" color="inkSoft">
            {name}
          </Text>
          <Text as="dd" lineHeight="1.3">
            {value}
          </Text>
        </Box>
      ))}
    </Box>
  )
}

/** The lengths that a closing is the sum of, each as it is counted. */
function Sum({ id, report }: { id: string; report: FitReport }) {
  const closing = STACK_UPS.find((each) => each.id === id)
  if (!closing) return null
  const rows = [...closing.plus.map((link) => ['+', link] as const), ...closing.minus.map((link) => ['−', link] as const)]
  const shown = rows.filter(([, link]) => report.lengths.get(link)?.m !== 0)
  return (
    <RuledTable mt="1" data-testid="sum">
      <tbody>
        {shown.map(([sign, link]) => {
          const { m, measured } = report.lengths.get(link) ?? { m: null, measured: false }
          return (
            <tr key={link}>
              <td>{`${sign} ${LINK_WORDS[link]}`}</td>
              <td>{m === null ? 'unknown' : quantity(m, 'in', 4)}</td>
              <td>{m === null ? '' : measured ? 'measured' : link === 'swelling' ? 'calculated' : 'nominal'}</td>
            </tr>
          )
        })}
      </tbody>
    </RuledTable>
  )
}

/** Of which parts a reading here is, by their names. */
function ReadingOwner({ entry }: { entry: FitEntry }) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const ids = entry.key === entry.id ? [] : entry.key.slice(entry.key.lastIndexOf(' of ') + 4).split(', ')
  const names = ids.flatMap((id) => parts.get(id.split('+')[0] ?? '')?.name ?? [])
  if (names.length === 0) return null
  return <Text fontSize="note" color="inkSoft" mt="1">{`Readings belong to: ${names.join('; ')}.`}</Text>
}

/** Figures as they were taken, each with its tool. */
function Reading({ entry }: { entry: FitEntry }) {
  const { reading } = entry
  if (!reading || (reading.values.length === 0 && reading.count === undefined)) return null
  const figures =
    entry.kind === 'spline' || entry.kind === 'pattern'
      ? [`${reading.count} teeth`]
      : reading.values.map(({ valueM }) => fitLength({ ...entry, gauged: entry.gauged ?? 'length' }, valueM))
  return (
    <Flex align="baseline" gap="2" mt="1.5" fontSize="small">
      <Text color="inkSoft">Measured</Text>
      <Text textStyle="figureStrong" color="torque" data-testid="figures">
        {figures.join(' · ')}
      </Text>
      <Text color="inkSoft">{TOOL_WORDS[reading.toolId]}</Text>
      <TextButton height="24px" onClick={() => clearFigures(entry.key)} data-testid="clear">
        Clear
      </TextButton>
    </Flex>
  )
}

function NoteField({ entry, tool }: { entry: FitEntry; tool: ToolId }) {
  const [refused, setRefused] = useState<string | undefined>()
  return (
    <Box mt="1.5">
      <Text as="label" fontSize="note" color="inkSoft" {...{ htmlFor: 'fit-note' }}>
        Note
      </Text>
      <Textarea
        id="fit-note"
        defaultValue={entry.reading?.note ?? ''}
        onBlur={(event) =>
          event.target.value !== (entry.reading?.note ?? '') ? setRefused(takeNote(entry.key, event.target.value, tool)) : undefined
        }
        rows={2}
        px="2"
        py="1"
        bg="paper"
        borderColor="rule"
        borderRadius="1px"
        fontSize="small"
        data-testid="note"
      />
      {refused && <ProblemText>{refused}</ProblemText>}
    </Box>
  )
}
