import { chakra, Flex, Text } from '@chakra-ui/react'
import { type JobContent, quantity, shownUnit, toShown } from '@plucky/contract'
import { type Knob, type OilCircuit, REGULATOR_KNOBS } from '@plucky/core'
import { useState } from 'react'
import { QuantityField } from '../ui/QuantityField.js'
import { atSlider, knobRows, withKnob, type KnobRow } from './knobs.js'
import { setPressure } from '../state/commands.js'

type Pressure = JobContent['spec']['pressure']

interface KnobsProps {
  readonly pressure: Pressure
  /** As fitted, nothing turned. */
  readonly circuit: OilCircuit
  readonly onTurn: (pressure: Pressure | null) => void
}

const TABLE = {
  width: '100%',
  borderCollapse: 'collapse',
  marginTop: '4px',
  '& td': { padding: '0 3px', verticalAlign: 'middle' },
  '& td:first-of-type': { fontSize: 'note', lineHeight: '1.1', width: '98px', whiteSpace: 'nowrap' },
  '& .unit': { fontSize: 'micro', color: 'inkSoft', whiteSpace: 'nowrap' },
  '& input[type=range]': { width: '100%', accentColor: 'var(--chakra-colors-oil)', height: '28px', cursor: 'ew-resize' },
  '& .turned td:first-of-type': { fontWeight: 700 },
  '& button': { width: '22px', height: '28px', fontSize: 'body', cursor: 'pointer', color: 'ink' },
  '& button:disabled': { visibility: 'hidden' },
} as const

/** Knobs that make the pressure that is commanded: they do nothing while the gauge's word stands. */
const MAKE: ReadonlySet<Knob> = new Set(REGULATOR_KNOBS)

/** Every knob with its slider and its figure; what is turned is marked, and goes back to what is fitted by one touch. */
export function Adjustments({ pressure, circuit, onTurn }: KnobsProps) {
  const rows = knobRows(circuit.pump, circuit.valves, pressure.knobs).filter(({ key }) => pressure.by === 'valves' || !MAKE.has(key))
  return (
    <chakra.table css={TABLE} data-testid="knobs">
      <tbody>
        {rows.map((row) => (
          <KnobLine key={row.key} row={row} pressure={pressure} onTurn={onTurn} />
        ))}
      </tbody>
    </chakra.table>
  )
}

function KnobLine({ row, pressure, onTurn }: { row: KnobRow; pressure: Pressure; onTurn: KnobsProps['onTurn'] }) {
  const [held, setHeld] = useState<number | null>(null)
  const { key, label, name, unit, digits, value, fitted } = row
  const set = (to: number | null) => setPressure((now) => withKnob(now, key, to))
  const turn = (shown: number) => {
    setHeld(atSlider(row, shown))
    onTurn(withKnob(pressure, key, atSlider(row, shown)))
  }
  const letGo = () => {
    if (held === null) return
    setHeld(null)
    onTurn(null)
    set(held)
  }
  return (
    <tr className={row.turned || held !== null ? 'turned' : ''}>
      <td>{label}</td>
      <td>
        <input
          type="range"
          aria-label={name}
          min={row.from}
          max={row.to}
          step={row.step}
          value={toShown(held ?? value, unit)}
          onChange={(event) => turn(Number(event.target.value))}
          onPointerUp={letGo}
          onKeyUp={letGo}
          onBlur={letGo}
          data-testid={`slide-${key}`}
        />
      </td>
      <td style={{ width: 62 }}>
        <QuantityField
          inline
          hideLabel
          label={`${name} (value)`}
          unit={unit}
          digits={digits}
          value={held ?? value}
          onCommit={(to) => (typeof to === 'number' || to === null ? set(to) : `${name} is a number.`)}
          width="58px"
          testId={`knob-${key}`}
        />
      </td>
      <td className="unit">{shownUnit(unit)}</td>
      <td style={{ width: 22 }}>
        <button
          type="button"
          disabled={!row.turned}
          onClick={() => set(null)}
          aria-label={`Reset ${name}`}
          title={`Installed value: ${quantity(fitted, unit, digits)}`}
        >
          ↺
        </button>
      </td>
    </tr>
  )
}

/** What typed and turned figures are, and what they are not. */
export const KnobNote = ({ knobs }: { knobs: Partial<Record<Knob, number>> | undefined }) =>
  knobs && Object.keys(knobs).length > 0 ? (
    <Flex mt="0.5">
      <Text fontSize="note" color="inkSoft" lineHeight="1.25">
        Bold = adjusted by hand. It counts in the results but has no cost until it is a part or operation on the shelf.
      </Text>
    </Flex>
  ) : null
