import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import {
  capital,
  GEOMETRY_DTOS,
  hoursWords,
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
  lockupOil,
  type Part,
  type Station,
  stationLimits,
  toSi,
  type Unit,
} from '@plucky/core'
import { SplitDrawing } from '../bench/SplitDrawing.js'
import { shopStore, type Item, type ItemKind } from '../state/shop.js'
import { TableHead } from '../ui/TableHead.js'

interface ViewProps {
  readonly kind: ItemKind
  readonly item: Item
  readonly unit: Unit
}

/** An item of the shelf with all that is known of it. */
export function ItemView({ kind, item, unit }: ViewProps) {
  const part = kind === 'parts' ? (item as Part) : undefined
  const station = unit.stations.find((s) => part?.stationIds.includes(s.id) && s.kind === part.kind)
  return (
    <Box data-testid="item-view">
      <Text fontSize="14.5px">{aboutWords(kind, item, unit)}</Text>
      {part?.donor && <Text fontSize="14.5px">{`Used, from ${part.donor.from}. Findings: ${part.donor.found}.`}</Text>}
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

const TABLE = {
  borderCollapse: 'collapse',
  width: '100%',
  fontSize: '14px',
  '& td, & th': { padding: '2px 6px', textAlign: 'left', borderBottom: '1px solid', borderColor: 'ruleSoft', verticalAlign: 'baseline' },
  '& th': { fontFamily: 'heading', fontWeight: 600, borderColor: 'ink' },
  '& .figure': { fontFamily: 'figures', fontSize: '15px', whiteSpace: 'nowrap' },
  '& .beside': { color: 'inkSoft' },
} as const

/** Oil at which a limit that depends on it is shown here. */
const SHOWN_PA = toSi(150, 'psi')
const SHOWN_OIL = {
  linePressurePa: SHOWN_PA,
  lockupOil: lockupOil({ drivePa: SHOWN_PA, reversePa: SHOWN_PA }, SHOWN_PA),
  drumSpeedRadPerS: 0,
  rangeId: '',
  dragSense: 1,
} as const

/** Every limit of a part: what is computed from its geometry and what is stated, by the usual rules. */
function Limits({ part, station, unit }: { part: Part; station: Station; unit: Unit }) {
  const by = (engineKind: EngineKind) => stationLimits(unit, station, part, { engineKind, rules: DEFAULT_RULES })
  const [petrol, diesel] = [by('petrol'), by('diesel')]
  const plain = part.stated.filter((s) => s.torqueNm === undefined && s.powerW === undefined)
  return (
    <chakra.table css={TABLE} mt="4px" data-testid="item-limits">
      <TableHead words={['Limit', 'Torque', 'Source', 'Basis']} />
      <tbody>
        {petrol.limits.map((limit, i) => (
          <LimitRow key={i} limit={limit} diesel={diesel.limits[i]} />
        ))}
        {plain.map((stated, i) => (
          <tr key={`p${i}`}>
            <td>{stated.pressurePa === undefined ? 'Maximum speed' : 'Maximum pressure'}</td>
            <td className="figure">
              {stated.pressurePa === undefined ? quantity(stated.speedRadPerS ?? 0, 'rpm') : quantity(stated.pressurePa, 'psi')}
            </td>
            <td>{`${ORIGIN_WORDS[stated.origin].mark} ${ORIGIN_WORDS[stated.origin].words}`}</td>
            <td />
          </tr>
        ))}
        {petrol.missing.map((place) => (
          <tr key={place}>
            <td>{featureName(place)}</td>
            <td colSpan={3}>no model and no stated limit</td>
          </tr>
        ))}
      </tbody>
    </chakra.table>
  )
}

function LimitRow({ limit, diesel }: { limit: Limit; diesel: Limit | undefined }) {
  const held = (of: Limit) => shownFigure(of.torqueNm(SHOWN_OIL), 'lb-ft')
  const byFuel = limit.basis?.from === 'power' && limit.basis.speedFrom === 'house-rule' && diesel
  const oil =
    limit.fixedNm === undefined
      ? `at ${quantity(SHOWN_PA, 'psi')}, ${limit.place.feature === 'band-slip' ? 'drum loaded in input rotation' : limit.place.feature === 'lockup-slip' ? `${quantity(toSi(10, 'psi'), 'psi')} release pressure` : 'drum at rest'}`
      : ''
  const basis = byFuel
    ? 'power rating without rpm; depends on engine type'
    : limit.stated
      ? statedWords(limit.stated, limit.basis)
      : oil || 'calculated from geometry'
  return (
    <tr className={limit.counts ? '' : 'beside'}>
      <td>{placeName(limit.place)}</td>
      <td className="figure">
        {byFuel ? `${held(limit)} gasoline, ${held(diesel)} diesel` : held(limit)} {shownUnit('lb-ft')}
      </td>
      <td>{`${ORIGIN_WORDS[limit.origin].mark} ${ORIGIN_WORDS[limit.origin].words}${limit.stated?.sells ? ' (also the seller)' : ''}`}</td>
      <td>{`${basis}${limit.counts ? '' : ', for reference only'}`}</td>
    </tr>
  )
}

/** Leaves by group, each with its name and figure. */
function Figures({ leaves, title = 'Geometry' }: { leaves: readonly Leaf[]; title?: string }) {
  const groups = [...new Set(leaves.map((leaf) => leaf.group))]
  return (
    <Box css={{ columns: '250px', columnGap: '20px' }} mt="8px" fontSize="14px">
      {groups.map((group) => (
        <Box key={group} breakInside="avoid" mb="6px">
          <Text fontFamily="heading" fontSize="15px" fontWeight={600}>
            {group || title}
          </Text>
          {leaves
            .filter((leaf) => leaf.group === group && leaf.field.key !== 'name')
            .map((leaf) => (
              <Flex key={leaf.path} justify="space-between" gap="8px" borderBottomWidth="1px" borderColor="ruleSoft">
                <Text color="inkSoft">{leaf.field.label}</Text>
                <Text fontFamily="figures" fontSize="15px" textAlign="right">
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
    <Text key={line} fontSize="14px" mt="3px">
      {line}
    </Text>
  ))
}
