import { certain } from '../../numeric/certain.js'
import { oncePer } from '../../numeric/once-per.js'
import { bendPlate } from '../lockup/annular-plate.js'
import { STEEL_YOUNG_PA } from '../../material/steels.js'
import { issue, type Issue } from '../../quantity/issue.js'
import type { HoleCircle } from '../../joint/bolted-joint.js'

/** Make of a cover's pilot: a standard pilot can be replaced, a custom pilot is part of the cover. */
export const PILOT_MAKES = ['standard', 'custom'] as const
export type PilotMake = (typeof PILOT_MAKES)[number]

/** A converter from outside: what meets crank and plate in front of it, and pump, support and shaft behind. */
export interface ConverterFront extends HoleCircle {
  /** Bolt diameter in the pads. */
  readonly boltDiameterM: number
  readonly threadDepthM: number
  /** Pads of a second pattern. */
  readonly second?: HoleCircle
  readonly pilotDiameterM: number
  /** Pad face forward to the pilot tip. */
  readonly pilotAheadM: number
  readonly pilotMake: PilotMake
  /** Wall thickness of a tubular pilot. */
  readonly pilotWallM?: number
  /** Pad face to the end of the hub. */
  readonly heightM: number
  /** Pad face back to the cover, over the crank bolt heads. */
  readonly coverBehindM: number
  readonly coverThicknessM?: number
  readonly hubDiameterM: number
  /** Engagement of the hub in the pump drive, fully seated. */
  readonly pumpDriveM: number
  /** From the face of the pads to the rear mouths of the splines inside, and to the cover's inside in front of the shaft. */
  readonly turbineMouthM?: number
  readonly statorMouthM?: number
  readonly floorM?: number
}

/** Contradictions in the outside dimensions of a converter. */
export function frontIssues(front: ConverterFront, path: string): Issue[] {
  const { pilotDiameterM, circleDiameterM, pilotWallM, heightM } = front
  const inside = (['turbineMouthM', 'statorMouthM', 'floorM', 'pumpDriveM'] as const).filter((key) => (front[key] ?? 0) >= heightM)
  return [
    ...(pilotDiameterM < circleDiameterM
      ? []
      : [issue('pilot-outside-pads', `${path}.pilotDiameterM`, { pilotM: pilotDiameterM, circleM: circleDiameterM })]),
    ...(pilotWallM === undefined || pilotWallM < pilotDiameterM / 2
      ? []
      : [issue('wall-through-pilot', `${path}.pilotWallM`, { wallM: pilotWallM, pilotM: pilotDiameterM })]),
    ...inside.map((key) => issue('beyond-the-hub', `${path}.${key}`, { depthM: certain(front[key]), heightM })),
  ]
}

/** Oil that balloons a converter: charge pressure, and rotation. */
export interface SwellingOil {
  readonly chargePa: number
  readonly speedRadPerS: number
}

/** Of the oil (common practice, no source). */
const OIL_KG_PER_M3 = 850
/** Rings in which the pressure of the spinning oil, which grows with r², is taken as even. */
const RINGS = 12

/**
 * How far the cover swells forward at a radius, m: a plate round the pilot's boss, which stays square, held at the circle of its pads, under charge
 * pressure plus ½·ρ·ω²·r² of the oil (Timoshenko & Woinowsky-Krieger, §16–17). `undefined` if the cover thickness is unknown. Dishes and ribs
 * stiffen a cover: a flat plate reads high.
 * @example 1e3 * coverBallooningM({ pilotDiameterM: 0.04, circleDiameterM: 0.24, coverThicknessM: 0.005 }, { chargePa: 0, speedRadPerS: 0 }, 0.05) // → 0
 */
export function coverBallooningM(front: Cover, { chargePa, speedRadPerS }: SwellingOil, radiusM: number): number | undefined {
  const { coverThicknessM } = front
  if (coverThicknessM === undefined) return undefined
  const [inner, outer] = [front.pilotDiameterM / 2, front.circleDiameterM / 2]
  const { underCharge, underRotation } = unitBallooning(front, coverThicknessM)
  const at = Math.min(Math.max(radiusM, inner), outer)
  return chargePa * underCharge.deflectionM(at) + speedRadPerS ** 2 * underRotation.deflectionM(at)
}

type Cover = Pick<ConverterFront, 'pilotDiameterM' | 'circleDiameterM' | 'coverThicknessM'>

/** The cover under 1 Pa of charge pressure, and under its oil at 1 rad/s. Kept per cover, because to bend a plate takes about a millisecond. */
const unitBallooning = oncePer((front: Cover, thicknessM: number) => {
  const [inner, outer] = [front.pilotDiameterM / 2, front.circleDiameterM / 2]
  const width = (outer - inner) / RINGS
  const bent = (pressurePa: (radiusM: number) => number) =>
    bendPlate({
      innerRadiusM: inner,
      thicknessM,
      youngPa: STEEL_YOUNG_PA,
      inner: 'guided',
      outer: 'fixed',
      rings: Array.from({ length: RINGS }, (_, i) => ({
        outerRadiusM: inner + (i + 1) * width,
        pressurePa: pressurePa(inner + (i + 0.5) * width),
      })),
    })
  return { underCharge: bent(() => 1), underRotation: bent((radiusM) => (OIL_KG_PER_M3 * radiusM ** 2) / 2) }
})
