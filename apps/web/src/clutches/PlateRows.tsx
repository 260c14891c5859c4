import { PlainSelect } from '../ui/PlainSelect.js'
import { RuledTable } from '../ui/RuledTable.js'
import { LINED_FACES_WORDS, PLATE_KIND_WORDS, plateWords, quantity, shownFigure, shownUnit, wrongSentence } from '@plucky/contract'
import { entriesOf, isLined, type PackStack, type Plate, PLATE_KINDS, type StackWrong, turnsWith } from '@plucky/core'
import { QuantityField } from '../ui/QuantityField.js'
import { addPlate, movePlate, removePlate, setPlate } from './edit.js'
import { packBench } from './trial.js'
import { TableHead } from '../ui/TableHead.js'

interface RowsProps {
  readonly stack: PackStack
  readonly wrongs: readonly StackWrong[]
}

const CELLS = {
  '& button': { minWidth: '26px', height: '26px', border: '1px solid', borderColor: 'rule', cursor: 'pointer', color: 'ink' },
  '& button:disabled': { opacity: 0.35, cursor: 'default' },
  '& select': { height: '28px', border: '1px solid', borderColor: 'rule', bg: 'paper', color: 'ink', px: '1' },
  '& .wrong td': { bg: 'breakWash' },
  '& .said td': { bg: 'breakWash', color: 'break', fontWeight: 600, lineHeight: '1.25' },
  '& .hub td:first-of-type': { ps: '4' },
} as const

/** Every plate from the piston to the ring: what it is, how thick, which faces are lined; moved, taken out, or another put behind it. */
export function PlateRows({ stack, wrongs }: RowsProps) {
  const { plates } = stack
  return (
    <RuledTable room="close" css={CELLS} data-testid="plates">
      <TableHead
        words={[
          'Plate (from piston)',
          `Thickness, ${shownUnit('mm')}`,
          'Friction side',
          'Splined to',
          'Groove direction',
          'Move / remove / add',
        ]}
      />
      <tbody>
        {plates.map((plate, i) => (
          <PlateRow key={i} plates={plates} plate={plate} index={i} wrongs={wrongs.filter((wrong) => wrong.plate === i)} />
        ))}
      </tbody>
    </RuledTable>
  )
}

interface RowProps {
  readonly plates: readonly Plate[]
  readonly plate: Plate
  readonly index: number
  readonly wrongs: readonly StackWrong[]
}

/** A plate, with its problems in rows below. */
function PlateRow({ plates, plate, index, wrongs }: RowProps) {
  const name = plateWords(plates, index)
  const set = (to: Parameters<typeof setPlate>[2]) => packBench.change((now) => setPlate(now, index, to))
  return (
    <>
      <tr className={`${turnsWith(plate)} ${wrongs.length > 0 ? 'wrong' : ''}`} data-testid={`plate-${index}`}>
        <td>{PLATE_KIND_WORDS[plate.kind]}</td>
        <td>
          <QuantityField
            inline
            hideLabel
            label={`Thickness of ${name}`}
            unit="mm"
            digits={2}
            value={plate.thicknessM}
            onCommit={(to) => put(typeof to === 'number' && set({ thicknessM: to }))}
            width="62px"
            testId={`plate-${index}-thickness`}
          />
        </td>
        <td>{isLined(plate) ? <Lining plate={plate} index={index} name={name} /> : ''}</td>
        <td>
          <PlainSelect
            label={`What ${name} is splined to`}
            value={turnsWith(plate)}
            options={SPLINED_TO}
            onPick={(turnsWith) => set({ turnsWith })}
          />
        </td>
        <td>
          {plate.kind === 'lined' && (
            <PlainSelect
              label={`Grooves of ${name}`}
              value={plate.grooves ?? ''}
              options={GROOVES}
              onPick={(grooves) => set({ grooves: grooves || undefined })}
            />
          )}
        </td>
        <Moves index={index} name={name} last={index === plates.length - 1} />
      </tr>
      {wrongs.map((wrong) => (
        <tr key={wrong.code} className="said" role="alert" data-testid={`wrong-${index}`}>
          <td colSpan={6}>{wrongSentence(wrong, plates)}</td>
        </tr>
      ))}
    </>
  )
}

const SPLINED_TO = [
  ['hub', 'hub'],
  ['drum', 'drum'],
] as const
const GROOVES = [
  ['', 'non-directional'],
  ['forward', 'input rotation'],
  ['backward', 'opposite input'],
] as const

const put = (done: boolean) =>
  done ? undefined : `Plate thickness must be from ${shownFigure(0.0004, 'mm', 1)} to ${quantity(0.02, 'mm', 0)}.`

function Lining({ plate, index, name }: { plate: Plate; index: number; name: string }) {
  return (
    <PlainSelect
      label={`Friction sides of ${name}`}
      value={plate.lining ?? 'both'}
      options={entriesOf(LINED_FACES_WORDS)}
      onPick={(lining) => packBench.change((now) => setPlate(now, index, { lining }))}
      testId={`plate-${index}-lining`}
    />
  )
}

/** Moves a plate, takes it out, or puts another behind it. */
function Moves({ index, name, last }: { index: number; name: string; last: boolean }) {
  return (
    <td style={{ whiteSpace: 'nowrap' }}>
      <button
        type="button"
        disabled={index === 0}
        onClick={() => packBench.change((now) => movePlate(now, index, -1))}
        aria-label={`Move ${name} toward the piston`}
        data-testid={`plate-${index}-up`}
      >
        ↑
      </button>
      <button
        type="button"
        disabled={last}
        onClick={() => packBench.change((now) => movePlate(now, index, 1))}
        aria-label={`Move ${name} toward the snap ring`}
      >
        ↓
      </button>
      <button
        type="button"
        onClick={() => packBench.change((now) => removePlate(now, index))}
        aria-label={`Remove ${name}`}
        data-testid={`plate-${index}-out`}
      >
        ✕
      </button>
      <PlainSelect
        label={`Add a plate after ${name}`}
        value=""
        options={[['', '+ add after'], ...PLATE_KINDS.map((kind) => [kind, PLATE_KIND_WORDS[kind]] as const)]}
        onPick={(kind) => kind !== '' && packBench.change((now) => addPlate(now, index, kind))}
        testId={`plate-${index}-add`}
      />
    </td>
  )
}
