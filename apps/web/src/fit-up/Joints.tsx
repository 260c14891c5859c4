import { Box, Text } from '@chakra-ui/react'
import {
  CENTRING_WORDS,
  certificateWords,
  JOINT_MIND_WORDS,
  PLATE_CLASS_WORDS,
  quantity,
  RULE_BOOK_DECIDES,
  spinWords,
  type JobContent,
  percent,
} from '@plucky/contract'
import { plateReport, type JointReport, type PlateReport } from '@plucky/core'
import { specInputOf } from '../state/verdicts.js'

/** The same beside the bench of the line. */
export function FlexPlateJointDetails({ content }: { content: JobContent }) {
  const input = specInputOf(content)
  const report = input && plateReport(input)
  return report ? (
    <Box mt="2">
      <Joints report={report} />
    </Box>
  ) : null
}

const lbft = (nm: number) => quantity(nm, 'lb-ft')
const inch = (m: number) => quantity(m, 'in', 4)

/** The plate that is fitted with the joints in front of it and behind it: clamp, slip, and what is left when friction has let go. */
export function Joints({ report }: { report: PlateReport }) {
  const { plate, crank, converter, byClassNm, crooked, certificate, spin } = report
  const centring = plate.centring ? `centered by ${CENTRING_WORDS[plate.centring]}` : 'centering not stated'
  return (
    <Box fontSize="small" lineHeight="1.35" data-testid="joints">
      <JointTable crank={crank} converter={converter} />
      {[
        ...new Set([
          ...crank.minds.map((mind) => ['Crank joint', mind] as const),
          ...converter.minds.map((mind) => ['Converter joint', mind] as const),
        ]),
      ].map(([joint, mind]) => (
        <Text
          key={joint + mind}
          color={mind === 'above-proof' ? 'break' : 'oil'}
          fontWeight={600}
        >{`${joint}: ${JOINT_MIND_WORDS[mind]}.`}</Text>
      ))}
      <Text mt="1">{`Flex plate: ${PLATE_CLASS_WORDS[plate.plateClass]}, ${inch(plate.thicknessM)}, ${centring}${plate.centring === 'tabs' ? ': check runout' : ''}. Rule of thumb for an unrated plate of this class: ${lbft(byClassNm)}${crooked ? ' (halved for pad runout)' : ''}.`}</Text>
      {spin && <Text color={spin.under ? 'ink' : 'break'} fontWeight={spin.under ? 400 : 600}>{`Flex plate ${spinWords(spin)}.`}</Text>}
      <Text color={certificate && !['good', 'not-asked'].includes(certificate.verdict) ? 'break' : 'ink'} data-testid="certificate">
        {certificate
          ? `On the event date, ${certificateWords(certificate.verdict, certificate.until)}. ${RULE_BOOK_DECIDES}`
          : `The brief does not say whether a certified plate is required. ${RULE_BOOK_DECIDES}`}
      </Text>
      <Text color="inkSoft" fontSize="note">
        A joint that slips once will slip again: the holes go oval and retorquing will not save it.
      </Text>
    </Box>
  )
}

function JointTable({ crank, converter }: { crank: JointReport; converter: JointReport }) {
  return (
    <Box
      as="table"
      width="100%"
      css={{
        '& td, & th': { padding: '2px 6px 2px 0', textAlign: 'right', fontWeight: 400 },
        '& th:first-of-type, & td:first-of-type': { textAlign: 'left' },
        '& tr': { borderBottom: '1px solid var(--chakra-colors-rule-soft)' },
      }}
    >
      <thead>
        <tr>
          <Text as="th" color="inkSoft">
            Joint
          </Text>
          <Text as="th" color="inkSoft">
            Crank
          </Text>
          <Text as="th" color="inkSoft">
            Converter
          </Text>
        </tr>
      </thead>
      <tbody>
        {rowsOf(crank, converter).map(([name, a, b]) => (
          <tr key={name}>
            <Text as="td" color="inkSoft">
              {name}
            </Text>
            <Text as="td" textStyle="figure">
              {a}
            </Text>
            <Text as="td" textStyle="figure">
              {b}
            </Text>
          </tr>
        ))}
      </tbody>
    </Box>
  )
}

function rowsOf(crank: JointReport, converter: JointReport): (readonly [string, string, string])[] {
  const both = (name: string, of: (joint: JointReport) => string) => [name, of(crank), of(converter)] as const
  const worth = ({ worth: w }: JointReport, of: 'firstNm' | 'bothNm' | 'secondNm') => (w ? lbft(w[of]) : '—')
  const second = crank.worth || converter.worth
  return [
    both('Bolts', ({ bolts, joint }) => `${bolts} × ${inch(joint.boltDiameterM)}`),
    both('Tightening torque', ({ joint }) => lbft(joint.tighteningTorqueNm)),
    both('Clamp load per bolt', ({ state }) => quantity(state.clampN, 'lbf', 0)),
    both('Preload, % of proof', ({ state }) => (state.proofShare === null ? 'grade unknown' : percent(state.proofShare))),
    both('Torque for 75% of proof', ({ state }) => (state.properTorqueNm === null ? '—' : lbft(state.properTorqueNm))),
    both('Joint slips at', ({ slipNm }) => lbft(slipNm)),
    ...(second
      ? [
          both('First pattern only', (joint) => worth(joint, 'firstNm')),
          both('Both patterns', (joint) => worth(joint, 'bothNm')),
          both('Second pattern only (first holes oval)', (joint) => worth(joint, 'secondNm')),
        ]
      : []),
    both('Bolts shear at', ({ state }) => (state.shearNm === null ? '—' : lbft(state.shearNm))),
  ]
}
