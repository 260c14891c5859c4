import { figure } from '@plucky/contract'
import { fromSi } from '@plucky/core'
import type { KeyboardEvent } from 'react'
import { ink } from '../ui/theme.js'
import { STEP_HP, toStep } from './steps.js'

interface PowerLineProps {
  readonly x: number
  readonly atW: number
  readonly top: number
  readonly bottom: number
  readonly width: number
  readonly range: readonly number[]
  readonly word: string
  readonly going: number
  readonly of: number
  readonly onTry: (powerW: number | null) => void
}

const KEYS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1, PageDown: -10, PageUp: 10 }

/** The upright line at which the order is read: dragged, or moved by keys; Escape brings it back to the target. */
export function PowerLine({ x, atW, top, bottom, width, range, word, going, of, onTry }: PowerLineProps) {
  const hp = fromSi(atW, 'hp')
  const keys = (event: KeyboardEvent) => {
    const by = KEYS[event.key]
    if (by !== undefined) onTry(toStep(hp + by * STEP_HP))
    else if (event.key === 'Escape') onTry(null)
    else return
    event.preventDefault()
  }
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Engine power for the breaking order"
      aria-valuemin={Math.round(range[0] ?? 0)}
      aria-valuemax={Math.round(range[1] ?? 0)}
      aria-valuenow={Math.round(hp)}
      aria-valuetext={`${Math.round(hp)} hp: ${going} of ${of} stations fail`}
      onKeyDown={keys}
      style={{ cursor: 'ew-resize' }}
      data-testid="try-power"
    >
      <rect x={x - 14} y={top - 8} width={28} height={bottom - top + 36} fill="transparent" />
      <path d={`M${x},${top - 6} V${bottom + 6}`} stroke={ink('ink')} strokeWidth={2} />
      <path d={`M${x - 7},${bottom + 13} L${x},${bottom + 4} L${x + 7},${bottom + 13} Z`} fill={ink('ink')} />
      <text x={Math.min(Math.max(x, 70), width - 70)} y={bottom + 26} textAnchor="middle" fontSize={14} fontWeight={600} fill={ink('ink')}>
        {`${word} ${figure(hp)} hp: ${going === 0 ? 'all hold' : going === 1 ? '1 fails' : `${going} fail`}`}
      </text>
    </g>
  )
}
