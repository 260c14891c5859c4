import { Field, Input } from '@chakra-ui/react'
import { figure, neededFigure, shownFigure, shownUnit } from '@plucky/contract'
import { type UnitName } from '@plucky/core'
import { useState, type KeyboardEvent } from 'react'
import { readTyped, type Typed } from './read-typed.js'
import { FieldLabel } from './TextBox.js'

interface QuantityProps {
  readonly label: string
  /** The field shows the unit of the person's choice that stands for this one. */
  readonly unit?: UnitName
  /** Digits after the point in `unit`; or as many as the value needs in the shown unit. */
  readonly digits: number | 'as-needed'
  readonly value: Typed
  readonly problem?: string | undefined
  /** Takes what was typed; gives the reason where it is refused. */
  readonly onCommit: (value: Typed) => string | undefined
  /** Called with the text at every key, before it is committed. */
  readonly onType?: ((value: Typed) => void) | undefined
  readonly width?: string
  readonly inline?: boolean
  readonly hideLabel?: boolean
  readonly testId?: string
}

/** A figure with its unit: any unit of the same kind may be typed; what is refused stays in the field with the reason below it. */
export function QuantityField({
  label,
  unit,
  digits,
  value,
  problem,
  onCommit,
  onType,
  width = '100%',
  inline,
  hideLabel,
  testId,
}: QuantityProps) {
  const field = useTyped({ shown: shownAs(value, unit, digits), unit, onCommit, onType })
  const reason = field.refused ?? (field.typing ? undefined : problem)
  const row = inline
    ? ({ flexDirection: 'row', alignItems: 'center', gap: '1.5' } as const)
    : ({ flexDirection: 'column', alignItems: 'stretch', gap: '0.5' } as const)
  return (
    <Field.Root invalid={reason !== undefined} width={width} position="relative" {...row}>
      <FieldLabel whiteSpace="nowrap" srOnly={hideLabel ?? false}>
        {label}
        {unit ? `, ${shownUnit(unit)}` : ''}
      </FieldLabel>
      <Input {...BOX} height={inline ? '32px' : '40px'} width={inline ? '66px' : '100%'} data-testid={testId} {...field.input} />
      {reason !== undefined && (
        <Field.ErrorText role="alert" color="break" fontSize="note" lineHeight="1.3" mt="0.5" {...(inline ? HANGING : {})}>
          {reason}
        </Field.ErrorText>
      )}
    </Field.Root>
  )
}

const BOX = {
  size: 'sm',
  px: '2',
  inputMode: 'decimal',
  autoComplete: 'off',
  fontFamily: 'figures',
  fontSize: 'figure',
  bg: 'paper',
  borderColor: 'rule',
  borderRadius: '1px',
  _invalid: { borderColor: 'break', borderWidth: '2px' },
} as const

const HANGING = {
  position: 'absolute',
  bottom: '100%',
  right: 0,
  zIndex: 5,
  bg: 'breakWash',
  p: '1.5',
  width: '280px',
  borderWidth: '1px',
  borderColor: 'break',
} as const

interface TypedProps extends Pick<QuantityProps, 'onCommit' | 'onType'> {
  readonly shown: string
  readonly unit: UnitName | undefined
}

function useTyped({ shown, unit, onCommit, onType }: TypedProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const [refused, setRefused] = useState<string | undefined>()
  const leave = () => {
    setTyped(null)
    setRefused(undefined)
  }
  const commit = () => {
    if (typed === null) return
    if (typed === shown) return leave()
    const reason = onCommit(readTyped(typed, unit))
    setRefused(reason)
    if (reason === undefined) setTyped(null)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit()
    if (event.key === 'Escape') leave()
  }
  return {
    typing: typed !== null,
    refused,
    input: {
      value: typed ?? shown,
      onChange: ({ target: { value } }: { target: { value: string } }) => {
        setTyped(value)
        onType?.(readTyped(value, unit))
      },
      onBlur: commit,
      onKeyDown,
    },
  }
}

function shownAs(value: Typed, unit: UnitName | undefined, digits: number | 'as-needed'): string {
  if (value === null) return ''
  if (typeof value === 'string') return value
  const text = digits === 'as-needed' ? neededFigure(value, unit) : unit ? shownFigure(value, unit, digits) : figure(value, digits)
  return text.replaceAll(',', '')
}
