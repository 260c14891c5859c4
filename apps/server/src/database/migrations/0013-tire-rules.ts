import { newRules } from './new-rules.js'

/** Adds the house rules on the tire limit to stored jobs. */
export const up = newRules({
  tyreLimit: {
    road: 'never',
    tow: 'never',
    drag: 'never',
    'off-road': 'cap-regrip',
    circuit: 'cap-regrip',
    'hill-climb': 'cap-regrip',
    'speed-trial': 'cap-regrip',
    work: 'never',
  },
  regripSlipMPerS: 3,
})
