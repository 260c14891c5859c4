import { Box, Flex, Text } from '@chakra-ui/react'
import {
  capital,
  GEOMETRY_DTOS,
  hoursWords,
  knownStrengthWords,
  type Leaf,
  leafWords,
  leavesOf,
  money,
  ORIGIN_WORDS,
  featureName,
  placeName,
  quantity,
  shownFigure,
  shownUnit,
  SKILL_WORDS,
  statedWords,
  stationName,
} from '@plucky/contract'
import {
  DEFAULT_RULES,
  type EngineKind,
  type Kit,
  type Limit,
  type Origin,
  type StatedLimit,
  lockupOil,
  type Part,
  type Station,
  stationLimits,
  toSi,
  type Unit,
} from '@plucky/core'
import { SplitDrawing } from '../bench/SplitDrawing.js'
import { isPart, shopStore, type Item, type ItemKind } from '../state/shop.js'
import { SortableTable, type Column } from '../ui/SortableTable.js'
import { useMemo } from 'react'

interface ViewProps {
  readonly kind: ItemKind
  readonly item: Item
  readonly unit: Unit
}

/** An item of the shelf with all that is known of it. */
export function ItemView({ kind, item, unit }: ViewProps) {
  const part = isPart(item) ? item : undefined
  const station = unit.stations.find((s) => part?.stationIds.includes(s.id) && s.kind === part.kind)
  return (
    <Box data-testid="item-view">
      <Text fontSize="small">{aboutWords(kind, item, unit)}</Text>
      {part?.recall !== undefined && (
        <Text color="break" fontWeight={600}>{`Recalled: ${part.recall}. Builds with it are not rated.`}</Text>
      )}
      {part?.inShop && <Text fontSize="small">{knownStrengthWords(part.inShop)}</Text>}
      {part?.donor && <Text fontSize="small">{`Used, from ${part.donor.from}. Findings: ${part.donor.found}.`}</Text>}
      {part && station && (
        <>
          <SplitDrawing
            unit={unit}
            fitted={part}
            candidate={undefined}
            arrived={undefined}
            fittedVerdict={undefined}
            candidateVerdict={undefined}
            halfHeight={140}
            word="DRAWN TO SCALE"
          />
          <Limits part={part} station={station} unit={unit} />
          <Figures leaves={leavesOf(part.geometry, GEOMETRY_DTOS[part.kind])} />
        </>
      )}
      {'becomes' in item && <Figures leaves={leavesOf(item.becomes, GEOMETRY_DTOS[item.kind])} title="Geometry after the operation" />}
      <CompatibilityList item={item} unit={unit} />
    </Box>
  )
}

function aboutWords(kind: ItemKind, item: Item, unit: Unit): string {
  const cost = `${money(item.price)}, ${hoursWords(item.hours)}`
  if ('becomes' in item)
    return `${cost}. ${capital(SKILL_WORDS[item.skill])}. Stations: ${item.stationIds.map((id) => stationName(unit, id)).join(', ')}. ${item.caution}`
  if (kind === 'kits' && !('kind' in item)) return kitWords(item, unit)
  // Operations and kits returned above.
  const part = item as Part
  return `${part.maker}. ${cost}${part.stock ? ', stock' : ''}. For ${part.stationIds.map((id) => stationName(unit, id)).join(', ')} of ${shopStore
    .getState()
    .units.filter(({ id }) => part.unitIds.includes(id))
    .map(({ name }) => name)
    .join(', ')}.`
}

/** A kit's parts front to rear, and what they would cost one by one. */
function kitWords(kit: Kit, unit: Unit): string {
  const { parts } = shopStore.getState()
  const held = unit.stations.flatMap(({ id, name }) => {
    const part = parts.get(kit.parts[id] ?? '')
    return part ? [{ part, words: `${capital(name)}: ${part.name}` }] : []
  })
  const [price, hours] = [held.reduce((sum, { part }) => sum + part.price, 0), held.reduce((sum, { part }) => sum + part.hours, 0)]
  const singly = `bought separately ${money(price)}, ${hoursWords(hours)}`
  return `${kit.maker}. ${money(kit.price)}, ${hoursWords(kit.hours)} for the kit; ${singly}. ${held.map(({ words }) => words).join('; ')}.`
}

/** Oil at which a limit that depends on it is shown here. */
const SHOWN_PA = toSi(150, 'psi')
const SHOWN_OIL = {
  linePressurePa: SHOWN_PA,
  lockupOil: lockupOil({ drivePa: SHOWN_PA, reversePa: SHOWN_PA }, SHOWN_PA),
  drumSpeedRadPerS: 0,
  rangeId: '',
  dragSense: 1,
} as const

/** Row of the limits table. */
interface LimitRow {
  readonly name: string
  /** Sort value, N·m. */
  readonly nm?: number
  readonly value: string
  readonly source?: string
  readonly basis?: string
  readonly counts: boolean
}

const LIMIT_COLUMNS: readonly Column<LimitRow>[] = [
  { id: 'limit', head: 'Limit', sortBy: ({ name }) => name, cell: ({ name }) => name },
  { id: 'torque', head: 'Torque', className: 'figure', sortBy: ({ nm }) => nm, cell: ({ value }) => value },
  { id: 'source', head: 'Source', sortBy: ({ source }) => source, cell: ({ source }) => source },
  { id: 'basis', head: 'Basis', cell: ({ basis }) => basis },
]

/** Every limit of a part: what is computed from its geometry and what is stated, by the usual rules. */
function Limits({ part, station, unit }: { part: Part; station: Station; unit: Unit }) {
  const rows = useMemo(() => limitRows(part, station, unit), [part, station, unit])
  return (
    <SortableTable
      columns={LIMIT_COLUMNS}
      rows={rows}
      keyOf={(row) => String(rows.indexOf(row))}
      rowProps={({ counts }) => ({ className: counts ? '' : 'soft' })}
      mt="1"
      testId="item-limits"
    />
  )
}

const originWords = (origin: Origin) => `${ORIGIN_WORDS[origin].mark} ${ORIGIN_WORDS[origin].words}`

function limitRows(part: Part, station: Station, unit: Unit): LimitRow[] {
  const by = (engineKind: EngineKind) => stationLimits(unit, station, part, { engineKind, rules: DEFAULT_RULES })
  const [petrol, diesel] = [by('petrol'), by('diesel')]
  return [
    ...petrol.limits.map((limit, i) => limitRow(limit, diesel.limits[i])),
    ...part.stated
      .filter((stated) => stated.torqueNm === undefined && stated.powerW === undefined)
      .map((stated) => ({ ...maximum(stated), source: originWords(stated.origin), counts: true })),
    ...petrol.missing.map((place) => ({ name: featureName(place), value: 'no model and no stated limit', counts: true })),
  ]
}

const maximum = ({ pressurePa, speedRadPerS }: StatedLimit) =>
  pressurePa === undefined
    ? { name: 'Maximum speed', value: quantity(speedRadPerS ?? 0, 'rpm') }
    : { name: 'Maximum pressure', value: quantity(pressurePa, 'psi') }

function limitRow(limit: Limit, diesel: Limit | undefined): LimitRow {
  const nm = limit.torqueNm(SHOWN_OIL)
  const held = (of: Limit) => shownFigure(of.torqueNm(SHOWN_OIL), 'lb-ft')
  const byFuel = limit.basis?.from === 'power' && limit.basis.speedFrom === 'house-rule' && diesel
  const basis = byFuel
    ? 'power rating without rpm; depends on engine type'
    : limit.stated
      ? statedWords(limit.stated, limit.basis)
      : oilWords(limit) || 'calculated from geometry'
  return {
    name: placeName(limit.place),
    nm,
    value: `${byFuel ? `${held(limit)} gasoline, ${held(diesel)} diesel` : held(limit)} ${shownUnit('lb-ft')}`,
    source: `${originWords(limit.origin)}${limit.stated?.sells ? ' (also the seller)' : ''}`,
    basis: `${basis}${limit.counts ? '' : ', for reference only'}`,
    counts: limit.counts,
  }
}

/** Oil pressure at which an oil-dependent limit is shown. */
function oilWords({ fixedNm, place }: Limit): string {
  if (fixedNm !== undefined) return ''
  const state: Record<string, string> = {
    'band-slip': 'drum loaded in input rotation',
    'lockup-slip': `${quantity(toSi(10, 'psi'), 'psi')} release pressure`,
  }
  return `at ${quantity(SHOWN_PA, 'psi')}, ${state[place.feature] ?? 'drum at rest'}`
}

/** Leaves by group, each with its name and figure. */
function Figures({ leaves, title = 'Geometry' }: { leaves: readonly Leaf[]; title?: string }) {
  const groups = [...new Set(leaves.map((leaf) => leaf.group))]
  return (
    <Box css={{ columns: '250px', columnGap: '5' }} mt="2" fontSize="small">
      {groups.map((group) => (
        <Box key={group} breakInside="avoid" mb="1.5">
          <Text textStyle="caption">{group || title}</Text>
          {leaves
            .filter((leaf) => leaf.group === group && leaf.field.key !== 'name')
            .map((leaf) => (
              <Flex key={leaf.path} justify="space-between" gap="2" borderBottomWidth="1px" borderColor="ruleSoft">
                <Text color="inkSoft">{leaf.field.label}</Text>
                <Text textStyle="figure" textAlign="right">
                  {leafWords(leaf.field, leaf.value)}
                </Text>
              </Flex>
            ))}
        </Box>
      ))}
    </Box>
  )
}

/** How an item goes together with its neighbours. */
function CompatibilityList({ item, unit }: { item: Item; unit: Unit }) {
  if (!('stationIds' in item)) return null
  const lines = [
    ...(item.needs ?? []).map((need) => `Requires at ${stationName(unit, need.stationId)}: ${need.why}.`),
    ...(item.clashes ?? []).map((clash) => `Conflicts with ${stationName(unit, clash.stationId)}: ${clash.why}.`),
    ...(item.offers && item.offers.length > 0 ? [`Provides: ${item.offers.join(', ')}.`] : []),
    ...('variantIds' in item && item.variantIds
      ? [`Variants: ${item.variantIds.map((id) => unit.variants?.find((v) => v.id === id)?.name ?? id).join(', ')}.`]
      : []),
  ]
  return lines.map((line) => (
    <Text key={line} fontSize="small" mt="1">
      {line}
    </Text>
  ))
}
