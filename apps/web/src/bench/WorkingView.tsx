import { Box, Flex, Text } from '@chakra-ui/react'
import { figure, INPUT_ORIGIN_WORDS, shownUnit, toShown } from '@plucky/contract'
import { type InputOrigin, type UnitName, type Derivation, type DerivationInput } from '@plucky/core'
import { TextButton } from '../ui/buttons.js'

/** A figure of a working in the unit in which people read it, with digits enough to follow the sum. */
function workedFigure(valueSi: number, unit: UnitName | null): string {
  const value = unit ? toShown(valueSi, unit) : valueSi
  const size = Math.abs(value)
  const plain = Number.isInteger(value) && size < 1e6
  const text = plain
    ? figure(value)
    : size >= 1000
      ? figure(value)
      : size >= 100
        ? figure(value, 1)
        : size >= 1e-3
          ? figure(value, size >= 10 ? 2 : 4)
          : value.toExponential(3)
  return unit ? `${text} ${shownUnit(unit)}` : text
}

const TREE = {
  fontSize: 'note',
  '& details > summary': { cursor: 'pointer', listStyle: 'none', display: 'flex', gap: '1.5', padding: '2px 0', alignItems: 'baseline' },
  '& details > summary::before': { content: '"▸"', width: '10px', color: 'inkSoft' },
  '& details[open] > summary::before': { content: '"▾"' },
  '& .leaf': { display: 'flex', gap: '1.5', padding: '2px 0 2px 16px', alignItems: 'baseline' },
  '& .inner': { paddingLeft: '14px', borderLeft: '1px solid', borderColor: 'ruleSoft', marginLeft: '4px' },
  '& .value': { marginLeft: 'auto', fontFamily: 'figures', fontSize: 'body', whiteSpace: 'nowrap', fontWeight: 600 },
  '& .formula': { fontStyle: 'italic', color: 'torque' },
  '& .source, & .origin': { color: 'inkSoft', fontSize: 'note' },
} as const

/** A figure with its formula, its inputs and where each comes from; every input that was worked out opens in its turn. */
export function WorkingView({ working, onClose }: { working: Derivation; onClose: () => void }) {
  return (
    <Box css={TREE} data-testid="working" role="region" aria-label={`Calculation: ${working.name}`}>
      <Flex align="baseline" justify="space-between">
        <Text fontWeight={600}>{working.name}</Text>
        <Text fontFamily="figures" fontSize="lead" fontWeight={700} data-testid="working-value">
          {workedFigure(working.valueSi, working.unit)}
        </Text>
      </Flex>
      <Step working={working} depth={0} />
      <TextButton mt="1" onClick={onClose}>
        Back to comparison
      </TextButton>
    </Box>
  )
}

const OPEN_TO = 2

function Step({ working, depth }: { working: Derivation; depth: number }) {
  return (
    <div>
      <div className="formula">{`= ${working.formula}`}</div>
      <div className="source">{`Source: ${working.source}`}</div>
      <div className="inner">
        {working.inputs.map((input) => (
          <Input key={input.symbol} input={input} depth={depth} />
        ))}
      </div>
    </div>
  )
}

function Input({ input, depth }: { input: DerivationInput; depth: number }) {
  const { symbol, name, valueSi, unit, working } = input
  const value = <span className="value">{workedFigure(valueSi, unit)}</span>
  if (!working)
    return (
      <div className="leaf">
        <strong>{symbol}</strong>
        <span>
          {name} <span className="origin">{originMark(input.origin)}</span>
        </span>
        {value}
      </div>
    )
  return (
    <details open={depth + 1 < OPEN_TO}>
      <summary>
        <strong>{symbol}</strong>
        <span>{name}</span>
        {value}
      </summary>
      <Step working={working} depth={depth + 1} />
    </details>
  )
}

const originMark = (origin: InputOrigin) => `· ${INPUT_ORIGIN_WORDS[origin]}`
