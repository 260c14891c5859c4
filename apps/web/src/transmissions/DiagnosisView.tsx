import { Box, Flex, Grid, Text, Textarea } from '@chakra-ui/react'
import {
  candidateReasons,
  capital,
  checkCaution,
  checkWords,
  resultWords,
  SEEN_WORDS,
  SIGN_WORDS,
  suspectWords,
  percent,
  gearWords,
} from '@plucky/contract'
import {
  checksOf,
  diagnose,
  drivingRanges,
  isNoted,
  NOTHING_FOUND,
  SEEN_STATES,
  SIGNS,
  type Candidate,
  type ShopHistory,
  type NextCheck,
  type Teardown,
  type Unit,
  isOneOf,
} from '@plucky/core'
import { useMemo, useState } from 'react'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'

interface LostProps {
  readonly unit: Unit
  readonly teardown: Teardown
  readonly known: ShopHistory
  readonly onChange: (teardown: Teardown) => void
  /** What is fitted at a place, where that is known. */
  readonly fittedAt?: (place: string) => string | undefined
}

const SHOWN = 7

/** Before it is opened: which ranges are gone, what else was seen, what that points at, and the check that tells most. */
export function DiagnosisView({ unit, teardown, known, onChange, fittedAt }: LostProps) {
  const { candidates, next } = useMemo(() => diagnose(unit, teardown, known), [unit, teardown, known])
  return (
    <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '430px 1fr' }} gap="2.5" alignItems="start">
      <Grid gap="2.5">
        <Ranges unit={unit} teardown={teardown} onChange={onChange} />
        <Signs teardown={teardown} onChange={onChange} />
        <Noted unit={unit} teardown={teardown} onChange={onChange} />
      </Grid>
      <Grid gap="2.5">
        <Next unit={unit} next={next} teardown={teardown} onChange={onChange} />
        <Panel
          title="Most likely causes"
          note={isNoted(teardown) ? 'match with findings × how common it is' : 'no findings yet: ranked by how common each is'}
        >
          {candidates.slice(0, SHOWN).map((one, i) => (
            <CandidateRow
              key={one.id}
              {...{ unit, one }}
              first={i === 0}
              found={teardown.found === one.id}
              fitted={one.place === 'train' ? fittedAt?.(one.at) : undefined}
              onFound={() => onChange({ ...teardown, found: teardown.found === one.id ? null : one.id })}
            />
          ))}
        </Panel>
      </Grid>
    </Grid>
  )
}

type PartProps = Pick<LostProps, 'unit' | 'teardown' | 'onChange'>

function Ranges({ unit, teardown, onChange }: PartProps) {
  const tick = (id: string, state: (typeof SEEN_STATES)[number]) => {
    const others = Object.fromEntries(Object.entries(teardown.ranges).filter(([other]) => other !== id))
    onChange({ ...teardown, ranges: teardown.ranges[id] === state ? others : { ...others, [id]: state } })
  }
  return (
    <Panel title="Road test: gears driven">
      {drivingRanges(unit.train).map((range) => (
        <Flex
          key={range.id}
          align="center"
          gap="1.5"
          py="1"
          borderTopWidth="1px"
          borderColor="ruleSoft"
          role="group"
          aria-label={capital(gearWords(range))}
        >
          <Text width="92px">
            <strong>{range.id}</strong> {gearWords(range)}
          </Text>
          {SEEN_STATES.map((state) => (
            <ToggleButton
              key={state}
              on={teardown.ranges[range.id] === state}
              onPick={() => tick(range.id, state)}
              testId={`seen-${range.id}-${state}`}
            >
              {SEEN_WORDS[state]}
            </ToggleButton>
          ))}
        </Flex>
      ))}
      <Text fontSize="note" color="inkSoft" mt="1">
        “No drive” includes staying in another gear. Leave blank if not driven.
      </Text>
    </Panel>
  )
}

function Signs({ teardown, onChange }: Omit<PartProps, 'unit'>) {
  const toggle = (sign: (typeof SIGNS)[number]) => {
    const signs = teardown.signs.includes(sign) ? teardown.signs.filter((each) => each !== sign) : [...teardown.signs, sign]
    onChange({ ...teardown, signs })
  }
  return (
    <Panel title="Symptoms">
      <Flex gap="1.5" wrap="wrap">
        {SIGNS.map((sign) => (
          <ToggleButton key={sign} on={teardown.signs.includes(sign)} onPick={() => toggle(sign)} testId={`sign-${sign}`}>
            {SIGN_WORDS[sign]}
          </ToggleButton>
        ))}
      </Flex>
    </Panel>
  )
}

/** Checks that were made, and a note. */
function Noted({ unit, teardown, onChange }: PartProps) {
  const [note, setNote] = useState(teardown.note)
  const made = checksOf(unit.train).filter(({ id }) => teardown.checks[id] !== undefined)
  const takeBack = (id: string) => {
    onChange({ ...teardown, checks: Object.fromEntries(Object.entries(teardown.checks).filter(([other]) => other !== id)) })
  }
  return (
    <Panel title="Checks done and notes">
      {made.map((check) => (
        <Flex key={check.id} align="center" justify="space-between" gap="2" borderTopWidth="1px" borderColor="ruleSoft">
          <Text fontSize="small">
            {checkWords(unit.train, check)}: <strong>{resultWords(check, teardown.checks[check.id] ?? '')}</strong>
          </Text>
          <TextButton onClick={() => takeBack(check.id)}>Remove</TextButton>
        </Flex>
      ))}
      <Textarea
        aria-label="Note"
        mt="1.5"
        rows={2}
        maxLength={600}
        bg="paper"
        borderColor="rule"
        borderRadius="1px"
        placeholder="Teardown findings"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        onBlur={() => note !== teardown.note && onChange({ ...teardown, note })}
        data-testid="teardown-note"
      />
      <TextButton
        onClick={() => {
          setNote('')
          onChange(NOTHING_FOUND)
        }}
      >
        Clear all
      </TextButton>
    </Panel>
  )
}

/** The check that tells most for its work, with its results to press; the ones after it by name. */
function Next({ unit, next, teardown, onChange }: PartProps & { next: readonly NextCheck[] }) {
  const [first, ...others] = next
  if (!first) return null
  const note = (check: NextCheck, result: string) =>
    check.kind === 'drive' && check.at !== null && isOneOf(SEEN_STATES, result)
      ? onChange({ ...teardown, ranges: { ...teardown.ranges, [check.at]: result } })
      : onChange({ ...teardown, checks: { ...teardown.checks, [check.id]: result } })
  return (
    <Panel title="Next check" note="most information for the effort" data-testid="next-check">
      <Flex align="center" gap="2.5" wrap="wrap">
        <Text fontSize="lead" fontFamily="heading" fontWeight={600} flex="1">
          {checkWords(unit.train, first)}
        </Text>
        {first.results.map((result) => (
          <OutlineButton key={result} minH="44px" onClick={() => note(first, result)} data-testid={`result-${first.id}-${result}`}>
            {resultWords(first, result)}
          </OutlineButton>
        ))}
      </Flex>
      <Text fontSize="note" color="oil" mt="0.5">
        {checkCaution(first)}
      </Text>
      {others.length > 0 && (
        <Text fontSize="small" color="inkSoft" mt="1">
          {`Next: ${others
            .slice(0, 4)
            .map((check) => checkWords(unit.train, check).toLowerCase())
            .join(' · ')}.`}
        </Text>
      )}
    </Panel>
  )
}

interface CandidateProps {
  readonly unit: Unit
  readonly one: Candidate
  readonly first: boolean
  readonly found: boolean
  readonly fitted: string | undefined
  readonly onFound: () => void
}

function CandidateRow({ unit, one, first, found, fitted, onFound }: CandidateProps) {
  return (
    <Box borderTopWidth="1px" borderColor="ruleSoft" py="1.5" data-testid={`suspect-${one.id}`}>
      <Flex align="center" gap="2.5">
        <Text width="52px" textAlign="right" fontFamily="figures" fontSize="lead" fontWeight={600} color={first ? 'break' : 'ink'}>
          {percent(one.share)}
        </Text>
        <Box flex="1" minW="0">
          <Text fontSize="figure" fontWeight={first ? 600 : 400}>
            {suspectWords(unit.train, one)}
            {fitted && <Text as="span" color="inkSoft" fontWeight={400}>{` · ${fitted}`}</Text>}
          </Text>
          <Box height="4px" bg="ruleSoft" mt="0.5">
            <Box height="4px" width={`${Math.max(1, one.share * 100)}%`} bg={first ? 'break' : 'torque'} />
          </Box>
        </Box>
        <ToggleButton on={found} onPick={onFound} testId={`found-${one.id}`}>
          Confirmed cause
        </ToggleButton>
      </Flex>
      <Text fontSize="note" color="inkSoft" lineHeight="1.35" pl="62px">
        {candidateReasons(unit.train, one).join(' ')}
      </Text>
    </Box>
  )
}
