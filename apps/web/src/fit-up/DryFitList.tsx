import { Box, Flex, Text } from '@chakra-ui/react'
import { boundsWords, capital, fitLength, fitName, listed, spanWords, STAGE_WORDS } from '@plucky/contract'
import { FIT_STAGES, type FitEntry, type FitStage, type Unit } from '@plucky/core'
import { useEffect, useRef } from 'react'
import { useStore } from 'zustand'
import { jobStore } from '../state/job.js'
import { hasFigure, isSaved, isMeasured } from './readings.js'
import { markOf, verdictColour } from './verdict-marks.js'

/** Height of a step's heading, which stays in view. */
const STICKY_PX = 30

/** Brings the chosen row into view within the list alone; the page stays where it is. */
function showRow(list: HTMLElement | null, topPx: number): void {
  const row = list?.querySelector<HTMLElement>('[aria-current=true]')
  if (!list || !row) return
  const [box, at] = [list.getBoundingClientRect(), row.getBoundingClientRect()]
  if (at.top < box.top + topPx) list.scrollBy({ top: at.top - box.top - topPx })
  else if (at.bottom > box.bottom) list.scrollBy({ top: at.bottom - box.bottom })
}

interface ListProps {
  readonly entries: readonly FitEntry[]
  readonly unit: Unit
  readonly chosen: string
  readonly onChoose: (id: string) => void
}

/** The dry fit in the order of the work, step by step, and after each step what it hides. */
export function DryFitList({ entries, unit, chosen, onChoose }: ListProps) {
  const box = useRef<HTMLDivElement>(null)
  useEffect(() => showRow(box.current, STICKY_PX), [chosen])
  return (
    <Box
      ref={box}
      maxH={{ base: 'none', lg: '560px' }}
      overflowY="auto"
      tabIndex={0}
      role="region"
      aria-label="Dry-fit checks in work order"
      data-testid="dry-fit"
    >
      {FIT_STAGES.map((stage) => {
        const here = entries.filter((entry) => entry.stage === stage)
        if (here.length === 0) return null
        return (
          <Box key={stage} mb="2" data-testid={`stage-${stage}`}>
            <Flex align="baseline" gap="2.5" borderBottomWidth="1px" borderColor="rule" position="sticky" top="0" bg="sheet" zIndex={1}>
              <Text as="h3" textStyle="caption">
                {STAGE_WORDS[stage]}
              </Text>
              <Text fontSize="note" color="inkSoft">
                {doneWords(here)}
              </Text>
            </Flex>
            <MeasureFirstNote stage={stage} entries={entries} unit={unit} />
            {here.map((entry) => (
              <Row key={entry.id} entry={entry} unit={unit} on={entry.id === chosen} onChoose={onChoose} />
            ))}
          </Box>
        )
      })}
      <OrphanReadings entries={entries} />
    </Box>
  )
}

/** Readings of parts that are not fitted now: they stay in the book, and count again when the part comes back. */
function OrphanReadings({ entries }: { entries: readonly FitEntry[] }) {
  const readings = useStore(jobStore, (job) => job.content?.book.readings ?? {})
  const keys = new Set(entries.map(({ key }) => key))
  const others = Object.keys(readings).filter((key) => !keys.has(key)).length
  if (others === 0) return null
  return (
    <Text fontSize="note" color="inkSoft" lineHeight="1.3" data-testid="kept-aside">
      {`${others} ${others === 1 ? 'reading' : 'readings'} for parts no longer installed ${others === 1 ? 'is' : 'are'} kept and used again if the part is reinstalled.`}
    </Text>
  )
}

function doneWords(entries: readonly FitEntry[]): string {
  const measured = entries.filter(isMeasured)
  if (measured.length === 0) return 'calculated from measurements'
  const done = measured.filter(hasFigure).length
  return `${done} of ${measured.length} measured`
}

/** What cannot be reached any more once this step is begun, and was not measured before. */
function MeasureFirstNote({ stage, entries, unit }: { stage: FitStage; entries: readonly FitEntry[]; unit: Unit }) {
  const left = entries.filter((entry) => entry.hiddenFrom === stage && isMeasured(entry) && !entry.reading)
  if (left.length === 0) return null
  const names = left.map((entry) => fitName(entry, unit))
  const shown = names.length > 4 ? [...names.slice(0, 3), `${names.length - 3} more`] : names
  return (
    <Text fontSize="note" color="oil" lineHeight="1.3" py="0.5" data-testid={`hidden-${stage}`}>
      {`Measure first: ${listed(shown)} can’t be reached after this step.`}
    </Text>
  )
}

function Row({ entry, unit, on, onChoose }: { entry: FitEntry; unit: Unit; on: boolean; onChoose: (id: string) => void }) {
  const { sign, word } = markOf(entry)
  return (
    <Box
      as="button"
      display="grid"
      gridTemplateColumns={{ base: '20px minmax(0, 1fr) 74px 116px 108px 104px', xl: '20px minmax(0, 1fr) 92px 128px 112px 112px' }}
      rowGap="0"
      columnGap="2"
      width="100%"
      textAlign="left"
      px="1"
      py="1"
      minH="28px"
      alignItems="baseline"
      cursor="pointer"
      bg={on ? 'oilWash' : 'transparent'}
      borderBottomWidth="1px"
      borderColor="ruleSoft"
      aria-current={on}
      onClick={() => onChoose(entry.id)}
      data-testid={`row-${entry.id}`}
      data-verdict={entry.verdict.word}
    >
      <KeptMark entry={entry} />
      <Text as="span" fontSize="small" truncate>
        {capital(fitName(entry, unit))}
        {(entry.reading?.photos ?? []).length > 0 || entry.reading?.note ? ' ✎' : ''}
      </Text>
      <Figures entry={entry} />
      <Text
        as="span"
        fontSize="note"
        color={verdictColour(entry.verdict.word)}
        fontWeight={sign === '▲' || sign === '◐' ? 700 : 400}
        whiteSpace="nowrap"
      >
        {`${sign} ${word}`.trim()}
      </Text>
    </Box>
  )
}

/** Whether the reading of an entry is saved; blank without a reading. */
function KeptMark({ entry }: { entry: FitEntry }) {
  const acknowledged = useStore(jobStore, (job) => job.acknowledged)
  const style = { as: 'span', fontSize: 'small', color: 'torque', fontWeight: 700 } as const
  if (!entry.reading) return <Text {...style} />
  const kept = isSaved(acknowledged, entry.key, entry.reading)
  return (
    <Text {...style} aria-label={kept ? 'saved' : 'not saved yet'} data-testid={`kept-${entry.id}`} data-kept={kept}>
      {kept ? '✓' : '…'}
    </Text>
  )
}

/** Nominal, limits and measured, in columns. */
function Figures({ entry }: { entry: FitEntry }) {
  const cell = { as: 'span', fontFamily: 'figures', fontSize: 'body', textAlign: 'right', whiteSpace: 'nowrap' } as const
  if (entry.kind === 'pattern')
    return (
      <>
        <Text {...cell} />
        <Text {...cell} />
        <Text {...cell} />
      </>
    )
  if (entry.kind === 'spline')
    return (
      <>
        <Text {...cell}>{`${entry.shaft.teeth} teeth`}</Text>
        <Text {...cell} color="inkSoft">
          {entry.hub ? `mates with ${entry.hub.teeth}` : ''}
        </Text>
        <Text {...cell}>{entry.reading?.count === undefined ? '' : `${entry.reading.count} counted`}</Text>
      </>
    )
  return (
    <>
      <Text {...cell}>{entry.specifiedM === null ? '—' : fitLength(entry, entry.specifiedM)}</Text>
      <Text {...cell} color="inkSoft">
        {boundsWords(entry)}
      </Text>
      <Text {...cell} color="torque" fontWeight={600}>
        {spanWords(entry)}
      </Text>
    </>
  )
}
