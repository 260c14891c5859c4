import type { PartDefinition } from '../definition.js'
import { pumpFaults } from './pump.js'

export const pump: PartDefinition<'pump'> = { faults: pumpFaults, pressureAt: 'line' }
