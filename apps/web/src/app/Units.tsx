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
      <Text fontSize="14.5px">Saved for you on this machine. In every field you can still type any unit, such as “24 mm”.</Text>
      <Flex gap="6px" mt="8px" role="group" aria-label="System of units">
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
      <Box mt="10px">
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
    <Flex align="center" justify="space-between" borderTopWidth="1px" borderColor="ruleSoft" py="3px">
      <Text>{kindWords(kind)}</Text>
      <Flex gap="5px" role="group" aria-label={kindWords(kind)}>
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
  const pick = (picked: string) => {
    setProblem('')
    chooseCurrency(picked as Currency).catch((error: Error) => setProblem(error.message))
  }
  return (
    <Box mt="14px">
      <SelectField
        label="Currency of the shop"
        width="150px"
        value={currency}
        options={CURRENCIES.map((code) => [code, code])}
        onPick={pick}
        testId="currency"
      />
      <Text mt="4px" fontSize="14px" color={problem ? 'break' : 'inkSoft'} role={problem ? 'alert' : undefined}>
        {problem || 'For everyone in the shop. Prices are not converted; they are taken as entered in this currency.'}
      </Text>
    </Box>
  )
}
