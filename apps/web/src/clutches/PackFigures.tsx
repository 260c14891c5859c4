import { Box, Text } from '@chakra-ui/react'
import {
  adviceSentence,
  facePressureWords,
  heldInWords,
  type JobContent,
  marginInWords,
  PACK_LINING_WORDS,
  percent,
  quantity,
  sharesSentence,
  shiftMargins,
  shiftWords,
  shownFigure,
  shownUnit,
  temperatureRise,
  wrongSentence,
  type ShownUnit,
} from '@plucky/contract'
import { capacityShares, drumState, type HeatedShift, MOST_BULK_K, oilOf, solveTrain, type Station, type Unit } from '@plucky/core'
import { answerFor } from '../state/verdicts.js'
import { RuledTable } from '../ui/RuledTable.js'
import type { JudgedPack } from './trial-results.js'
import { TableHead } from '../ui/TableHead.js'
import { ProblemText } from '../ui/ProblemText.js'

interface FiguresProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
  readonly fitted: JudgedPack | undefined
  readonly tried: JudgedPack | undefined
}

interface Row {
  readonly name: string
  readonly unit?: ShownUnit
  readonly of: (judged: JudgedPack) => string
  readonly short?: (judged: JudgedPack) => boolean
}

const over = (value: number, limit: number | undefined) => limit !== undefined && value > limit
const most = (shifts: readonly HeatedShift[], of: (heat: HeatedShift['heat']) => number) =>
  Math.max(0, ...shifts.map(({ heat }) => of(heat)))
const pressed = ({ report }: JudgedPack) => Math.max(0, ...report.pressed.map(({ unitPressurePa }) => unitPressurePa))
const limited = (words: string, limit: string | undefined) => (limit === undefined ? words : `${words} (limit ${limit})`)

interface HeatFigure {
  readonly name: string
  readonly unit: ShownUnit
  readonly digits: number
  readonly of: 'energyJPerM2' | 'powerWPerM2'
}

/** The worst of all shifts against the limit of the friction material. */
function heatRow({ name, unit, digits, of }: HeatFigure): Row {
  const worst = ({ report }: JudgedPack) => most(report.shifts, (heat) => heat[of])
  const limit = ({ report: { bears } }: JudgedPack) => (bears ? shownFigure(bears[of], unit, 1) : undefined)
  return {
    name,
    unit,
    of: (judged) => (judged.report.shifts.length === 0 ? '—' : limited(shownFigure(worst(judged), unit, digits), limit(judged))),
    short: (judged) => over(worst(judged), judged.report.bears?.[of]),
  }
}

/** Heat of the upshifts in which the clutch is applied. */
const HEAT: readonly Row[] = [
  {
    name: 'Steel temperature rise per apply',
    of: ({ report }) =>
      report.shifts.length === 0
        ? 'applied at standstill'
        : limited(temperatureRise(most(report.shifts, (h) => h.bulkK)), temperatureRise(MOST_BULK_K)),
    short: ({ report }) => most(report.shifts, (h) => h.bulkK) > MOST_BULK_K,
  },
  {
    name: 'Peak surface temperature rise',
    of: ({ report }) => (report.shifts.length === 0 ? '—' : temperatureRise(most(report.shifts, (h) => h.surfaceK))),
  },
  heatRow({ name: 'Heat per apply', unit: 'J/mm²', digits: 2, of: 'energyJPerM2' }),
  heatRow({ name: 'Peak heat rate', unit: 'W/mm²', digits: 1, of: 'powerWPerM2' }),
]

const ROWS: readonly Row[] = [
  { name: 'Power held, engine', of: ({ verdict }) => heldInWords(verdict.held) },
  { name: 'Build holds', of: ({ specHeld }) => heldInWords(specHeld) },
  {
    name: 'Lowest margin',
    of: ({ verdict }) => (verdict.worst ? marginInWords(verdict.worst.margin) : '—'),
    short: ({ verdict }) => (verdict.worst?.margin ?? 1) < 1,
  },
  { name: 'Friction surfaces', of: ({ report }) => String(report.faces) },
  {
    name: 'Clearance',
    of: ({ report: { clearance } }) =>
      clearance
        ? `${quantity(clearance.isM, 'in')}, spec ${shownFigure(clearance.leastM, 'in', 3)}–${shownFigure(clearance.mostM, 'in', 3)}`
        : 'stack not entered',
    short: ({ report: { clearance: c } }) => c !== null && (c.isM < c.leastM || c.isM > c.mostM),
  },
  {
    name: 'Line pressure needed / available',
    of: ({ need }) =>
      need
        ? `${shownFigure(need.neededPa, 'psi')} / ${quantity(need.suppliedPa, 'psi')}, ${need.caseId.startsWith('reverse') ? 'reverse' : need.caseId.replace('full-', '')}`
        : '—',
    short: ({ need }) => (need?.shortPa ?? 0) > 0,
  },
  {
    name: 'Unit pressure',
    of: (judged) =>
      limited(facePressureWords(pressed(judged)), judged.report.bears ? shownFigure(judged.report.bears.unitPressurePa, 'psi') : undefined),
    short: (judged) => over(pressed(judged), judged.report.bears?.unitPressurePa),
  },
  {
    name: 'Sliding speed at apply',
    unit: 'ft/s',
    of: ({ report: { rubsMPerS, rubbing, bears } }) =>
      `${limited(shownFigure(rubsMPerS, 'ft/s'), bears ? shownFigure(bears.rubbingMPerS, 'ft/s') : undefined)}${rubbing ? `; released ${shownFigure(rubbing.mPerS, 'ft/s')}` : ''}`,
    short: ({ report: { rubsMPerS, bears } }) => over(rubsMPerS, bears?.rubbingMPerS),
  },
  ...HEAT,
  { name: 'Friction material', of: ({ part }) => (part.geometry.lining ? PACK_LINING_WORDS[part.geometry.lining] : 'not entered') },
  {
    name: 'Piston travel, fill volume',
    of: ({ report }) => `${quantity(report.travelM, 'in')}, ${quantity(report.sweptM3[0]?.m3 ?? 0, 'cm³', 0)}`,
  },
  {
    name: 'Drum speed at redline, limit',
    of: ({ report: { drum } }) =>
      drum
        ? `${shownFigure(drum.radPerS, 'rpm')} rpm (${drum.rangeId}), ${drum.mostRadPerS === null ? 'no limit stated' : shownFigure(drum.mostRadPerS, 'rpm')}`
        : 'stationary',
    short: ({ report: { drum } }) => over(drum?.radPerS ?? 0, drum?.mostRadPerS ?? undefined),
  },
]

/** What follows from the stack, fitted beside tried, and what is to be said of it. */
export function PackFigures({ content, unit: transmission, station, fitted, tried }: FiguresProps) {
  const both = [fitted, tried].filter((each): each is JudgedPack => each !== undefined)
  return (
    <Box fontSize="note">
      <RuledTable data-testid="pack-figures">
        <TableHead words={['Clutch', ...(fitted ? ['Installed'] : []), ...(tried ? ['Trial'] : [])]} />
        <tbody>
          {ROWS.map(({ name, unit, of, short }) => (
            <tr key={name}>
              <td>{unit ? `${name}, ${shownUnit(unit)}` : name}</td>
              {both.map((judged, i) => (
                <td key={i} className={short?.(judged) ? 'short' : ''}>
                  {of(judged)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </RuledTable>
      {fitted && tried && <Shares content={content} unit={transmission} station={station} fitted={fitted} tried={tried} />}
      <ClutchNotes judged={tried ?? fitted} content={content} />
    </Box>
  )
}

/** Why it holds more or less than what is fitted, in the case in which that gives way first. */
function Shares({ content, unit, station, fitted, tried }: FiguresProps & { fitted: JudgedPack; tried: JudgedPack }) {
  const answer = answerFor(content)
  const duty = answer?.outcome === 'answered' ? answer.cases.find(({ id }) => id === (fitted.verdict.worst?.caseId ?? '')) : undefined
  const range = duty && solveTrain(unit.train).get(duty.rangeId)
  if (!duty || !range) return null
  const oil = oilOf(duty, drumState(unit, station, range))
  const shares = capacityShares(fitted.part.geometry, tried.part.geometry, oil, content.rules.frictionRadius)
  if (!Number.isFinite(shares.all)) return null
  return (
    <Text mt="1.5" fontWeight={600} lineHeight="1.3" data-testid="shares">
      {sharesSentence(shares)}
    </Text>
  )
}

/** Shifts, lining, spinning oil, dual feed, and what is wrong with the stack as a whole, in words. */
function ClutchNotes({ judged, content }: { judged: JudgedPack | undefined; content: JobContent }) {
  if (!judged) return null
  const { report, part } = judged
  const { stack, chambers, ringLeftOut } = part.geometry
  const wrongs = report.wrongs.filter(({ plate }) => plate === null)
  const { residual } = report
  return (
    <Box mt="1" css={{ '& p': { lineHeight: 1.3, marginTop: '3px' } }} data-testid="pack-said">
      {wrongs.map((wrong) => (
        <ProblemText key={wrong.code} fontWeight={600}>
          {wrongSentence(wrong, stack?.plates ?? [])}
        </ProblemText>
      ))}
      {report.shifts.map((shift) => (
        <Text key={shift.toRange} color={shift.result.outcome === 'done' ? 'ink' : 'break'}>
          {`Shift ${shiftWords(shift)}, starting slip ${quantity(shift.slipRadPerS, 'rpm')}; ${shiftMargins(shift)}.`}
        </Text>
      ))}
      <Text>{`Friction material: ${adviceSentence(report.advice)}`}</Text>
      {residual && residual.spinN > residual.springsN && (
        <Text color="oil" fontWeight={600}>
          {`Released in ${residual.rangeId} at redline, centrifugal oil pushes ${quantity(residual.spinN, 'N')} against ${quantity(residual.springsN, 'N')} of return spring. It needs a check ball (bleed) or a balance dam, or it will drag.`}
        </Text>
      )}
      {chambers.length > 1 && <Text>{dualWords(part.needs?.map(({ why }) => why) ?? [], ringLeftOut, content)}</Text>}
    </Box>
  )
}

function dualWords(needs: readonly string[], ringLeftOut: string | undefined, { brief }: JobContent): string {
  const left = ringLeftOut
    ? `Sealing ring left out: ${ringLeftOut}. The air test will leak there by design.`
    : 'This part does not say which sealing ring is left out.'
  const needed = needs.length > 0 ? `Requires: ${needs.join('; ').replace(/\.$/, '')}.` : 'Requires a matching support and drum.'
  return `Dual feed. ${needed} ${left} Reverse shares the feed: it fills more slowly, and uses both piston areas at ${percent(brief.reverseThrottle)} throttle.`
}
