import type { PartDefinition } from '../definition.js'
import { valvesIssues } from './line-pressure.js'

export const valves: PartDefinition<'valves'> = { issues: valvesIssues, pressureAt: 'line' }
