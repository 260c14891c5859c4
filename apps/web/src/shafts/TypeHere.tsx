import { shownFigure, shownUnit } from '@plucky/contract'
import { useState } from 'react'
import { readTyped } from '../ui/read-typed.js'
import { readOf, typedAt, type Grip } from './edit.js'
import { tryChange } from './PieceFields.js'
import { trialStore } from './trial.js'

interface TypeProps {
  readonly grip: Grip
  readonly x: number
  readonly y: number
  readonly begun: string
  readonly onDone: () => void
}

/** A dimension typed on the drawing, where its mark stands. Enter takes it, Escape leaves it; what cannot be is said right there. */
export function TypeHere({ grip, x, y, begun, onDone }: TypeProps) {
  const shaft = trialStore.getState().trial?.drawn
  const read = shaft ? readOf(shaft, grip) : { value: 0, teeth: false }
  const [text, setText] = useState(begun || (read.teeth ? String(read.value) : shownFigure(read.value, 'in', 4)))
  const [refused, setRefused] = useState<string | undefined>()
  const commit = () => {
    const typed = readTyped(text, read.teeth ? undefined : 'in')
    const reason =
      typeof typed === 'number'
        ? tryChange((s) => typedAt(s, grip, typed))
        : `“${text}” is not a number${read.teeth ? '' : ' (inches or another length unit)'}.`
    setRefused(reason)
    if (reason === undefined) onDone()
  }
  return (
    <div style={{ position: 'absolute', left: Math.max(0, x - 44), top: y + 14, zIndex: 5, width: 88 }}>
      <input
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={(event) => begun === '' && event.target.select()}
        onBlur={onDone}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit()
          if (event.key === 'Escape') onDone()
        }}
        aria-label={read.teeth ? 'teeth' : `${grip.of}, ${shownUnit('in')}`}
        aria-invalid={refused !== undefined}
        inputMode="decimal"
        style={{
          width: 88,
          height: 30,
          padding: '0 6px',
          fontFamily: "'Barlow Condensed', sans-serif",
          fontSize: 16,
          background: 'var(--chakra-colors-paper)',
          color: 'var(--chakra-colors-ink)',
          border: '2px solid var(--chakra-colors-torque)',
        }}
        data-testid="type-here"
      />
      {refused && (
        <div
          role="alert"
          style={{
            width: 260,
            padding: 6,
            fontSize: 13,
            lineHeight: 1.3,
            background: 'var(--chakra-colors-break-wash)',
            color: 'var(--chakra-colors-break)',
            border: '1px solid var(--chakra-colors-break)',
          }}
        >
          {refused}
        </div>
      )}
    </div>
  )
}
