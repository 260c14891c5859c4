import { chakra } from '@chakra-ui/react'
import { Options, type SelectProps } from './SelectField.js'

/** Plain select inside a table, with a label for screen readers only. */
export const PlainSelect = <K extends string>({ label, value, options, onPick, testId }: Omit<SelectProps<K>, 'width'>) => (
  <chakra.select
    bg="paper"
    color="ink"
    borderWidth="1px"
    borderColor="rule"
    borderRadius="1px"
    px="1"
    py="0.5"
    maxW="100%"
    aria-label={label}
    value={value}
    // A select can only have the value of one of its options.
    onChange={(event) => onPick(event.target.value as K)}
    data-testid={testId}
  >
    <Options options={options} />
  </chakra.select>
)
