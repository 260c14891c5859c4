import { Field, Input, type FieldLabelProps, type InputProps } from '@chakra-ui/react'

/** One-line text box. */
export const TextBox = (props: InputProps) => (
  <Input size="sm" height="40px" px="2" bg="paper" borderColor="rule" borderRadius="1px" {...props} />
)

/** Label above a field. */
export const FieldLabel = (props: FieldLabelProps) => <Field.Label fontSize="note" color="inkSoft" fontWeight={400} {...props} />
