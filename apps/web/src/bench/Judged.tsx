import { Box, Text } from '@chakra-ui/react'
import { caseInSentence, capital, figure, ORIGIN_WORDS, placeName, stationName } from '@plucky/contract'
import { fromSi, stationLimits, type Answer, type Brief, type Part, type Unit } from '@plucky/core'

interface JudgedProps {
  readonly unit: Unit
  readonly brief: Brief
  readonly answer: Answer
  readonly stationId: string
  readonly part: Part | undefined
  readonly caseId: string
}

const lbft = (nm: number) => figure(fromSi(nm, 'lb-ft'))

/** How the chosen station is judged: torque × shock against what holds, case by case, and where its limits come from. */
export function Judged({ unit, brief, answer, stationId, part, caseId }: JudgedProps) {
  const verdict = answer.stations.find((s) => s.stationId === stationId)
  const station = unit.stations.find((s) => s.id === stationId)
  if (!verdict || !station) return null
  const idle = answer.cases.filter((duty) => !verdict.cases.some((c) => c.caseId === duty.id))
  const limits = part ? stationLimits(station, part) : { limits: [], missing: [] }
  const origins = [...new Set(limits.limits.map((limit) => limit.origin))]
  return (
    <Box fontSize="13.5px">
      <Box
        as="table"
        width="100%"
        css={{
          borderCollapse: 'collapse',
          '& td, & th': {
            padding: '2px 4px',
            borderBottom: '1px solid',
            borderColor: 'ruleSoft',
            textAlign: 'right',
            fontWeight: 400,
          },
          '& td:first-of-type, & th:first-of-type': { textAlign: 'left' },
        }}
      >
        <thead>
          <tr>
            {['case', 'torque', '× shock', 'asks', 'holds', 'margin'].map((word) => (
              <Box as="th" key={word} color="inkSoft">
                {word}
              </Box>
            ))}
          </tr>
        </thead>
        <Box as="tbody" fontFamily="figures" fontSize="14.5px">
          {verdict.cases.map((c) => {
            const duty = answer.cases.find((d) => d.id === c.caseId)
            return (
              <Box as="tr" key={c.caseId} bg={c.caseId === caseId ? 'oilWash' : undefined} fontWeight={c === verdict.worst ? 700 : 400}>
                <td>{duty ? capital(caseInSentence(unit, duty, brief)) : c.caseId}</td>
                <td>{lbft(c.loadNm)}</td>
                <td>{figure(c.factor, 2)}</td>
                <td>{lbft(c.demandNm)}</td>
                <td>
                  {lbft(c.capacityNm)} {ORIGIN_WORDS[c.origin].mark}
                </td>
                <Box as="td" color={c.margin < 1 ? 'break' : 'ink'}>
                  {figure(c.margin, 2)}
                </Box>
              </Box>
            )
          })}
        </Box>
      </Box>
      <Text mt="4px" color="inkSoft" lineHeight="1.35">
        {verdict.worst && `Least: ${placeName(verdict.worst.place)}. `}
        {idle.length > 0 && `Carries nothing ${idle.map((duty) => caseInSentence(unit, duty, brief)).join(', ')}. `}
        {limits.missing.length > 0 && (
          <strong>{`${capital(stationName(unit, stationId))}: no model yet and no stated figure, so nothing is said of it. `}</strong>
        )}
        {(station.kind === 'one-way' || station.kind === 'gear-set' || station.kind === 'shell' || station.kind === 'converter') &&
          limits.missing.length === 0 &&
          'Judged by its stated limit alone; a model of its own comes later. '}
        Torques in lb-ft. {origins.map((origin) => `${ORIGIN_WORDS[origin].mark} ${ORIGIN_WORDS[origin].words}`).join(', ')}.
      </Text>
    </Box>
  )
}
