import type { PartDefinition } from '../definition.js'

export const pilot: PartDefinition<'pilot'> = { optional: true }
