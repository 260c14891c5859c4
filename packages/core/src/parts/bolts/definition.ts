import { boltSetFaults } from '../../joint/bolted-joint.js'
import type { PartDefinition } from '../definition.js'

export const bolts: PartDefinition<'bolts'> = { faults: (geometry) => boltSetFaults(geometry), optional: true }
