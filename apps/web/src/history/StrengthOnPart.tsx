import { Text } from '@chakra-ui/react'
import { figure, strengthWords } from '@plucky/contract'
import {
  DEFAULT_RULES,
  isStrength,
  stationLimits,
  strengthInShop,
  type KnownStrength,
  type LivedPart,
  type Part,
  type Unit,
} from '@plucky/core'
import { useState } from 'react'
import { messageOf } from '../state/message-of.js'
import { keepItem, versionOf } from '../state/shop.js'
import { OutlineButton } from '../ui/buttons.js'

interface StrengthProps {
  readonly part: Part | undefined
  readonly unit: Unit
  readonly stationId: string
  readonly known: readonly LivedPart[]
}

/** Strength of a part in this shop, and a button that stores it on the part. The house rule says whether it counts. */
export function StrengthOnPart({ part, unit, stationId, known }: StrengthProps) {
  const [problem, setProblem] = useState('')
  if (known.length === 0) return <Text fontSize="small">no calculated torque limit known</Text>
  const { mean, healthy, broken, ...range } = strengthInShop(known)
  const found: KnownStrength = { factor: rounded(mean), healthy, broken }
  const isStored = part?.inShop?.factor === found.factor && part.inShop.healthy === healthy && part.inShop.broken === broken
  const store = () => {
    if (part)
      keepItem('parts', { ...part, inShop: found }, versionOf('parts', part.id)).then(
        () => setProblem(''),
        (error: unknown) => setProblem(messageOf(error)),
      )
  }
  return (
    <>
      <Text fontSize="small">{strengthWords({ mean, healthy, broken, ...range })}</Text>
      {part &&
        hasStrength(part, unit, stationId) &&
        (isStored ? (
          <Text fontSize="note" color="inkSoft">{`Stored on the part: × ${figure(found.factor, 3)}`}</Text>
        ) : (
          <OutlineButton size="sm" onClick={store} data-testid={`store-strength-${part.id}`}>
            {`Store on the part: × ${figure(found.factor, 3)}`}
          </OutlineButton>
        ))}
      {problem && <Text fontSize="small" color="break" role="alert">{`Not stored. ${problem}`}</Text>}
    </>
  )
}

const rounded = (factor: number) => Math.round(factor * 1000) / 1000

/** True if a part has a computed limit at a station that its strength in this shop can scale. */
function hasStrength(part: Part, unit: Unit, stationId: string): boolean {
  const station = unit.stations.find(({ id }) => id === stationId)
  return station !== undefined && stationLimits(unit, station, part, { engineKind: 'petrol', rules: DEFAULT_RULES }).limits.some(isStrength)
}
