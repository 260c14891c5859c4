import { Field, type InputProps } from '@chakra-ui/react'
import { FieldLabel, TextBox } from '../ui/TextBox.js'

interface SecretProps extends Pick<InputProps, 'type' | 'autoComplete' | 'autoFocus' | 'inputMode'> {
  readonly label: string
  readonly value: string
  readonly onType: (text: string) => void
  readonly testId?: string
}

/** Field of a sign-in. Password managers fill it in, and pasting is allowed. */
export const SecretInput = ({ label, value, onType, testId, type = 'password', ...rest }: SecretProps) => (
  <Field.Root gap="0.5">
    <FieldLabel>{label}</FieldLabel>
    <TextBox
      type={type}
      value={value}
      height="44px"
      maxLength={200}
      spellCheck={false}
      autoCapitalize="none"
      onChange={(event) => onType(event.target.value)}
      data-testid={testId}
      {...rest}
    />
  </Field.Root>
)
