import { GEAR_STEELS, STEELS } from '@plucky/core'

/** Names by id. */
export const namesOf = (steels: readonly { id: string; name: string }[]) => Object.fromEntries(steels.map(({ id, name }) => [id, name]))
export const STEEL_WORDS = namesOf(STEELS)
export const GEAR_STEEL_WORDS = namesOf(GEAR_STEELS)
