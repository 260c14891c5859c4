import { Options, type SelectProps } from './SelectField.js'

/** Plain select inside a table, with a label for screen readers only. */
export const PlainSelect = <K extends string>({ label, value, options, onPick, testId }: Omit<SelectProps<K>, 'width'>) => (
  // A select can only have the value of one of its options.
  <select aria-label={label} value={value} onChange={(event) => onPick(event.target.value as K)} data-testid={testId}>
    <Options options={options} />
  </select>
)
