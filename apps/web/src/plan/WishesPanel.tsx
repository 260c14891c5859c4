import { Box, Checkbox, Flex, Text } from '@chakra-ui/react'
import { checkShape, PlanWishesDto, wishWords, type JobContent } from '@plucky/contract'
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
        <WishFigure label="Most labor, h" path="hoursMost" wishes={wishes} onChange={onChange} />
        <WishFigure label="Margin at every station" path="margin" wishes={wishes} onChange={onChange} />
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
        >{`Margin of the house rules: hard parts ${content.rules.houseMargin.hard}, clutches ${content.rules.houseMargin.friction}.`}</Text>
      </Flex>
    </Panel>
  )
}

interface FigureProps extends Pick<WishesProps, 'wishes' | 'onChange'> {
  readonly label: string
  readonly path: 'hoursMost' | 'margin'
}

/** A figure of the wishes. An empty field removes it. */
function WishFigure({ label, path, wishes, onChange }: FigureProps) {
  return (
    <QuantityField
      label={label}
      digits="as-needed"
      value={wishes[path] ?? null}
      onCommit={(value) => {
        const { [path]: _before, ...others } = wishes
        void _before
        const checked = checkShape(PlanWishesDto, value === null ? others : { ...others, [path]: value })
        if (checked.ok) onChange(checked.value)
        return checked.ok ? undefined : checked.problems[0]?.sentence
      }}
    />
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
