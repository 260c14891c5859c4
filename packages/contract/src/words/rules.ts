import type { HouseRules } from '@plucky/core'

/** A question on which builders disagree, with both sides in words and what the house does if nobody chooses. */
export interface RuleQuestion<K extends keyof HouseRules = keyof HouseRules> {
  readonly key: K
  readonly question: string
  readonly sides: readonly { readonly value: HouseRules[K]; readonly name: string; readonly why: string }[]
}

const question = <K extends keyof HouseRules>(rule: RuleQuestion<K>): RuleQuestion => rule as unknown as RuleQuestion

/** Choices among schools that the models so far touch (common practice, no source). The first side is the default. */
export const RULE_QUESTIONS: readonly RuleQuestion[] = [
  question({
    key: 'limitThatCounts',
    question: 'Which limit is used when a part has both a calculated and a stated one?',
    sides: [
      { value: 'lower', name: 'Lower one', why: 'Labels can be wrong and so can models, so use the conservative one. Both are shown.' },
      { value: 'computed', name: 'Calculated', why: 'Geometry and steel are known here; the basis of a seller’s rating is not.' },
      { value: 'stated', name: 'Stated', why: 'The manufacturer has tested it, and shop failures are real; a model leaves things out.' },
    ],
  }),
  question({
    key: 'lifeLimits',
    question: 'Do life (fatigue) ratings count?',
    sides: [
      {
        value: 'beside',
        name: 'For reference',
        why: 'Hard parts are rated by single-event yield plus a house margin. Life is a separate question.',
      },
      {
        value: 'count',
        name: 'Counts',
        why: 'A daily-used vehicle fails by fatigue, so build to life: ratings for life, and the launches, shifts or hours below. The build rates lower.',
      },
    ],
  }),
  question({
    key: 'shiftHeat',
    question: 'Does heat of full-power upshifts count?',
    sides: [
      {
        value: 'beside',
        name: 'For reference',
        why: 'Shift time here is estimated from capacity and accumulator, not yet simulated. Hot clutches are named next to the rating.',
      },
      {
        value: 'count',
        name: 'Counts',
        why: 'A clutch that burns in its shift holds nothing for long. The build rates no higher than its friction material survives.',
      },
    ],
  }),
  question({
    key: 'frictionRadius',
    question: 'Effective friction radius?',
    sides: [
      {
        value: 'wear',
        name: 'Worn in',
        why: 'Worn-in plates act at the mean radius (Shigley, uniform wear). Slightly lower capacity, true for the life of the clutch.',
      },
      {
        value: 'pressure',
        name: 'New',
        why: 'New plates on stiff backing press evenly and act slightly outside the mean radius (Shigley, uniform pressure).',
      },
    ],
  }),
  question({
    key: 'launchShock',
    question: 'Launch shock on hard parts?',
    sides: [
      {
        value: 'factor',
        name: 'Service factor',
        why: 'From experience, by launch method. The same for stiff and soft shafts; includes lash, tires and driving habits.',
      },
      {
        value: 'ramp',
        name: 'Torque ramp',
        why: 'Calculated from turbine inertia and shaft stiffness at the launch rate. This is the least shock possible: no lash, no regrip. Less conservative.',
      },
    ],
  }),
  question({
    key: 'stallSchool',
    question: 'Target stall speed relative to the torque peak?',
    sides: [
      {
        value: 'by-use',
        name: 'By use',
        why: 'Drag and land speed at the peak; street, dirt and road course a few hundred rpm below; towing far below.',
      },
      { value: 'at-peak', name: 'At the peak', why: 'Full torque at launch. Soft at part throttle.' },
      {
        value: 'below-peak',
        name: 'Just below',
        why: 'A few hundred rpm below the peak: nearly full torque, tighter on the street, less heat.',
      },
      { value: 'far-below', name: 'Far below', why: 'Gentle starts with a load and cool oil, but it fights the cam and boost.' },
    ],
  }),
  question({
    key: 'lockupRanges',
    question: 'Lock the converter at full power in which gears?',
    sides: [
      { value: 'as-unit', name: 'All that allow it', why: 'No slip, no heat; the clutch must hold the engine’s peak in each.' },
      { value: 'top', name: 'Top gear only', why: 'Stock lockup linings last longer if the lower gears stay unlocked.' },
    ],
  }),
  question({
    key: 'lockupInShifts',
    question: 'Release lockup for full-power upshifts?',
    sides: [
      { value: 'released', name: 'Release', why: 'The fluid coupling cushions engine inertia and softens the shift.' },
      {
        value: 'held',
        name: 'Stay locked',
        why: 'Quicker, but the harshest load: engine inertia torque adds to engine torque.',
      },
    ],
  }),
  question({
    key: 'converterBolts',
    question: 'How many converter bolts?',
    sides: [
      {
        value: 'by-speed',
        name: 'By redline',
        why: 'Converter bolts work loose near 6500 rpm. Above the redline set here both patterns are called for; below it one holds.',
      },
      { value: 'first', name: 'One pattern', why: 'Torqued properly it holds, and the second pattern is a spare if holes go oval.' },
      { value: 'both', name: 'Both patterns', why: 'High rpm and hard launches loosen bolts. Both patterns double the clamp.' },
    ],
  }),
  question({
    key: 'spacerRing',
    question: 'Keep the spacer ring between crank and flex plate?',
    sides: [
      {
        value: 'leave-out',
        name: 'Leave out',
        why: 'It uses up thread engagement and bolt head clearance. Recheck the threads after removing it.',
      },
      { value: 'keep', name: 'Keep', why: 'The stack-up was right with it. Removing it moves the pilot and pads.' },
    ],
  }),
]
