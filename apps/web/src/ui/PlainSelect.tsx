interface PlainSelectProps<K extends string> {
  readonly label: string
  readonly value: K
  readonly options: readonly (readonly [key: K, words: string])[]
  readonly onPick: (value: K) => void
  readonly testId?: string
}

/** One of a few inside a table, named for screen readers only. */
export const PlainSelect = <K extends string>({ label, value, options, onPick, testId }: PlainSelectProps<K>) => (
  <select
    aria-label={label}
    value={value}
    // A list offers its options alone, so its value is one of them.
    onChange={(event) => onPick(event.target.value as K)}
    data-testid={testId}
  >
    {options.map(([key, words]) => (
      <option key={key} value={key}>
        {words}
      </option>
    ))}
  </select>
)
