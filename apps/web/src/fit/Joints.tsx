import { Box, Text } from '@chakra-ui/react'
import {
  CENTRING_WORDS,
  certificateWords,
  figure,
  JOINT_MIND_WORDS,
  PLATE_CLASS_WORDS,
  quantity,
  RULE_BOOK_DECIDES,
  spinWords,
  type JobContent,
} from '@plucky/contract'
import { plateReport, type JointReport, type PlateReport } from '@plucky/core'
import { specInputOf } from '../state/verdicts.js'

/** The same beside the bench of the line. */
export function JointsBeside({ content }: { content: JobContent }) {
  const input = specInputOf(content)
  const report = input && plateReport(input)
  return report ? (
    <Box mt="8px">
      <Joints report={report} />
    </Box>
  ) : null
}

const lbft = (nm: number) => quantity(nm, 'lb-ft')
const inch = (m: number) => quantity(m, 'in', 4)

/** The plate that is fitted with the joints in front of it and behind it: clamp, slip, and what is left when friction has let go. */
export function Joints({ report }: { report: PlateReport }) {
  const { plate, crank, converter, byClassNm, crooked, certificate, spin } = report
  const centring = plate.centring ? `kept in the middle by ${CENTRING_WORDS[plate.centring]}` : 'what keeps it in the middle is not said'
  return (
    <Box fontSize="14px" lineHeight="1.35" data-testid="joints">
      <Box as="table" width="100%" css={{ '& td, & th': { padding: '2px 6px 2px 0', textAlign: 'right', fontWeight: 400 }, '& th:first-of-type, & td:first-of-type': { textAlign: 'left' }, '& tr': { borderBottom: '1px solid var(--chakra-colors-rule-soft)' } }}>
        <thead>
          <tr>
            <Text as="th" color="inkSoft">joint</Text>
            <Text as="th" color="inkSoft">crank</Text>
            <Text as="th" color="inkSoft">converter</Text>
          </tr>
        </thead>
        <tbody>
          {rowsOf(crank, converter).map(([name, a, b]) => (
            <tr key={name}>
              <Text as="td" color="inkSoft">{name}</Text>
              <Text as="td" fontFamily="figures" fontSize="15px">{a}</Text>
              <Text as="td" fontFamily="figures" fontSize="15px">{b}</Text>
            </tr>
          ))}
        </tbody>
      </Box>
      {[...new Set([...crank.minds.map((mind) => ['Crank joint', mind] as const), ...converter.minds.map((mind) => ['Converter joint', mind] as const)])].map(([joint, mind]) => (
        <Text key={joint + mind} color={mind === 'above-proof' ? 'break' : 'oil'} fontWeight={600}>{`${joint}: ${JOINT_MIND_WORDS[mind]}.`}</Text>
      ))}
      <Text mt="4px">{`Plate ${PLATE_CLASS_WORDS[plate.plateClass]}, ${inch(plate.thicknessM)}, ${centring}${plate.centring === 'tabs' ? ': look at its run-out' : ''}. Unrated, its class would be trusted with ${lbft(byClassNm)}${crooked ? ', halved by its crooked pads' : ''}.`}</Text>
      {spin && <Text color={spin.under ? 'ink' : 'break'} fontWeight={spin.under ? 400 : 600}>{`Plate ${spinWords(spin)}.`}</Text>}
      <Text color={certificate && !['good', 'not-asked'].includes(certificate.verdict) ? 'break' : 'ink'} data-testid="certificate">
        {certificate ? `On the day of the event ${certificateWords(certificate.verdict, certificate.until)}. ${RULE_BOOK_DECIDES}` : `Whether a certified plate is asked for, the brief does not say. ${RULE_BOOK_DECIDES}`}
      </Text>
      <Text color="inkSoft" fontSize="13.5px">A joint that slips once keeps slipping: its holes go oval, and no torque on the wrench brings it back.</Text>
    </Box>
  )
} // prettier-ignore

function rowsOf(crank: JointReport, converter: JointReport): (readonly [string, string, string])[] {
  const both = (name: string, of: (joint: JointReport) => string) => [name, of(crank), of(converter)] as const
  const worth = ({ worth: w }: JointReport, of: 'firstNm' | 'bothNm' | 'secondNm') => (w ? lbft(w[of]) : '—')
  const second = crank.worth || converter.worth
  return [
    both('bolts in', ({ bolts, joint }) => `${bolts} × ${inch(joint.boltDiameterM)}`),
    both('tightened to', ({ joint }) => lbft(joint.tighteningTorqueNm)),
    both('clamp of each', ({ state }) => quantity(state.clampN, 'lbf', 0)),
    both('of the proof load', ({ state }) => (state.proofShare === null ? 'grade not known' : `${figure(100 * state.proofShare)} %`)),
    both('three quarters at', ({ state }) => (state.properTorqueNm === null ? '—' : lbft(state.properTorqueNm))),
    both('slips at', ({ slipNm }) => lbft(slipNm)),
    ...(second
      ? [
          both('one pattern alone', (joint) => worth(joint, 'firstNm')),
          both('both patterns in', (joint) => worth(joint, 'bothNm')),
          both('second alone, first oval', (joint) => worth(joint, 'secondNm')),
        ]
      : []),
    both('bolts shear at, last', ({ state }) => (state.shearNm === null ? '—' : lbft(state.shearNm))),
  ]
}
