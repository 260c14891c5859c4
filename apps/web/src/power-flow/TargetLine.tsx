import { shownUnit, toShown } from '@plucky/contract'
import type { KeyboardEvent } from 'react'
import { ink } from '../ui/theme.js'
import { GUTTER, ROWS } from './flow-layout.js'
import type { PowerScale } from './PowerBars.js'
import { STEP, toStep } from './steps.js'

interface TargetLineProps {
  readonly atW: number
  readonly scale: PowerScale
  readonly width: number
  readonly failing: number
  readonly of: number
  readonly onTry: (powerW: number | null) => void
}

const KEYS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1, PageDown: -10, PageUp: 10 }

/** The line at which the bars are read: dragged, or moved by keys; Escape brings it back to the target. */
export function TargetLine({ atW, scale, width, failing, of, onTry }: TargetLineProps) {
  const power = toShown(atW, 'hp')
  const y = scale(power)
  const [from = 0, to = 0] = scale.domain()
  const keys = (event: KeyboardEvent) => {
    const by = KEYS[event.key]
    if (by !== undefined) onTry(toStep(power + by * STEP))
    else if (event.key === 'Escape') onTry(null)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Engine power at which the bars are read"
      aria-orientation="vertical"
      aria-valuemin={Math.round(from)}
      aria-valuemax={Math.round(to)}
      aria-valuenow={Math.round(power)}
      aria-valuetext={`${Math.round(power)} ${shownUnit('hp')}: ${failing} of ${of} stations fail`}
      onKeyDown={keys}
      className="grip"
      style={{ cursor: 'ns-resize' }}
      data-testid="try-power"
    >
      <rect x={GUTTER.left} y={y - 12} width={width - GUTTER.left - GUTTER.right} height={24} fill="transparent" />
      <path d={`M${GUTTER.left},${y} H${width - 4}`} stroke={ink('ink')} strokeWidth={2} />
      <path className="grip-mark" d={`M${width - 1},${y - 7} l-10,7 l10,7 Z`} fill={ink('ink')} />
    </g>
  )
}

/** Whether a point of the chart is on the bars, where the line can be dragged. */
export const isOnBars = (y: number): boolean => y > ROWS.barsTop - 20 && y < ROWS.barsBottom + 4
