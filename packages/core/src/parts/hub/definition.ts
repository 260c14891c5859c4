import type { PartDefinition } from '../definition.js'
import { placeLimits, wholePart } from '../limit.js'
import { hubFaults, hubLimits } from './hub.js'

export const hub: PartDefinition<'hub'> = {
  faults: (geometry) => hubFaults(geometry),
  limits: (site, geometry) => wholePart(site, placeLimits(site, hubLimits(geometry))),
}
