import type { PartDefinition } from '../definition.js'
import { placeLimits, statedLimits, byRule } from '../limit.js'
import { typicalLife } from './shaft-life.js'
import { shaftLimits } from './shaft-limits.js'
import { shaftIssues } from './shaft.js'

export const shaft: PartDefinition<'shaft'> = {
  issues: (geometry) => shaftIssues(geometry),
  limits(site, geometry) {
    const own = placeLimits(site, shaftLimits(geometry))
    return { limits: byRule(site.context.rules, own, statedLimits(site, 'station', { feature: 'whole' }, 'hard')), missing: [] }
  },
  life({ loads }, geometry) {
    const life = typicalLife(geometry, loads())
    return life && { launches: life.launches, place: { name: life.name, feature: life.feature } }
  },
}
