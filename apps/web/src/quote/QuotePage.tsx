import { Box, Flex, Text } from '@chakra-ui/react'
import type { Quote, QuoteColumn } from '@plucky/contract'
import { Fragment, type ReactNode } from 'react'
import { RuledTable } from '../ui/RuledTable.js'

const CELLS = {
  tableLayout: 'fixed',
  '& td': { verticalAlign: 'top', overflowWrap: 'anywhere' },
  '& thead th': { fontSize: 'lead', borderBottomWidth: '2px' },
  '& td:first-of-type': { color: 'inkSoft' },
} as const

/** A quote as the customer reads it. */
export function QuotePage({ quote, number }: { readonly quote: Quote; readonly number: number | null }) {
  const { title, customer, date, validUntil, facts, message, columns, conditions, cautions } = quote
  return (
    <Box className="sheet-page" bg="sheet" borderWidth="1px" borderColor="rule" px="5" py="4" data-testid="quote">
      <Flex justify="space-between" align="baseline" gap="4" wrap="wrap" borderBottomWidth="2px" borderColor="ink" pb="1">
        <Text as="h2" fontFamily="heading" fontSize="page" fontWeight={600}>
          {number === null ? title : `${title}, no. ${number}`}
        </Text>
        <Text fontSize="small">{`${date}; valid until ${validUntil}`}</Text>
      </Flex>
      {customer && (
        <Text fontWeight={600} mt="1">
          For {customer}
        </Text>
      )}
      <Text fontSize="small">{facts.map(([fact, value]) => `${fact}: ${value}`).join('. ')}.</Text>
      {message && <Text mt="1.5">{message}</Text>}
      <Box overflowX="auto" mt="2">
        <RuledTable look="list" room="wide" css={CELLS} minW={`${110 + columns.length * 190}px`}>
          <thead>
            <tr>
              <th style={{ width: 110 }}>Offer</th>
              {columns.map((column, i) => (
                <th key={i}>{column.title}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            <Row name="For" columns={columns} cell={({ purpose }) => purpose} />
            <Row name="Holds" columns={columns} cell={({ holds }) => <strong>{holds}</strong>} />
            <Row name="How sure" columns={columns} cell={({ sure }) => sure} />
            <Row name="Included" columns={columns} cell={({ included }) => <Lines lines={included} />} />
            <Row name="Lead time" columns={columns} cell={({ lead }) => lead} />
            {columns[0]?.price.map(([name], i) => (
              <Row key={name} name={name} columns={columns} cell={({ price }) => <strong>{price[i]?.[1]}</strong>} />
            ))}
          </tbody>
        </RuledTable>
      </Box>
      <Listed title="The figures are void with" lines={conditions} />
      <Listed title="Cautions" lines={cautions} />
    </Box>
  )
}

interface RowProps {
  readonly name: string
  readonly columns: readonly QuoteColumn[]
  readonly cell: (column: QuoteColumn) => ReactNode
}

const Row = ({ name, columns, cell }: RowProps) => (
  <tr>
    <td>{name}</td>
    {columns.map((column, i) => (
      <td key={i}>{cell(column)}</td>
    ))}
  </tr>
)

const Lines = ({ lines }: { readonly lines: readonly string[] }) =>
  lines.map((line) => (
    <Fragment key={line}>
      {line}
      <br />
    </Fragment>
  ))

const Listed = ({ title, lines }: { readonly title: string; readonly lines: readonly string[] }) => (
  <Box mt="2.5" fontSize="small">
    <Text fontWeight={600}>{title}</Text>
    {lines.map((line) => (
      <Text key={line} lineHeight="1.35">
        {line}
      </Text>
    ))}
  </Box>
)
