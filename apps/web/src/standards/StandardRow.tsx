import { Box, Flex, Text } from '@chakra-ui/react'
import { listed, quantity, ShopStandardDto, USE_WORDS } from '@plucky/contract'
import type { ShopStandard, Unit } from '@plucky/core'
import { useStore } from 'zustand'
import type { FormAdapter } from '../shelf/form-adapter.js'
import { ShapeForm } from '../shelf/ShapeForm.js'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { ProblemText } from '../ui/ProblemText.js'

interface RowProps {
  readonly standard: ShopStandard
  readonly open: boolean
  readonly onOpen: () => void
  readonly onRemove: () => void
  readonly problemAt: (path: string) => string | undefined
  readonly onSet: (path: string, value: unknown) => void
}

/** Most items that are offered as a list. With more, the id is typed. */
const MOST_OPTIONS = 400

/** A standard in one line, with its form when it is opened. */
export function StandardRow({ standard, open, onOpen, onRemove, problemAt, onSet }: RowProps) {
  const { units, parts, operations } = useStore(shopStore)
  const wanted = standard.unitIds ?? units.map(({ id }) => id)
  const items = [...operations.values(), ...parts.values()].filter(({ unitIds }) => wanted.every((id) => unitIds.includes(id)))
  const form: FormAdapter = {
    prefix: 'standard-',
    problemAt,
    set: onSet,
    optionsOf: ({ key }) => {
      if (key === 'unitIds') return units.map(({ id, name }) => [id, name] as const)
      return key === 'itemId' && items.length <= MOST_OPTIONS ? items.map(({ id, name }) => [id, name] as const) : undefined
    },
    own: (_field, path) => (path === 'id' ? null : undefined),
  }
  const wrong = !open && ['', 'id', 'work', 'why', 'itemId', 'fromPowerW'].map(problemAt).find((sentence) => sentence !== undefined)
  return (
    <Box borderTopWidth="1px" borderColor="ruleSoft" py="1">
      <Flex gap="3" align="baseline" wrap="wrap">
        <Box flex="1" minW="260px">
          <Text fontWeight={600}>{standard.work || 'New standard'}</Text>
          <Text fontSize="small" color="inkSoft">
            {[standard.why, conditionWords(standard, units)].filter(Boolean).join(' ')}
          </Text>
          {wrong && <ProblemText>{wrong}</ProblemText>}
        </Box>
        <TextButton onClick={onOpen} aria-expanded={open} aria-label={`${open ? 'Close' : 'Edit'}: ${standard.work}`}>
          {open ? 'Close' : 'Edit'}
        </TextButton>
        <TextButton onClick={onRemove} aria-label={`Remove: ${standard.work}`}>
          Remove
        </TextButton>
      </Flex>
      {open && (
        <Box pb="2">
          <ShapeForm dto={ShopStandardDto} value={standard} path="" form={form} />
        </Box>
      )}
    </Box>
  )
}

/** Conditions of a standard. Empty if it has none. */
function conditionWords({ unitIds, uses, fromPowerW }: ShopStandard, units: readonly Unit[]): string {
  const named = unitIds?.map((id) => units.find((unit) => unit.id === id)?.name ?? id)
  const conditions = [
    ...(named ? [`for ${listed(named)}`] : []),
    ...(uses ? [`for ${listed(uses.map((use) => USE_WORDS[use]))}`] : []),
    ...(fromPowerW === undefined || !Number.isFinite(fromPowerW) ? [] : [`from ${quantity(fromPowerW, 'hp')}`]),
  ]
  return conditions.length > 0 ? `Only ${conditions.join(', ')}.` : ''
}
