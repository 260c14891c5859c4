import type { PartDefinition } from '../definition.js'
import { placeLimits, wholePart } from '../limit.js'
import { hubIssues, hubLimits } from './hub.js'

export const hub: PartDefinition<'hub'> = {
  issues: (geometry) => hubIssues(geometry),
  limits: (site, geometry) => wholePart(site, placeLimits(site, hubLimits(geometry))),
}
