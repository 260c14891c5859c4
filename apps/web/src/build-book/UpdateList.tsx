import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import {
  capital,
  hoursWords,
  money,
  OFTEN_WORDS,
  stationName,
  UPDATE_STATE_WORDS,
  updateReasonWords,
  type JobContent,
} from '@plucky/contract'
import { operationsFor, UPDATE_STATES, type Marks, type OfferedRemedy, type Unit, type UpdateEntry, type UpdateState } from '@plucky/core'
import { useState } from 'react'
import { setMarks } from '../state/book.js'
import { applyChoice } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { useUpdates } from './use-updates.js'
import { holdsWords, inOrder, OPEN_FIRST, ORDERS, titleOf, type Order } from './update-order.js'
import { OutlineButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { SelectField } from '../ui/SelectField.js'
import { ToggleButton } from '../ui/ToggleButton.js'

interface ListProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

type Filter = UpdateState | 'all'

/** Entries that are shown, and their order. */
interface Choice {
  readonly filter: Filter
  readonly search: string
  readonly order: Order
}

const ALL: Choice = { filter: 'all', search: '', order: 'torque-path' }

/** Everything to update on this transmission, front to rear, with reason, remedy and price. */
export function UpdateList({ content, unit, marks }: ListProps) {
  const { entries, problem, inShop } = useUpdates(content, unit, marks)
  const [choice, setChoice] = useState(ALL)
  const { filter, search, order } = choice
  const chosen = entries.filter((entry) => (filter === 'all' || entry.state === filter) && holdsWords(entry, unit, search))
  return (
    <Panel
      title="Update list"
      note="front to rear: known weak places of this transmission, then shop standards"
      aside={<States entries={entries} filter={filter} onPick={(next) => setChoice({ ...choice, filter: next })} />}
    >
      <Flex gap="3" mb="1.5" wrap="wrap" className="not-printed">
        <LabeledInput
          label="Search place, failure, symptom or remedy"
          width="300px"
          value={search}
          onType={(text) => setChoice({ ...choice, search: text })}
          testId="search-updates"
        />
        <SelectField
          label="Order"
          value={order}
          options={ORDERS}
          onPick={(next) => setChoice({ ...choice, order: next })}
          testId="order-updates"
        />
      </Flex>
      {problem && <Text color="break">{`Shop standards could not be loaded: ${problem}`}</Text>}
      {chosen.length === 0 && (
        <Text color="inkSoft" py="2">
          {entries.length === 0
            ? 'This transmission has no known weak places and the shop has no standards. Add them under Transmissions and Shop standards.'
            : 'No entry matches.'}
        </Text>
      )}
      {inOrder(chosen, order).map((entry) => (
        <Entry
          key={entry.id}
          entry={entry}
          content={content}
          unit={unit}
          mark={marks[`update/${entry.id}/state`]?.by}
          inShop={inShop(entry)}
        />
      ))}
    </Panel>
  )
}

interface StatesProps {
  readonly entries: readonly UpdateEntry[]
  readonly filter: Filter
  readonly onPick: (filter: Filter) => void
}

/** Buttons that choose entries by state, with their numbers. */
const States = ({ entries, filter, onPick }: StatesProps) => (
  <Flex gap="1" wrap="wrap" className="not-printed" role="group" aria-label="Entries shown">
    {(['all', ...OPEN_FIRST] as const).map((state) => (
      <ToggleButton key={state} large on={filter === state} onPick={() => onPick(state)} testId={`show-${state}`}>
        {state === 'all'
          ? `All ${entries.length}`
          : `${capital(UPDATE_STATE_WORDS[state])} ${entries.filter((entry) => entry.state === state).length}`}
      </ToggleButton>
    ))}
  </Flex>
)

const STATE_COLOUR: Record<UpdateState, string> = { 'to-do': 'break', done: 'oil', fine: 'oil', 'not-here': 'inkSoft' }
const STATE_SIGN: Record<UpdateState, string> = { 'to-do': '▲', done: '✓', fine: '✓', 'not-here': '–' }

interface EntryProps {
  readonly entry: UpdateEntry
  readonly content: JobContent
  readonly unit: Unit
  /** Person who set the state by hand. */
  readonly mark: string | undefined
  readonly inShop: string
}

function Entry({ entry, content, unit, mark, inShop }: EntryProps) {
  const { id, state, reason } = entry
  return (
    <Grid
      templateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1.15fr) minmax(0, 1fr)' }}
      columnGap="5"
      rowGap="1"
      py="1.5"
      borderTopWidth="1px"
      borderColor="ruleSoft"
      data-testid={`update-${id}`}
      data-state={state}
    >
      <EntryText entry={entry} unit={unit} inShop={inShop} />
      <Box minW="0">
        <Text fontSize="small" lineHeight="1.35">
          <Text as="span" color={STATE_COLOUR[state]} fontWeight={700}>
            {`${STATE_SIGN[state]} ${capital(UPDATE_STATE_WORDS[state])}. `}
          </Text>
          {reason.code === 'marked' && mark ? `Set by ${mark}.` : updateReasonWords(unit, reason)}
        </Text>
        {entry.remedies.map((remedy) => (
          <Remedy key={remedy.text} remedy={remedy} content={content} unit={unit} />
        ))}
        <Flex gap="1" mt="1" wrap="wrap" className="not-printed" role="group" aria-label={`State: ${titleOf(entry)}`}>
          {UPDATE_STATES.map((each) => (
            <ToggleButton
              key={each}
              large
              on={state === each}
              onPick={() => setMarks({ [`update/${id}/state`]: reason.code === 'marked' && state === each ? null : each })}
              testId={`mark-${each}`}
            >
              {each === 'done' ? 'Done' : capital(UPDATE_STATE_WORDS[each])}
            </ToggleButton>
          ))}
        </Flex>
      </Box>
    </Grid>
  )
}

/** Place, what happens there, symptom and cause; or the standard and its reason. */
function EntryText({ entry, unit, inShop }: Pick<EntryProps, 'entry' | 'unit' | 'inShop'>) {
  const { stationId, of } = entry
  const place = 'weakPlace' in of ? of.weakPlace : undefined
  const where = stationId === undefined ? (place ? 'Case, pan and cooler' : 'Shop standard') : capital(stationName(unit, stationId))
  return (
    <Box minW="0">
      <Text fontSize="note" color="inkSoft">
        {[where, ...(place ? [OFTEN_WORDS[place.often]] : []), ...(inShop ? [inShop] : [])].join(' · ')}
      </Text>
      <Text fontWeight={600} lineHeight="1.3">
        {titleOf(entry)}
      </Text>
      <Text fontSize="small" lineHeight="1.35">
        {place
          ? `${place.failure}. Symptom: ${lowerFirst(place.sign)}. Cause: ${lowerFirst(place.cause)}.`
          : 'standard' in of
            ? of.standard.why
            : ''}
        {place?.noRepair && <strong>{` No repair: ${lowerFirst(place.noRepair)}`}</strong>}
      </Text>
    </Box>
  )
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

/** A remedy, with its price and one touch to put it into the build if the shelf has it. */
function Remedy({ remedy, content, unit }: { readonly remedy: OfferedRemedy; readonly content: JobContent; readonly unit: Unit }) {
  const { text, item, stationId, installed, by } = remedy
  const install = () => {
    if (!item || stationId === undefined) return
    const works = [...(content.spec.works[stationId] ?? []), item.id]
    applyChoice(by === 'operation' ? { station: stationId, works } : { station: stationId, part: item.id })
  }
  const offered = item && stationId !== undefined && !installed && by !== 'replace' && canBeDone(content, unit, remedy)
  return (
    <Flex gap="2" align="center" wrap="wrap" mt="0.5">
      <Text fontSize="small" lineHeight="1.3" flex="1" minW="200px">
        {`${REMEDY_SIGN[by]} ${item && by !== 'replace' ? `${item.name}: ${lowerFirst(text)}` : text}.`}
        {by !== 'check' && by !== 'replace' && !item && ' Not on the shelf.'}
      </Text>
      {offered && (
        <OutlineButton
          minH="44px"
          onClick={install}
          aria-label={`Add ${item.name} at ${stationName(unit, stationId)}`}
          data-testid="add-remedy"
        >
          {`Add: ${money(item.price)}, ${hoursWords(item.hours)}`}
        </OutlineButton>
      )}
    </Flex>
  )
}

/** True if an operation can be done to the part at its station. Parts can always be installed. */
function canBeDone({ spec }: JobContent, unit: Unit, { by, itemId, stationId = '' }: OfferedRemedy): boolean {
  if (by === 'part') return true
  const shop = shopStore.getState()
  const part = shop.parts.get(spec.fits[stationId] ?? '')
  return part !== undefined && operationsFor(shop, unit, stationId, part).some(({ id }) => id === itemId)
}

const REMEDY_SIGN: Record<OfferedRemedy['by'], string> = { part: '+', operation: '+', replace: '⇄', check: '☐' }
