import { Box, Grid, Text } from '@chakra-ui/react'
import { cardTitle, type JobContent } from '@plucky/contract'
import { cardRecord, cardsOf, diagnose, isNoted, showsSuspect, type Card, type CardVerdict, type Marks, type Unit } from '@plucky/core'
import { useMemo, useState, type KeyboardEvent } from 'react'
import { setMarks } from '../state/book.js'
import { Panel } from '../ui/panel.js'
import { CardForm } from './CardForm.js'
import { CardRow } from './CardRow.js'

interface TeardownProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** Causes of the diagnosis whose pieces are marked: the most likely ones. */
const MOST_SUSPECTS = 3

/** Teardown front to rear, a card a piece: verdict, findings, note and photos. */
export function Teardown({ content, unit, marks }: TeardownProps) {
  const cards = useMemo(() => cardsOf(unit), [unit])
  const [chosenId, setChosen] = useState('')
  const { teardown } = content
  const suspects = useMemo(() => (isNoted(teardown) ? diagnose(unit, teardown).candidates.slice(0, MOST_SUSPECTS) : []), [unit, teardown])
  const chosen = cards.find(({ id }) => id === chosenId) ?? cards[0]
  if (!chosen) return <Text>This transmission has no stations yet.</Text>
  const records = new Map(cards.map((card) => [card.id, cardRecord(marks, card)]))
  const done = [...records.values()].filter(({ verdict }) => verdict !== undefined).length
  const alone = (card: Card) => cards.filter(({ station }) => station === card.station).length === 1
  const go = (by: 1 | -1) => {
    const at = cards.indexOf(chosen) + by
    setChosen(cards[Math.min(cards.length - 1, Math.max(0, at))]?.id ?? '')
  }
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1.1fr)' }} gap="2" alignItems="start">
      <Panel title="Pieces" note={`${done} of ${cards.length} judged; front to rear`}>
        <Text fontSize="note" color="inkSoft" className="not-printed">
          In the list: ↑ ↓ next piece, A accept, R rework, S scrap.
        </Text>
        <Box
          role="listbox"
          tabIndex={0}
          aria-label="Pieces, front to rear"
          aria-activedescendant={`card-${chosen.id}`}
          onKeyDown={(event) => onKey(event, chosen, go)}
          maxH={{ base: '320px', md: '620px' }}
          overflowY="auto"
          data-testid="cards"
        >
          {cards.map((card) => (
            <CardRow
              key={card.id}
              card={card}
              title={cardTitle(card, alone(card))}
              record={records.get(card.id)}
              on={card === chosen}
              suspect={suspects.some((candidate) => showsSuspect(card, candidate))}
              onChoose={() => setChosen(card.id)}
            />
          ))}
        </Box>
      </Panel>
      <CardForm
        key={chosen.id}
        card={chosen}
        title={cardTitle(chosen, alone(chosen))}
        record={cardRecord(marks, chosen)}
        content={content}
        unit={unit}
        suspects={suspects.filter((candidate) => showsSuspect(chosen, candidate))}
        onNext={() => go(1)}
      />
    </Grid>
  )
}

const VERDICT_KEYS: Readonly<Record<string, CardVerdict>> = { a: 'accept', r: 'rework', s: 'scrap' }

/** Keys of the list: arrows walk it, letters judge the chosen piece and go on. */
function onKey(event: KeyboardEvent, chosen: Card, go: (by: 1 | -1) => void): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const verdict = VERDICT_KEYS[event.key.toLowerCase()]
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') go(event.key === 'ArrowDown' ? 1 : -1)
  else if (verdict) {
    setMarks({ [`card/${chosen.id}/verdict`]: verdict })
    go(1)
  } else return
  event.preventDefault()
}
