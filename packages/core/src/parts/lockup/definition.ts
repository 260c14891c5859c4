import type { PartDefinition } from '../definition.js'
import { fixedLimit, frictionLimit, slipLimits } from '../limit.js'
import { deriveDamperStop, deriveLifted, deriveLockupSlip } from './derivation.js'
import { damperStopTorque, lockupIssues, lockupState } from './lockup-clutch.js'

export const lockup: PartDefinition<'lockup'> = {
  issues: (geometry) => lockupIssues(geometry),
  /** The clutch by its slip, and with one edge lifted; the damper by the torque at which its coils bind. */
  limits(site, geometry) {
    const { damper } = geometry
    return {
      limits: [
        ...slipLimits(
          site,
          { feature: 'lockup-slip' },
          {
            torqueNm: ({ lockupOil }) => lockupState(geometry, lockupOil).slipNm,
            derivation: ({ lockupOil }) => deriveLockupSlip(geometry, lockupOil),
          },
        ),
        frictionLimit(
          site,
          { feature: 'lockup-lifted' },
          {
            torqueNm: ({ lockupOil }) => lockupState(geometry, lockupOil).loadedNm,
            derivation: ({ lockupOil }) => deriveLifted(geometry, lockupOil),
          },
        ),
        ...(damper ? [fixedLimit(site, { feature: 'damper-stop' }, damperStopTorque(damper), () => deriveDamperStop(damper))] : []),
      ],
      missing: [],
    }
  },
  pressureAt: 'lockup',
  optional: true,
}
