import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import {
  capital,
  checkShape,
  HouseRulesDto,
  RULE_QUESTIONS,
  stationName,
  TYRE_LIMIT_WORDS,
  USE_WORDS,
  type JobContent,
  type RuleQuestion,
  specHeldInWords,
  toProblem,
  shownCurrency,
} from '@plucky/contract'
import { DEFAULT_RULES, LIFE_PER, ruleFaults, TYRE_LIMITS, USES, type HouseRules, type Unit } from '@plucky/core'
import equal from 'fast-deep-equal'
import { memo } from 'react'
import { change } from '../state/job.js'
import { answerFor } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'

interface RulesProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The shop's choices where builders disagree; each shows what it would do to this job. */
export const RulesScreen = memo(function RulesScreen({ content, unit }: RulesProps) {
  const answer = answerFor(content)
  return (
    <Box px="14px" pb="20px" maxW="1280px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answer} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }} gap="10px" alignItems="start">
        <Box>
          {RULE_QUESTIONS.map((question, i) => (
            <Panel key={question.key} title={question.question} mt={i ? '10px' : 0}>
              <Sides question={question} content={content} unit={unit} />
            </Panel>
          ))}
        </Box>
        <Box>
          <Shock content={content} />
          <Figured content={content} />
        </Box>
      </Grid>
    </Box>
  )
})

/** Rules that are figures. */
const Figured = ({ content }: { content: JobContent }) => (
  <>
    <Panel title="Rpm assumed for power ratings without rpm" note="by engine type" mt="10px">
      <Fields
        content={content}
        of={[
          ['ratingSpeed.petrolRadPerS', 'Gasoline'],
          ['ratingSpeed.dieselRadPerS', 'Diesel'],
        ]}
        unitName="rpm"
      />
    </Panel>
    <Panel title="Life needed at full power" note="hard parts that last shorter are named" mt="10px">
      <Fields content={content} of={USES.map((use) => [`lifeNeed.${use}`, `${USE_WORDS[use]}, ${LIFE_PER[use]}`, undefined, 0])} />
    </Panel>
    <Tires content={content} />
    <Panel title="Lockup" note="controlled slip and locked upshift time" mt="10px">
      <Fields
        content={content}
        of={[
          ['lockupSlipRadPerS', 'Controlled slip', 'rpm'],
          ['lockedShiftS', 'Locked upshift time', 's'],
        ]}
      />
    </Panel>
    <Panel title="Converter oil temperature in a stall test" mt="10px">
      <Fields
        content={content}
        of={[
          ['oilStartK', 'At start'],
          ['oilLimitK', 'Stop at'],
        ]}
        unitName="°F"
      />
    </Panel>
    <Panel title="Both converter bolt patterns above" note="if bolts go by redline" mt="10px">
      <Fields content={content} of={[['secondPatternRadPerS', 'Redline']]} unitName="rpm" />
    </Panel>
    <Panel title="Pilot and converter fit limits" mt="10px">
      <Fields
        content={content}
        of={[
          ['fit.pilotEngagementLeastM', 'Pilot engagement, min'],
          ['fit.pilotPlayLeastM', 'Pilot clearance, min'],
          ['fit.pilotPlayMostM', 'Pilot clearance, max'],
          ['fit.pullForwardLeastM', 'Converter pull-forward, min'],
          ['fit.pullForwardMostM', 'Converter pull-forward, max'],
        ]}
        unitName="in"
      />
    </Panel>
    <Panel title="Engine torque limit for ratchet one-way clutches" note="they engage with an impact" mt="10px">
      <Fields content={content} of={[['ratchetMostNm', 'Peak torque']]} unitName="lb-ft" />
    </Panel>
  </>
)

/** House rules on the tire limit. */
const Tires = ({ content }: { content: JobContent }) => (
  <Panel title="Tires as the fuse" note="if their limit is known; never with all wheels driven" mt="10px">
    <Grid templateColumns="1fr 1fr 1fr" gap="6px 14px" alignItems="end" mb="6px">
      {USES.map((use) => (
        <SelectField
          key={use}
          label={capital(USE_WORDS[use])}
          width="100%"
          value={content.rules.tyreLimit[use]}
          options={TYRE_LIMITS.map((limit) => [limit, TYRE_LIMIT_WORDS[limit]])}
          onPick={(limit) => take({ ...content.rules, tyreLimit: { ...content.rules.tyreLimit, [use]: limit } })}
          testId={`rule-tyreLimit.${use}`}
        />
      ))}
    </Grid>
    <Text fontSize="13.5px" color="inkSoft" mb="6px">
      Cap: gears and shafts see no more than the tires hold. With regrip: plus the shock as spinning wheels grip again.
    </Text>
    <Fields content={content} of={[['regripSlipMPerS', 'Tread speed at regrip, over ground speed', 'mph', 1]]} />
  </Panel>
)

/** Service factors: how much more than the static torque a place is asked for. */
function Shock({ content }: { content: JobContent }) {
  const own = !equal(content.rules, DEFAULT_RULES)
  return (
    <Panel
      title="Service factors: demand = static torque ×"
      note="applied once, to the demand"
      aside={
        own && (
          <OutlineButton size="sm" onClick={() => take(DEFAULT_RULES)} data-testid="rules-default">
            Reset to defaults
          </OutlineButton>
        )
      }
    >
      <Text fontSize="13.5px" color="inkSoft">
        Hard parts at launch, by launch method
      </Text>
      <Fields content={content} of={LAUNCHES.map(([key, word]) => [`launchFactor.${key}`, word])} />
      <Text fontSize="13.5px" color="inkSoft" mt="10px">
        Hard parts at full power in gear (regrip applies in every gear)
      </Text>
      <Fields content={content} of={LAUNCHES.map(([key, word]) => [`fullPowerFactor.${key}`, word])} />
      <Text fontSize="13.5px" color="inkSoft" mt="10px">
        House margin: stations below it are flagged on the build sheet and in Details
      </Text>
      <Fields
        content={content}
        of={[
          ['houseMargin.hard', 'Hard parts'],
          ['houseMargin.plate', 'Flex plate'],
          ['houseMargin.friction', 'Friction, holding'],
          ['houseMargin.shifting', 'Friction, shifting'],
        ]}
      />
      <Text fontSize="13.5px" color="inkSoft" mt="10px">
        Other
      </Text>
      <Fields
        content={content}
        of={[
          ['reverseFactor', 'Reverse'],
          ['upshiftFactor', 'Full-power upshift'],
          ['lockupFactor', 'Locked converter'],
          ['frictionFactor', 'Friction elements'],
          ['plateFactor', 'Flex plate'],
          ['togetherWithin', 'Upgrade together within, fraction'],
          ['hourRate', `Labor rate, ${shownCurrency()} per hour`],
        ]}
      />
    </Panel>
  )
}

const LAUNCHES = [
  ['rolling', 'Rolling'],
  ['brake-stall', 'Foot brake (brake stall)'],
  ['flash', 'Flash off idle'],
  ['trans-brake', 'Trans-brake'],
  ['regrip', 'Wheelspin, then regrip'],
  ['dump', 'Neutral drop'],
] as const

const take = (rules: HouseRules) => change((job) => ({ ...job, rules }))

/** Both sides of a question, the reasons of each, and the answer of this job under each. */
function Sides({ question, content, unit }: RulesProps & { question: RuleQuestion }) {
  return question.sides.map((side) => {
    const rules = { ...content.rules, [question.key]: side.value } as HouseRules
    const on = content.rules[question.key] === side.value
    const answer = answerFor(on ? content : { ...content, rules })
    const first = answer?.outcome === 'answered' ? answer.breakingOrder[0] : undefined
    const words = `${specHeldInWords(answer)}${first ? `, weakest link ${stationName(unit, first)}` : ''}`
    return (
      <Flex key={side.name} gap="10px" align="baseline" py="5px" borderTopWidth="1px" borderColor="ruleSoft">
        <Box width="142px" flexShrink={0}>
          <ToggleButton on={on} onPick={() => take(rules)} testId={`rule-${question.key}-${String(side.value)}`}>
            {side.name}
          </ToggleButton>
        </Box>
        <Text fontSize="14px" flex="1" lineHeight="1.35">
          {side.why}
          <Text as="span" display="block" color="torque" fontWeight={600}>
            {`${on ? 'Current' : 'Would be'}: ${words}.`}
          </Text>
        </Text>
      </Flex>
    )
  })
}

interface FieldsProps {
  readonly content: JobContent
  readonly of: readonly (readonly [path: string, label: string, unitName?: FieldsProps['unitName'], digits?: number])[]
  readonly unitName?: 'rpm' | 'lb-ft' | '°F' | 's' | 'in' | 'mph'
}

const digitsOf = (unit: FieldsProps['unitName']) => (unit === 'in' ? 4 : unit && unit !== 's' ? 0 : 2)

function Fields({ content, of, unitName }: FieldsProps) {
  const at = (path: string) =>
    path.split('.').reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], content.rules) as number
  const set = (path: string) => (value: Typed) => {
    const rules = structuredClone(content.rules) as unknown as Record<string, unknown>
    const keys = path.split('.')
    const last = keys.pop() as string
    const holder = keys.reduce<Record<string, unknown>>((held, key) => held[key] as Record<string, unknown>, rules)
    holder[last] = value
    const checked = checkShape(HouseRulesDto, rules)
    if (!checked.ok) return checked.problems[0]?.sentence
    const next = checked.value
    const [crossed] = ruleFaults(next)
    if (crossed) return toProblem(crossed).sentence
    take(next)
    return undefined
  }
  return (
    <Grid templateColumns="1fr 1fr 1fr" gap="6px 14px" alignItems="end">
      {of.map(([path, label, own = unitName, digits = digitsOf(own)]) => (
        <QuantityField
          key={path}
          label={capital(label)}
          {...(own ? { unit: own } : {})}
          digits={digits}
          value={at(path)}
          onCommit={set(path)}
          testId={`rule-${path}`}
        />
      ))}
    </Grid>
  )
}
