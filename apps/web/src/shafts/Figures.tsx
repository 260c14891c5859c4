import { RuledTable } from '../ui/RuledTable.js'
import { memo } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { trialStore } from './trial.js'
import {
  cannotBeBuilt,
  caseInSentence,
  figure,
  hardnessSentence,
  heldInWords,
  type JobContent,
  lifePlaceWords,
  lifeWords,
  marginInWords,
  mateWords,
  oilWords,
  percent,
  placeName,
  quantity,
  twistWords,
} from '@plucky/contract'
import { boreShare, type DutyCase, type ShaftFigure, shaftLength, type ShaftReport, type Station, type Unit } from '@plucky/core'
import { answerFor } from '../state/verdicts.js'
import { useTrialResult, type Judged } from './trial-results.js'

interface FiguresProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
  readonly fitted: Judged | undefined
  /** A figure is to be opened to its working. */
  readonly onOpen: (figure: ShaftFigure, of: 'fitted' | 'tried') => void
  readonly duty: DutyCase | undefined
}

const lbft = (nm: number) => quantity(nm, 'lb-ft')

interface Row {
  readonly name: string
  of(judged: Judged): string
  readonly short?: (judged: Judged) => boolean
  readonly figure?: ShaftFigure
}

/** Everything that follows from the drawing, for what is fitted and for what lies on the bench. */
export function Figures({ content, unit, station, fitted, duty, onOpen }: FiguresProps) {
  const tried = useTrialResult(content, station, duty?.id ?? '')
  const leftOut = useStore(trialStore, ({ trial }) => {
    const basis = trial?.basis ? shopStore.getState().parts.get(trial.basis) : undefined
    return basis !== undefined && basis.stated.length > 0 && basis.geometry !== trial?.drawn
  })
  return (
    <Table content={content} unit={unit} station={station} fitted={fitted} tried={tried} duty={duty} onOpen={onOpen} leftOut={leftOut} />
  )
}

/** Drawn only where one of the two is another. */
const Table = memo(function Table({
  content,
  unit,
  station,
  fitted,
  tried,
  duty,
  onOpen,
  leftOut,
}: FiguresProps & { tried: Judged | undefined; leftOut: boolean }) {
  if (!fitted && !tried) return <p>No results yet: install a part and complete the brief.</p>
  const rows = rowsOf(content, unit, station, fitted, duty)
  const cell = (row: Row, judged: Judged | undefined) => (judged ? row.of(judged) : '—')
  return (
    <>
      <RuledTable data-testid="shaft-figures">
        <thead>
          <tr>
            <th>Shaft</th>
            <th>Installed</th>
            {tried && <th className="changed">Trial</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const [was, is] = [cell(row, fitted), cell(row, tried)]
            return (
              <tr key={row.name}>
                <td>{row.name}</td>
                <td className={fitted && row.short?.(fitted) ? 'short' : ''}>
                  <Value words={was} row={row} onOpen={() => row.figure && onOpen(row.figure, 'fitted')} />
                </td>
                {tried && (
                  <td className={row.short?.(tried) ? 'short' : was === is ? 'same' : 'changed'}>
                    <Value words={is} row={row} onOpen={() => row.figure && onOpen(row.figure, 'tried')} />
                  </td>
                )}
              </tr>
            )
          })}
        </tbody>
      </RuledTable>
      {leftOut && <p>The manufacturer rating is ignored because the shaft has been changed.</p>}
      <Notes unit={unit} judged={tried ?? fitted} />
    </>
  )
})

/** A figure, which opens its working where it has one. */
function Value({ words, row, onOpen }: { words: string; row: Row; onOpen: () => void }) {
  if (!row.figure || words.startsWith('—') || words === NO_CROSS_HOLE) return <>{words}</>
  return (
    <button type="button" onClick={onOpen} aria-label={`Calculation of ${row.name}, ${words}`} data-testid={`open-${row.figure}`}>
      {words}
    </button>
  )
}

/** A row read from the report alone. */
const of = (name: string, words: (r: ShaftReport) => string, figure?: ShaftFigure): Row => ({
  name,
  of: ({ report }) => words(report),
  ...(figure ? { figure } : {}),
})

function rowsOf(content: JobContent, unit: Unit, station: Station, fitted: Judged | undefined, duty: DutyCase | undefined): Row[] {
  const answer = answerFor(content)
  const target = answer?.outcome === 'answered' ? answer.peakPowerW : 0
  const oil = fitted?.report.oil
  return [
    {
      name: 'Power held, engine',
      of: ({ verdict }) => heldInWords(verdict.held),
      short: ({ verdict }) => !content.brief.openQuestion && verdict.held.outcome === 'held' && verdict.held.powerW < target,
    },
    {
      name: 'Build holds',
      of: ({ specHeld, stops }) => cannotBeBuilt(stops) || heldInWords(specHeld),
    },
    {
      name: duty ? `Margin ${caseInSentence(unit, duty, content.brief)}` : 'Margin',
      of: ({ demandNm, report }) => (demandNm > 0 ? `${marginInWords(report.yieldNm / demandNm)} (demand ${lbft(demandNm)})` : 'no load'),
      short: ({ demandNm, report }) => demandNm > report.yieldNm,
    },
    {
      name: 'Yield torque',
      figure: 'yield',
      of: ({ report }) => `${lbft(report.yieldNm)}, ${placeName(report.weakest)}`,
    },
    of('Ultimate (break) torque', (r) => lbft(r.breakNm), 'break'),
    of('Spline working torque, handbook', (r) => (r.workingNm === null ? '—' : `${lbft(r.workingNm)}, 10⁴ cycles`), 'handbook'),
    of('Spline wear torque, handbook', (r) => (r.wearNm === null ? '—' : `${lbft(r.wearNm)}, 10⁶ revolutions`), 'wear'),
    of(
      'Fatigue life, launches',
      (r) => `${lifeWords(r.life)}${r.life && Number.isFinite(r.life.mostSurvive) ? `, ${lifePlaceWords(r.life)}` : ''}`,
      'life',
    ),
    of('Max twist', (r) => `${twistWords(r.twistRad)}, ${quantity(r.energyJ, 'J', 0)}`, 'twist'),
    ...(station.load.at === 'stator'
      ? []
      : [
          of('Natural period', (r) => (r.shock ? `${figure(1000 * r.shock.periodS, 1)} ms (turbine on its shafts)` : '—'), 'period'),
          of('Launch overshoot', (r) => (r.shock ? `× ${figure(r.shock.overshoot, 2)} (torque ramp)` : '—'), 'overshoot'),
          of('Shock from a sudden 100 rpm stop', (r) => (r.caughtNm === null ? '—' : `+${lbft(r.caughtNm)}`), 'caught'),
        ]),
    ...(oil || fitted === undefined
      ? [
          of('Oil flow through bore', (r) => oilWords(r.oil, 'boreM3PerS', oil)),
          of('Oil flow through cross holes', (r) => oilWords(r.oil, 'holesM3PerS', oil), 'holes'),
          of('Oil flow, bore and holes in series', (r) => oilWords(r.oil, 'bothM3PerS', oil)),
        ]
      : []),
    {
      name: 'Strength lost to bore',
      of: ({ part: { geometry } }) =>
        percent(Math.max(...geometry.sections.filter(({ idle }) => !idle).map((s) => boreShare(s.outerDiameterM, s.boreDiameterM))), 2),
    },
    { name: 'Strength lost to cross holes', of: ({ report }) => holesTake(report) },
    { name: 'Length', of: ({ part }) => quantity(shaftLength(part.geometry), 'in') },
  ]
}

const NO_CROSS_HOLE = 'no cross hole'

/** Share of the net section lost to the worst cross hole. */
function holesTake({ limits }: ShaftReport): string {
  const taken = limits.flatMap(({ slice }) =>
    slice && slice.drilledM > 0
      ? [(slice.drilledM * slice.diameterM ** 2) / 6 / (slice.modulusM3 + (slice.drilledM * slice.diameterM ** 2) / 6)]
      : [],
  )
  return taken.length === 0 ? NO_CROSS_HOLE : percent(Math.max(...taken), 1)
}

/** What a figure cannot say: how its splines stand, and whether it can be what its box says. */
function Notes({ unit, judged }: { unit: Unit; judged: Judged | undefined }) {
  if (!judged) return null
  const { report, part } = judged
  return (
    <>
      {report.mates.map((mate) => (
        <p key={mate.section} className={mate.differences.length > 0 ? 'short' : ''}>
          {`${mate.differences.length > 0 ? '▲ ' : ''}${mateWords(mate, unit)}`}
        </p>
      ))}
      {report.hardness && (
        <p className={report.hardness.verdict === 'too-soft' ? 'short' : 'said'} data-testid="hardness-said">
          {hardnessSentence(report.hardness, part.geometry)}
          {report.asFoundNm === null ? '' : ` At the measured hardness it holds ${quantity(report.asFoundNm, 'lb-ft')}.`}
        </p>
      )}
      <p>
        Rated by first yield, plus the house margin. Fatigue life and handbook torque are for reference. Launch counts are order-of-
        magnitude estimates, not a promise (one launch = the launch, one pull through each gear, occasional reverse).
      </p>
    </>
  )
}
