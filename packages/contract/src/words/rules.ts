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
    question: 'Which limit counts where a part has a computed and a stated one?',
    sides: [
      { value: 'lower', name: 'the lower', why: 'Boxes have lied and so have models; the careful one decides. Both are shown.' },
      { value: 'computed', name: 'the computed', why: 'Geometry and steel are checked here; a seller’s figure has an unknown basis.' },
      { value: 'stated', name: 'the stated', why: 'The maker has tested it, and what broke here is known; a model leaves things out.' },
    ],
  }),
  question({
    key: 'lifeLimits',
    question: 'Does a limit that is stated over a life decide?',
    sides: [
      {
        value: 'beside',
        name: 'shown beside',
        why: 'Hard parts are judged by the single event that makes them yield, with a house margin on top; how long they last is another question.',
      },
      {
        value: 'count',
        name: 'decides too',
        why: 'What runs every day is lost by fatigue: a limit over its life is the one to build to, and the spec is called weaker.',
      },
    ],
  }),
  question({
    key: 'frictionRadius',
    question: 'At which radius does a lining pull?',
    sides: [
      {
        value: 'wear',
        name: 'run in',
        why: 'Linings wear until they press evenly by work done: the middle radius (Shigley, uniform wear). A little lower, and it lasts.',
      },
      {
        value: 'pressure',
        name: 'new',
        why: 'New linings on stiff plates press evenly: slightly outside the middle (Shigley, uniform pressure).',
      },
    ],
  }),
  question({
    key: 'launchShock',
    question: 'What do hard parts feel of a launch?',
    sides: [
      {
        value: 'factor',
        name: 'its service factor',
        why: 'By launch method, from what has broken: stiff and soft shafts alike, and play, tyres and habits in it.',
      },
      {
        value: 'ramp',
        name: 'its ramp on the shafts',
        why: 'The turbine on these very shafts, loaded as fast as the launch is: the least that shock can be, without play or wheels that catch. Less careful.',
      },
    ],
  }),
  question({
    key: 'stallSchool',
    question: 'Where is the stall wanted against the torque peak?',
    sides: [
      { value: 'by-use', name: 'by use', why: 'Strip and top speed at the peak, road and dirt a few hundred rpm below, towing far below.' },
      { value: 'at-peak', name: 'at the peak', why: 'All of the torque at once, and nothing given up in a launch. Soft at part throttle.' },
      { value: 'below-peak', name: 'a few hundred below', why: 'Nearly all of the torque, tighter on the road, less heat.' },
      { value: 'far-below', name: 'far below', why: 'Loads are pulled away gently and the oil stays cool; cam and boost are fought.' },
    ],
  }),
  question({
    key: 'lockupRanges',
    question: 'In which ranges is the converter locked at full power?',
    sides: [
      { value: 'as-unit', name: 'every one allowed', why: 'No slip, no heat; the clutch must hold the engine’s peak in each.' },
      { value: 'top', name: 'the top one alone', why: 'Original linings last longer when the lower ranges keep the fluid between.' },
    ],
  }),
  question({
    key: 'lockupInShifts',
    question: 'Is lockup let go for an upshift at full power?',
    sides: [
      { value: 'released', name: 'let go', why: 'Fluid between the engine’s inertia and the shafts softens the shift.' },
      {
        value: 'held',
        name: 'held on',
        why: 'Quicker, and the harshest load of all: what the engine’s inertia gives comes on top of its torque.',
      },
    ],
  }),
  question({
    key: 'converterBolts',
    question: 'How many bolts to the converter?',
    sides: [
      { value: 'first', name: 'one pattern', why: 'Well tightened it holds, and the second stays in hand for when holes have gone oval.' },
      { value: 'both', name: 'both patterns', why: 'High rpm and hard launches shake bolts loose; twice the clamp, at once.' },
    ],
  }),
  question({
    key: 'spacerRing',
    question: 'Is a spacer ring kept between crank and plate?',
    sides: [
      { value: 'leave-out', name: 'left out', why: 'It costs thread and room over the heads; without it the threads are looked at again.' },
      { value: 'keep', name: 'kept', why: 'It was there when the chain was right; leaving it out moves pilot and pads.' },
    ],
  }),
]
