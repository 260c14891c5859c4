import { weldLimits } from '../../joint/weld-limits.js'
import type { PartDefinition } from '../definition.js'
import { placeLimits, wholePart } from '../limit.js'
import { neckLimits } from './shell-neck.js'
import { shellIssues } from './shell.js'

export const shell: PartDefinition<'shell'> = {
  issues: shellIssues,
  limits(site, geometry) {
    const { limits, missing } = wholePart(site, placeLimits(site, neckLimits(geometry)))
    return { limits: [...limits, ...placeLimits(site, weldLimits(geometry.welds))], missing }
  },
  outerRadiusM: ({ outerRadiusM }) => outerRadiusM,
}
