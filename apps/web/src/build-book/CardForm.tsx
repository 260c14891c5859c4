import { Box, Flex, Text, Textarea } from '@chakra-ui/react'
import { capital, CARD_VERDICT_WORDS, FINDING_WORDS, suspectWords, type JobContent } from '@plucky/contract'
import {
  CARD_VERDICTS,
  FINDINGS_OF,
  LONGEST_NOTE,
  MOST_CARD_PHOTOS,
  usualVerdict,
  type Candidate,
  type Card,
  type CardRecord,
  type PieceFinding,
  type Unit,
} from '@plucky/core'
import { useState } from 'react'
import { setMarks } from '../state/book.js'
import { applyChoice } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { OutlineButton, PrimaryButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { PhotoStrip } from '../ui/PhotoStrip.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { BrokenHere } from './BrokenHere.js'
import { VERDICT_SIGN } from './CardRow.js'

interface FormProps {
  readonly card: Card
  readonly title: string
  readonly record: CardRecord
  readonly content: JobContent
  readonly unit: Unit
  /** Likely causes of the failure that this piece would show. */
  readonly suspects: readonly Candidate[]
  readonly onNext: () => void
}

/** The chosen piece: what was found, what it tells, and the verdict. */
export function CardForm({ card, title, record, content, unit, suspects, onNext }: FormProps) {
  const field = (name: string) => `card/${card.id}/${name}`
  const toggle = (finding: PieceFinding) => {
    const on = record.findings.includes(finding)
    const next = on ? record.findings.filter((each) => each !== finding) : [...record.findings, finding]
    setMarks({ [field(`finding/${finding}`)]: on ? null : true, [field('verdict')]: usualVerdict(next) })
  }
  return (
    <Panel title={title} note={record.latest ? `${record.latest.by}, ${new Date(record.latest.at).toLocaleString()}` : 'not judged yet'}>
      {suspects.map((suspect) => (
        <Text key={suspect.id} fontSize="small" color="break" fontWeight={600}>
          {`Suspect: ${suspectWords(unit.train, suspect)}.`}
        </Text>
      ))}
      <Findings card={card} record={record} onToggle={toggle} />
      <Text fontSize="note" color="inkSoft" mt="2">
        Verdict
      </Text>
      <Flex gap="1.5" wrap="wrap" align="center">
        <Flex gap="1.5" role="group" aria-label="Verdict">
          {CARD_VERDICTS.map((verdict) => (
            <ToggleButton
              key={verdict}
              large
              on={record.verdict === verdict}
              onPick={() => setMarks({ [field('verdict')]: record.verdict === verdict ? null : verdict })}
              testId={`verdict-${verdict}`}
            >
              {`${VERDICT_SIGN[verdict]} ${capital(CARD_VERDICT_WORDS[verdict])}`}
            </ToggleButton>
          ))}
        </Flex>
        <PrimaryButton onClick={onNext} data-testid="next-card">
          Next piece
        </PrimaryButton>
      </Flex>
      <BrokenHere card={card} record={record} content={content} unit={unit} />
      <AfterScrap card={card} record={record} content={content} />
      <Note value={record.note} onKeep={(note) => setMarks({ [field('note')]: note === '' ? null : note })} />
      <PhotoStrip
        photos={record.photos}
        most={MOST_CARD_PHOTOS}
        onAdd={(id) => setMarks({ [field('photos')]: [...record.photos.filter((each) => each !== id), id] })}
        onRemove={(id) => setMarks({ [field('photos')]: record.photos.filter((each) => each !== id) })}
      />
    </Panel>
  )
}

interface FindingsProps extends Pick<FormProps, 'card' | 'record'> {
  readonly onToggle: (finding: PieceFinding) => void
}

/** Findings to choose from, and what the chosen ones tell. */
const Findings = ({ card, record, onToggle }: FindingsProps) => (
  <>
    <Text fontSize="note" color="inkSoft" mt="1">
      Findings
    </Text>
    <Flex gap="1.5" wrap="wrap" role="group" aria-label="Findings">
      {FINDINGS_OF[card.piece].map((finding) => (
        <ToggleButton
          key={finding}
          large
          on={record.findings.includes(finding)}
          onPick={() => onToggle(finding)}
          testId={`finding-${finding}`}
        >
          {FINDING_WORDS[finding].name}
        </ToggleButton>
      ))}
    </Flex>
    {record.findings.map((finding) => (
      <Text key={finding} fontSize="small" mt="1" lineHeight="1.35">
        <strong>{`${capital(FINDING_WORDS[finding].name)}: `}</strong>
        {FINDING_WORDS[finding].tells}
      </Text>
    ))}
  </>
)

/** A scrapped part that the build still keeps: one touch empties its station. */
function AfterScrap({ card, record, content }: Pick<FormProps, 'card' | 'record' | 'content'>) {
  const { station } = card
  const kept = station && content.spec.fits[station.id]
  if (record.verdict !== 'scrap' || !station || !kept || kept !== content.arrived[station.id]) return null
  const name = shopStore.getState().parts.get(kept)?.name ?? kept
  return (
    <Box mt="1.5" borderWidth="1px" borderColor="break" px="2" py="1">
      <Text fontSize="small">{`The build still uses the received part: ${name}.`}</Text>
      <OutlineButton size="sm" mt="1" onClick={() => applyChoice({ station: station.id, part: null })} data-testid="empty-station">
        {`Take it out of the build: ${station.name}`}
      </OutlineButton>
    </Box>
  )
}

/** Note of a card. Saved while it is typed. */
function Note({ value, onKeep }: { readonly value: string; readonly onKeep: (note: string) => void }) {
  const [typed, setTyped] = useState(value)
  const [seen, setSeen] = useState(value)
  if (seen !== value) {
    setSeen(value)
    setTyped(value)
  }
  return (
    <label>
      <Text fontSize="note" color="inkSoft" mt="2">
        Note
      </Text>
      <Textarea
        value={typed}
        maxLength={LONGEST_NOTE}
        rows={2}
        bg="paper"
        borderColor="rule"
        borderRadius="1px"
        onChange={(event) => {
          setTyped(event.target.value)
          onKeep(event.target.value)
        }}
        data-testid="card-note"
      />
    </label>
  )
}
