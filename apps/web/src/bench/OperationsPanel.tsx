import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { hoursWords, money, SKILL_WORDS, stationName, type JobContent, heldInWords, stationHeldInWords } from '@plucky/contract'
import { operationsFor, type Kit, type Operation, type Part, type Unit } from '@plucky/core'
import { applyChoice } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { answerFor, proposalFor, type Choice } from '../state/verdicts.js'

interface WorksProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly station: string
  readonly fitted: Part | undefined
}

const ROW = {
  display: 'flex',
  flexWrap: 'wrap',
  gap: '1.5',
  '& button': {
    minHeight: '44px',
    padding: '3px 10px',
    textAlign: 'left',
    lineHeight: 1.18,
    fontSize: 'note',
    border: '1px solid',
    borderColor: 'rule',
    borderRadius: '1px',
    bg: 'sheet',
    color: 'ink',
    cursor: 'pointer',
    maxWidth: '300px',
  },
  '& button[aria-pressed=true]': { borderLeftWidth: '6px', borderColor: 'ink', fontWeight: 600 },
  '& button:disabled': { cursor: 'default' },
  '& .figure': { display: 'block', fontFamily: 'figures', fontSize: 'small', color: 'inkSoft', fontWeight: 400 },
} as const

/** What can be done to the part that is fitted, and sets of parts that reach this station. */
export function OperationsPanel({ content, unit, station, fitted }: WorksProps) {
  const shop = shopStore.getState()
  const part = fitted && shop.parts.get(fitted.id)
  const operations = part ? operationsFor(shop, unit, station, part) : []
  const kits = [...shop.kits.values()].filter((kit) => kit.unitIds.includes(unit.id) && kit.parts[station] !== undefined)
  if (operations.length === 0 && kits.length === 0) return null
  const done = content.spec.works[station] ?? []
  return (
    <Box mt="2" borderTopWidth="1px" borderColor="ruleSoft" pt="1.5" data-testid="works">
      {operations.length > 0 && (
        <>
          <Caption>Operations on this part</Caption>
          <chakra.div css={ROW} role="group" aria-label="Operations on this part">
            {operations.map((operation) => (
              <Work key={operation.id} operation={operation} content={content} station={station} done={done} />
            ))}
          </chakra.div>
          {operations
            .filter((operation) => done.includes(operation.id))
            .map((operation) => (
              <Text key={operation.id} mt="1" fontSize="note" color="oil" fontWeight={600} lineHeight="1.3">
                {operation.caution}
              </Text>
            ))}
        </>
      )}
      {kits.length > 0 && (
        <>
          <Caption>Kits that include this station</Caption>
          <chakra.div css={ROW} role="group" aria-label="Kits that include this station">
            {kits.map((kit) => (
              <KitButton key={kit.id} kit={kit} content={content} unit={unit} station={station} />
            ))}
          </chakra.div>
        </>
      )}
    </Box>
  )
}

const Caption = ({ children }: { children: string }) => (
  <Flex textStyle="caption" mt="1" mb="0.5">
    {children}
  </Flex>
)

function Work(props: { operation: Operation; content: JobContent; station: string; done: readonly string[] }) {
  const { operation, content, station, done } = props
  const on = done.includes(operation.id)
  const works = on ? done.filter((id) => id !== operation.id) : [...done, operation.id]
  const choice: Choice = { station, works }
  const proposal = proposalFor(content, choice)
  const held = proposal ? stationHeldInWords(answerFor(content, proposal.spec), station) : ''
  const others = proposal?.companions.length ? `, with ${proposal.companions.length} more` : ''
  return (
    <button type="button" aria-pressed={on} onClick={() => applyChoice(choice)} data-testid={`work-${operation.id}`}>
      {operation.name}
      <span className="figure">
        {`${on ? 'done; without it:' : 'with it:'} ${held} · ${money(operation.price)} · ${hoursWords(operation.hours)} · ${SKILL_WORDS[operation.skill]}${others}`}
      </span>
    </button>
  )
}

function KitButton({ kit, content, unit, station }: { kit: Kit; content: JobContent; unit: Unit; station: string }) {
  const on = Object.entries(kit.parts).every(([s, id]) => content.spec.fits[s] === id)
  const proposal = proposalFor(content, { kit })
  const holds = proposal && answerFor(content, proposal.spec)
  const others = Object.keys(kit.parts).filter((id) => id !== station)
  const names = others.map((id) => stationName(unit, id)).join(', ')
  const then = holds?.outcome === 'answered' ? `, build would hold ${heldInWords(holds.held)}` : ''
  return (
    <button type="button" aria-pressed={on} disabled={on} onClick={() => applyChoice({ kit })} data-testid={`kit-${kit.id}`}>
      {`${kit.name}, with ${names}`}
      <span className="figure">{`${on ? 'installed · ' : ''}${money(kit.price)} · ${hoursWords(kit.hours)}${on ? '' : then}`}</span>
    </button>
  )
}
