import { Box, Text } from '@chakra-ui/react'
import {
  featureName,
  capital,
  caseInSentence,
  figure,
  type JobContent,
  marginInWords,
  ORIGIN_WORDS,
  placeName,
  shownFigure,
  shownUnit,
  statedWords,
  stationName,
  verdictIn,
} from '@plucky/contract'
import {
  type Brief,
  type Limit,
  type Part,
  type Proposal,
  type SpecResult,
  type Station,
  type StationCase,
  stationLimits,
  type StationLimits,
  type StationVerdict,
  type Unit,
} from '@plucky/core'
import type { BenchView } from '../power-flow/use-bench.js'
import { viewStore } from '../state/view.js'
import { RuledTable } from '../ui/RuledTable.js'
import { CompanionParts } from './CompanionParts.js'
import { compared } from './compared.js'
import { PART_VIEWS, ratingNote } from '../parts/registry.js'
import { SideBySide } from './SideBySide.js'
import { TableHead } from '../ui/TableHead.js'

const lbft = (nm: number) => shownFigure(nm, 'lb-ft')

const CHANGE_CELLS = { '& td:not(.figure)': { fontFamily: 'body', fontSize: 'note' } } as const

const CASE_CELLS = {
  '& td:first-of-type': { fontFamily: 'figures', fontSize: 'small', color: 'ink' },
  '& td:not(:first-of-type), & th:not(:first-of-type)': { textAlign: 'right' },
  '& .shown': { bg: 'oilWash' },
  '& .worst td': { fontWeight: 700 },
  '& .short': { color: 'break' },
  '& .open': {
    textDecoration: 'underline',
    textUnderlineOffset: '3px',
    cursor: 'pointer',
    fontWeight: 'inherit',
    minWidth: '32px',
    minHeight: '24px',
    textAlign: 'right',
  },
} as const

interface InThisJobProps {
  readonly unit: Unit
  readonly content: JobContent
  readonly bench: BenchView
  /** The candidate with all that it drags along. */
  readonly proposal: Proposal | undefined
  /** What the core says with the candidate fitted. */
  readonly withCandidate: SpecResult | undefined
}

/** What changes with the candidate, and how the station is judged, case by case. */
export function StationDetails({ unit, content, bench, proposal, withCandidate }: InThisJobProps) {
  const { brief } = content
  const station = unit.stations.find((s) => s.id === bench.station)
  const verdict = verdictIn(bench.answer, bench.station)
  if (!station || !verdict) return null
  const { Details } = PART_VIEWS[station.kind]
  return (
    <Box fontSize="note">
      <Changes unit={unit} content={content} bench={bench} proposal={proposal} withCandidate={withCandidate} />
      {proposal && <CompanionParts unit={unit} content={content} proposal={proposal} />}
      <Used part={bench.candidate ?? bench.fitted} />
      <Cases unit={unit} brief={brief} bench={bench} verdict={verdict} />
      {Details && <Details content={content} unit={unit} />}
      <Basis unit={unit} brief={brief} bench={bench} station={station} verdict={verdict} />
      <SideBySide content={content} station={station} verdict={verdict} />
    </Box>
  )
}

function Changes({ unit, content, bench, proposal, withCandidate }: InThisJobProps) {
  const other = bench.candidate !== undefined && bench.candidate.id !== bench.fitted?.id
  return (
    <RuledTable room="close" css={CHANGE_CELLS} data-testid="changes">
      <thead>
        <tr>
          <th style={{ width: 108 }}>{other ? 'Comparison' : 'Installed'}</th>
          <th>{other ? 'Installed' : 'Value'}</th>
          {other && <th className="changed">Candidate</th>}
        </tr>
      </thead>
      <tbody>
        {compared(unit, content, bench, proposal, withCandidate).map((row) => (
          <tr key={row.name}>
            <td>{row.name}</td>
            <td className="figure">{row.key === 'held' ? <OpenHeld station={bench.station} words={row.now} /> : row.now}</td>
            {other && <td className={`figure ${row.now === row.then ? 'same' : 'changed'}`}>{row.then}</td>}
          </tr>
        ))}
      </tbody>
    </RuledTable>
  )
}

/** A used part: where it comes from and what was found. */
function Used({ part }: { part: Part | undefined }) {
  if (!part?.donor) return null
  return (
    <Text mt="1.5" lineHeight="1.3" data-testid="donor">
      <strong>{`Used part, measured in our shop. Source: ${part.donor.from}. `}</strong>
      {`Findings: ${part.donor.found}.`}
    </Text>
  )
}

/** The power held, which opens its working. */
function OpenHeld({ station, words }: { station: string; words: string }) {
  return (
    <button
      type="button"
      style={{ textDecoration: 'underline', textUnderlineOffset: 3, minHeight: 24 }}
      aria-label={`Calculation of power held, ${words}`}
      onClick={() => viewStore.setState({ working: { station, caseId: null } })}
      data-testid="held-working"
    >
      {words}
    </button>
  )
}

/** Torque × shock against what holds, case by case. */
function Cases({ unit, brief, bench, verdict }: { unit: Unit; brief: Brief; bench: BenchView; verdict: StationVerdict }) {
  const named = (id: string) => bench.answered?.cases.find((duty) => duty.id === id)
  const open = (caseId: string) => viewStore.setState({ working: { station: bench.station, caseId } })
  const row = (c: StationCase) => {
    const duty = named(c.caseId)
    return (
      <tr key={c.caseId} className={`${c.caseId === bench.duty?.id ? 'shown' : ''} ${c === verdict.worst ? 'worst' : ''}`}>
        <td>{duty ? capital(caseInSentence(unit, duty, brief)) : c.caseId}</td>
        <td>{lbft(c.loadNm)}</td>
        <td>{figure(c.factor, 2)}</td>
        <td>{`${lbft(c.capacityNm)} ${ORIGIN_WORDS[c.limit.origin].mark}`}</td>
        <td className={c.margin < 1 ? 'short' : ''}>
          <button
            type="button"
            className="open"
            aria-label={`Calculation of margin ${duty ? caseInSentence(unit, duty, brief) : ''}`}
            onClick={() => open(c.caseId)}
            data-testid={`margin-${c.caseId}`}
          >
            {marginInWords(c.margin)}
          </button>
        </td>
      </tr>
    )
  }
  if (verdict.cases.length === 0) return null
  return (
    <RuledTable room="close" mt="1.5" css={CASE_CELLS} data-testid="cases">
      <TableHead words={[`Load case (${shownUnit('lb-ft')})`, 'Torque', '× service factor', 'Capacity', 'Margin']} />
      <tbody>{verdict.cases.map(row)}</tbody>
    </RuledTable>
  )
}

/** Where the limits come from, which cases load nothing, and what has no figure. */
function Basis({
  unit,
  brief,
  bench,
  station,
  verdict,
}: {
  unit: Unit
  brief: Brief
  bench: BenchView
  station: Station
  verdict: StationVerdict
}) {
  const limits: StationLimits = bench.fitted
    ? stationLimits(unit, station, bench.fitted, { engineKind: brief.engine.kind, rules: bench.rules })
    : { limits: [], missing: ['part'] }
  const judged = limits.limits.some((limit) => limit.counts)
  const idle = judged ? (bench.answered?.cases ?? []).filter((duty) => !verdict.cases.some((c) => c.caseId === duty.id)) : []
  const onlyStated = judged && limits.limits.every(({ origin }) => origin !== 'computed')
  const origins = [...new Set(limits.limits.map((limit) => limit.origin))].map(
    (origin) => `${ORIGIN_WORDS[origin].mark} ${ORIGIN_WORDS[origin].words}`,
  )
  return (
    <Text mt="1" color="inkSoft" lineHeight="1.3">
      {verdict.decides && `Weakest point: ${placeName(verdict.decides.limit.place)}. `}
      {idle.length > 0 && `No load ${idle.map((duty) => caseInSentence(unit, duty, brief)).join(', ')}. `}
      {limits.missing.length > 0 && (
        <strong>
          {bench.fitted
            ? `${capital(stationName(unit, station.id))}, ${limits.missing.map(featureName).join(', ')}: no model and no stated limit, so it is not rated. `
            : 'No part installed here. '}
        </strong>
      )}
      {onlyStated && 'Rated by stated limits only. '}
      {judged && `${origins.join(', ')}. `}
      {bench.fitted && ratingNote(bench.fitted, bench.arrived, verdict)}
      {limits.limits
        .map((limit) => limitWords(limit))
        .filter(Boolean)
        .join(' ')}
    </Text>
  )
}

/** A stated figure that needs a word: how a power became a torque, or why it does not count. */
function limitWords(limit: Limit): string {
  if (!limit.stated || (limit.counts && limit.basis?.from !== 'power' && limit.stated.at === undefined)) return ''
  const who = `${capital(ORIGIN_WORDS[limit.origin].words)}${limit.stated.sells ? ' (also the seller)' : ''}`
  return `${who}: ${statedWords(limit.stated, limit.basis)}${limit.counts ? '' : ', for reference only'}.`
}
