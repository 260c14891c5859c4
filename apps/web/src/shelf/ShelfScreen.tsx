import { Box, Field, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import { capital, writePartsCsv, ORIGIN_LEGEND } from '@plucky/contract'
import { keysOf, type Part, type Unit } from '@plucky/core'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useMay } from '../access/use-may.js'
import { ServerAway } from '../ui/ServerAway.js'
import { isPart, itemsOf, loadShop, type ItemKind, type Shop } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { FileLink } from '../ui/FileLink.js'
import { saveFile } from '../ui/save-file.js'
import { PriceListImport } from '../prices/PriceListImport.js'
import { DemoNews } from './DemoNews.js'
import { ItemPanel } from './ItemPanel.js'
import { ItemList } from './ItemList.js'
import { listed, unitOf, type Wanted } from './listed.js'
import { FileIn } from './ShelfFileImport.js'
import { PartsCsvImport } from './PartsCsvImport.js'
import { api } from '../state/api.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'
import { TextLink } from '../ui/TextLink.js'

const KINDS: readonly (readonly [ItemKind, string, string])[] = [
  ['parts', 'Parts', 'part'],
  ['operations', 'Operations', 'operation'],
  ['kits', 'Kits', 'kit'],
]
const isKind = (kind: string | undefined): kind is ItemKind => KINDS.some(([each]) => each === kind)

/** The shop's shelf: found by word, unit and station; every item with all its limits and figures, to be looked at and changed. */
export function ShelfScreen() {
  const [wanted, setWanted] = useState(NO_FILTER)
  const shop = useShop({ unit: wanted.unitId })
  if (shop.state === 'failed') return <ServerAway onRetry={loadShop} />
  if (shop.state === 'loading')
    return (
      <Text p="6" color="inkSoft" role="status">
        Loading parts shelf…
      </Text>
    )
  const [unit] = shop.units
  if (!unit) return <NoTransmission />
  // A large shelf is shown one transmission at a time.
  return (
    <Shelf shop={shop} first={unit} wanted={shop.whole ? wanted : { ...wanted, unitId: wanted.unitId || unit.id }} onWant={setWanted} />
  )
}

/** The shelf of a shop without transmissions. Parts belong to the stations of a transmission. */
function NoTransmission() {
  const mayChange = useMay('builder')
  return (
    <Box px="3.5" pb="5" maxW="1680px" mx="auto">
      <Heading as="h1" textStyle="page" py="2">
        Parts shelf: empty
      </Heading>
      {mayChange && <DemoNews />}
      <Text py="2" role="status">
        Parts belong to a transmission, and there is none yet. {mayChange ? 'Create or import one under' : 'See'}{' '}
        <TextLink to="/transmissions">Transmissions</TextLink>.
      </Text>
    </Box>
  )
}

type Filter = Omit<Wanted, 'kind'>

const NO_FILTER: Filter = { text: '', unitId: '', stationId: '' }

interface ShelfProps {
  readonly shop: Shop
  readonly first: Unit
  readonly wanted: Filter
  readonly onWant: (wanted: Filter) => void
}

function Shelf({ shop, first, wanted, onWant }: ShelfProps) {
  const params = useParams()
  const kind = isKind(params['kind']) ? params['kind'] : 'parts'
  const id = params['id']
  const { units, whole } = shop
  const [taking, setTaking] = useState<Taking | ''>('')
  const mayChange = useMay('builder')
  const unit = units.find((u) => u.id === wanted.unitId) ?? first
  const chosen = itemsOf(shop, kind).get(id ?? '')
  const found = listed(shop, units, { kind, ...wanted })
  return (
    <Box px="3.5" pb="5" maxW="1680px" mx="auto">
      <Flex py="2" gap="2.5" align="center" wrap="wrap">
        <Heading as="h1" textStyle="page">
          {whole
            ? `Parts shelf: ${shop.parts.size} parts, ${shop.operations.size} operations, ${shop.kits.size} kits`
            : `Parts shelf, ${unit.name}: ${shop.parts.size} parts`}
        </Heading>
        <Box flex="1" />
        {mayChange && <AddButtons kind={kind} onTake={setTaking} />}
        <OutlineButton asChild minH="44px">
          <FileLink href={api.shelfFileOf(wanted.unitId)} data-testid="file-out">
            Export JSON
          </FileLink>
        </OutlineButton>
        <SaveTable parts={kind === 'parts' ? found.filter(isPart) : [...shop.parts.values()]} />
      </Flex>
      {mayChange && <DemoNews />}
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '520px minmax(0, 1fr)' }} gap="2.5" alignItems="start">
        <Panel title="On the shelf" note={`${found.length} items`}>
          <Filters kind={kind} wanted={wanted} units={units} unit={unit} onWant={onWant} mayAll={whole} />
          {kind === 'parts' && (
            <Text fontSize="note" color="inkSoft" mb="1">
              {ORIGIN_LEGEND}
            </Text>
          )}
          <ItemList kind={kind} items={found} units={units} unitId={wanted.unitId} chosen={id} />
        </Panel>
        {/* One column on a narrow screen: an import is above the list. */}
        <Box minW="0" order={{ base: taking ? -1 : 0, lg: 0 }}>
          {taking === 'table' ? (
            <PartsCsvImport onClose={() => setTaking('')} />
          ) : taking === 'file' ? (
            <FileIn onClose={() => setTaking('')} />
          ) : taking === 'prices' ? (
            <PriceListImport onClose={() => setTaking('')} />
          ) : (
            <Chosen kind={kind} id={id ?? found[0]?.id} unit={unitOf(chosen ?? found[0], units, wanted.unitId) ?? first} />
          )}
        </Box>
      </Grid>
    </Box>
  )
}

/** A file that is imported. */
type Taking = 'table' | 'file' | 'prices'

const TAKING_WORDS: Readonly<Record<Taking, string>> = { table: 'Import CSV…', file: 'Import JSON…', prices: 'Price list…' }

/** Begins a new item or an import. */
function AddButtons({ kind, onTake }: { kind: ItemKind; onTake: (taking: Taking) => void }) {
  const navigate = useNavigate()
  const word = KINDS.find(([each]) => each === kind)?.[2] ?? ''
  return (
    <>
      <PrimaryButton onClick={() => void navigate(`/parts-shelf/${kind}/new`)} data-testid="new-item">{`New ${word}`}</PrimaryButton>
      {keysOf(TAKING_WORDS).map((taking) => (
        <OutlineButton key={taking} minH="44px" onClick={() => onTake(taking)} data-testid={`${taking}-in`}>
          {TAKING_WORDS[taking]}
        </OutlineButton>
      ))}
    </>
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
  readonly wanted: Filter
  readonly units: readonly Unit[]
  readonly unit: Unit
  readonly onWant: (wanted: Filter) => void
  /** False if a transmission must be chosen. */
  readonly mayAll: boolean
}

function Filters({ kind, wanted, units, unit, onWant, mayAll }: FilterProps) {
  const navigate = useNavigate()
  return (
    <Box mb="1.5">
      <Flex gap="1.5" mb="1.5">
        {KINDS.map(([each, words]) => (
          <ToggleButton key={each} on={each === kind} onPick={() => void navigate(`/parts-shelf/${each}`)} testId={`kind-${each}`}>
            {words}
          </ToggleButton>
        ))}
      </Flex>
      <Flex gap="2" align="flex-end">
        <Field.Root gap="0.5" flex="1">
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
          options={[...(mayAll ? [['', 'all'] as const] : []), ...units.map((u) => [u.id, u.name] as const)]}
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
