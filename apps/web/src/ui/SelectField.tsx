import { Field, NativeSelect } from '@chakra-ui/react'
import { FieldLabel } from './TextBox.js'

export interface SelectProps<K extends string> {
  readonly label: string
  readonly value: K
  readonly options: readonly (readonly [key: K, words: string])[]
  readonly onPick: (value: K) => void
  readonly width?: string
  readonly testId?: string
}

/** One of a list. */
export function SelectField<K extends string>({ label, value, options, onPick, width = '150px', testId }: SelectProps<K>) {
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
          // A select can only have the value of one of its options.
          onChange={(event) => onPick(event.target.value as K)}
        >
          <Options options={options} />
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  )
}

export const Options = ({ options }: Pick<SelectProps<string>, 'options'>) =>
  options.map(([key, words]) => (
    <option key={key} value={key}>
      {words}
    </option>
  ))
