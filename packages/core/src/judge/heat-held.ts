import { LINING_CLASSES } from '../friction/lining.js'
import type { FrictionElement } from '../parts/definition.js'
import type { SpecInput } from '../model/spec-input.js'
import type { DutyCase } from './duty.js'
import { powerHeld, type PowerHeld } from './power-held.js'
import { elementShifts, type ElementShift } from './element-shifts.js'
import type { Station } from '../model/unit.js'

/** Most that steels may rise in a shift, from oil at 110 °C (default, from memory). */
export const MOST_BULK_K = 200

/** Heat of an upshift against the limit of its lining. A shift that does not complete burns it at any limit. */
export interface ShiftHeat {
  readonly shift: ElementShift
  readonly by: 'burns' | 'energy' | 'temperature' | 'power'
  readonly value: number
  readonly limit: number
}

/** Share of the limit. Infinity if the shift does not complete. */
export const heatUse = ({ by, value, limit }: ShiftHeat): number => (by === 'burns' ? Infinity : value / limit)

/** Every upshift of an element with each of its kinds of heat; those for which the lining has no limit are left out. */
function heatsOf(friction: FrictionElement, shifts: readonly ElementShift[]): ShiftHeat[] {
  const most = friction.lining && LINING_CLASSES[friction.lining]
  return shifts.flatMap((shift): ShiftHeat[] => {
    const { result } = shift
    if (result.outcome === 'does-not-complete') return [{ shift, by: 'burns', value: result.seconds, limit: result.seconds }]
    const heat = friction.heat(result)
    return [
      ...(most ? [{ shift, by: 'energy' as const, value: heat.energyJPerM2, limit: most.energyJPerM2 }] : []),
      ...(most ? [{ shift, by: 'power' as const, value: heat.powerWPerM2, limit: most.powerWPerM2 }] : []),
      ...(heat.bulkK === undefined ? [] : [{ shift, by: 'temperature' as const, value: heat.bulkK, limit: MOST_BULK_K }]),
    ]
  })
}

const hardest = (heats: readonly ShiftHeat[]): ShiftHeat | undefined =>
  heats.reduce<ShiftHeat | undefined>((most, heat) => (most && heatUse(most) >= heatUse(heat) ? most : heat), undefined)

/**
 * What the upshifts do to a friction element at a multiple of the engine's power: the hardest of energy and temperature, and of rubbing power
 * beside. Rubbing power goes with clutch torque and slip, not with the engine's power, so it holds no figure of its own.
 */
export function shiftHeat(
  input: SpecInput,
  cases: readonly DutyCase[],
  station: Station,
  friction: FrictionElement,
  scale = 1,
): { readonly hardest: ShiftHeat | undefined; readonly rubbing: ShiftHeat | undefined } {
  const heats = heatsOf(friction, elementShifts(input, cases, station, friction, scale))
  return {
    hardest: hardest(heats.filter(({ by }) => by !== 'power')),
    rubbing: hardest(heats.filter(({ by }) => by === 'power')),
  }
}

/** Share of what the lining bears that the hardest upshift takes, 0 without one. */
export function heatShare(
  input: SpecInput,
  cases: readonly DutyCase[],
  station: Station,
  friction: FrictionElement,
  scale: number,
): number {
  const { hardest: most } = shiftHeat(input, cases, station, friction, scale)
  return most ? heatUse(most) : 0
}

/** Power at which the hardest upshift of an element is at the most that its lining bears, the converter re-matched. */
export const heatHeld = (
  input: SpecInput,
  cases: readonly DutyCase[],
  station: Station,
  friction: FrictionElement,
  peakPowerW: number,
): PowerHeld => powerHeld((scale) => heatShare(input, cases, station, friction, scale), peakPowerW)
