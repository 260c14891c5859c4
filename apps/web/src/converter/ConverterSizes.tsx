import { Box, Flex, Text } from '@chakra-ui/react'
import { figure, type JobContent, quantity } from '@plucky/contract'
import { type Unit } from '@plucky/core'
import { useState } from 'react'
import { CustomPartDialog } from '../bench/CustomPartDialog.js'
import { applyChoice } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { coresFor, type ConverterPart } from './matched.js'

/** The other way round: which core of each family and stator would stall where it is wanted. */
export function ConverterSizes({
  content,
  unit,
  station,
  wantedRadPerS,
}: {
  content: JobContent
  unit: Unit
  station: string
  wantedRadPerS: number
}) {
  const [drawn, setDrawn] = useState<ConverterPart>()
  const cores = coresFor(content, wantedRadPerS)
  if (cores.length === 0) return <Text color="inkSoft">No converter on the shelf belongs to a size family.</Text>
  return (
    <Box data-testid="wanted-cores">
      {cores.map((core) => (
        <CoreRow
          key={core.family + core.stator}
          core={core}
          onAdd={(part) => setDrawn({ ...part, unitIds: [unit.id], stationIds: [station] })}
        />
      ))}
      <Text fontSize="note" color="inkSoft" mt="1" lineHeight="1.3">
        {`For a stall of ${quantity(wantedRadPerS, 'rpm')} with the same core family and stator. K-factor varies with diameter to the −2.5 power (hydrodynamic similarity). Stators of one pattern vary a few percent; use the converter builder’s figure.`}
      </Text>
      {drawn && (
        <CustomPartDialog
          basis={drawn}
          taken={(id) => shopStore.getState().parts.has(id)}
          onClose={() => setDrawn(undefined)}
          onAdded={(id) => applyChoice({ station, part: id })}
        />
      )}
    </Box>
  )
}

type Core = ReturnType<typeof coresFor>[number]

function CoreRow({ core: { family, stator, basis, geometry, unlikely }, onAdd }: { core: Core; onAdd: (part: ConverterPart) => void }) {
  return (
    <Flex align="baseline" gap="2.5" borderTopWidth="1px" borderColor="ruleSoft" py="0.5" fontSize="small">
      <Text flex="1" minW="0" truncate>
        {`${family}, ${stator}`}
      </Text>
      {geometry ? (
        <>
          <Text textStyle="figureStrong">{quantity(geometry.diameterM, 'mm', 0)}</Text>
          <Text color={unlikely ? 'break' : 'inkSoft'} width="84px">
            {unlikely ? 'unusual size' : `STR ${figure(geometry.stallTorqueRatio, 2)}`}
          </Text>
          <TextButton
            height="24px"
            disabled={unlikely}
            onClick={() =>
              onAdd({ ...basis, geometry, stated: [], name: `${family} ${quantity(geometry.diameterM, 'mm', 0)}, stator ${stator}` })
            }
          >
            Add to shelf…
          </TextButton>
        </>
      ) : (
        <Text color="inkSoft">not possible: the engine stalls at a lower rpm first</Text>
      )}
    </Flex>
  )
}
