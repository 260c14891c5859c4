import { Box, Text } from '@chakra-ui/react'
import { MOST_OPEN_QUOTES, signedMoney, type MatchedLine, type OpenQuote } from '@plucky/contract'
import { Link } from 'react-router'
import { jobAddress } from '../app/views.js'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { TableHead } from '../ui/TableHead.js'

/** Valid quotes that charge for a selected item, with the difference at shelf prices. A sent quote keeps its price. */
export function OpenQuotes({ chosen }: { chosen: readonly MatchedLine[] }) {
  const repriced = chosen.filter(({ item, price }) => item.price !== price)
  const ids = repriced.map(({ item }) => item.id).sort()
  const { data, error } = useFetched(['quotes-of', ids], () => (ids.length > 0 ? api.quotesOf(ids) : []))
  if (error) return <ProblemText>{`Open quotes could not be loaded: ${error.message}`}</ProblemText>
  if (!data || ids.length === 0) return null
  const count = data.length === MOST_OPEN_QUOTES ? `${MOST_OPEN_QUOTES} or more` : String(data.length)
  if (data.length === 0) return <Text data-testid="price-quotes">No valid quote charges for the selected items.</Text>
  return (
    <Box my="1.5" overflowX="auto" data-testid="price-quotes">
      <Text
        fontWeight={600}
      >{`${data.length === 1 ? 'One valid quote charges' : `${count} valid quotes charge`} for selected items. Sent quotes keep their prices.`}</Text>
      <RuledTable look="list">
        <TableHead words={['Quote', 'Customer', 'Valid until', 'Items', 'At shelf prices']} />
        <tbody>
          {data.map((quote) => (
            <Row key={`${quote.jobNumber}/${quote.number}`} quote={quote} repriced={repriced} />
          ))}
        </tbody>
      </RuledTable>
    </Box>
  )
}

function Row({ quote, repriced }: { quote: OpenQuote; repriced: readonly MatchedLine[] }) {
  const own = repriced.filter(({ item }) => quote.ids.includes(item.id))
  const difference = own.reduce((sum, { item, price }) => sum + price - item.price, 0)
  return (
    <tr data-testid={`price-quote-${quote.jobNumber}-${quote.number}`}>
      <td>
        <Link to={jobAddress(quote.jobNumber, 'quote')} style={{ textDecoration: 'underline' }}>
          {`Quote ${quote.number}, job ${quote.jobNumber}, ${quote.jobName}`}
        </Link>
      </td>
      <td>{quote.customer || 'not entered'}</td>
      <td>{new Date(quote.validUntil).toLocaleDateString()}</td>
      <td>{`${own.map(({ item }) => item.name).join(', ')}${quote.exact ? '' : ' (in the job; the quote may not charge for it)'}`}</td>
      <td className={difference > 0 ? 'figure short' : 'figure'}>{signedMoney(difference)}</td>
    </tr>
  )
}
