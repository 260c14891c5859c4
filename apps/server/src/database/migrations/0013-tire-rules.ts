import { newRules } from './new-rules.js'

/** A job records whether the tires count as the fuse, by use. */
export const { up, down } = newRules({
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
