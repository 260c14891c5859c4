import { Box, Button, Text } from '@chakra-ui/react'
import { capital, figure, money, placeName, stationName, ORIGIN_WORDS } from '@plucky/contract'
import { fromSi, type Answer, type Part, type SpecAnswer, type StationVerdict, type Unit } from '@plucky/core'
import { heldInWords } from './Candidates.js'

interface ChangesProps {
  readonly unit: Unit
  readonly stationId: string
  readonly fitted: Part | undefined
  readonly candidate: Part | undefined
  readonly now: SpecAnswer | undefined
  readonly then: SpecAnswer | undefined
  readonly onFit: () => void
}

interface Row {
  readonly name: string
  readonly now: string
  readonly then: string
}

/** What changes, what it holds in this job and what it costs: old and new side by side. */
export function Changes({ unit, stationId, fitted, candidate, now, then, onFit }: ChangesProps) {
  const same = candidate === undefined || candidate.id === fitted?.id
  const rows = [...partRows(fitted, candidate, verdictIn(now, stationId), verdictIn(then, stationId)), ...specRows(unit, now, then)]
  return (
    <Box fontSize="13.5px" data-testid="changes">
      <Box
        as="table"
        width="100%"
        css={{
          borderCollapse: 'collapse',
          '& td, & th': {
            padding: '3px 4px',
            borderBottom: '1px solid',
            borderColor: 'ruleSoft',
            textAlign: 'left',
            verticalAlign: 'top',
          },
        }}
      >
        <thead>
          <tr>
            <Box as="th" fontWeight={600} color="inkSoft">
              {same ? 'in this job' : 'what changes'}
            </Box>
            <Box as="th" fontWeight={600}>
              fitted
            </Box>
            {!same && (
              <Box as="th" fontWeight={600} color="torque">
                candidate
              </Box>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name}>
              <Box as="td" color="inkSoft">
                {row.name}
              </Box>
              <Box as="td" fontFamily="figures" fontSize="15px">
                {row.now}
              </Box>
              {!same && (
                <Box
                  as="td"
                  fontFamily="figures"
                  fontSize="15px"
                  fontWeight={row.now === row.then ? 400 : 700}
                  color={row.now === row.then ? 'inkSoft' : 'torque'}
                >
                  {row.then}
                </Box>
              )}
            </tr>
          ))}
        </tbody>
      </Box>
      {!same && (
        <Button
          onClick={onFit}
          mt="8px"
          minH="44px"
          width="100%"
          borderRadius="1px"
          bg="torque"
          color="paper"
          _hover={{ opacity: 0.9 }}
          fontFamily="heading"
          fontSize="17px"
          data-testid="fit"
        >
          Fit this part
          <Text as="span" fontSize="13px" opacity={0.85}>
            (Enter on the line)
          </Text>
        </Button>
      )}
    </Box>
  )
}

const verdictIn = (answer: SpecAnswer | undefined, stationId: string): StationVerdict | undefined =>
  answer?.outcome === 'answered' ? answer.stations.find((s) => s.stationId === stationId) : undefined

function partRows(
  fitted: Part | undefined,
  candidate: Part | undefined,
  now: StationVerdict | undefined,
  then: StationVerdict | undefined,
): Row[] {
  const capacity = (v: StationVerdict | undefined) =>
    v?.worst ? `${figure(fromSi(v.worst.capacityNm, 'lb-ft'))} lb-ft ${ORIGIN_WORDS[v.worst.origin].mark}` : '—'
  const margin = (v: StationVerdict | undefined) => (v?.worst ? figure(v.worst.margin, 2) : '—')
  const place = (v: StationVerdict | undefined) => (v?.worst ? placeName(v.worst.place) : v && v.missing.length > 0 ? 'no figure' : '—')
  const cost = (part: Part | undefined) => (part ? `${money(part.price)} · ${part.hours} h` : '—')
  return [
    { name: 'holds, engine', now: heldInWords(now?.held), then: heldInWords(then?.held) },
    { name: 'least margin', now: margin(now), then: margin(then) },
    { name: 'capacity', now: capacity(now), then: capacity(then) },
    { name: 'gives way at', now: place(now), then: place(then) },
    { name: 'price · hours', now: cost(fitted), then: cost(candidate) },
  ]
}

function specRows(unit: Unit, now: SpecAnswer | undefined, then: SpecAnswer | undefined): Row[] {
  const answered = (a: SpecAnswer | undefined): Answer | undefined => (a?.outcome === 'answered' ? a : undefined)
  const first = (a: SpecAnswer | undefined) => {
    const id = answered(a)?.breakingOrder[0]
    return id ? capital(stationName(unit, id)) : '—'
  }
  const held = (a: SpecAnswer | undefined) => (answered(a) ? heldInWords(answered(a)?.held) : 'no answer')
  return [
    { name: 'whole spec holds', now: held(now), then: held(then) },
    { name: 'then goes first', now: first(now), then: first(then) },
  ]
}
