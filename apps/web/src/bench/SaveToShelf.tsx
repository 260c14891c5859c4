import { shownCurrency } from '@plucky/contract'
import { Box, Field, Flex, Text } from '@chakra-ui/react'
import type { JobContent, Problem } from '@plucky/contract'
import type { Part, Station, Unit } from '@plucky/core'
import { memo, useState } from 'react'
import { uniqueId, problemsOf } from '../shelf/draft-item.js'
import { Refused } from '../state/api.js'
import { keepItem, shopStore } from '../state/shop.js'
import { proposalFor } from '../state/verdicts.js'
import { PrimaryButton } from '../ui/buttons.js'
import { QuantityField } from '../ui/QuantityField.js'
import { CompanionParts } from './CompanionParts.js'
import { applyChoice } from '../state/commands.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'
import { ProblemText } from '../ui/ProblemText.js'
import { messageOf } from '../state/message-of.js'

interface ShelfProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: Station
  /** What is drawn, as a part without a name of its own yet; the same one while nothing is drawn anew. */
  readonly part: Part
  /** The part of the shelf that it began from. */
  readonly basis: Part | undefined
}

interface Typed {
  readonly name: string
  readonly price: number | null
  readonly hours: number | null
}

const UNPRICED: Problem = {
  code: 'price-missing',
  path: 'price',
  sentence: 'Enter price and labor of this part; those of the part it began from are not copied.',
}

/** What lies on the bench becomes a part of the shop's own; then it is fitted with all that it drags along. */
export const SaveToShelf = memo(function SaveToShelf({ content, unit, station, part, basis }: ShelfProps) {
  const [typed, setTyped] = useState<Typed>({ name: '', price: null, hours: null })
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const [kept, setKept] = useState<{ readonly id: string; readonly geometry: Part['geometry'] } | undefined>()
  const onShelf = kept?.geometry === part.geometry ? kept.id : undefined
  const put = async () => {
    const { price, hours } = typed
    if (price === null || hours === null) return setProblems([UNPRICED])
    const named = withName(station, part, basis, typed.name, { price, hours })
    const wrong = problemsOf('parts', named)
    if (wrong.length > 0) return setProblems(wrong)
    try {
      const { id } = await keepItem('parts', named, undefined)
      setProblems([])
      setKept({ id, geometry: part.geometry })
    } catch (error) {
      setProblems(
        error instanceof Refused
          ? error.problems
          : [{ code: 'unreachable', path: '', sentence: `${messageOf(error)} Your drawing is kept. Try again.` }],
      )
    }
  }
  const figure = (key: 'price' | 'hours') => (value: number | string | null) => {
    if (typeof value !== 'number') return 'Enter a number.'
    setTyped((now) => ({ ...now, [key]: value }))
    return undefined
  }
  return (
    <Box>
      <Flex gap="2" align="start" wrap="wrap">
        <NameField value={typed.name} usual={usualName(station, basis)} onType={(name) => setTyped((now) => ({ ...now, name }))} />
        <QuantityField
          label={`Price, ${shownCurrency()}`}
          digits={0}
          value={typed.price}
          onCommit={figure('price')}
          width="72px"
          testId="own-price"
        />
        <QuantityField label="Labor, h" digits={1} value={typed.hours} onCommit={figure('hours')} width="56px" testId="own-hours" />
      </Flex>
      {problems.map((problem) => (
        <ProblemText key={problem.path + problem.code} mt="1">
          {problem.sentence}
        </ProblemText>
      ))}
      {onShelf ? (
        <Fitting content={content} unit={unit} station={station} partId={onShelf} />
      ) : (
        <PrimaryButton onClick={() => void put()} mt="1.5" data-testid="onto-shelf">
          Add to shelf
        </PrimaryButton>
      )}
    </Box>
  )
})

function NameField({ value, usual, onType }: { value: string; usual: string; onType: (name: string) => void }) {
  return (
    <Field.Root width="100%" gap="0.5">
      <FieldLabel>Part name</FieldLabel>
      <TextBox value={value} placeholder={usual} onChange={(event) => onType(event.target.value)} data-testid="own-name" />
    </Field.Root>
  )
}

/** Name of an edited part whose name was left blank. */
const usualName = (station: Station, basis: Part | undefined) => (basis ? `${basis.name}, modified` : `Custom ${station.name}`)

/** The drawing as a part with a name of its own. */
function withName(station: Station, part: Part, basis: Part | undefined, name: string, cost: Pick<Part, 'price' | 'hours'>): Part {
  const called = (name.trim() || usualName(station, basis)).slice(0, 80)
  const id = uniqueId(called, (taken) => shopStore.getState().parts.has(taken))
  return { ...part, id, name: called, maker: 'Own shop', stock: false, ...cost }
}

/** What comes with it, priced as one, and the button that takes all of it. */
function Fitting({ content, unit, station, partId }: { content: JobContent; unit: Unit; station: Station; partId: string }) {
  const fitted = content.spec.fits[station.id] === partId
  const choice = { station: station.id, part: partId }
  const proposal = fitted ? undefined : proposalFor(content, choice)
  const more = proposal?.companions.length ?? 0
  return (
    <Box mt="1" data-testid="on-shelf">
      <Text fontSize="note">{fitted ? 'On the shelf and installed here.' : 'On the shelf.'}</Text>
      {proposal && <CompanionParts unit={unit} content={content} proposal={proposal} />}
      {!fitted && (
        <PrimaryButton mt="1.5" onClick={() => applyChoice(choice)} data-testid="fit-drawn">
          {more > 0 ? `Install with ${more} required parts` : 'Install'}
        </PrimaryButton>
      )}
    </Box>
  )
}
