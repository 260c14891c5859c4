import { RuledTable } from '../ui/RuledTable.js'
import { Box, chakra, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import type { Sheet } from '@plucky/contract'
import type { ReactNode } from 'react'
import { TableHead } from '../ui/TableHead.js'
import { Unbroken } from '../ui/Unbroken.js'

/** A sheet on the screen and on paper: one page, black on white when printed. */
export function SheetPage({ sheet }: { sheet: Sheet }) {
  return (
    <Box
      as="article"
      className="sheet-page"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      px={{ base: '3', md: '7' }}
      py="5"
      overflowX="auto"
      data-testid="sheet"
    >
      <Flex justify="space-between" align="baseline" gap="4" borderBottomWidth="2px" borderColor="ink" pb="1">
        <Heading as="h1" textStyle="page" lineHeight="1.1">
          {sheet.title}
        </Heading>
        <Text fontSize="small" textAlign="right">
          {`${sheet.unit}; ${sheet.revision}`}
        </Text>
      </Flex>
      <Text fontFamily="heading" fontSize="title" fontWeight={600} lineHeight="1.2" mt="1.5" data-testid="sheet-sentence">
        <Unbroken>{sheet.sentence}</Unbroken>
      </Text>
      <Text fontSize="note" color="inkSoft">
        {sheet.besides}
      </Text>
      {sheet.warnings.map((warning) => (
        <Text key={warning} fontSize="note" color="break" fontWeight={600}>
          ▲ {warning}
        </Text>
      ))}
      <Brief rows={sheet.brief} />
      <Stations sheet={sheet} />
      <Grid templateColumns="minmax(0, 1.15fr) minmax(0, 1fr)" rowGap="1.5" columnGap="6" mt="2">
        <Bill sheet={sheet} />
        <Box>
          <Listed title="Mating parts" lines={sheet.together} none="No mating requirements." />
          <Listed title="Operations" lines={sheet.work} none="No operations." />
          {sheet.fit.length > 0 && <Listed title="Fit-up" lines={sheet.fit} />}
          {sheet.gauge.length > 0 && <Listed title="Gauge readings to expect" lines={sheet.gauge} />}
          {sheet.rules.length > 0 && <Listed title="House rules changed from default" lines={sheet.rules} />}
        </Box>
      </Grid>
      <Listed title="Cautions" lines={sheet.cautions} />
    </Box>
  )
}

function Brief({ rows }: { rows: Sheet['brief'] }) {
  return (
    <Flex wrap="wrap" rowGap="px" columnGap="4" mt="1.5" fontSize="note">
      {rows.map(([name, value]) => (
        <Text key={name}>
          <chakra.span color="inkSoft">{`${name}: `}</chakra.span>
          {value}
        </Text>
      ))}
    </Flex>
  )
}

function Stations({ sheet }: { sheet: Sheet }) {
  return (
    <RuledTable look="list" fontSize="note" mt="2">
      <TableHead words={['Code', 'Station', 'Part', 'Power held', 'Torque capacity', 'Margin', 'Weakest point', 'Reason']} />
      <tbody>
        {sheet.stations.map((station) => (
          <tr key={station.code}>
            <td className="figure">{station.code}</td>
            <td>{station.name}</td>
            <td>
              <span className={station.changed ? 'changed' : ''}>{station.part}</span>
              {station.works.map((work) => (
                <span key={work} className="changed">{` + ${work}`}</span>
              ))}
              {station.maker && <span className="soft">{`, ${station.maker}`}</span>}
            </td>
            <td className="figure">{station.holds}</td>
            <td className="figure">{station.capacity}</td>
            <td className="figure">{station.margin}</td>
            <td>{station.where}</td>
            <td className="soft">{station.reason}</td>
          </tr>
        ))}
      </tbody>
    </RuledTable>
  )
}

function Bill({ sheet: { lines, total } }: { sheet: Sheet }) {
  const row = (key: string, cells: readonly ReactNode[], bold = false) => (
    <tr key={key} style={bold ? { fontWeight: 700 } : undefined}>
      {cells.map((cell, i) => (
        <td key={i} className={i > 1 ? 'figure' : ''}>
          {cell}
        </td>
      ))}
    </tr>
  )
  return (
    <RuledTable look="list" fontSize="note" alignSelf="start">
      <TableHead words={['Parts and labor', 'Station', 'Price', 'Labor']} />
      <tbody>
        {lines.map((line) => row(line.what + line.at, [line.what, line.at, line.price, line.hours]))}
        {row('total', [total.what, total.at, total.price, total.hours], true)}
      </tbody>
    </RuledTable>
  )
}

function Listed({ title, lines, none = '' }: { title: string; lines: readonly string[]; none?: string }) {
  return (
    <Box mt="1.5" fontSize="note" lineHeight="1.3">
      <Text textStyle="caption">{title}</Text>
      {lines.length === 0 && <Text color="inkSoft">{none}</Text>}
      {lines.map((line) => (
        <Text key={line}>{line}</Text>
      ))}
    </Box>
  )
}
