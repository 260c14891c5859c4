/** The head of a table: one word or a few over each column. */
export const TableHead = ({ words }: { words: readonly string[] }) => (
  <thead>
    <tr>
      {words.map((word) => (
        <th key={word} scope="col">
          {word}
        </th>
      ))}
    </tr>
  </thead>
)
