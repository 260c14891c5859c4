import { Box } from '@chakra-ui/react'
import { hoursWords, money, partMarks, signedMoney, stationHeldInWords, verdictIn } from '@plucky/contract'
import type { Part, SpecResult } from '@plucky/core'
import type { BenchView } from '../power-flow/use-bench.js'
import type { Card } from './use-cards.js'

interface TrayProps {
  readonly bench: BenchView
  readonly targetW: number
  readonly answerWith: (partId: string) => SpecResult | undefined
  /** Cards by part id. A part has none until its card is computed. */
  readonly cards: ReadonlyMap<string, Card>
}

/** Styles stand here once, so that a tray of many parts paints fast. */
const TRAY = {
  display: 'flex',
  flexDirection: 'column',
  gap: '1.5',
  '& button': {
    minHeight: '48px',
    padding: '3px 9px',
    textAlign: 'left',
    lineHeight: 1.18,
    bg: 'sheet',
    color: 'ink',
    border: '1px solid',
    borderColor: 'rule',
    borderRadius: '1px',
    cursor: 'pointer',
  },
  '& button.fitted': { borderLeftWidth: '6px' },
  '& button[aria-pressed=true]': { bg: 'torqueWash', borderColor: 'torque', boxShadow: '0 0 0 1px var(--chakra-colors-torque)' },
  '& .name': { display: 'block', fontSize: 'note' },
  '& .fitted .name': { fontWeight: 600 },
  '& .held': { fontFamily: 'figures', fontSize: 'figure', fontWeight: 600, color: 'torque' },
  '& .held.short': { color: 'break' },
  '& .more': { display: 'block', fontSize: 'note', color: 'inkSoft' },
  '& .unfit': { display: 'block', marginTop: '2px', fontSize: 'note', fontWeight: 600, color: 'break' },
  '& .tags': { fontFamily: 'figures', fontSize: 'small', color: 'inkSoft', marginLeft: '8px' },
} as const

/** Parts for the chosen station as big targets: a tap looks at one, a tap on the one looked at fits it. */
export function Candidates({ bench, targetW, answerWith, cards }: TrayProps) {
  return (
    <Box role="group" aria-label="Parts that fit here" css={TRAY} data-testid="candidates">
      {bench.candidates.map((part) => (
        <Candidate
          key={part.id}
          part={part}
          bench={bench}
          targetW={targetW}
          answer={answerWith(part.id)}
          card={part.id === bench.fitted?.id ? undefined : cards.get(part.id)}
        />
      ))}
    </Box>
  )
}

interface CandidateProps {
  readonly part: Part
  readonly bench: BenchView
  readonly targetW: number
  readonly answer: SpecResult | undefined
  readonly card: Card | undefined
}

function Candidate({ part, bench, targetW, answer, card }: CandidateProps) {
  const held = verdictIn(answer, bench.station)?.held
  const short = held?.outcome === 'fails-at-smallest' || (held?.outcome === 'held' && held.powerW < targetW)
  const chosen = part.id === bench.candidate?.id
  const fitted = part.id === bench.fitted?.id
  const own = [fitted ? 'installed' : '', part.id === bench.arrived?.id ? 'as received' : ''].filter(Boolean).join(' · ')
  return (
    <button
      type="button"
      className={fitted ? 'fitted' : ''}
      aria-pressed={chosen}
      data-testid={`part-${part.id}`}
      onClick={() => (chosen && !fitted ? bench.fit(part.id) : bench.look(part.id))}
    >
      <span className="name">{part.name}</span>
      <span
        className={`held ${short ? 'short' : ''}`}
        title={short ? '▽ below target' : undefined}
      >{`${short ? '▽ ' : ''}${stationHeldInWords(answer, bench.station)}`}</span>
      <span className="tags">{`${own || `${money(part.price)} · ${part.hours} h`}${partMarks(part)}`}</span>
      {card && card.more > 0 && (
        <span className="more">{`with ${card.more} more: ${signedMoney(card.price)} · ${hoursWords(card.hours, true)}`}</span>
      )}
      {card && card.faults.length > 0 && (
        <span className="unfit" title={card.faults.join('\n')}>
          {`▲ ${card.faults[0]}`}
          {card.faults.length > 1 && ` And ${card.faults.length - 1} more.`}
        </span>
      )}
    </button>
  )
}
