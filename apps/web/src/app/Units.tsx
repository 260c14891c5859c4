import { Box, Flex, Text } from '@chakra-ui/react'
import {
  CURRENCIES,
  kindUnit,
  kindWords,
  SHOWN_KINDS,
  UNIT_SYSTEMS,
  type Currency,
  type ShownKind,
  type UnitSystem,
} from '@plucky/contract'
import { useState } from 'react'
import { useStore } from 'zustand'
import { chooseCurrency, chooseUnits, shownStore } from '../state/shown.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { SelectField } from '../ui/SelectField.js'
import { SidePanel } from './SidePanel.js'

const SYSTEM_WORDS: Record<UnitSystem, string> = { us: 'US', metric: 'Metric' }

/** Units of this person, in one system or kind by kind, and the currency of the shop. */
export function Units() {
  const { base, except } = useStore(shownStore, ({ units }) => units)
  return (
    <SidePanel label="Units" title="Units" testId="units-panel">
      <Text fontSize="small">Saved for you on this machine. In every field you can still type any unit, such as “24 mm”.</Text>
      <Flex gap="1.5" mt="2" role="group" aria-label="System of units">
        {UNIT_SYSTEMS.map((system) => (
          <ToggleButton
            key={system}
            on={base === system}
            onPick={() => chooseUnits({ base: system, except: {} })}
            testId={`units-${system}`}
          >
            {SYSTEM_WORDS[system]}
          </ToggleButton>
        ))}
      </Flex>
      <Box mt="2.5">
        {SHOWN_KINDS.map((kind) => (
          <KindRow key={kind} kind={kind} now={except[kind] ?? base} />
        ))}
      </Box>
      <ShopCurrency />
    </SidePanel>
  )
}

function KindRow({ kind, now }: { kind: ShownKind; now: UnitSystem }) {
  const { base, except } = shownStore.getState().units
  return (
    <Flex align="center" justify="space-between" borderTopWidth="1px" borderColor="ruleSoft" py="1">
      <Text>{kindWords(kind)}</Text>
      <Flex gap="1.5" role="group" aria-label={kindWords(kind)}>
        {UNIT_SYSTEMS.map((system) => (
          <ToggleButton
            key={system}
            on={now === system}
            onPick={() => chooseUnits({ base, except: { ...except, [kind]: system } })}
            testId={`${kind}-${system}`}
          >
            {kindUnit(kind, system)}
          </ToggleButton>
        ))}
      </Flex>
    </Flex>
  )
}

function ShopCurrency() {
  const currency = useStore(shownStore, (shown) => shown.currency)
  const [problem, setProblem] = useState('')
  const pick = (picked: Currency) => {
    setProblem('')
    chooseCurrency(picked).catch((error: Error) => setProblem(error.message))
  }
  return (
    <Box mt="3.5">
      <SelectField
        label="Currency of the shop"
        width="150px"
        value={currency}
        options={CURRENCIES.map((code) => [code, code] as const)}
        onPick={pick}
        testId="currency"
      />
      <Text mt="1" fontSize="small" color={problem ? 'break' : 'inkSoft'} role={problem ? 'alert' : undefined}>
        {problem || 'For everyone in the shop. Prices are not converted; they are taken as entered in this currency.'}
      </Text>
    </Box>
  )
}
