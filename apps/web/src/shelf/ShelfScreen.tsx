import { Box, Field, Flex, Grid, Heading, Text } from '@chakra-ui/react'
import { capital, writePartsCsv, ORIGIN_LEGEND } from '@plucky/contract'
import type { Part, Unit } from '@plucky/core'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { ServerAway } from '../ui/ServerAway.js'
import { isPart, itemsOf, loadShop, type ItemKind } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { FileLink } from '../ui/FileLink.js'
import { saveFile } from '../ui/save-file.js'
import { DemoNews } from './DemoNews.js'
import { ItemPanel } from './ItemPanel.js'
import { ItemList } from './ItemList.js'
import { listed, unitOf, type Wanted } from './listed.js'
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
    <Text p="6" color="inkSoft" role="status">
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
  const chosen = itemsOf(shop, kind).get(id ?? '')
  const found = listed(shop, units, { kind, ...wanted })
  const word = KINDS.find(([each]) => each === kind)?.[2] ?? ''
  return (
    <Box px="3.5" pb="5" maxW="1680px" mx="auto">
      <Flex py="2" gap="2.5" align="center" wrap="wrap">
        <Heading as="h1" textStyle="page">
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
        <SaveTable parts={kind === 'parts' ? found.filter(isPart) : [...shop.parts.values()]} />
      </Flex>
      <DemoNews />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '520px minmax(0, 1fr)' }} gap="2.5" alignItems="start">
        <Panel title="On the shelf" note={`${found.length} items`}>
          <Filters kind={kind} wanted={wanted} units={units} unit={unit} onWant={setWanted} />
          {kind === 'parts' && (
            <Text fontSize="note" color="inkSoft" mb="1">
              {ORIGIN_LEGEND}
            </Text>
          )}
          <ItemList kind={kind} items={found} units={units} unitId={wanted.unitId} chosen={id} />
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
