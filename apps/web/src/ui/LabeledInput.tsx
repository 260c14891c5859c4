import { Field } from '@chakra-ui/react'
import { FieldLabel, TextBox } from './TextBox.js'

interface InputProps {
  readonly label: string
  readonly value: string
  readonly onType: (text: string) => void
  readonly most?: number
  readonly width?: string
  readonly testId?: string
}

/** One-line text box with its label. */
export const LabeledInput = ({ label, value, onType, most = 60, width = '200px', testId }: InputProps) => (
  <Field.Root width={width} gap="0.5">
    <FieldLabel>{label}</FieldLabel>
    <TextBox value={value} maxLength={most} autoComplete="off" onChange={(event) => onType(event.target.value)} data-testid={testId} />
  </Field.Root>
)
