import { Box, Flex, Text } from '@chakra-ui/react'
import {
  figure,
  type JobContent,
  kFactorFigure,
  ASSUMED_STALL_WORDS,
  percent,
  quantity,
  secondsWords,
  shownFigure,
  toShown,
} from '@plucky/contract'
import { converterCharacteristic, type Unit } from '@plucky/core'
import { applyChoice } from '../state/commands.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { OutlineButton } from '../ui/buttons.js'
import { matchOf, type ConverterPart } from './matched.js'
import { overlay } from './view-state.js'

interface ShelfProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: string
  readonly converters: readonly ConverterPart[]
  readonly wantedRadPerS: number
  /** Letter by part id, of those laid over. */
  readonly letters: ReadonlyMap<string, string>
}

/** The converters that fit, nearest to the wanted stall first. */
export function MatchShelf({ content, unit, station, converters, wantedRadPerS, letters }: ShelfProps) {
  const rows = converters.map((part) => {
    const match = matchOf(content, unit, part.geometry)
    const away = match ? match.stall.engineSpeedRadPerS - wantedRadPerS : Infinity
    return { part, match, away }
  })
  rows.sort((a, b) => Math.abs(a.away) - Math.abs(b.away))
  return (
    <Box as="ol" listStyleType="none" data-testid="match-shelf" maxH="424px" overflowY="auto">
      {rows.map((row) => (
        <MatchRow
          key={row.part.id}
          {...row}
          letter={letters.get(row.part.id)}
          fitted={content.spec.fits[station] === row.part.id}
          onInstall={() => applyChoice({ station, part: row.part.id })}
        />
      ))}
    </Box>
  )
}

interface RowProps {
  readonly part: ConverterPart
  readonly match: ReturnType<typeof matchOf>
  /** Stall above the target, rad/s; `Infinity` without a stall. */
  readonly away: number
  readonly letter: string | undefined
  readonly fitted: boolean
  readonly onInstall: () => void
}

function MatchRow({ part, match, away, letter, fitted, onInstall }: RowProps) {
  return (
    <Flex as="li" align="center" gap="2" py="1.5" borderTopWidth="1px" borderColor="ruleSoft" minH="58px" data-testid={`match-${part.id}`}>
      <Box flex="1" minW="0" lineHeight="1.25">
        <Text fontSize="small" fontWeight={fitted ? 700 : 400} truncate title={part.name}>
          {`${letter ? `${letter}  ` : ''}${part.name}`}
        </Text>
        <Text fontSize="note" color="inkSoft">
          {describe(part)}
        </Text>
        <Text fontSize="note" color="inkSoft">
          {match?.assumed
            ? ASSUMED_STALL_WORDS[match.assumed]
            : match
              ? `${percent(1 - (match.finish?.efficiency ?? NaN), 1)} loss at redline, ${secondsWords(match.heat.secondsToLimit)} max stall time`
              : ''}
        </Text>
      </Box>
      <Box textAlign="right" flexShrink={0} lineHeight="1.15">
        <Text fontFamily="figures" fontSize="lead" fontWeight={600}>
          {match ? shownFigure(match.stall.engineSpeedRadPerS, 'rpm') : '—'}
        </Text>
        <Text fontFamily="figures" fontSize="small" color="inkSoft">
          {Number.isFinite(away) ? `${away < 0 ? '−' : '+'}${figure(Math.abs(toShown(away, 'rpm')))}` : ''}
        </Text>
      </Box>
      <Flex direction="column" gap="1" flexShrink={0} width="74px">
        {fitted ? (
          <Text fontSize="note" fontWeight={600} textAlign="center">
            installed
          </Text>
        ) : (
          <MatchActions part={part} compared={letter !== undefined} onInstall={onInstall} />
        )}
      </Flex>
    </Flex>
  )
}

function MatchActions({ part, compared, onInstall }: { part: ConverterPart; compared: boolean; onInstall: () => void }) {
  return (
    <>
      <ToggleButton on={compared} onPick={() => overlay(part.id)} label={`Compare ${part.name}`} testId={`lay-${part.id}`}>
        Compare
      </ToggleButton>
      <OutlineButton
        size="sm"
        minH="28px"
        height="28px"
        px="1"
        aria-label={`Install ${part.name}`}
        onClick={onInstall}
        data-testid={`fit-${part.id}`}
      >
        Install
      </OutlineButton>
    </>
  )
}

/** Core, K-factor and stall torque ratio of a converter, and whether it was measured. */
function describe({ geometry }: ConverterPart): string {
  const { stallCapacity, stallTorqueRatio } = converterCharacteristic(geometry)
  const locks = geometry.lockup ? ', lockup' : ''
  return `${quantity(geometry.diameterM, 'mm', 0)}, K ${kFactorFigure(stallCapacity)}${geometry.table ? ' (measured)' : ''}, STR ${figure(stallTorqueRatio, 2)}${locks}`
}
