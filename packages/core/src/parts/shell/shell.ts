import { hubSplineFaults } from '../../joint/spline.js'
import { weldFaults, type FilletWeld } from '../../joint/weld.js'
import { steelFaults } from '../../material/steels.js'
import { fault, type Fault } from '../../quantity/fault.js'
import type { NeckGeometry } from './shell-neck.js'

/** A drive shell. */
export interface ShellGeometry extends NeckGeometry {
  readonly outerRadiusM: number
  readonly lengthM: number
  readonly welds?: readonly FilletWeld[]
}

/** Problems of a shell: a neck outside the shell, no wall, windows over the whole neck, unknown steel, impossible welds or splines. */
export function shellFaults(shell: ShellGeometry): Fault[] {
  const { neckRadiusM, outerRadiusM, thicknessM, steelId, windows = 0, windowWidthM = 0 } = shell
  if (!(neckRadiusM < outerRadiusM))
    return [fault('neck-not-below-shell', 'geometry.neckRadiusM', { neckM: neckRadiusM, outerM: outerRadiusM })]
  const roundM = 2 * Math.PI * neckRadiusM
  return [
    ...(thicknessM < neckRadiusM ? [] : [fault('case-through-wall', 'geometry.thicknessM', { section: 'neck', caseDepthM: thicknessM })]),
    ...(windows * windowWidthM < roundM
      ? []
      : [fault('windows-round-neck', 'geometry.windowWidthM', { takenM: windows * windowWidthM, roundM })]),
    ...(steelId === undefined ? [] : steelFaults({ ...shell, steelId }, 'geometry')),
    ...weldFaults(shell.welds, 'geometry.welds'),
    ...hubSplineFaults(shell.splines, 'geometry.splines'),
  ]
}
