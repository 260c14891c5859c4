import { hasLockupStation } from '../../model/unit.js'
import type { PartDefinition } from '../definition.js'
import { anyCounts, statedLimits } from '../limit.js'
import type { MissingFeature } from '../place.js'
import { converterIssues } from './geometry.js'

export const converter: PartDefinition<'converter'> = {
  issues: (geometry) => converterIssues(geometry),
  limits(site, { lockup: locks }) {
    const stator = statedLimits(site, 'stator-clutch', { feature: 'stator-clutch' }, 'hard')
    const lockup = locks ? statedLimits(site, 'lockup-clutch', { feature: 'lockup-clutch' }, 'friction', { load: { at: 'lockup' } }) : []
    // If the unit has a station for it, the clutch has limits of its own there; what is stated of it with the converter counts all the same.
    const needed = locks && !hasLockupStation(site.unit)
    const missing: MissingFeature[] = []
    if (!anyCounts(stator)) missing.push('stator-clutch')
    if (needed && !anyCounts(lockup)) missing.push('lockup-clutch')
    return {
      limits: [...stator, ...lockup, ...statedLimits(site, 'station', { feature: 'converter' }, 'hard', { load: { at: 'turbine' } })],
      missing,
    }
  },
  pressureAt: 'converter',
}
