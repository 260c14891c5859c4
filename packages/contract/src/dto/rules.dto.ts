import { keysOf, mapRecord, type HouseRules } from '@plucky/core'
import { capital } from '../words/format.js'
import { OneOf, Shape } from './decorators.js'
import type { Dto } from './fields.js'
import { Figure } from './figure.js'
import { RULES, sidesOf, sideWords, type ChoiceRule, type FigureRule, type RuleEntry, type SeveralRule } from './rule-table.js'

/** The house rules of a job, checked by the table. */
// The table has a check for each key of HouseRules; the compiler does not see what a loop decorates.
export const HouseRulesDto = class {} as new () => HouseRules

for (const key of keysOf(RULES)) checkOf(key, RULES[key])(HouseRulesDto.prototype, key)

function checkOf(key: string, rule: FigureRule | ChoiceRule<string> | SeveralRule): PropertyDecorator {
  if ('question' in rule)
    return OneOf(
      rule.label,
      sidesOf(rule),
      mapRecord(rule.sides, (_side, value) => sideWords(rule, value)),
    )
  return 'of' in rule ? Shape(rule.label, shapeOf(key, rule.of)) : checkOfOne(rule)
}

function checkOfOne(one: RuleEntry['rule']): PropertyDecorator {
  return 'choices' in one ? OneOf(one.label, one.choices, one.words) : Figure(one)
}

/** A DTO with a field for each use, launch method, engine or place. Schemas name it after its rule. */
function shapeOf(key: string, of: Readonly<Record<string, RuleEntry['rule']>>): () => Dto {
  const dto = class {}
  Object.defineProperty(dto, 'name', { value: `${capital(key)}Dto` })
  for (const [sub, one] of Object.entries(of)) checkOfOne(one)(dto.prototype, sub)
  return () => dto
}
