import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import {
  AIR_RESULT_WORDS,
  airTestWords,
  capital,
  CAUTIONS,
  expectedLeakWords,
  PORT_FACE_WORDS,
  quantity,
  type JobContent,
} from '@plucky/contract'
import { AIR_RESULTS, AIR_TEST_PA, airTests, isOneOf, PORT_FACES, type AirTest, type Marks, type PortFace, type Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { setMarks } from '../state/book.js'
import { specInputOf } from '../state/verdicts.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { Panel } from '../ui/panel.js'
import { ToggleButton } from '../ui/ToggleButton.js'

interface AirProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** Air test map: ports where they are, what each feeds, and the results. */
export function AirTests({ content, unit, marks }: AirProps) {
  const tests = useMemo(() => airTests({ unit, fitted: specInputOf(content)?.fitted ?? new Map() }), [content, unit])
  const [chosen, setChosen] = useState('')
  const resultOf = ({ port }: AirTest) => marks[`air/${port.id}/result`]?.value
  const done = tests.filter((test) => resultOf(test)).length
  const faces = PORT_FACES.filter((face) => tests.some(({ port }) => port.face === face))
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '420px minmax(0, 1fr)' }} gap="2" alignItems="start">
      <Panel title="Ports" note="not to scale; numbers as in the list">
        {faces.map((face) => (
          <FaceMap key={face} face={face} tests={tests} chosen={chosen} resultOf={resultOf} />
        ))}
        <Text mt="1" fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
          {CAUTIONS.springs}
        </Text>
      </Panel>
      <Panel title="Air tests" note={`${done} of ${tests.length} recorded; regulated to ${quantity(AIR_TEST_PA, 'psi')}`}>
        {tests.length === 0 && <Text color="inkSoft">This transmission has no clutch or band to test.</Text>}
        {tests.map((test, i) => (
          <Test key={test.port.id} test={test} number={i + 1} marks={marks} onFocus={() => setChosen(test.port.id)} />
        ))}
      </Panel>
    </Grid>
  )
}

interface MapProps {
  readonly face: PortFace
  readonly tests: readonly AirTest[]
  readonly chosen: string
  readonly resultOf: (test: AirTest) => unknown
}

const [WIDTH, HEIGHT] = [390, 150]
const RESULT_SIGN: Readonly<Record<string, string>> = { applies: '✓', slow: '◐', leaks: '✕' }

/** Outline of a face with its ports. */
function FaceMap({ face, tests, chosen, resultOf }: MapProps) {
  return (
    <Box mt="1">
      <Text fontSize="note" color="inkSoft">
        {capital(PORT_FACE_WORDS[face])}
      </Text>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`Ports at the ${PORT_FACE_WORDS[face]}`}
        data-testid={`face-${face}`}
      >
        <Outline face={face} />
        {tests.map((test, i) => {
          const { port } = test
          if (port.face !== face) return null
          const [x, y] = [20 + port.x * (WIDTH - 40), 10 + port.y * (HEIGHT - 20)]
          const result = resultOf(test)
          return (
            <g key={port.id}>
              <circle
                cx={x}
                cy={y}
                r={11}
                fill={port.id === chosen ? 'var(--chakra-colors-oil-wash)' : 'var(--chakra-colors-paper)'}
                stroke="var(--chakra-colors-ink)"
                strokeWidth={port.id === chosen ? 2.5 : 1.2}
                strokeDasharray={test.leaks.length > 0 ? '3 2' : undefined}
              />
              <text x={x} y={y + 4.5} textAnchor="middle" fontSize={13} fill="var(--chakra-colors-ink)">
                {i + 1}
              </text>
              <text x={x + 16} y={y + 4.5} fontSize={12} fill="var(--chakra-colors-ink)">
                {typeof result === 'string' ? RESULT_SIGN[result] : ''}
              </text>
            </g>
          )
        })}
      </svg>
    </Box>
  )
}

const LINE = { fill: 'var(--chakra-colors-sheet)', stroke: 'var(--chakra-colors-rule)', strokeWidth: 1.5 } as const

/** Pump and support are round, the valve body face of the case is long. */
function Outline({ face }: { readonly face: PortFace }) {
  if (face === 'case') return <rect x={8} y={6} width={WIDTH - 16} height={HEIGHT - 12} rx={10} {...LINE} />
  const [x, y] = [WIDTH / 2, HEIGHT / 2]
  return (
    <>
      <ellipse cx={x} cy={y} rx={WIDTH / 2 - 8} ry={HEIGHT / 2 - 4} {...LINE} />
      <ellipse cx={x} cy={y} rx={26} ry={20} {...LINE} />
    </>
  )
}

interface TestProps {
  readonly test: AirTest
  readonly number: number
  readonly marks: Marks
  readonly onFocus: () => void
}

/** A port: what it feeds, what to hear, expected leaks, and the result. */
function Test({ test, number, marks, onFocus }: TestProps) {
  const { port, leaks, part } = test
  const mark = marks[`air/${port.id}/result`]
  const result = isOneOf(AIR_RESULTS, mark?.value) ? mark?.value : undefined
  const note = marks[`air/${port.id}/note`]?.value
  return (
    <Box py="1.5" borderTopWidth="1px" borderColor="ruleSoft" onFocus={onFocus} onPointerEnter={onFocus} data-testid={`air-${port.id}`}>
      <Text fontWeight={600}>
        {`${number}. ${port.name}`}
        <Text as="span" fontWeight={400} fontSize="note" color="inkSoft">
          {` ${PORT_FACE_WORDS[port.face]}${part ? ` · ${part.name}` : ''}`}
        </Text>
      </Text>
      <Text fontSize="small">{airTestWords(test)}</Text>
      {leaks.map((leak) => (
        <Text key={leak.code} fontSize="small" color="oil" fontWeight={600}>
          {expectedLeakWords(leak)}
        </Text>
      ))}
      <Flex gap="1.5" mt="1" wrap="wrap" align="end">
        <Flex gap="1.5" role="group" aria-label={`Result: ${port.name}`}>
          {AIR_RESULTS.map((each) => (
            <ToggleButton
              key={each}
              large
              on={result === each}
              onPick={() => setMarks({ [`air/${port.id}/result`]: result === each ? null : each })}
              testId={`result-${each}`}
            >
              {`${RESULT_SIGN[each]} ${capital(AIR_RESULT_WORDS[each])}`}
            </ToggleButton>
          ))}
        </Flex>
        {(result === 'leaks' || result === 'slow') && (
          <LabeledInput
            label="Where"
            value={typeof note === 'string' ? note : ''}
            onType={(text) => setMarks({ [`air/${port.id}/note`]: text === '' ? null : text })}
            testId="air-note"
          />
        )}
        {mark && result && <Text fontSize="note" color="inkSoft" pb="2.5">{`${mark.by}, ${new Date(mark.at).toLocaleString()}`}</Text>}
      </Flex>
    </Box>
  )
}
