import { Box, Grid, Text } from '@chakra-ui/react'
import { KIND_WORDS, quantity, shownFigure } from '@plucky/contract'
import {
  capacityFromStall,
  characteristic,
  ENGINE_KINDS,
  engineTorqueLine,
  stallOnLine,
  soldRating,
  toSi,
  USUAL_STALL_TORQUE_RATIO,
  type Engine,
  type EngineKind,
  type SoldStall,
  type Unit,
} from '@plucky/core'
import { useState } from 'react'
import { CustomPartDialog } from '../bench/CustomPartDialog.js'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { ConverterPart } from './matched.js'

interface SoldProps {
  readonly unit: Unit
  readonly station: string
  readonly engine: Engine
  readonly kind: EngineKind
  /** Converter that a new one is copied from. */
  readonly like: ConverterPart | undefined
}

const FIGURES = [
  ['fromRadPerS', 'Stall from', 'rpm'],
  ['toRadPerS', 'Stall to', 'rpm'],
  ['peakTorqueNm', 'With peak engine torque', 'lb-ft'],
] as const

/** Form for an advertised stall range. Shows the K-factor and the stall speed with the engine of the job. */
export function SoldAs({ unit, station, engine, kind, like }: SoldProps) {
  const [sold, setSold] = useState<SoldStall>({
    fromRadPerS: toSi(2800, 'rpm'),
    toRadPerS: toSi(3200, 'rpm'),
    peakTorqueNm: toSi(400, 'lb-ft'),
    kind,
  })
  const [drawn, setDrawn] = useState<ConverterPart>()
  const middle = soldRating(sold, (sold.fromRadPerS + sold.toRadPerS) / 2)
  const set = (key: (typeof FIGURES)[number][0]) => (value: number | string | null) => {
    if (typeof value !== 'number' || !(value > 0)) return 'Enter a number above zero.'
    setSold((now) => ({ ...now, [key]: value }))
    return undefined
  }
  return (
    <Box data-testid="sold-as">
      <Grid templateColumns="1fr 1fr" rowGap="1.5" columnGap="3">
        {FIGURES.map(([key, label, unitName]) => (
          <QuantityField key={key} label={label} unit={unitName} digits={0} value={sold[key]} onCommit={set(key)} testId={`sold-${key}`} />
        ))}
        <SelectField
          label="Of engine type"
          width="100%"
          value={sold.kind}
          options={ENGINE_KINDS.map((each) => [each, KIND_WORDS[each]])}
          onPick={(picked) => setSold((now) => ({ ...now, kind: picked }))}
          testId="sold-kind"
        />
      </Grid>
      <Text mt="1.5" fontSize="small" lineHeight="1.35" role="status" data-testid="sold-words">
        {soldWords(sold, engine)}
      </Text>
      {like && middle && (
        <TextButton height="24px" onClick={() => setDrawn(asPart(like, middle))} data-testid="sold-add">
          Add to shelf…
        </TextButton>
      )}
      {drawn && (
        <CustomPartDialog
          basis={{ ...drawn, unitIds: [unit.id], stationIds: [station] }}
          taken={(id) => shopStore.getState().parts.has(id)}
          onClose={() => setDrawn(undefined)}
          onAdded={() => setDrawn(undefined)}
        />
      )}
    </Box>
  )
}

/** K-factor from the advertised engine, and stall speed with the engine of the job, in words. */
function soldWords(sold: SoldStall, engine: Engine): string {
  if (sold.toRadPerS < sold.fromRadPerS) return 'The range ends below where it starts.'
  const ends = [sold.fromRadPerS, sold.toRadPerS].map((speed) => soldRating(sold, speed))
  const [from, to] = ends.map((rating) => rating && capacityFromStall(rating))
  if (from === undefined || to === undefined) return `A ${KIND_WORDS[sold.kind]} engine does not run at these speeds.`
  const k = (capacity: number) => capacity ** -0.5
  const stall = (capacity: number) =>
    stallOnLine(engineTorqueLine(engine, characteristic(capacity, USUAL_STALL_TORQUE_RATIO), 1)).engineSpeedRadPerS
  return `K ${shownFigure(k(from), 'rpm/√lb-ft', 0)}–${quantity(k(to), 'rpm/√lb-ft', 0)}. Behind this engine it stalls at ${shownFigure(stall(from), 'rpm')}–${quantity(stall(to), 'rpm')}.`
}

/** Copies a converter with another stall rating and without its measured table. */
function asPart(like: ConverterPart, stall: NonNullable<ReturnType<typeof soldRating>>): ConverterPart {
  const { table, ...geometry } = like.geometry
  void table
  return { ...like, name: 'Converter as sold', geometry: { ...geometry, stall } }
}
