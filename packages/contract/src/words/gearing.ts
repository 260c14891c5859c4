import {
  overspeeds,
  powerFlow,
  rangeEfficiency,
  solveRange,
  type Breakage,
  type Explanation,
  type GearRange,
  type GearTrain,
  type Outcome,
  type RangeSolution,
} from '@plucky/core'
import { FAULT_KIND_WORDS } from './option-labels.js'
import { gearWords } from './gear-name.js'
import { capital, figure, listed, percent } from './format.js'

export const OUTCOME_WORDS: Record<Outcome, string> = {
  driven: 'drives',
  neutral: 'neutral',
  'tied-up': 'tied up',
  'output-held': 'output locked',
}

/** The reason why a range does not drive, as a sentence. Empty if it drives. */
export function explanationSentence({ outcome, culprits, free, wouldDrive }: Explanation): string {
  const together = listed(culprits)
  switch (outcome) {
    case 'driven':
      return ''
    case 'tied-up':
      return culprits.length === 0
        ? 'Tied up by the gear train itself: the input can’t turn, whatever is released.'
        : `Tied up: ${together} lock the input together. Release any one of them.`
    case 'output-held':
      return culprits.length === 0
        ? 'The gear train itself locks the output while the input turns.'
        : `Output locked by ${together} while the input turns.`
    case 'neutral': {
      const ways = wouldDrive.map(({ element, ratio }) => `${element} (${figure(ratio, 4)})`)
      const more =
        ways.length > 0
          ? ` Applying one of these would drive it: ${listed(ways, 'or')}.`
          : ' No single additional clutch or band would drive it.'
      return `Neutral: nothing drives the output. ${listed(free)} ${free.length === 1 ? 'is' : 'are'} free to turn.${more}`
    }
  }
}

/** What happens in a driven range, in a few sentences: what holds, what runs free, what is faster than the input, what is lost. */
export function rangeSentence(train: GearTrain, range: GearRange, solution: RangeSolution): string {
  const torque = (id: string) => Math.abs(solution.torques[id] ?? 0) > 1e-9
  const holding = [...range.on, ...solution.holding].filter(torque)
  const idle = range.on.filter((id) => !torque(id))
  const over = solution.overrunning
  const fast = overspeeds(solution)
  const flow = powerFlow(train, solution)
  const lossy = rangeEfficiency(train, range)
  const braking = solveRange(train, range, 'overrun').outcome === 'driven'
  return [
    `${capital(gearWords(range))}: ${listed(holding)} ${holding.length === 1 ? 'holds' : 'hold'}.`,
    idle.length > 0
      ? `${capital(listed(idle))} ${idle.length === 1 ? 'is' : 'are'} applied but ${idle.length === 1 ? 'carries' : 'carry'} no torque.`
      : '',
    over.length > 0 ? `${capital(listed(over))} ${over.length === 1 ? 'overruns' : 'overrun'}.` : '',
    fast.length > 0
      ? `Faster than the input: ${listed(fast.slice(0, 3).map(({ member, speed }) => `${member} ${figure(Math.abs(speed), 2)}`))}.`
      : '',
    flow.recirculating > 0.005 ? `${percent(flow.recirculating)} of input power recirculates.` : '',
    lossy?.selfLocking
      ? 'Self-locking: mesh losses exceed the input power, so the output will not turn.'
      : `Gear mesh efficiency ${percent(lossy?.efficiency ?? 1, 1)}.`,
    braking ? '' : 'No engine braking.',
  ]
    .filter(Boolean)
    .join(' ')
}

/** A breakage as it is spoken: "shell neck broken", "low one-way clutch turns free both ways". */
export function breakageWords(train: GearTrain, { at, kind }: Breakage): string {
  const element = train.elements.find(({ id }) => id === at)
  const what = element && !at.includes(element.kind) ? `${at} ${element.kind === 'one-way' ? 'one-way clutch' : element.kind}` : at
  return `${what}${kind === 'broken' && train.sets.some(({ id }) => id === at) ? ': teeth or pinions' : ''} ${FAULT_KIND_WORDS[kind]}`
}
