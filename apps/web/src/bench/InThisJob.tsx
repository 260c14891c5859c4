import { Box, Text } from '@chakra-ui/react'
import { caseInSentence, capital, figure, ORIGIN_WORDS, placeName, stationName } from '@plucky/contract'
import { fromSi, stationLimits, type Brief, type Station, type StationCase, type StationVerdict, type Unit } from '@plucky/core'
import type { BenchView } from '../line/use-bench.js'
import { compared } from './compared.js'
import { marginInWords, verdictIn } from './held.js'

const lbft = (nm: number) => figure(fromSi(nm, 'lb-ft'))

const TABLE = {
  as: 'table',
  width: '100%',
  css: {
    borderCollapse: 'collapse',
    '& td, & th': {
      padding: '1px 4px',
      lineHeight: '1.22',
      borderBottom: '1px solid',
      borderColor: 'ruleSoft',
      textAlign: 'left',
      verticalAlign: 'top',
      fontWeight: 400,
    },
  },
} as const

/** What changes with the candidate, and how the station is judged, case by case. */
export function InThisJob({ unit, brief, bench }: { unit: Unit; brief: Brief; bench: BenchView }) {
  const station = unit.stations.find((s) => s.id === bench.station)
  const verdict = verdictIn(bench.answer, bench.station)
  if (!station || !verdict) return null
  return (
    <Box fontSize="13.5px">
      <Changes unit={unit} bench={bench} />
      <Cases unit={unit} brief={brief} bench={bench} verdict={verdict} />
      <Basis unit={unit} brief={brief} bench={bench} station={station} verdict={verdict} />
    </Box>
  )
}

function Changes({ unit, bench }: { unit: Unit; bench: BenchView }) {
  const other = bench.candidate !== undefined && bench.candidate.id !== bench.fitted?.id
  return (
    <Box {...TABLE} data-testid="changes">
      <thead>
        <tr>
          <Box as="th" color="inkSoft" width="108px">
            {other ? 'what changes' : 'as fitted'}
          </Box>
          <th>
            <strong>{other ? 'fitted' : 'figure'}</strong>
          </th>
          {other && (
            <Box as="th" color="torque">
              <strong>candidate</strong>
            </Box>
          )}
        </tr>
      </thead>
      <tbody>
        {compared(unit, bench).map((row) => (
          <tr key={row.name}>
            <Box as="td" color="inkSoft">
              {row.name}
            </Box>
            <Box as="td" fontFamily="figures" fontSize="14.5px">
              {row.now}
            </Box>
            {other && (
              <Box
                as="td"
                fontFamily="figures"
                fontSize="14.5px"
                css={{ fontWeight: row.now === row.then ? 400 : '700 !important' }}
                color={row.now === row.then ? 'inkSoft' : 'torque'}
              >
                {row.then}
              </Box>
            )}
          </tr>
        ))}
      </tbody>
    </Box>
  )
}

/** Torque × shock against what holds, case by case. */
function Cases({ unit, brief, bench, verdict }: { unit: Unit; brief: Brief; bench: BenchView; verdict: StationVerdict }) {
  const named = (id: string) => bench.answered?.cases.find((duty) => duty.id === id)
  const row = (c: StationCase) => {
    const duty = named(c.caseId)
    return (
      <Box
        as="tr"
        key={c.caseId}
        bg={c.caseId === bench.duty?.id ? 'oilWash' : undefined}
        css={c === verdict.worst ? { '& td': { fontWeight: '700 !important' } } : undefined}
      >
        <td>{duty ? capital(caseInSentence(unit, duty, brief)) : c.caseId}</td>
        <td>{lbft(c.loadNm)}</td>
        <td>{figure(c.factor, 2)}</td>
        <td>
          {lbft(c.capacityNm)} {ORIGIN_WORDS[c.origin].mark}
        </td>
        <Box as="td" color={c.margin < 1 ? 'break' : 'ink'}>
          {marginInWords(c.margin)}
        </Box>
      </Box>
    )
  }
  if (verdict.cases.length === 0) return null
  return (
    <Box
      {...TABLE}
      mt="6px"
      css={{ ...TABLE.css, '& td:not(:first-of-type), & th:not(:first-of-type)': { textAlign: 'right' } }}
      data-testid="cases"
    >
      <thead>
        <Box as="tr" color="inkSoft">
          {['fitted, lb-ft', 'torque', '× shock', 'holds', 'margin'].map((word) => (
            <th key={word}>{word}</th>
          ))}
        </Box>
      </thead>
      <Box as="tbody" fontFamily="figures" fontSize="14.5px">
        {verdict.cases.map(row)}
      </Box>
    </Box>
  )
}

const STATED_ONLY = new Set<Station['kind']>(['one-way', 'gear-set', 'shell', 'converter'])

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
  const idle = (bench.answered?.cases ?? []).filter((duty) => !verdict.cases.some((c) => c.caseId === duty.id))
  const limits = bench.fitted ? stationLimits(station, bench.fitted) : { limits: [], missing: ['part'] }
  const origins = [...new Set(limits.limits.map((limit) => limit.origin))]
  return (
    <Text mt="4px" color="inkSoft" lineHeight="1.3">
      {verdict.worst && `Least: ${placeName(verdict.worst.place)}. `}
      {idle.length > 0 && `Carries nothing ${idle.map((duty) => caseInSentence(unit, duty, brief)).join(', ')}. `}
      {limits.missing.length > 0 && (
        <strong>
          {bench.fitted
            ? `${capital(stationName(unit, station.id))}, ${limits.missing.map(placeName).join(', ')}: no model yet and no stated figure, so nothing is said of it. `
            : 'Nothing is fitted here. '}
        </strong>
      )}
      {STATED_ONLY.has(station.kind) && limits.missing.length === 0 && 'Judged by its stated limit alone; a model of its own comes later. '}
      {origins.map((origin) => `${ORIGIN_WORDS[origin].mark} ${ORIGIN_WORDS[origin].words}`).join(', ')}.
    </Text>
  )
}
