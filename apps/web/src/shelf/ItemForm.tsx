import { Box, Grid, Text } from '@chakra-ui/react'
import { capital, type Field } from '@plucky/contract'
import { isRecord, partsFor, type Unit } from '@plucky/core'
import type { ReactNode } from 'react'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { SelectField } from '../ui/SelectField.js'
import { ConverterTable } from './ConverterTable.js'
import { CHECKS, type ItemDraft } from './draft-item.js'
import type { FormAdapter } from './form-adapter.js'
import { ShapeForm } from './ShapeForm.js'
import { ProblemText } from '../ui/ProblemText.js'

/** Everything of an item, in the fields that its rules name; what is wrong stands where it was typed. */
export function ItemForm({ draft, prefix = 'item-' }: { draft: ItemDraft; prefix?: string }) {
  const { units } = useStore(shopStore)
  const { item, problems, set, kind } = draft
  const of = units.filter((unit) => Array.isArray(item['unitIds']) && item['unitIds'].includes(unit.id))
  const form: FormAdapter = {
    prefix,
    problemAt: (path) => problems.find((p) => p.path === path)?.sentence,
    set: (path, value) => {
      set(path, value)
      if (path === 'kind') set(kind === 'parts' ? 'geometry' : 'becomes', {})
    },
    optionsOf: (field) => optionsOf(field, units, of, item['kind']),
    own: (_field, path) => {
      if (path === 'id') return HIDDEN
      if (path === 'geometry.table' && item['kind'] === 'converter') return <ConverterTable key="table" draft={draft} />
      return path === 'parts' && kind === 'kits' ? <KitParts key="parts" draft={draft} of={of} prefix={prefix} /> : undefined
    },
  }
  return (
    <>
      <ShapeForm dto={CHECKS[kind].dto} value={item} path="" form={form} />
      <FormErrors draft={draft} />
    </>
  )
}

const HIDDEN: ReactNode = null

function optionsOf(
  { key }: Field,
  units: readonly Unit[],
  of: readonly Unit[],
  kind: unknown,
): readonly (readonly [string, string])[] | undefined {
  const from = of.length > 0 ? of : units
  const once = <T extends { id: string; name: string }>(each: readonly T[]) => [...new Map(each.map(({ id, name }) => [id, capital(name)]))]
  switch (key) {
    case 'unitIds':
      return once(units)
    case 'stationIds':
      return once(from.flatMap((unit) => unit.stations.filter((station) => kind === undefined || station.kind === kind)))
    case 'stationId':
    case 'mate':
      return once(from.flatMap((unit) => unit.stations))
    case 'variantIds':
      return once(from.flatMap((unit) => unit.variants ?? []))
    default:
      return undefined
  }
}

/** The part at each station of a kit. */
function KitParts({ draft, of, prefix }: { draft: ItemDraft; of: readonly Unit[]; prefix: string }) {
  const parts = isRecord(draft.item['parts']) ? draft.item['parts'] : {}
  const problem = draft.problems.find((p) => p.path === 'parts')?.sentence
  const [unit] = of
  if (!unit) return <Text color="inkSoft">Choose a transmission first to see its stations.</Text>
  return (
    <Box mt="2">
      <Text textStyle="caption">Kit parts</Text>
      {problem && <ProblemText>{problem}</ProblemText>}
      <Grid templateColumns="repeat(auto-fill, minmax(230px, 1fr))" rowGap="1.5" columnGap="3.5">
        {unit.stations.map(({ id, name }) => (
          <SelectField
            key={id}
            label={capital(name)}
            width="100%"
            value={String(parts[id] ?? '')}
            options={[['', '—'], ...partsFor(shopStore.getState(), unit, id).map((part) => [part.id, part.name] as const)]}
            onPick={(picked) => draft.set(`parts.${id}`, picked === '' ? undefined : picked)}
            testId={`${prefix}parts.${id}`}
          />
        ))}
      </Grid>
    </Box>
  )
}

/** What the server said, and problems that belong to no field of the form. */
function FormErrors({ draft: { problems, refused } }: { draft: ItemDraft }) {
  const homeless = problems.filter(({ path, code }) => path === '' || path === 'id' || code === 'field-unknown')
  return [...homeless, ...refused].map((p) => (
    <ProblemText key={p.path + p.code} mt="2">
      {p.sentence}
    </ProblemText>
  ))
}
