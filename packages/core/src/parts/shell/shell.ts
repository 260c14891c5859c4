import { hubSplineIssues } from '../../joint/spline.js'
import { weldIssues, type FilletWeld } from '../../joint/weld.js'
import { steelIssues } from '../../material/steels.js'
import { issue, type Issue } from '../../quantity/issue.js'
import type { NeckGeometry } from './shell-neck.js'

/** A drive shell. */
export interface ShellGeometry extends NeckGeometry {
  readonly outerRadiusM: number
  readonly lengthM: number
  readonly welds?: readonly FilletWeld[]
}

/** Problems of a shell: a neck outside the shell, no wall, windows over the whole neck, unknown steel, impossible welds or splines. */
export function shellIssues(shell: ShellGeometry): Issue[] {
  const { neckRadiusM, outerRadiusM, thicknessM, steelId, windows = 0, windowWidthM = 0 } = shell
  if (!(neckRadiusM < outerRadiusM))
    return [issue('neck-not-below-shell', 'geometry.neckRadiusM', { neckM: neckRadiusM, outerM: outerRadiusM })]
  const roundM = 2 * Math.PI * neckRadiusM
  return [
    ...(thicknessM < neckRadiusM ? [] : [issue('case-through-wall', 'geometry.thicknessM', { section: 'neck', caseDepthM: thicknessM })]),
    ...(windows * windowWidthM < roundM
      ? []
      : [issue('windows-round-neck', 'geometry.windowWidthM', { takenM: windows * windowWidthM, roundM })]),
    ...(steelId === undefined ? [] : steelIssues({ ...shell, steelId }, 'geometry')),
    ...weldIssues(shell.welds, 'geometry.welds'),
    ...hubSplineIssues(shell.splines, 'geometry.splines'),
  ]
}
