import { keysOf, LAUNCHES, LIFE_PER, recordOf, TYRE_LIMITS, USES, type HouseRules } from '@plucky/core'
import { capital } from '../words/format.js'
import { LAUNCH_WORDS, TYRE_LIMIT_WORDS, USE_WORDS } from '../words/option-labels.js'
import type { NumberRange } from './figure.js'

export type RuleGroup = 'service' | 'ratings' | 'life' | 'tires' | 'lockup' | 'oil' | 'bolts' | 'fit' | 'ratchet' | 'upgrades' | 'quote'

/** Panels of rules that are figures, in the order in which the page shows them. */
export const RULE_GROUPS: Readonly<Record<RuleGroup, { readonly title: string; readonly note?: string; readonly explanation?: string }>> = {
  service: { title: 'Service factors: demand = static torque ×', note: 'applied once, to the demand' },
  ratings: { title: 'Rpm assumed for power ratings without rpm', note: 'by engine type' },
  life: { title: 'Life needed at full power', note: 'hard parts that last shorter are named' },
  tires: {
    title: 'Tires as the fuse',
    note: 'if their limit is known; never with all wheels driven',
    explanation: 'Cap: gears and shafts see no more than the tires hold. With regrip: plus the shock as spinning wheels grip again.',
  },
  lockup: { title: 'Lockup', note: 'controlled slip and locked upshift time' },
  oil: { title: 'Converter oil temperature in a stall test' },
  bolts: { title: 'Both converter bolt patterns above', note: 'if bolts go by redline' },
  fit: { title: 'Pilot and converter fit limits' },
  ratchet: { title: 'Engine torque limit for ratchet one-way clutches', note: 'they engage with an impact' },
  upgrades: { title: 'Upgrades and labor' },
  quote: { title: 'Quotes', note: 'shelf prices are the shop’s cost' },
}

/** One side of a question. */
export interface RuleSide {
  readonly name: string
  /** In a list of what differs. The name itself if left out. */
  readonly words?: string
  readonly why: string
}

/** A question on which builders disagree. The first side is the default. */
export interface ChoiceRule<V extends string> {
  readonly label: string
  readonly question: string
  readonly sides: Readonly<Record<V, RuleSide>>
}

/** How the page shows a figure, where not by its label and two digits. */
interface Shown {
  readonly short?: string
  readonly digits?: number
  /** In the shop's currency. */
  readonly money?: true
}

export type RuleFigure = NumberRange & Shown

export type FigureRule = RuleFigure & { readonly group: RuleGroup }

/** One of a few words, without a question of its own. */
export interface RuleOption<V extends string> {
  readonly label: string
  readonly choices: readonly V[]
  readonly words: Readonly<Record<V, string>>
}

type EachOf<V> = [V] extends [number] ? RuleFigure : [V] extends [string] ? RuleOption<V> : never

/** A rule with a value by use, launch method, engine or place. */
export interface SeveralRule {
  readonly label: string
  readonly group: RuleGroup
  readonly heading?: string
  readonly of: Readonly<Record<string, RuleFigure | RuleOption<string>>>
}

type EachRule<T> = SeveralRule & { readonly of: { readonly [K in keyof T]: EachOf<T[K]> } }

type RuleOf<V> = [V] extends [number] ? FigureRule : [V] extends [string] ? ChoiceRule<V> : EachRule<V>

const FACTOR = { from: 1, to: 5 } as const
const RATING = { unit: 'rpm', from: 500, to: 15000, digits: 0 } as const
const RPM = { unit: 'rpm', digits: 0 } as const
const OIL = { unit: '°F', digits: 0 } as const
const PLAY = { unit: 'in', from: 0, to: 0.1, digits: 4 } as const
const FORWARD = { unit: 'in', from: 0, to: 1, digits: 4 } as const
const byLaunch = () => recordOf(LAUNCHES, (launch) => ({ label: capital(LAUNCH_WORDS[launch]), ...FACTOR }))

/** The house rules: how each is called, what it may be, and where the page shows it. Defaults: DEFAULT_RULES of the core. */
export const RULES: { readonly [K in keyof HouseRules]: RuleOf<HouseRules[K]> } = {
  limitThatCounts: {
    label: 'Limit used',
    question: 'Which limit is used when a part has both a calculated and a stated one?',
    sides: {
      lower: { name: 'Lower one', why: 'Labels can be wrong and so can models, so use the conservative one. Both are shown.' },
      computed: { name: 'Calculated', why: 'Geometry and steel are known here; the basis of a seller’s rating is not.' },
      stated: { name: 'Stated', why: 'The manufacturer has tested it, and shop failures are real; a model leaves things out.' },
    },
  },
  shopStrength: {
    label: 'Strength in this shop',
    question: 'Does the strength that parts have shown in this shop count?',
    sides: {
      beside: {
        name: 'For reference',
        why: 'A few parts that lived or broke say little, and a demand is estimated. Use them to check the calculation.',
      },
      count: {
        name: 'Counts',
        words: 'count',
        why: 'What broke here is real. Calculated limits of hard parts are multiplied by the strength recorded on the part.',
      },
    },
  },
  lifeLimits: {
    label: 'Life ratings',
    question: 'Do life (fatigue) ratings count?',
    sides: {
      beside: {
        name: 'For reference',
        why: 'Hard parts are rated by single-event yield plus a house margin. Life is a separate question.',
      },
      count: {
        name: 'Counts',
        words: 'count',
        why: 'A daily-used vehicle fails by fatigue, so build to life: ratings for life, and the launches, shifts or hours below. The build rates lower.',
      },
    },
  },
  shiftHeat: {
    label: 'Heat of upshifts',
    question: 'Does heat of full-power upshifts count?',
    sides: {
      beside: {
        name: 'For reference',
        why: 'Shift time here is estimated from capacity and accumulator, not yet simulated. Hot clutches are named next to the rating.',
      },
      count: {
        name: 'Counts',
        why: 'A clutch that burns in its shift holds nothing for long. The build rates no higher than its friction material survives.',
      },
    },
  },
  lifeNeed: {
    label: 'Life needed at full power',
    group: 'life',
    of: recordOf(USES, (use) => ({ label: `${capital(USE_WORDS[use])}, ${LIFE_PER[use]}`, from: 1, to: 1e6, digits: 0 })),
  },
  ratingSpeed: {
    label: 'Rpm for power ratings without rpm',
    group: 'ratings',
    of: {
      petrolRadPerS: { label: 'Reference rpm, gasoline', short: 'Gasoline', ...RATING },
      dieselRadPerS: { label: 'Reference rpm, diesel', short: 'Diesel', ...RATING },
    },
  },
  frictionRadius: {
    label: 'Effective friction radius',
    question: 'Effective friction radius?',
    sides: {
      wear: {
        name: 'Worn in',
        why: 'Worn-in plates act at the mean radius (Shigley, uniform wear). Slightly lower capacity, true for the life of the clutch.',
      },
      pressure: {
        name: 'New',
        why: 'New plates on stiff backing press evenly and act slightly outside the mean radius (Shigley, uniform pressure).',
      },
    },
  },
  launchShock: {
    label: 'Launch shock method',
    question: 'Launch shock on hard parts?',
    sides: {
      factor: {
        name: 'Service factor',
        why: 'From experience, by launch method. The same for stiff and soft shafts; includes lash, tires and driving habits.',
      },
      ramp: {
        name: 'Torque ramp',
        why: 'Calculated from turbine inertia and shaft stiffness at the launch rate. This is the least shock possible: no lash, no regrip. Less conservative.',
      },
    },
  },
  launchFactor: {
    label: 'Service factor at launch',
    group: 'service',
    heading: 'Hard parts at launch, by launch method',
    of: byLaunch(),
  },
  fullPowerFactor: {
    label: 'Service factor at full power',
    group: 'service',
    heading: 'Hard parts at full power in gear (regrip applies in every gear)',
    of: byLaunch(),
  },
  reverseFactor: { label: 'Service factor in reverse', short: 'Reverse', group: 'service', ...FACTOR },
  upshiftFactor: { label: 'Service factor in full-power upshifts', short: 'Full-power upshift', group: 'service', ...FACTOR },
  ratchetMostNm: {
    label: 'Ratchet one-way clutch, engine torque limit',
    short: 'Peak torque',
    group: 'ratchet',
    unit: 'lb-ft',
    from: 0,
    to: 3000,
    digits: 0,
  },
  tyreLimit: {
    label: 'Tires as the fuse',
    group: 'tires',
    of: recordOf(USES, (use) => ({ label: capital(USE_WORDS[use]), choices: TYRE_LIMITS, words: TYRE_LIMIT_WORDS })),
  },
  regripSlipMPerS: {
    label: 'Tread speed at regrip, over ground speed',
    group: 'tires',
    unit: 'mph',
    from: 0,
    to: 60,
    digits: 1,
  },
  lockupFactor: { label: 'Service factor, converter locked', short: 'Locked converter', group: 'service', ...FACTOR },
  lockupRanges: {
    label: 'Lock at full power in',
    question: 'Lock the converter at full power in which gears?',
    sides: {
      'as-unit': {
        name: 'All that allow it',
        words: 'all gears that allow it',
        why: 'No slip, no heat; the clutch must hold the engine’s peak in each.',
      },
      top: { name: 'Top gear only', why: 'Stock lockup linings last longer if the lower gears stay unlocked.' },
    },
  },
  lockupInShifts: {
    label: 'Lockup in full-power upshifts',
    question: 'Release lockup for full-power upshifts?',
    sides: {
      released: { name: 'Release', words: 'released', why: 'The fluid coupling cushions engine inertia and softens the shift.' },
      held: {
        name: 'Stay locked',
        words: 'stays locked',
        why: 'Quicker, but the harshest load: engine inertia torque adds to engine torque.',
      },
    },
  },
  lockupSlipRadPerS: { label: 'Lockup slip', short: 'Controlled slip', group: 'lockup', ...RPM, from: 0, to: 300 },
  lockedShiftS: { label: 'Locked upshift time', group: 'lockup', unit: 's', from: 0.02, to: 3 },
  stallSchool: {
    label: 'Target stall vs. torque peak',
    question: 'Target stall speed relative to the torque peak?',
    sides: {
      'by-use': {
        name: 'By use',
        why: 'Drag and land speed at the peak; street, dirt and road course a few hundred rpm below; towing far below.',
      },
      'at-peak': { name: 'At the peak', words: 'at the torque peak', why: 'Full torque at launch. Soft at part throttle.' },
      'below-peak': {
        name: 'Just below',
        words: 'a few hundred rpm below the torque peak',
        why: 'A few hundred rpm below the peak: nearly full torque, tighter on the street, less heat.',
      },
      'far-below': {
        name: 'Far below',
        words: 'far below the torque peak',
        why: 'Gentle starts with a load and cool oil, but it fights the cam and boost.',
      },
    },
  },
  oilStartK: { label: 'Converter oil at start of stall', short: 'At start', group: 'oil', ...OIL, from: 30, to: 300 },
  oilLimitK: { label: 'Converter oil limit in a stall', short: 'Stop at', group: 'oil', ...OIL, from: 150, to: 450 },
  frictionFactor: { label: 'Friction elements', group: 'service', ...FACTOR },
  plateFactor: { label: 'Flex plate', group: 'service', ...FACTOR },
  houseMargin: {
    label: 'House margin',
    group: 'service',
    heading: 'House margin: stations below it are flagged on the build sheet and in Details',
    of: {
      hard: { label: 'Hard parts', ...FACTOR },
      plate: { label: 'Flex plate', ...FACTOR },
      friction: { label: 'Friction elements, holding', short: 'Friction, holding', ...FACTOR },
      shifting: { label: 'Friction elements, shifting', short: 'Friction, shifting', ...FACTOR },
    },
  },
  fit: {
    label: 'Pilot and converter fit limits',
    group: 'fit',
    of: {
      pilotEngagementLeastM: { label: 'Pilot engagement, min', unit: 'in', from: 0, to: 2, digits: 4 },
      pilotPlayLeastM: { label: 'Pilot clearance, min', ...PLAY },
      pilotPlayMostM: { label: 'Pilot clearance, max', ...PLAY },
      pullForwardLeastM: { label: 'Converter pull-forward, min', ...FORWARD },
      pullForwardMostM: { label: 'Converter pull-forward, max', ...FORWARD },
    },
  },
  converterBolts: {
    label: 'Converter bolts',
    question: 'How many converter bolts?',
    sides: {
      'by-speed': {
        name: 'By redline',
        words: 'both patterns at high redline',
        why: 'Converter bolts work loose near 6500 rpm. Above the redline set here both patterns are called for; below it one holds.',
      },
      first: {
        name: 'One pattern',
        words: 'first pattern only',
        why: 'Torqued properly it holds, and the second pattern is a spare if holes go oval.',
      },
      both: {
        name: 'Both patterns',
        words: 'both patterns, where present',
        why: 'High rpm and hard launches loosen bolts. Both patterns double the clamp.',
      },
    },
  },
  secondPatternRadPerS: {
    label: 'Both converter bolt patterns above redline',
    short: 'Redline',
    group: 'bolts',
    ...RPM,
    from: 1000,
    to: 15000,
  },
  spacerRing: {
    label: 'Crank spacer ring',
    question: 'Keep the spacer ring between crank and flex plate?',
    sides: {
      'leave-out': {
        name: 'Leave out',
        words: 'left out',
        why: 'It uses up thread engagement and bolt head clearance. Recheck the threads after removing it.',
      },
      keep: { name: 'Keep', words: 'kept', why: 'The stack-up was right with it. Removing it moves the pilot and pads.' },
    },
  },
  togetherWithin: { label: 'Upgrade together within', short: 'Together within, fraction', group: 'upgrades', from: 0, to: 0.3 },
  hourRate: { label: 'Labor rate per hour', group: 'upgrades', from: 0, to: 1000, money: true },
  partsMarkup: { label: 'Mark-up on parts and operations', short: 'Mark-up, fraction', group: 'quote', from: 0, to: 5 },
  salesTax: { label: 'Sales tax', short: 'Sales tax, fraction', group: 'quote', from: 0, to: 1 },
  quoteDays: { label: 'Quote valid for, days', group: 'quote', from: 1, to: 365 },
}

/** A side as a list of differences names it. */
export const sideWords = <V extends string>({ sides }: ChoiceRule<V>, value: V): string =>
  sides[value].words ?? sides[value].name.toLowerCase()

/** Sides of a question, the default first. */
export const sidesOf = <V extends string>({ sides }: ChoiceRule<V>) => keysOf(sides)

/** A question of the table with its key. */
export interface RuleQuestion {
  readonly key: keyof HouseRules
  readonly rule: ChoiceRule<string>
}

/** Questions in the order of the table. */
export const RULE_QUESTIONS: readonly RuleQuestion[] = keysOf(RULES).flatMap((key) => {
  const rule = RULES[key]
  return 'question' in rule ? [{ key, rule }] : []
})

/** A figure or option of a group. `sub`: use, launch method, engine or place. */
export interface RuleEntry {
  readonly key: keyof HouseRules
  readonly sub?: string
  readonly rule: RuleFigure | RuleOption<string>
}

/** Entries of a group: one section per rule with several figures, then the other figures. */
export function ruleSections(group: RuleGroup): { readonly heading: string | undefined; readonly entries: readonly RuleEntry[] }[] {
  const rows = keysOf(RULES).map((key) => ({ key, rule: RULES[key] }))
  const several = rows.flatMap(({ key, rule }) =>
    'of' in rule && rule.group === group
      ? [{ heading: rule.heading, entries: Object.entries<RuleEntry['rule']>(rule.of).map(([sub, one]) => ({ key, sub, rule: one })) }]
      : [],
  )
  const entries = rows.flatMap(({ key, rule }): RuleEntry[] => ('from' in rule && rule.group === group ? [{ key, rule }] : []))
  return entries.length === 0 ? several : [...several, { heading: several.some(({ heading }) => heading) ? 'Other' : undefined, entries }]
}
