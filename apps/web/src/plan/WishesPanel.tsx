import { Box, Checkbox, Flex, Text } from '@chakra-ui/react'
import { wishWords, type JobContent } from '@plucky/contract'
import type { PlanWishes, Unit } from '@plucky/core'
import { useStore } from 'zustand'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { QuantityField } from '../ui/QuantityField.js'
import { SelectField } from '../ui/SelectField.js'

interface WishesProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly wishes: PlanWishes
  readonly onChange: (wishes: PlanWishes) => void
}

type YesNo = Extract<keyof PlanWishes, 'withoutUsed' | 'ownBenchOnly' | 'stockLook' | 'inStockOnly' | 'anyStall' | 'keepPressure' | 'paid'>

const CHOICES: readonly (readonly [key: YesNo, words: string])[] = [
  ['paid', 'Installed parts are paid for'],
  ['withoutUsed', 'No used parts'],
  ['ownBenchOnly', 'No outside machine work'],
  ['inStockOnly', 'In stock only'],
  ['stockLook', 'Stock appearance: nothing visible'],
  ['keepPressure', 'Keep line pressure'],
  ['anyStall', 'Any converter stall'],
]

/** Restrictions on the plan. */
export function WishesPanel({ content, unit, wishes, onChange }: WishesProps) {
  const { parts } = useStore(shopStore)
  const keep = Object.entries(wishes.keep ?? {})
  return (
    <Panel title="Wishes" data-testid="wishes">
      <Flex direction="column" gap="1.5" mt="1">
        {CHOICES.map(([key, words]) => (
          <Checkbox.Root
            key={key}
            checked={wishes[key] === true}
            onCheckedChange={({ checked }) => onChange({ ...wishes, [key]: checked === true })}
            minH="28px"
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="ink" borderRadius="1px" />
            <Checkbox.Label fontSize="small">{words}</Checkbox.Label>
          </Checkbox.Root>
        ))}
        <QuantityField
          label="Most labor, h"
          digits="as-needed"
          value={wishes.hoursMost ?? null}
          onCommit={(value) => {
            if (value !== null && !(typeof value === 'number' && value >= 0))
              return `Most labor must be 0 h or more (got ${String(value)}).`
            const { hoursMost: _before, ...others } = wishes
            void _before
            onChange(value === null ? others : { ...others, hoursMost: value })
            return undefined
          }}
        />
        <Makers unit={unit} wishes={wishes} onChange={onChange} />
        {keep.map(([stationId, partId]) => (
          <Wish
            key={stationId}
            words={wishWords({ wish: 'keep', stationId, partId }, unit, { parts })}
            onDrop={() => onChange({ ...wishes, keep: Object.fromEntries(keep.filter(([id]) => id !== stationId)) })}
          />
        ))}
        {keep.length === 0 && (
          <Text fontSize="note" color="inkSoft">
            To keep an installed part, press Keep in the list of changes.
          </Text>
        )}
        <Text
          fontSize="note"
          color="inkSoft"
        >{`Margin: house rules (hard parts ${content.rules.houseMargin.hard}, clutches ${content.rules.houseMargin.friction}).`}</Text>
      </Flex>
    </Panel>
  )
}

/** Manufacturers to avoid. */
function Makers({ unit, wishes, onChange }: Omit<WishesProps, 'content'>) {
  const { parts } = useStore(shopStore)
  const without = wishes.withoutMakers ?? []
  const own = [...parts.values()].filter(({ unitIds }) => unitIds.includes(unit.id))
  const makers = [...new Set(own.map(({ maker }) => maker))].filter((maker) => !without.includes(maker)).sort()
  const none = without.length === 0 ? 'no maker left out' : 'add a maker'
  return (
    <>
      <SelectField
        label="Nothing by"
        width="100%"
        value=""
        options={[['', none], ...makers.map((maker) => [maker, maker] as const)]}
        onPick={(maker) => maker && onChange({ ...wishes, withoutMakers: [...without, maker] })}
      />
      {without.map((maker) => (
        <Wish
          key={maker}
          words={`Nothing by ${maker}`}
          onDrop={() => onChange({ ...wishes, withoutMakers: without.filter((each) => each !== maker) })}
        />
      ))}
    </>
  )
}

const Wish = ({ words, onDrop }: { readonly words: string; readonly onDrop: () => void }) => (
  <Flex justify="space-between" align="baseline" gap="2" fontSize="small">
    <Box>{words}</Box>
    <TextButton onClick={onDrop} aria-label={`Drop: ${words}`}>
      Drop
    </TextButton>
  </Flex>
)
