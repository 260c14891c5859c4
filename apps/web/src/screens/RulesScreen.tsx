import { certain } from '@plucky/core'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import {
  RULE_GROUPS,
  RULE_QUESTIONS,
  ruleSections,
  shownCurrency,
  sidesOf,
  specHeldInWords,
  stationName,
  type JobContent,
  type RuleEntry,
  type RuleGroup,
  type RuleQuestion,
} from '@plucky/contract'
import { DEFAULT_RULES, keysOf, type HouseRules, type Unit } from '@plucky/core'
import equal from 'fast-deep-equal'
import { memo } from 'react'
import { answerFor } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { QuantityField } from '../ui/QuantityField.js'
import { SelectField } from '../ui/SelectField.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { VerdictHeading } from '../ui/VerdictHeading.js'
import { setRules } from '../state/commands.js'

interface RulesProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The shop's choices where builders disagree; each shows what it would do to this job. */
export const RulesScreen = memo(function RulesScreen({ content, unit }: RulesProps) {
  const answer = answerFor(content)
  const own = !equal(content.rules, DEFAULT_RULES)
  return (
    <Box px="3.5" pb="5" maxW="1280px" mx="auto">
      <VerdictHeading content={content} unit={unit} answer={answer} />
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }} gap="2.5" alignItems="start">
        <Box>
          {RULE_QUESTIONS.map((question, i) => (
            <Panel key={question.key} title={question.rule.question} mt={i ? '10px' : 0}>
              <Sides question={question} content={content} unit={unit} />
            </Panel>
          ))}
        </Box>
        <Box>
          {keysOf(RULE_GROUPS).map((group, i) => (
            <Group key={group} group={group} rules={content.rules} first={i === 0} own={own} />
          ))}
        </Box>
      </Grid>
    </Box>
  )
})

/** Both sides of a question, the reasons of each, and the answer of this job under each. */
function Sides({ question: { key, rule }, content, unit }: RulesProps & { question: RuleQuestion }) {
  return sidesOf(rule).map((value) => {
    const { name, why } = certain(rule.sides[value])
    const on = content.rules[key] === value
    const rules = { ...content.rules, [key]: value }
    const answer = answerFor(on ? content : { ...content, rules })
    const first = answer?.outcome === 'answered' ? answer.breakingOrder[0] : undefined
    const words = `${specHeldInWords(answer)}${first ? `, weakest link ${stationName(unit, first)}` : ''}`
    return (
      <Flex key={value} gap="2.5" align="baseline" py="1.5" borderTopWidth="1px" borderColor="ruleSoft">
        <Box width="142px" flexShrink={0}>
          <ToggleButton on={on} onPick={() => setRules(rules)} testId={`rule-${key}-${value}`}>
            {name}
          </ToggleButton>
        </Box>
        <Text fontSize="small" flex="1" lineHeight="1.35">
          {why}
          <Text as="span" display="block" color="torque" fontWeight={600}>
            {`${on ? 'Current' : 'Would be'}: ${words}.`}
          </Text>
        </Text>
      </Flex>
    )
  })
}

/** Panel of a group of figures. */
function Group({ group, rules, first, own }: { group: RuleGroup; rules: HouseRules; first: boolean; own: boolean }) {
  const { title, note, explanation } = RULE_GROUPS[group]
  return (
    <Panel title={title} {...(note ? { note } : {})} mt={first ? 0 : '10px'} aside={first && own && <Reset />}>
      {explanation && (
        <Text fontSize="note" color="inkSoft" mb="1.5">
          {explanation}
        </Text>
      )}
      {ruleSections(group).map(({ heading, entries }, i) => (
        <Box key={heading ?? i} mt={i ? '10px' : 0}>
          {heading && (
            <Text fontSize="note" color="inkSoft">
              {heading}
            </Text>
          )}
          <Grid templateColumns="1fr 1fr 1fr" rowGap="1.5" columnGap="3.5" alignItems="end">
            {entries.map((entry) => (
              <Entry key={idOf(entry)} entry={entry} rules={rules} />
            ))}
          </Grid>
        </Box>
      ))}
    </Panel>
  )
}

const Reset = () => (
  <OutlineButton size="sm" onClick={() => setRules(DEFAULT_RULES)} data-testid="rules-default">
    Reset to defaults
  </OutlineButton>
)

const idOf = ({ key, sub }: RuleEntry) => (sub === undefined ? key : `${key}.${sub}`)

/** Field of a figure, or list of a few words. */
function Entry({ entry, rules }: { entry: RuleEntry; rules: HouseRules }) {
  const { rule } = entry
  const set = (value: unknown) => setRules(withValue(rules, entry, value))
  const value = valueOf(rules, entry)
  const testId = `rule-${idOf(entry)}`
  if ('choices' in rule) {
    const options = rule.choices.map((choice): [string, string] => [choice, rule.words[choice] ?? choice])
    return <SelectField label={rule.label} width="100%" value={String(value)} options={options} onPick={set} testId={testId} />
  }
  const { label, short = label, unit, digits = 2, money } = rule
  return (
    <QuantityField
      label={money ? `${short}, ${shownCurrency()}` : short}
      {...(unit ? { unit } : {})}
      digits={digits}
      value={Number(value)}
      onCommit={set}
      testId={testId}
    />
  )
}

function valueOf(rules: HouseRules, { key, sub }: RuleEntry): unknown {
  const value = rules[key]
  return sub !== undefined && typeof value === 'object' ? Object.entries(value).find(([name]) => name === sub)?.[1] : value
}

function withValue(rules: HouseRules, { key, sub }: RuleEntry, value: unknown): unknown {
  const before = rules[key]
  return { ...rules, [key]: sub !== undefined && typeof before === 'object' ? { ...before, [sub]: value } : value }
}
