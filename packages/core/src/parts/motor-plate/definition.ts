import type { PartDefinition } from '../definition.js'

export const motorPlate: PartDefinition<'motor-plate'> = { optional: true }
