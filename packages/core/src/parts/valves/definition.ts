import type { PartDefinition } from '../definition.js'
import { valvesFaults } from './line-pressure.js'

export const valves: PartDefinition<'valves'> = { faults: valvesFaults, pressureAt: 'line' }
