import { Field, Input } from '@chakra-ui/react'
import { readQuantity, figure } from '@plucky/contract'
import { fromSi, toSi, UNITS, type UnitName } from '@plucky/core'
import { useState, type KeyboardEvent } from 'react'

interface QuantityProps {
  readonly label: string
  readonly unit?: UnitName
  readonly digits: number
  /** SI where there is a unit; null is an empty field. */
  readonly value: number | null
  readonly problem?: string | undefined
  /** Takes the typed figure in SI, or the text itself where it is no figure; gives the reason where it is refused. */
  readonly onCommit: (value: number | string | null) => string | undefined
  readonly width?: string
  readonly inline?: boolean
  readonly testId?: string
}

/** A figure with its unit: any unit of the same kind may be typed; what is refused stays in the field with the reason below it. */
export function QuantityField({ label, unit, digits, value, problem, onCommit, width = '100%', inline, testId }: QuantityProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const [refused, setRefused] = useState<string | undefined>()
  const shown = typed ?? (value === null ? '' : figure(unit ? fromSi(value, unit) : value, digits).replaceAll(',', ''))
  const commit = () => {
    if (typed === null) return
    const reason = onCommit(readTyped(typed, unit))
    setRefused(reason)
    if (reason === undefined) setTyped(null)
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit()
    if (event.key === 'Escape') {
      setTyped(null)
      setRefused(undefined)
    }
  }
  const reason = refused ?? (typed === null ? problem : undefined)
  return (
    <Field.Root invalid={reason !== undefined} width={width} flexDirection={inline ? 'row' : 'column'} alignItems={inline ? 'center' : 'stretch'} gap={inline ? '6px' : '2px'}>
      <Field.Label fontSize="13.5px" color="inkSoft" fontWeight={400} whiteSpace="nowrap">
        {label}
        {unit ? `, ${unit}` : ''}
      </Field.Label>
      <Input
        value={shown}
        size="sm"
        height={inline ? '30px' : '36px'}
        width={inline ? '62px' : '100%'}
        px="8px"
        inputMode="decimal"
        fontFamily="figures"
        fontSize="16px"
        bg="paper"
        borderColor="rule"
        borderRadius="1px"
        _invalid={{ borderColor: 'break', borderWidth: '2px' }}
        data-testid={testId}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={keys}
      />
      {reason !== undefined && (
        <Field.ErrorText color="break" fontSize="13px" {...(inline ? { position: 'absolute', top: '100%', left: 0, zIndex: 5, bg: 'breakWash', p: '6px', width: '280px', borderWidth: '1px', borderColor: 'break' } : {})}>
          {reason}
        </Field.ErrorText>
      )}
    </Field.Root>
  )
}

/** "24 mm" in an inch field is converted; a bare number is taken in the field's own unit; anything else is passed on as it is. */
function readTyped(text: string, unit: UnitName | undefined): number | string | null {
  const trimmed = text.trim()
  if (trimmed === '') return null
  const bare = Number(trimmed.replaceAll(',', '').replace('−', '-'))
  if (Number.isFinite(bare)) return unit ? toSi(bare, unit) : bare
  const read = readQuantity(trimmed)
  return read && unit && read.dimension === UNITS[unit].dimension ? read.valueSi : trimmed
}
