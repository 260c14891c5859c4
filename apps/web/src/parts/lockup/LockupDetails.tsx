import { Text } from '@chakra-ui/react'
import {
  capital,
  cyclesWords,
  figure,
  gearName,
  type JobContent,
  leanSentence,
  lockupAnswers,
  marginInWords,
  quantity,
  shownFigure,
  shownUnit,
  toShown,
} from '@plucky/contract'
import { fittedConverter, lockupReport, type LockupReport, type Unit } from '@plucky/core'
import { specInputOf } from '../../state/verdicts.js'
import { RuledTable } from '../../ui/RuledTable.js'
import { TableHead } from '../../ui/TableHead.js'

/** What the lockup clutch does beside its place in the verdict: every range and upshift, how its face lies, what turns with it, what wears. */
export function LockupDetails({ content, unit }: { content: JobContent; unit: Unit }) {
  const input = specInputOf(content)
  if (!input) return null
  if (!fittedConverter(input)?.lockup) return <Text mt="1.5">The installed converter has no lockup, so no lockup clutch is needed.</Text>
  const report = lockupReport(input)
  if (!report) return null
  return (
    <>
      <RuledTable mt="1.5" data-testid="lockup-demands">
        <TableHead words={['Locked at full power', `Demand, ${shownUnit('lb-ft')}`, 'Margin', 'House rule']} />
        <tbody>
          {report.demands.map(({ kind, rangeId, demandNm, margin, byRule }) => (
            <tr key={kind + rangeId}>
              <td>{`${kind === 'range' ? 'in' : 'upshift into'} ${nameOf(unit, rangeId)}`}</td>
              <td>{shownFigure(demandNm, 'lb-ft')}</td>
              <td className={margin < 1 ? 'short' : ''}>{marginInWords(margin)}</td>
              <td>{byRule ? 'locked' : kind === 'range' ? 'not locked' : 'released'}</td>
            </tr>
          ))}
        </tbody>
      </RuledTable>
      <RuledTable mt="1.5" data-testid="lockup-asks">
        <TableHead words={['Lockup at full throttle', 'Answer']} />
        <tbody>
          {lockupAnswers(report, unit).map(({ asks, answer, short }) => (
            <tr key={asks}>
              <td>{asks}</td>
              <td className={short ? 'short' : ''}>{answer}</td>
            </tr>
          ))}
        </tbody>
      </RuledTable>
      <RuledTable mt="1.5" data-testid="lockup-beside">
        <tbody>
          {rowsOf(report).map(([name, words, short]) => (
            <tr key={name}>
              <td>{name}</td>
              <td className={short ? 'short' : ''}>{words}</td>
            </tr>
          ))}
        </tbody>
      </RuledTable>
      <Text mt="1" lineHeight="1.3">
        {capital(leanSentence(report))}
      </Text>
    </>
  )
}

const nameOf = (unit: Unit, id: string) => gearName(unit.train, id)
const rpm = (w: number) => figure(Math.round(toShown(w, 'rpm') / 10) * 10)

type Row = readonly [name: string, words: string, short?: boolean]

function rowsOf({ damperStopNm, torsion, slip, notches }: LockupReport): Row[] {
  return [
    [
      'Damper coil-bind torque',
      damperStopNm === null ? 'none (solid); firing pulses reach the shaft and gears' : quantity(damperStopNm, 'lb-ft'),
    ],
    [
      'Torsional resonance at',
      torsion
        ? `${rpm(torsion.resonanceRadPerS)} rpm; with half the cylinders cut: ${rpm(torsion.halvedRadPerS)}`
        : 'unknown: enter cylinders in the brief and install an input shaft',
    ],
    ...(torsion
      ? [
          [
            'Lock solid only above',
            `${rpm(torsion.leastSolidRadPerS)} rpm (1.5 × resonance); pulse amplification × ${figure(torsion.magnification, 2)} at peak torque`,
          ] as const,
        ]
      : []),
    [
      'Steady slip (house rule)',
      slip.wantedRadPerS === 0
        ? `none; friction material tolerates ${rpm5(slip.borneRadPerS)} rpm`
        : `${rpm5(slip.wantedRadPerS)} of ${rpm5(slip.borneRadPerS)} rpm tolerated, ${quantity(slip.heatW, 'W', 0)}`,
      slip.wantedRadPerS > slip.borneRadPerS || slip.wattPerM2 > slip.mostWattPerM2,
    ],
    ...notches.map(({ name, stressPa, cycles }): Row => [
      name,
      `0 to ${quantity(stressPa, 'ksi')} per apply: ${cyclesWords(cycles)}${Number.isFinite(cycles) ? ' applies' : ''}`,
      cycles < 1e4,
    ]),
  ]
}

const rpm5 = (w: number) => figure(Math.round(toShown(w, 'rpm')))
