import { Box, Flex, Text } from '@chakra-ui/react'
import { DELIMITER_WORDS, otherCurrencies, shownCurrency, type BadRow, type PriceList } from '@plucky/contract'
import { useState } from 'react'
import { ImportPanel } from '../shelf/ImportPanel.js'
import { DelimiterButtons } from '../ui/DelimiterButtons.js'
import { FilePicker } from '../ui/FilePicker.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { OutlineButton, PrimaryButton, TextButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'
import { SelectField } from '../ui/SelectField.js'
import { ListColumns } from './ListColumns.js'
import { OpenQuotes } from './OpenQuotes.js'
import { PriceChanges } from './PriceChanges.js'
import { UnmatchedLines } from './UnmatchedLines.js'
import { counted, usePriceList, type PriceListState } from './use-price-list.js'

/** Imports a supplier's price list after a preview of columns, matches and changes. */
export function PriceListImport({ onClose }: { onClose: () => void }) {
  const state = usePriceList()
  const { status, read } = state
  return (
    <ImportPanel
      title="Supplier price list"
      words="A CSV file with item number or description, and price. Columns and item numbers are remembered for each supplier. You see a preview before any price is changed."
      testId="price-list"
      onClose={onClose}
    >
      <Source state={state} />
      <Text fontSize="small" role="status" minH="20px" fontWeight={status.taken ? 600 : 400} data-testid="price-status">
        {status.taken || status.busy}
      </Text>
      {status.problem && <ProblemText fontWeight={600}>{status.problem}</ProblemText>}
      {read && <Preview state={state} list={read.list} />}
    </ImportPanel>
  )
}

/** Supplier, price factor and file. */
const Source = ({ state: { supplier, pickSupplier, open } }: { state: PriceListState }) => (
  <Flex gap="2.5" align="flex-end" wrap="wrap" my="2">
    <SelectField
      label="Supplier"
      value={supplier.known.item.id}
      options={[['', 'new supplier'], ...supplier.all.map(({ item }) => [item.id, item.name] as const)]}
      onPick={(id) => void pickSupplier(id)}
      width="150px"
      testId="price-supplier"
    />
    <LabeledInput
      label="Supplier name"
      value={supplier.name}
      onType={supplier.setName}
      most={80}
      width="160px"
      testId="price-supplier-name"
    />
    <LabeledInput
      label="Price factor (0.8 for 20% off list)"
      value={supplier.factorText}
      onType={supplier.setFactorText}
      most={10}
      width="195px"
      testId="price-factor"
    />
    <FilePicker accept=".csv,.txt,.tsv,text/csv" label="Price list" onChosen={(file) => void open(file)} testId="price-file" />
  </Flex>
)

function Preview({ state, list }: { state: PriceListState; list: PriceList }) {
  const { read, match, chosen } = state
  const { factor, name, problem } = state.supplier
  const foreign = otherCurrencies(list, shownCurrency())
  const ready = list.problem === '' && list.doubts.length === 0
  return (
    <Box fontSize="small" lineHeight="1.4">
      {list.problem && <ProblemText fontWeight={600}>{`${read?.file}: ${list.problem}`}</ProblemText>}
      {problem && <ProblemText>{problem}</ProblemText>}
      {factor === undefined && <ProblemText>The price factor must be a number above 0, at most 100.</ProblemText>}
      {list.problem ? (
        <DelimiterButtons chosen={list.delimiter} onPick={(delimiter) => void state.choose({ delimiter })} />
      ) : (
        <ListColumns state={state} list={list} />
      )}
      {foreign.length > 0 && (
        <ProblemText>{`Some prices are in ${foreign.join(', ')}; the shelf is in ${shownCurrency()}. Include the exchange rate in the price factor.`}</ProblemText>
      )}
      {ready && match && (
        <>
          <Text fontWeight={600} data-testid="price-counts">
            {`${read?.file}: ${list.lines.length} prices, delimiter ${DELIMITER_WORDS[list.delimiter] ?? list.delimiter}, decimal ${list.decimal === ',' ? 'comma' : 'point'}. ${counted(match)}.`}
          </Text>
          <NotUsed list={list} />
          <PriceChanges state={state} match={match} />
          <OpenQuotes chosen={chosen} />
          <UnmatchedLines state={state} match={match} />
        </>
      )}
      <Flex gap="2.5" mt="2.5" align="center" wrap="wrap">
        <OutlineButton minH="44px" onClick={state.close}>
          Cancel
        </OutlineButton>
        {ready && match && factor !== undefined && (
          <PrimaryButton
            onClick={() => void state.take()}
            disabled={name.trim() === '' || problem !== '' || state.status.busy !== ''}
            data-testid="price-take"
          >
            {chosen.length === 0
              ? 'Change nothing, remember the columns'
              : `Change ${chosen.length} ${chosen.length === 1 ? 'item' : 'items'}`}
          </PrimaryButton>
        )}
        {ready && name.trim() === '' && <Text color="inkSoft">Enter the name of the supplier.</Text>}
      </Flex>
    </Box>
  )
}

const FIRST = 3

/** Lines and cells of the list that are not used, with the reason. */
function NotUsed({ list: { bad, notes, priceless } }: { list: PriceList }) {
  const [all, setAll] = useState(false)
  const rows: readonly BadRow[] = [...bad, ...notes]
  const shown = all ? rows.slice(0, 200) : rows.slice(0, FIRST)
  return (
    <Box data-testid="price-not-used">
      {priceless > 0 && (
        <Text color="inkSoft">
          {priceless === 1 ? 'One line without a price is skipped.' : `${priceless} lines without a price are skipped.`}
        </Text>
      )}
      <Box color="break" maxH="150px" overflowY="auto" tabIndex={rows.length > FIRST ? 0 : undefined}>
        {shown.map(({ line, sentence }, i) => (
          <Text key={`${line} ${i}`}>{sentence}</Text>
        ))}
      </Box>
      {rows.length > shown.length && (
        <TextButton onClick={() => setAll(true)}>{`Show ${rows.length - shown.length} more lines`}</TextButton>
      )}
    </Box>
  )
}
