import type { SpecInput } from '../model/spec-input.js'
import type { DutyCase } from './duty.js'
import { heatHeld, heatShare, heatUse, shiftHeat, type ShiftHeat } from './heat-held.js'
import { lifeHeld, lifeShare, partLife, type PartLife } from './life-held.js'
import type { PowerHeld } from './power-held.js'
import { type HouseRules } from '../model/rules.js'
import { frictionElementAt } from './element-shifts.js'
import type { Station } from '../model/unit.js'
import { once } from '../numeric/once-per.js'

/** Power held by another measure than strength: heat of the hardest upshift, or the life that the use needs. */
export type Beside = {
  /** Share of the limit that is taken at the engine's power as briefed. */
  readonly share: number
  /** Power at which the share is 1, the converter re-matched. */
  readonly held: PowerHeld
} & (
  | {
      readonly by: 'heat'
      readonly heat: ShiftHeat
      /** Greatest rubbing power, where the lining has a limit for it. */ readonly rubbing: ShiftHeat | undefined
    }
  | { readonly by: 'life'; readonly life: PartLife }
)

export interface BesideScene {
  readonly input: SpecInput
  readonly cases: readonly DutyCase[]
  readonly peakPowerW: number
}

/** Heat and life of a station. Empty for what neither shifts nor wears out. The power held is solved when it is asked for. */
export function besidesOf({ input, cases, peakPowerW }: BesideScene, station: Station): Beside[] {
  const part = input.fitted.get(station.id)
  if (!part) return []
  const element = frictionElementAt(input, station)
  if (element) {
    const { hardest, rubbing } = shiftHeat(input, cases, station, element)
    if (!hardest) return []
    const held = once(() => heatHeld(input, cases, station, element, peakPowerW))
    return [
      {
        by: 'heat',
        share: heatUse(hardest),
        heat: hardest,
        rubbing,
        get held() {
          return held()
        },
      },
    ]
  }
  const scene = { input, cases, station, part }
  const life = partLife(scene)
  if (!life) return []
  const held = once(() => lifeHeld(scene, peakPowerW))
  return [
    {
      by: 'life',
      share: life.needed / life.launches,
      life,
      get held() {
        return held()
      },
    },
  ]
}

type Deciding = Pick<HouseRules, 'shiftHeat' | 'lifeLimits'>

/** True if the house rules let heat or life decide like strength. */
export const anyDecides = ({ shiftHeat, lifeLimits }: Deciding): boolean => shiftHeat === 'count' || lifeLimits === 'count'

/** True if this measure decides. */
export const decidesToo = ({ by }: Pick<Beside, 'by'>, { shiftHeat, lifeLimits }: Deciding): boolean =>
  (by === 'heat' ? shiftHeat : lifeLimits) === 'count'

/** The greatest share of all stations by the measures that decide, at a multiple of the power that the cases are for. Zero if none decides. */
export function besideShare({ input, cases }: Omit<BesideScene, 'peakPowerW'>, scale = 1): number {
  const rules = input.rules
  if (!anyDecides(rules)) return 0
  const shares = input.unit.stations.map((station) => {
    const part = input.fitted.get(station.id)
    const element = frictionElementAt(input, station)
    if (element) return rules.shiftHeat === 'count' ? heatShare(input, cases, station, element, scale) : 0
    return part && rules.lifeLimits === 'count' ? lifeShare({ input, cases, station, part }, scale) : 0
  })
  return Math.max(0, ...shares)
}
