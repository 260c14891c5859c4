import { Flex, Text } from '@chakra-ui/react'
import { capital, DECIMAL_MARKS, PRICE_COLUMN_HEADS, PRICE_COLUMNS, type PriceList } from '@plucky/contract'
import { isOneOf } from '@plucky/core'
import { SelectField } from '../ui/SelectField.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import type { PriceListState } from './use-price-list.js'

interface ColumnsProps {
  readonly state: PriceListState
  readonly list: PriceList
}

const NONE = 'none'

/** Selects the columns of the list, and asks what is not clear. */
export function ListColumns({ state, list }: ColumnsProps) {
  const { heads, sample, columns, doubts } = list
  const example = (at: number) => sample.map((cells) => cells[at]?.trim()).find(Boolean)
  const options = heads.map((head, i) => [String(i), example(i) ? `${head} (${example(i)?.slice(0, 24)})` : head] as const)
  return (
    <>
      <Flex gap="2" wrap="wrap" mb="1.5" role="group" aria-label="Columns of the list">
        {PRICE_COLUMNS.map((column) => (
          <SelectField
            key={column}
            label={capital(PRICE_COLUMN_HEADS[column].label)}
            value={columns[column] === undefined ? NONE : String(columns[column])}
            options={[[NONE, 'not in the list'], ...options]}
            onPick={(picked) =>
              void state.choose({ columns: { ...state.read?.choices.columns, [column]: picked === NONE ? null : Number(picked) } })
            }
            width="132px"
            testId={`price-column-${column}`}
          />
        ))}
      </Flex>
      {doubts.map(({ id, question, answers }) => (
        <Flex key={id} gap="1.5" align="center" wrap="wrap" my="1" role="group" aria-label={question} data-testid={`price-doubt-${id}`}>
          <Text fontWeight={600}>{question}</Text>
          {answers.map(({ value, words }) => (
            <ToggleButton
              key={value}
              on={false}
              onPick={() => void state.choose(answered(state, id, value))}
              testId={`price-answer-${value}`}
            >
              {words}
            </ToggleButton>
          ))}
        </Flex>
      ))}
    </>
  )
}

function answered({ read }: PriceListState, id: string, value: string) {
  if (id === 'decimal' && isOneOf(DECIMAL_MARKS, value)) return { decimal: value }
  return { columns: { ...read?.choices.columns, [id.replace('column:', '')]: Number(value) } }
}
