import type { PartKind } from '@plucky/core'

/** Words for each part kind. */
interface PartWords {
  readonly name: string
  /** Purpose of a part that carries no torque. */
  readonly withoutTorque?: string
}

export const PART_WORDS: Readonly<Record<PartKind, PartWords>> = {
  'flex-plate': { name: 'flex plate' },
  converter: { name: 'converter' },
  lockup: { name: 'lockup clutch' },
  shaft: { name: 'shaft' },
  hub: { name: 'hub and joint' },
  pack: { name: 'clutch pack' },
  band: { name: 'band' },
  'one-way': { name: 'one-way clutch' },
  'gear-set': { name: 'gear set' },
  shell: { name: 'shell or drum' },
  pump: { name: 'oil pump', withoutTorque: 'supplies line pressure' },
  valves: { name: 'pressure regulator', withoutTorque: 'supplies line pressure' },
  bolts: { name: 'bolts', withoutTorque: 'clamps the flex plate' },
  'motor-plate': { name: 'motor plate', withoutTorque: 'between block and case' },
  pilot: { name: 'pilot', withoutTorque: 'locates converter in crank' },
}

/** Names of the part kinds. */
export const PART_KIND_WORDS = Object.fromEntries(Object.entries(PART_WORDS).map(([kind, { name }]) => [kind, name]))
