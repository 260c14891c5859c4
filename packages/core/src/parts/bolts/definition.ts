import { boltSetIssues } from '../../joint/bolted-joint.js'
import type { PartDefinition } from '../definition.js'

export const bolts: PartDefinition<'bolts'> = { issues: (geometry) => boltSetIssues(geometry), optional: true }
