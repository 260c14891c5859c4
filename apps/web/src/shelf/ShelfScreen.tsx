import { Box, Field, Flex, Grid, Heading, Link as ChakraLink, Text } from '@chakra-ui/react'
import { capital, hoursWords, money, stationName, writePartsCsv, ORIGIN_LEGEND } from '@plucky/contract'
import type { Part, Unit } from '@plucky/core'
import { useEffect, useRef, useState } from 'react'
import { NavLink, useNavigate, useParams } from 'react-router'
import { ServerAway } from '../ui/ServerAway.js'
import { loadShop, type Item, type ItemKind } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { FileLink } from '../ui/FileLink.js'
import { saveFile } from '../ui/save-file.js'
import { ItemPanel } from './ItemPanel.js'
import { leastWords, listed, unitOf, type Wanted } from './listed.js'
import { FileIn } from './ShelfFileImport.js'
import { PartsCsvImport } from './PartsCsvImport.js'
import { api } from '../state/api.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'

const KINDS: readonly (readonly [ItemKind, string, string])[] = [
  ['parts', 'Parts', 'part'],
  ['operations', 'Operations', 'operation'],
  ['kits', 'Kits', 'kit'],
]
const isKind = (kind: string | undefined): kind is ItemKind => KINDS.some(([each]) => each === kind)

/** The shop's shelf: found by word, unit and station; every item with all its limits and figures, to be looked at and changed. */
export function ShelfScreen() {
  const shop = useShop()
  if (shop.state === 'failed') return <ServerAway onRetry={loadShop} />
  const [unit] = shop.units
  return shop.state === 'loading' || !unit ? (
    <Text p="24px" color="inkSoft" role="status">
      Loading parts shelf…
    </Text>
  ) : (
    <Shelf units={shop.units} first={unit} />
  )
}

function Shelf({ units, first }: { units: readonly Unit[]; first: Unit }) {
  const params = useParams()
  const kind = isKind(params['kind']) ? params['kind'] : 'parts'
  const id = params['id']
  const navigate = useNavigate()
  const shop = useShop()
  const [wanted, setWanted] = useState({ text: '', unitId: '', stationId: '' })
  const [taking, setTaking] = useState<'' | 'table' | 'file'>('')
  const unit = units.find((u) => u.id === wanted.unitId) ?? first
  const chosen = shop[kind].get(id ?? '') as Item | undefined
  const found = listed(shop, units, { kind, ...wanted })
  const word = KINDS.find(([each]) => each === kind)?.[2] ?? ''
  return (
    <Box px="14px" pb="20px" maxW="1680px" mx="auto">
      <Flex py="8px" gap="10px" align="center" wrap="wrap">
        <Heading as="h1" fontSize="26px" fontWeight={600}>
          {`Parts shelf: ${shop.parts.size} parts, ${shop.operations.size} operations, ${shop.kits.size} kits`}
        </Heading>
        <Box flex="1" />
        <PrimaryButton onClick={() => void navigate(`/parts-shelf/${kind}/new`)} data-testid="new-item">{`New ${word}`}</PrimaryButton>
        <OutlineButton minH="44px" onClick={() => setTaking('table')} data-testid="table-in">
          Import CSV…
        </OutlineButton>
        <OutlineButton minH="44px" onClick={() => setTaking('file')} data-testid="file-in">
          Import JSON…
        </OutlineButton>
        <OutlineButton asChild minH="44px">
          <FileLink href={api.shelfFileOf(wanted.unitId)} data-testid="file-out">
            Export JSON
          </FileLink>
        </OutlineButton>
        <SaveTable parts={kind === 'parts' ? (found as Part[]) : [...shop.parts.values()]} />
      </Flex>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '460px minmax(0, 1fr)' }} gap="10px" alignItems="start">
        <Panel title="On the shelf" note={`${found.length} items`}>
          <Filters kind={kind} wanted={wanted} units={units} unit={unit} onWant={setWanted} />
          {kind === 'parts' && (
            <Text fontSize="13px" color="inkSoft" mb="4px">
              {ORIGIN_LEGEND}
            </Text>
          )}
          <Found kind={kind} items={found} units={units} unitId={wanted.unitId} />
        </Panel>
        {taking === 'table' ? (
          <PartsCsvImport onClose={() => setTaking('')} />
        ) : taking === 'file' ? (
          <FileIn onClose={() => setTaking('')} />
        ) : (
          <Chosen kind={kind} id={id ?? found[0]?.id} unit={unitOf(chosen ?? found[0], units, wanted.unitId) ?? first} />
        )}
      </Grid>
    </Box>
  )
}

/** The item that the address names, else the first that was found. */
function Chosen({ kind, id, unit }: { kind: ItemKind; id: string | undefined; unit: Unit }) {
  if (id !== undefined) return <ItemPanel key={`${kind}/${id}`} kind={kind} id={id} unit={unit} />
  return (
    <Panel title="No item selected">
      <Text color="inkSoft">Select an item to see its limits and data.</Text>
    </Panel>
  )
}

/** The parts found, as a table that can be changed elsewhere and taken in again. */
function SaveTable({ parts }: { parts: readonly Part[] }) {
  const save = () => saveFile('parts.csv', writePartsCsv(parts), 'text/csv')
  return (
    <OutlineButton minH="44px" onClick={save} disabled={parts.length === 0} data-testid="table-out">
      {`Export ${parts.length} parts (CSV)`}
    </OutlineButton>
  )
}

interface FilterProps {
  readonly kind: ItemKind
  readonly wanted: Omit<Wanted, 'kind'>
  readonly units: readonly Unit[]
  readonly unit: Unit
  readonly onWant: (wanted: Omit<Wanted, 'kind'>) => void
}

function Filters({ kind, wanted, units, unit, onWant }: FilterProps) {
  const navigate = useNavigate()
  return (
    <Box mb="6px">
      <Flex gap="6px" mb="6px">
        {KINDS.map(([each, words]) => (
          <ToggleButton key={each} on={each === kind} onPick={() => void navigate(`/parts-shelf/${each}`)} testId={`kind-${each}`}>
            {words}
          </ToggleButton>
        ))}
      </Flex>
      <Flex gap="8px" align="flex-end">
        <Field.Root gap="2px" flex="1">
          <FieldLabel>Search name, maker or text</FieldLabel>
          <TextBox
            type="search"
            value={wanted.text}
            onChange={(event) => onWant({ ...wanted, text: event.target.value })}
            data-testid="shelf-search"
          />
        </Field.Root>
        <SelectField
          label="Transmission"
          width="104px"
          value={wanted.unitId}
          options={[['', 'all'], ...units.map((u) => [u.id, u.name] as const)]}
          onPick={(unitId) => onWant({ ...wanted, unitId })}
          testId="shelf-unit"
        />
        <SelectField
          label="Station"
          width="146px"
          value={wanted.stationId}
          options={[['', 'all'], ...stationsIn(wanted.unitId === '' ? units : [unit])]}
          onPick={(stationId) => onWant({ ...wanted, stationId })}
          testId="shelf-station"
        />
      </Flex>
    </Box>
  )
}

/** Stations of some units, each id once. */
const stationsIn = (units: readonly Unit[]) => [
  ...new Map(units.flatMap((unit) => unit.stations.map(({ id, name }) => [id, capital(name)] as const))),
]

interface FoundProps {
  readonly kind: ItemKind
  readonly items: readonly Item[]
  readonly units: readonly Unit[]
  readonly unitId: string
}

/** As many are laid out at once; a search that finds more than that is narrowed sooner than read through. */
const LAID_OUT = 100

function Found({ kind, items, units, unitId }: FoundProps) {
  const list = useRef<HTMLDivElement>(null)
  const { id } = useParams()
  const [all, setAll] = useState(false)
  useEffect(() => void list.current?.querySelector('[aria-current=page]')?.scrollIntoView({ block: 'nearest' }), [kind])
  const shown = all ? items : items.filter((item, i) => i < LAID_OUT || item.id === id)
  if (items.length === 0) return <Text color="inkSoft">No matches. Use fewer words or another station.</Text>
  return (
    <Box maxH="calc(100vh - 236px)" minH="300px" overflowY="auto" ref={list} data-testid="shelf-list">
      {shown.map((item) => {
        const unit = unitOf(item, units, unitId) as Unit
        return (
          <ChakraLink
            asChild
            key={item.id}
            display="block"
            color="ink"
            borderTopWidth="1px"
            borderColor="ruleSoft"
            py="5px"
            px="6px"
            minH="44px"
            css={{ '&[aria-current=page]': { bg: 'torqueWash', boxShadow: 'inset 4px 0 0 var(--chakra-colors-torque)' } }}
          >
            <NavLink to={`/parts-shelf/${kind}/${item.id}`} data-testid={`item-${item.id}`}>
              <Flex justify="space-between" gap="8px" width="100%">
                <Text fontWeight={600} lineHeight="1.25">
                  {item.name}
                </Text>
                <Text fontFamily="figures" fontSize="15px" whiteSpace="nowrap">{`${money(item.price)} · ${hoursWords(item.hours)}`}</Text>
              </Flex>
              <Flex justify="space-between" gap="8px" width="100%" fontSize="13.5px" color="inkSoft">
                <Text truncate>{placesOf(item, unit)}</Text>
                <Text fontFamily="figures" fontSize="15px" whiteSpace="nowrap">
                  {kind === 'parts' ? leastWords(item as Part, unit) : ''}
                </Text>
              </Flex>
            </NavLink>
          </ChakraLink>
        )
      })}
      {shown.length < items.length && (
        <OutlineButton mt="6px" width="100%" onClick={() => setAll(true)} data-testid="show-all">
          {`${items.length - shown.length} more. Narrow the search or show all`}
        </OutlineButton>
      )}
    </Box>
  )
}

function placesOf(item: Item, unit: Unit): string {
  const ids = 'stationIds' in item ? item.stationIds : Object.keys(item.parts)
  const maker = 'maker' in item ? ` · ${item.maker}` : ''
  const stations = capital(ids.map((id) => stationName(unit, id)).join(', '))
  return `${stations} · ${unit.name}${maker}${'donor' in item && item.donor ? ' · used' : ''}`
}
