import { capital } from '@plucky/contract'
import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import type { Problem } from '@plucky/contract'
import { useState } from 'react'
import { TextButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'
import { isRecord } from '@plucky/core'

/** A column of a table that is typed in. */
export interface RowColumn {
  readonly key: string
  readonly label: string
  readonly width: string
  /** Choices, by value; typed freely without them. */
  readonly options?: readonly (readonly [value: string, words: string])[]
  readonly whole?: boolean
  /** A value that may be left out. */
  readonly optional?: boolean
}

interface RowTableProps {
  readonly path: string
  readonly one: string
  readonly columns: readonly RowColumn[]
  readonly rows: readonly object[]
  readonly problems: readonly Problem[]
  /** A new row as it begins. */
  readonly fresh: () => object
  readonly onRows: (rows: readonly object[]) => void
  /** A name was typed: everything that names it follows. */
  readonly onRename: (from: string, to: string) => void
  /** Names that are taken, here or in another list. */
  readonly taken: ReadonlySet<string>
}

const BOX = {
  width: '100%',
  height: '36px',
  px: '1',
  bg: 'paper',
  color: 'ink',
  borderWidth: '1px',
  borderColor: 'rule',
  fontSize: 'small',
} as const

/** Rows of a list, each field in place, and every problem of a row right under it. */
export function RowTable({ path, one, columns, rows, problems, fresh, onRows, onRename, taken }: RowTableProps) {
  const set = (i: number, key: string, value: unknown) => {
    const row = { ...fieldsIn(rows[i]) }
    if (value === undefined) Reflect.deleteProperty(row, key)
    else row[key] = value
    onRows(rows.map((each, k) => (k === i ? row : each)))
  }
  const template = `${columns.map(({ width }) => width).join(' ')} 72px`
  return (
    <Box overflowX="auto">
      <Box display="grid" gridTemplateColumns={template} gap="1" alignItems="end" fontSize="note" color="inkSoft" aria-hidden>
        {columns.map(({ key, label }) => (
          <Text key={key}>{capital(label)}</Text>
        ))}
      </Box>
      {rows.map((row, i) => (
        <Box key={i} data-testid={`${path}.${i}`} mt="1">
          <Box display="grid" gridTemplateColumns={template} gap="1" alignItems="center">
            {columns.map((column) => (
              <Cell
                key={column.key}
                column={column}
                value={fieldsIn(row)[column.key]}
                wrong={problems.some((p) => p.path === `${path}.${i}.${column.key}`)}
                name={`${one} ${i + 1}, ${column.label}`}
                testId={`${path}.${i}.${column.key}`}
                onSet={(value) => set(i, column.key, value)}
                onRename={onRename}
                taken={taken}
              />
            ))}
            <TextButton aria-label={`Remove ${one} ${i + 1}`} onClick={() => onRows(rows.filter((_row, k) => k !== i))}>
              Remove
            </TextButton>
          </Box>
          {problems
            .filter((p) => p.path === `${path}.${i}` || p.path.startsWith(`${path}.${i}.`))
            .map((p) => (
              <ProblemText key={p.path + p.code}>{p.sentence}</ProblemText>
            ))}
        </Box>
      ))}
      {problems
        .filter((p) => p.path === path)
        .map((p) => (
          <ProblemText key={p.code}>{p.sentence}</ProblemText>
        ))}
      <Flex>
        <TextButton onClick={() => onRows([...rows, fresh()])} mt="0.5" data-testid={`add-${path}`}>
          {`Add ${/^[aeiou]/.test(one) ? 'an' : 'a'} ${one}`}
        </TextButton>
      </Flex>
    </Box>
  )
}

const fieldsIn = (row: unknown): Readonly<Record<string, unknown>> => (isRecord(row) ? row : {})

interface CellProps {
  readonly column: RowColumn
  readonly value: unknown
  readonly wrong: boolean
  readonly name: string
  readonly testId: string
  readonly onSet: (value: unknown) => void
  readonly onRename: (from: string, to: string) => void
  readonly taken: ReadonlySet<string>
}

function Cell({ column, value, wrong, name, testId, onSet, onRename, taken }: CellProps) {
  const shared = {
    ...BOX,
    'aria-label': name,
    'aria-invalid': wrong || undefined,
    'data-testid': testId,
    borderColor: wrong ? 'break' : 'rule',
  } as const
  const text = typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? String(value) : ''
  if (column.options) {
    const there = column.options.some(([option]) => option === text)
    const more = column.optional
      ? [['', '—'] as const]
      : text === '' || !there
        ? [[text, text === '' ? 'Choose…' : `${text}?`] as const]
        : []
    return (
      <chakra.select {...shared} value={text} onChange={(event) => onSet(event.target.value === '' ? undefined : event.target.value)}>
        {[...more, ...column.options].map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </chakra.select>
    )
  }
  if (column.whole)
    return (
      <chakra.input
        {...shared}
        inputMode="numeric"
        value={text}
        onChange={(event) =>
          onSet(event.target.value.trim() === '' ? undefined : Number(event.target.value.replace(',', '.')) || event.target.value)
        }
      />
    )
  return <NameCell key={text} shared={shared} value={text} taken={taken} onRename={onRename} />
}

interface NameProps {
  readonly shared: object
  readonly value: string
  readonly taken: ReadonlySet<string>
  readonly onRename: (from: string, to: string) => void
}

/** A name, taken over when it is left or Enter is pressed; one that is taken already is said to be, and the old one stays. */
function NameCell({ shared, value, taken, onRename }: NameProps) {
  const [typed, setTyped] = useState(value)
  const name = typed.trim()
  const clash = name !== value && taken.has(name)
  const take = () => {
    if (name === '' || clash) return setTyped(value)
    if (name !== value) onRename(value, name)
  }
  return (
    <Box>
      <chakra.input
        {...shared}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
      {clash && <ProblemText>{`The name “${name}” is already used.`}</ProblemText>}
    </Box>
  )
}
