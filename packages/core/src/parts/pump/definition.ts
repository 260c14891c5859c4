import type { PartDefinition } from '../definition.js'
import { pumpIssues } from './pump.js'

export const pump: PartDefinition<'pump'> = { issues: pumpIssues, pressureAt: 'line' }
