import { chakra, Text } from '@chakra-ui/react'
import { capital, cyclesWords, figure, leanSentence, marginInWords, quantity, type JobContent } from '@plucky/contract'
import { fittedConverter, fromSi, lockupReport, type LockupReport, type Unit } from '@plucky/core'
import { specInputOf } from '../state/verdicts.js'
import { PLAIN_TABLE } from '../ui/plain-table.js'

/** What the lockup clutch does beside its place in the verdict: every range and upshift, how its face lies, what turns with it, what wears. */
export function LockupBeside({ content, unit }: { content: JobContent; unit: Unit }) {
  const input = specInputOf(content)
  if (!input) return null
  if (!fittedConverter(input)?.lockup) return <Text mt="6px">The converter that is fitted does not lock, so nothing is needed here.</Text>
  const report = lockupReport(input)
  if (!report) return null
  return (
    <>
      <chakra.table css={PLAIN_TABLE} mt="6px" data-testid="lockup-demands">
        <thead>
          <tr>
            {['locked at full power', 'asked, lb-ft', 'margin', 'by house rule'].map((word) => (
              <th key={word}>{word}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {report.demands.map(({ kind, rangeId, demandNm, margin, byRule }) => (
            <tr key={kind + rangeId}>
              <td>{`${kind === 'range' ? 'in' : 'upshift into'} ${nameOf(unit, rangeId)}`}</td>
              <td>{figure(fromSi(demandNm, 'lb-ft'))}</td>
              <td className={margin < 1 ? 'short' : ''}>{marginInWords(margin)}</td>
              <td>{byRule ? 'locked' : kind === 'range' ? 'not locked' : 'let go'}</td>
            </tr>
          ))}
        </tbody>
      </chakra.table>
      <chakra.table css={PLAIN_TABLE} mt="6px" data-testid="lockup-beside">
        <tbody>
          {rowsOf(report).map(([name, words, short]) => (
            <tr key={name}>
              <td>{name}</td>
              <td className={short ? 'short' : ''}>{words}</td>
            </tr>
          ))}
        </tbody>
      </chakra.table>
      <Text mt="4px" lineHeight="1.3">
        {capital(leanSentence(report))}
      </Text>
    </>
  )
}

const nameOf = (unit: Unit, id: string) => unit.train.ranges.find((range) => range.id === id)?.name ?? id
const rpm = (w: number) => figure(Math.round(fromSi(w, 'rpm') / 10) * 10)

type Row = readonly [name: string, words: string, short?: boolean]

function rowsOf({ damperStopNm, torsion, emptying, slip, notches }: LockupReport): Row[] {
  return [
    ['damper binds at', damperStopNm === null ? 'solid: the pulses reach shaft and gears' : quantity(damperStopNm, 'lb-ft')],
    ['firing meets the shaft at', torsion ? `${rpm(torsion.resonanceRadPerS)} rpm, half the cylinders cut: ${rpm(torsion.halvedRadPerS)}` : 'not known: cylinders in the brief, a shaft with its sections'],
    ...(torsion ? [['locked solid from', `${rpm(torsion.leastSolidRadPerS)} rpm (1.5 times that); pulses × ${figure(torsion.magnification, 2)} at the torque peak`] as const] : []),
    ['release side empties in', emptying ? `${figure(emptying.seconds, 2)} s, through ${quantity(emptying.holeM, 'in')}` : 'not known: no hole in the input shaft'],
    ['slip by house rule', slip.wantedRadPerS === 0 ? `none; the lining bears ${rpm5(slip.borneRadPerS)} rpm` : `${rpm5(slip.wantedRadPerS)} of ${rpm5(slip.borneRadPerS)} rpm that it bears, ${figure(slip.heatW)} W`, slip.wantedRadPerS > slip.borneRadPerS || slip.wattPerM2 > slip.mostWattPerM2],
    ...notches.map(({ name, stressPa, cycles }): Row => [name, `0 to ${figure(fromSi(stressPa, 'ksi'))} ksi an apply: ${cyclesWords(cycles)}${Number.isFinite(cycles) ? ' applies' : ''}`, cycles < 1e4]),
  ]
} // prettier-ignore

const rpm5 = (w: number) => figure(Math.round(fromSi(w, 'rpm')))
