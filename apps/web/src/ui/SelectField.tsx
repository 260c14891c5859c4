import { Field, NativeSelect } from '@chakra-ui/react'
import { FieldLabel } from './TextBox.js'

interface PickProps<K extends string> {
  readonly label: string
  readonly value: K
  readonly options: readonly (readonly [key: K, words: string])[]
  readonly onPick: (value: K) => void
  readonly width?: string
  readonly testId?: string
}

/** One of a list. */
export function SelectField<K extends string>({ label, value, options, onPick, width = '150px', testId }: PickProps<K>) {
  return (
    <Field.Root width={width} gap="0.5">
      <FieldLabel>{label}</FieldLabel>
      <NativeSelect.Root size="sm">
        <NativeSelect.Field
          height="40px"
          ps="2"
          pe="7"
          textOverflow="ellipsis"
          bg="paper"
          color="ink"
          borderRadius="1px"
          borderColor="rule"
          value={value}
          data-testid={testId}
          // A list offers its options alone, so its value is one of them.
          onChange={(event) => onPick(event.target.value as K)}
        >
          {options.map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  )
}
