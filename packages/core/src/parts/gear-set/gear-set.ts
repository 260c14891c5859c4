import type { Carrier } from '../../gearing/tooth-form.js'
import { gearSteelById } from '../../gearing/tooth-strength.js'
import { hubSplineIssues, type HubSpline } from '../../joint/spline.js'
import { issue, type Issue } from '../../quantity/issue.js'

/** Gears, pinions and carriers of a station. */
export interface GearSetGeometry {
  readonly pinions: number
  readonly moduleM: number
  readonly faceWidthM: number
  /** Pitch radius of the sun; of the smallest one where the station has suns of several sizes. */
  readonly sunRadiusM: number
  /** Gear steel by id. Without it the teeth have no calculated limit. */
  readonly steelId?: string
  /** Straight teeth if not given. */
  readonly helixRad?: number
  /** J of its weakest tooth; by tooth counts and helix if not given. */
  readonly geometryFactor?: number
  /** K_m; by face width and carrier if not given. */
  readonly faceLoadFactor?: number
  /** Pins held in two plates if not given. */
  readonly carrier?: Carrier
  /** Internal splines for its shafts. */
  readonly splines?: readonly HubSpline[]
}

/** Problems of a gear set: an unknown steel, internal splines that contradict themselves. */
export const gearSetIssues = ({ steelId, splines }: GearSetGeometry): Issue[] => [
  ...(steelId === undefined || gearSteelById(steelId) ? [] : [issue('steel-unknown', 'geometry.steelId', { steelId })]),
  ...hubSplineIssues(splines, 'geometry.splines'),
]
