import { quantity, toShown } from '@plucky/contract'
import { type ShaftGeometry } from '@plucky/core'
import { memo, useEffect, type KeyboardEvent, type PointerEvent } from 'react'
import { useStore } from 'zustand'
import { ink } from '../ui/theme.js'
import { dragged, gripsOf, type At, type Grip, type Piece } from './edit.js'
import { xOf, type ShaftFrame } from './frame.js'
import { updateDrag, startDrag, endDrag, pieceStore, trialStore } from './trial.js'

interface GripsProps {
  readonly frame: ShaftFrame
  readonly shaft: ShaftGeometry
  /** A figure is to be typed at a mark; it may have begun with a digit. */
  readonly onType: (grip: Grip, at: { x: number; y: number }, begun: string) => void
}

interface Held {
  readonly shaft: ShaftGeometry
  readonly grip: Grip
  /** Where it was taken hold of: px, and the place of the grip. */
  readonly px: number
  readonly py: number
  readonly at: At
}

/** Marks that take hold of a dimension: drag them, walk them with the arrow keys, or type a figure at them. */
export function Grips({ frame, shaft, onType }: GripsProps) {
  const piece = useStore(pieceStore, (state) => state.piece)
  useEffect(() => {
    bench = { frame, onType }
  }, [frame, onType])
  return (
    <g>
      {gripsOf(shaft).map(({ grip, at, name, along }) => (
        <Mark
          key={keyOf(grip)}
          kind={grip.piece.kind}
          index={grip.piece.index}
          of={grip.of}
          name={name}
          along={along}
          value={along ? at.xM : 2 * at.rM}
          {...placeOf(frame, at)}
          on={grip.piece.kind === piece.kind && grip.piece.index === piece.index && grip.of !== 'bore'}
        />
      ))}
    </g>
  )
}

/** The bench on the screen, and the mark that is held on it; there is one of each. */
let bench: Pick<GripsProps, 'frame' | 'onType'> | undefined
let held: Held | undefined

const keyOf = ({ piece, of }: Grip) => `${piece.kind}-${piece.index}-${of}`

function found(key: string) {
  const shaft = trialStore.getState().trial?.drawn
  const each = shaft && gripsOf(shaft).find(({ grip }) => keyOf(grip) === key)
  return each && { ...each, shaft }
}

function down(event: PointerEvent<SVGGElement>, key: string): void {
  const each = found(key)
  if (!each) return
  event.currentTarget.setPointerCapture(event.pointerId)
  held = { shaft: each.shaft, grip: each.grip, px: event.clientX, py: event.clientY, at: each.at }
  pieceStore.setState({ piece: each.grip.piece })
  startDrag()
}

function move(event: PointerEvent<SVGGElement>): void {
  if (!held || !bench) return
  const { perM } = bench.frame
  const { at, px, py, shaft, grip } = held
  updateDrag(dragged(shaft, grip, { xM: at.xM + (event.clientX - px) / perM, rM: at.rM + (event.clientY - py) / perM }))
}

function up(): void {
  if (held) endDrag()
  held = undefined
}

function typeAt(key: string, begun = ''): void {
  const each = found(key)
  if (each && bench) bench.onType(each.grip, placeOf(bench.frame, each.at), begun)
}

function pressed(event: KeyboardEvent, key: string): void {
  const each = found(key)
  const begun = event.key === 'Enter' ? '' : /^[\d.]$/.test(event.key) ? event.key : undefined
  if (!each || event.ctrlKey || event.metaKey || event.altKey) return
  if (begun === undefined) return walked(event, each.shaft, each)
  event.preventDefault()
  typeAt(key, begun)
}

function focus(key: string): void {
  const each = found(key)
  if (each) pieceStore.setState({ piece: each.grip.piece })
}

const placeOf = (frame: ShaftFrame, at: At) => ({ x: xOf(frame, at.xM), y: frame.centre + at.rM * frame.perM })

const STEP_M = 0.005 * 0.0254

/** Arrow keys walk a mark by a drawing step, ten with Shift. */
function walked(event: KeyboardEvent, shaft: ShaftGeometry, { grip, at, along }: ReturnType<typeof gripsOf>[number]): void {
  const steps: Record<string, number> = along
    ? { ArrowLeft: -1, ArrowRight: 1 }
    : { ArrowUp: -1, ArrowDown: 1, ArrowLeft: -1, ArrowRight: 1 }
  const step = steps[event.key]
  if (step === undefined) return
  event.preventDefault()
  const by = step * (event.shiftKey ? 10 : 1) * STEP_M
  const teeth = grip.of === 'diameter' && shaft.sections[grip.piece.index]?.spline?.moduleM
  startDrag()
  updateDrag(dragged(shaft, grip, along ? { ...at, xM: at.xM + by } : { ...at, rM: at.rM + (teeth ? (step * teeth) / 2 : by / 2) }))
  endDrag()
}

interface MarkProps {
  readonly kind: Piece['kind']
  readonly index: number
  readonly of: Grip['of']
  readonly name: string
  readonly along: boolean
  readonly value: number
  readonly x: number
  readonly y: number
  readonly on: boolean
}

/** A tab on a leader for what moves along, a bar on the outline for what moves across. */
const Mark = memo(function Mark({ kind, index, of, name, along, value, x, y, on }: MarkProps) {
  const key = `${kind}-${index}-${of}`
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-orientation={along ? 'horizontal' : 'vertical'}
      aria-valuenow={Math.round(toShown(value, 'in') * 1000) / 1000}
      aria-valuemin={0}
      aria-valuemax={60}
      aria-valuetext={quantity(value, 'in')}
      transform={`translate(${x} ${y})`}
      style={{ cursor: along ? 'ew-resize' : 'ns-resize' }}
      data-testid={`grip-${key}`}
      onPointerDown={(event) => down(event, key)}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onDoubleClick={() => typeAt(key)}
      onKeyDown={(event) => pressed(event, key)}
      onFocus={() => focus(key)}
    >
      <rect x={-12} y={-12} width={24} height={24} fill="transparent" />
      {along ? (
        kind === 'section' ? (
          <path d="M-3,-7 V7 M3,-7 V7" stroke={ink('torque')} strokeWidth={on ? 2.6 : 1.6} />
        ) : (
          <path
            d="M0,-8 L8,0 L0,8 L-8,0 Z"
            fill={on ? ink('torque') : ink('sheet')}
            stroke={ink(kind === 'hole' ? 'oil' : 'torque')}
            strokeWidth={1.8}
          />
        )
      ) : (
        <rect x={-9} y={-3} width={18} height={6} fill={on ? ink('torque') : ink('sheet')} stroke={ink('torque')} strokeWidth={1.6} />
      )}
    </g>
  )
})
