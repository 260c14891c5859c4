import type { Breakage, Explanation, GearTrain, Outcome, RangeState } from '@plucky/core'
import { FAULT_KIND_WORDS } from './choices.js'
import { figure, listed } from './format.js'

export const OUTCOME_WORDS: Record<Outcome, string> = {
  driven: 'drives',
  neutral: 'neutral',
  'tied-up': 'tied up',
  'output-held': 'output held',
}

export const RANGE_STATE_WORDS: Record<RangeState, string> = {
  fine: 'fine',
  lost: 'no drive',
  other: 'in another ratio',
  slips: 'slips under load',
  binds: 'binds',
  'no-braking': 'runs free on the overrun',
}

/** Why a range does not drive, in a sentence; nothing where it does. */
export function explanationSentence({ outcome, culprits, free, wouldDrive }: Explanation): string {
  const together = listed(culprits)
  switch (outcome) {
    case 'driven':
      return ''
    case 'tied-up':
      return culprits.length === 0
        ? 'Tied up by the gear train itself: the input cannot turn, whatever is let go.'
        : `Tied up: ${together} hold the input still between them. Let any one of them go.`
    case 'output-held':
      return culprits.length === 0
        ? 'The gear train itself holds the output still while the input turns.'
        : `The output is held still while the input turns: by ${together}.`
    case 'neutral': {
      const ways = wouldDrive.map(({ element, ratio }) => `${element} (${figure(ratio, 4)})`)
      const more = ways.length > 0 ? ` One more would drive it: ${listed(ways, 'or')}.` : ' No single element more would drive it.'
      return `Neutral: nothing drives the output; ${listed(free)} ${free.length === 1 ? 'is' : 'are'} free to turn at any speed.${more}`
    }
  }
}

/** A breakage as it is spoken: "shell neck broken", "low one-way clutch turns free both ways". */
export function breakageWords(train: GearTrain, { at, kind }: Breakage): string {
  const element = train.elements.find(({ id }) => id === at)
  const what = element && !at.includes(element.kind) ? `${at} ${element.kind === 'one-way' ? 'one-way clutch' : element.kind}` : at
  return `${what}${kind === 'broken' && train.sets.some(({ id }) => id === at) ? ': teeth or pinions' : ''} ${FAULT_KIND_WORDS[kind]}`
}
