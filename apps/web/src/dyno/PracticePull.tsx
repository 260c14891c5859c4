import { Flex, Text } from '@chakra-ui/react'
import { writeDynoCsv, type DynoDialect } from '@plucky/contract'
import { dynoPull, seeded, toSi, type Engine } from '@plucky/core'
import { useState } from 'react'
import { TextButton } from '../ui/buttons.js'
import { saveFile } from '../ui/save-file.js'

const DIALECTS: readonly (readonly [string, DynoDialect])[] = [
  ['commas, lb-ft', { delimiter: ',', decimal: '.', torque: 'lb-ft', quoted: false }],
  ['semicolons, decimal commas, N·m', { delimiter: ';', decimal: ',', torque: 'N·m', quoted: true }],
]
const ROWS = 400

/** The made-up dyno cell: a pull of this very engine as a file, to try the import with. */
export function PracticePull({ engine, name }: { engine: Engine; name: string }) {
  const [seed, setSeed] = useState(1)
  const pull = (dialect: DynoDialect) => {
    const rows = dynoPull(
      engine.on,
      { rows: ROWS, lossShare: 0, factor: 1, torqueNoise: 0.004, speedNoiseRadPerS: toSi(3, 'rpm') },
      seeded(seed),
    )
    saveFile(`practice pull ${seed}, ${name}.csv`, writeDynoCsv(rows, dialect), 'text/csv')
    setSeed(seed + 1)
  }
  return (
    <Flex align="baseline" gap="1" wrap="wrap" fontSize="note" color="inkSoft">
      <Text>Sample dyno file for this engine (simulated):</Text>
      {DIALECTS.map(([words, dialect]) => (
        <TextButton
          key={words}
          height="24px"
          fontSize="note"
          px="1"
          onClick={() => pull(dialect)}
          data-testid={`practice-${dialect.decimal === ',' ? 'comma' : 'point'}`}
        >
          {words}
        </TextButton>
      ))}
    </Flex>
  )
}
