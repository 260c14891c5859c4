import { conflictIn } from './context.js'
import { aloneAtPower, holdingOf, spanAt, SAME_POWER, type Context } from './load-table.js'
import { OIL_SIDES } from './holding.js'
import { certain, memberAt, numberAt } from '../numeric/certain.js'

/** Constraint: at most `most` of these options may be chosen. */
export interface Cut {
  readonly options: readonly Chosen[]
  readonly most: number
}

type Chosen = readonly [slot: number, option: number]

/** The choice in one context at a power as a mixed-integer linear program with one binary variable per option. */
export interface ChoiceProgram {
  readonly open: readonly (readonly number[])[]
  readonly cost: (slot: number, option: number) => number
  readonly cuts: Cut[]
}

/** Builds the program with cuts for incompatible pairs. Conflicts of three or more options are added later by `conflictOf`. */
export function choiceProgram(context: Context, powerW: number): ChoiceProgram | undefined {
  const { scene } = context.table
  const { open, related } = aloneAtPower(context, powerW * (1 - SAME_POWER))
  if (open.some((options) => options.length === 0)) return undefined
  const cuts: Cut[] = []
  related.forEach((own, slot) => {
    for (const [other, relation] of own)
      for (const option of memberAt(open, slot)) {
        const apart = memberAt(open, other).filter((each) => relation[option]?.[each] === 0)
        if (other > slot && apart.length > 0)
          cuts.push({ options: [[slot, option], ...apart.map((each): Chosen => [other, each])], most: 1 })
      }
  })
  const alone = scene.slots.flatMap((_, slot) => (memberAt(context.table.besides, slot).length > 0 ? [] : [slot]))
  for (const slot of alone)
    for (const option of memberAt(open, slot)) {
      const choice: number[] = []
      choice[slot] = option
      const need = holdingOf(context.table, slot, choice).needAt(powerW * (1 - SAME_POWER))
      scene.slots.forEach((_, other) => {
        const apart = memberAt(open, other).filter((each) => {
          const beside: number[] = []
          beside[other] = each
          const bears = spanAt(context.table, other, beside).most
          return OIL_SIDES.some((side) => need[side] > bears[side] * (1 + SAME_POWER))
        })
        if (other !== slot && apart.length > 0)
          cuts.push({ options: [[slot, option], ...apart.map((each): Chosen => [other, each])], most: 1 })
      })
    }
  return { open, cost: (slot, option) => numberAt(memberAt(scene.costs, slot), option), cuts }
}

/** Cut for the conflict that the planner finds in a choice. `undefined` if the choice is valid. */
export function conflictOf(context: Context, choice: readonly number[], powerW: number): Cut | undefined {
  const only = choice.map((option) => [option])
  const found = conflictIn(context, choice, only, powerW * (1 - SAME_POWER))
  return 'scope' in found
    ? { options: found.scope.map((slot): Chosen => [slot, numberAt(choice, slot)]), most: found.scope.length - 1 }
    : undefined
}

const name = (slot: number, option: number) => `x${slot}_${option}`

/** Writes a program in CPLEX LP format, which HiGHS reads. */
export function asLp({ open, cost, cuts }: ChoiceProgram): string {
  const all = open.flatMap((options, slot) => options.map((option): Chosen => [slot, option]))
  const term = (factor: number, [slot, option]: Chosen) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name(slot, option)}`
  const sum = (options: readonly Chosen[]) => options.map((each) => `+ ${name(...each)}`).join(' ')
  return [
    'Minimize',
    ` obj: ${all.map((each) => term(cost(...each), each)).join(' ')}`,
    'Subject To',
    ...open.map((options, slot) => ` one${slot}: ${sum(options.map((option): Chosen => [slot, option]))} = 1`),
    ...cuts.map(({ options, most }, i) => ` cut${i}: ${sum(options)} <= ${most}`),
    'Binary',
    ...all.map((each) => ` ${name(...each)}`),
    'End',
  ].join('\n')
}

/** Reads the choice from a solution: in every slot the option whose variable is 1. */
export const choiceOf = ({ open }: ChoiceProgram, valueOf: (name: string) => number): number[] =>
  open.map((options, slot) => certain(options.find((option) => valueOf(name(slot, option)) > 0.5)))

/** Writes a program as named variables with their constraints, for javascript-lp-solver. */
export function asModel({ open, cost, cuts }: ChoiceProgram) {
  const variables: Record<string, Record<string, number>> = {}
  const constraints: Record<string, { equal: number } | { max: number }> = {}
  open.forEach((options, slot) => {
    constraints[`one${slot}`] = { equal: 1 }
    for (const option of options) variables[name(slot, option)] = { cost: cost(slot, option), [`one${slot}`]: 1 }
  })
  cuts.forEach(({ options, most }, i) => {
    constraints[`cut${i}`] = { max: most }
    for (const each of options) certain(variables[name(...each)])[`cut${i}`] = 1
  })
  return {
    optimize: 'cost',
    opType: 'min',
    constraints,
    variables,
    binaries: Object.fromEntries(Object.keys(variables).map((key) => [key, 1])),
  }
}
