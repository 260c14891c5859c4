import { memo } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { trialStore } from './trial.js'
import {
  caseInSentence,
  figure,
  hardnessSentence,
  heldInWords,
  lifePlaceWords,
  lifeWords,
  marginInWords,
  mateWords,
  oilWords,
  placeName,
  quantity,
  twistWords,
  type JobContent,
} from '@plucky/contract'
import { boreShare, fromSi, shaftLength, type DutyCase, type ShaftFigure, type ShaftReport, type Station, type Unit } from '@plucky/core'
import { answerFor } from '../state/verdicts.js'
import { useTried, type Judged } from './tried.js'

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
  const tried = useTried(content, station, duty?.id ?? '')
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
  if (!fitted && !tried)
    return <p>There is no answer yet, or nothing is fitted here: what follows stands here as soon as there is a torque.</p>
  const rows = rowsOf(content, unit, station, fitted, duty)
  const cell = (row: Row, judged: Judged | undefined) => (judged ? row.of(judged) : '—')
  return (
    <>
      <table data-testid="shaft-figures">
        <thead>
          <tr>
            <th>shaft</th>
            <th>fitted</th>
            {tried && <th className="changed">as drawn</th>}
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
      </table>
      {leftOut && <p>What its maker states of it is left out: it is another shaft now.</p>}
      <Notes unit={unit} judged={tried ?? fitted} />
    </>
  )
})

/** A figure, which opens its working where it has one. */
function Value({ words, row, onOpen }: { words: string; row: Row; onOpen: () => void }) {
  if (!row.figure || words.startsWith('—') || words === 'no hole') return <>{words}</>
  return (
    <button type="button" onClick={onOpen} aria-label={`Working of ${row.name}, ${words}`} data-testid={`open-${row.figure}`}>
      {words}
    </button>
  )
}

function rowsOf(content: JobContent, unit: Unit, station: Station, fitted: Judged | undefined, duty: DutyCase | undefined): Row[] {
  const of = (name: string, words: (r: ShaftReport) => string, figure?: ShaftFigure): Row => ({ name, of: ({ report }) => words(report), ...(figure ? { figure } : {}) })
  const answer = answerFor(content)
  const target = answer?.outcome === 'answered' ? answer.peakPowerW : 0
  const oil = fitted?.report.oil
  return [
    { name: 'holds, engine', of: ({ verdict }) => heldInWords(verdict.held), short: ({ verdict }) => !content.brief.openQuestion && verdict.held.outcome === 'held' && verdict.held.powerW < target },
    { name: 'the spec holds', of: ({ specHeld, report }) => (report.mates.some((m) => m.differences.length > 0) ? 'nothing: splines differ' : heldInWords(specHeld)) },
    { name: duty ? `margin ${caseInSentence(unit, duty, content.brief)}` : 'margin', of: ({ demandNm, report }) => (demandNm > 0 ? `${marginInWords(report.yieldNm / demandNm)} of ${lbft(demandNm)}` : 'carries nothing'), short: ({ demandNm, report }) => demandNm > report.yieldNm },
    { name: 'begins to yield', figure: 'yield', of: ({ report }) => `${lbft(report.yieldNm)}, ${placeName(`${report.weakest.place}|${report.weakest.feature}`)}` },
    of('twists off', (r) => lbft(r.breakNm), 'break'),
    of('handbook works its splines at', (r) => (r.workingNm === null ? '—' : `${lbft(r.workingNm)}, 10⁴ times`), 'handbook'),
    of('and against their wear', (r) => (r.wearNm === null ? '—' : `${lbft(r.wearNm)}, 10⁶ turns`), 'wear'),
    of('launches to a crack', (r) => `${lifeWords(r.life)}${r.life && Number.isFinite(r.life.mostSurvive) ? `, ${lifePlaceWords(r.life)}` : ''}`, 'life'),
    of('twist at most', (r) => `${twistWords(r.twistRad)}, ${figure(r.energyJ)} J`, 'twist'),
    ...(station.load.at === 'stator' ? [] : [
      of('swings in', (r) => (r.shock ? `${figure(1000 * r.shock.periodS, 1)} ms with its path` : '—'), 'period'),
      of('a launch overshoots', (r) => (r.shock ? `× ${figure(r.shock.overshoot, 2)} by its ramp` : '—'), 'overshoot'),
      of('100 rpm caught at once', (r) => (r.caughtNm === null ? '—' : `+${lbft(r.caughtNm)}`), 'caught'),
    ]),
    ...(oil || fitted === undefined ? [
      of('oil along the bore', (r) => oilWords(r.oil, 'boreM3PerS', oil)),
      of('oil through the holes', (r) => oilWords(r.oil, 'holesM3PerS', oil), 'holes'),
      of('oil through both', (r) => oilWords(r.oil, 'bothM3PerS', oil)),
    ] : []),
    { name: 'bore takes of it', of: ({ part: { geometry } }) => `${figure(100 * Math.max(...geometry.sections.filter(({ idle }) => !idle).map((s) => boreShare(s.outerDiameterM, s.boreDiameterM))), 2)} %` },
    { name: 'holes take of it', of: ({ report }) => holesTake(report) },
    { name: 'length', of: ({ part }) => quantity(shaftLength(part.geometry), 'in') },
  ]
} // prettier-ignore

/** Share of the net section that the worst cross hole takes. */
function holesTake({ limits }: ShaftReport): string {
  const taken = limits.flatMap(({ slice }) => (slice && slice.drilledM > 0 ? [(slice.drilledM * slice.diameterM ** 2) / 6 / (slice.modulusM3 + (slice.drilledM * slice.diameterM ** 2) / 6)] : [])) // prettier-ignore
  return taken.length === 0 ? 'no hole' : `${figure(100 * Math.max(...taken), 1)} %`
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
          {report.asFoundNm === null ? '' : ` As soft as that it holds ${figure(fromSi(report.asFoundNm, 'lb-ft'))} lb-ft.`}
        </p>
      )}
      <p>
        Yielding once decides, with the house’s margin on top; what lasts and what the handbook allows stand beside. Launches are an order of
        magnitude, no promise: the launch, each range pulled once, reverse now and then.
      </p>
    </>
  ) // prettier-ignore
}
