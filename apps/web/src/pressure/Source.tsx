import { capital } from '@plucky/contract'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { JobContent } from '@plucky/contract'
import { COLD_OIL_K, HOT_OIL_K, oilCircuit, partsFor, stationOfKind, type Part, type Unit } from '@plucky/core'
import { shopStore } from '../state/shop.js'
import { specInputOf } from '../state/verdicts.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import { Adjustments } from './Adjustments.js'
import { applyChoice, setPressure } from '../state/commands.js'

type Pressure = JobContent['spec']['pressure']

interface SourceProps {
  readonly content: JobContent
  readonly unit: Unit
  /** Shows a knob where it is being turned, before it is let go. */
  readonly onTurn: (pressure: Pressure | null) => void
}

/** What makes the pressure: the gauge's word, or pump and valves with their knobs. */
export function Source({ content, unit, onTurn }: SourceProps) {
  const { pressure } = content.spec
  const input = specInputOf(content)
  const circuit = input && oilCircuit({ ...input, pressure: { ...pressure, knobs: {} } })
  const by = pressure.by ?? 'gauge'
  const figure = (key: 'drivePa' | 'reversePa' | 'hotOilK' | 'coldOilK', label: string, usual: number) => (
    <QuantityField
      label={label}
      unit={key.endsWith('K') ? '°F' : 'psi'}
      digits={0}
      value={pressure[key] ?? usual}
      onCommit={(value) => setPressure((now) => ({ ...now, [key]: value }))}
      width="104px"
      testId={`pressure-${key}`}
    />
  )
  return (
    <>
      <Flex gap="1.5" role="group" aria-label="Line pressure comes from" mb="1.5">
        {(['gauge', 'valves'] as const).map((source) => (
          <ToggleButton
            key={source}
            on={by === source}
            onPick={() => setPressure((now) => ({ ...now, by: source }))}
            testId={`by-${source}`}
          >
            {source === 'gauge' ? 'Gauge readings' : 'Calculated from regulator'}
          </ToggleButton>
        ))}
      </Flex>
      {by === 'gauge' && (
        <Flex gap="2" mb="1">
          {figure('drivePa', 'Drive', pressure.drivePa)}
          {figure('reversePa', 'Reverse', pressure.reversePa)}
        </Flex>
      )}
      <PartPick content={content} unit={unit} kind="pump" />
      <PartPick content={content} unit={unit} kind="valves" />
      {circuit ? (
        <Adjustments pressure={pressure} circuit={circuit} onTurn={onTurn} />
      ) : (
        <Text fontSize="note" color="break" fontWeight={600} mt="1.5">
          Install a pump and a pressure regulator to see their settings.
        </Text>
      )}
      <Flex gap="2" mt="1">
        {figure('hotOilK', 'Hot oil', HOT_OIL_K)}
        {figure('coldOilK', 'Cold oil', COLD_OIL_K)}
      </Flex>
    </>
  )
}

/** Which pump or valves are fitted; another one is fitted at once. */
function PartPick({ content, unit, kind }: { content: JobContent; unit: Unit; kind: Part['kind'] }) {
  const station = stationOfKind(unit, kind)
  if (!station) return <Box />
  const parts = partsFor(shopStore.getState(), unit, station.id)
  const fit = (id: string) => applyChoice({ station: station.id, part: id === '' ? null : id })
  return (
    <SelectField
      label={capital(station.name)}
      value={content.spec.fits[station.id] ?? ''}
      options={[['', 'none'], ...parts.map(({ id, name }) => [id, name] as const)]}
      onPick={fit}
      width="100%"
      testId={`fit-${kind}`}
    />
  )
}
