import { certain } from '@plucky/core'
import { chakra } from '@chakra-ui/react'
import { gainWords, GAIN_WAY_WORDS, percent } from '@plucky/contract'
import type { Gain, Mend, PackGeometry } from '@plucky/core'
import { quantity } from '@plucky/contract'
import { RuledTable } from '../ui/RuledTable.js'
import { setRoom, setThickness, withStack } from './edit.js'
import { packBench } from './trial.js'
import { TableHead } from '../ui/TableHead.js'

const WITH_BUTTONS = {
  '& button': { textDecoration: 'underline', textUnderlineOffset: '3px', cursor: 'pointer', minHeight: '24px', color: 'ink' },
  '& button:disabled': { textDecoration: 'none', cursor: 'default', color: 'inkSoft' },
  '& td:nth-of-type(3)': { fontFamily: 'body', fontSize: 'note' },
} as const

/** The ways to gain a plate side by side, with what each costs; one that can be is laid on the bench by a touch. */
export function PlateGainTable({ gains }: { gains: readonly Gain[] }) {
  return (
    <RuledTable css={WITH_BUTTONS} data-testid="gains">
      <TableHead words={['Make room with', 'Capacity gain', 'Trade-off', 'Apply']} />
      <tbody>
        {gains.map((gain) => (
          <tr key={gain.way}>
            <td>{GAIN_WAY_WORDS[gain.way]}</td>
            <td>{gain.blocked === 'nothing-there' ? '—' : `+${percent(gain.facesShare - 1, 1)}`}</td>
            <td>{gainWords(gain)}</td>
            <td>
              <button
                type="button"
                disabled={gain.blocked !== null}
                onClick={() => packBench.change((now) => withStack(now, certain(gain.pack.stack)))}
                data-testid={`gain-${gain.way}`}
              >
                {gain.blocked === null ? 'Apply' : 'Not possible'}
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </RuledTable>
  )
}

/** Selective rings and backing plates that put the clearance right. */
export function ClearanceFixes({ mends, right }: { mends: readonly Mend[]; right: boolean }) {
  if (right) return null
  const take = ({ what, toM }: Mend) =>
    packBench.change((now: PackGeometry) => (what === 'ring' ? setRoom(now, { ringThicknessM: toM }) : setThickness(now, 'backing', toM)))
  return (
    <chakra.div
      fontSize="note"
      mt="1"
      data-testid="mends"
      css={{ '& button': { textDecoration: 'underline', minHeight: '24px', marginRight: '10px', cursor: 'pointer' } }}
    >
      {mends.length === 0 ? 'No selective snap ring or backing plate corrects the clearance.' : 'Correct it with: '}
      {mends.slice(0, 4).map((mend) => (
        <button key={`${mend.what} ${mend.toM}`} type="button" onClick={() => take(mend)} data-testid={`mend-${mend.what}`}>
          {`${mend.what === 'ring' ? 'snap ring' : 'backing plate'} of ${quantity(mend.toM, 'mm', 2)}, clearance ${quantity(mend.clearanceM, 'in')}`}
        </button>
      ))}
    </chakra.div>
  )
}
