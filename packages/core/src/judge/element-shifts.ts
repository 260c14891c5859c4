import type { FrictionElement } from '../parts/definition.js'
import { frictionOf } from '../parts/registry.js'
import { dynamicShare } from '../friction/lining.js'
import { plateauPressure, shiftTime, USUAL_PLATEAU, type ShiftOutcome } from '../friction/shift-time.js'
import { relativeSpeed } from '../gearing/motion.js'
import { gearingOf, type RangeSolution } from '../gearing/solve.js'
import type { SpecInput } from '../model/spec-input.js'
import { torqueAt, askedOf } from './worst-point.js'
import { type DutyCase } from './duty.js'
import { drumState, oilOf } from './station-case.js'
import type { Station, Unit } from '../model/unit.js'

/** Torque demand and torque capacity at the element. */
export interface AskedAndHeld {
  readonly askedNm: number
  readonly capacityNm: number
}

/** An upshift at redline, full throttle, by the element that comes on in it. */
export interface ElementShift {
  readonly caseId: string
  readonly fromRange: string
  readonly toRange: string
  readonly dropRadPerS: number
  /** Slip speed of the element as it begins to hold: hub against drum, or drum against case. */
  readonly slipRadPerS: number
  /** Torque at the element for 1 N·m at the input, in the range shifted to. */
  readonly perInput: number
  /** Dynamic capacity at line pressure, against turbine torque and the inertia drawn down in the shift time. */
  readonly shifting: AskedAndHeld
  /** Static capacity at line pressure, against turbine torque times the factor of friction elements. */
  readonly holding: AskedAndHeld
  /** As the accumulator of the element lets it go. */
  readonly result: ShiftOutcome
}

/** The friction element that is fitted at a station, if it carries a shift element of the train. */
export function frictionElementAt(input: Pick<SpecInput, 'fitted'>, { id, load }: Station): FrictionElement | undefined {
  const part = input.fitted.get(id)
  return part && load.at === 'link' ? frictionOf(part) : undefined
}

/**
 * The upshifts in which the element of a station comes on, with time and heat of each, at a multiple of the engine's power. Empty if it never
 * comes on at speed.
 */
export function elementShifts(
  input: SpecInput,
  cases: readonly DutyCase[],
  station: Station,
  friction: FrictionElement,
  scale = 1,
): ElementShift[] {
  const { load } = station
  if (load.at !== 'link') return []
  const gearing = gearingOf(input.unit.train)
  const element = input.unit.train.elements.find(({ id }) => id === load.id)
  return cases.flatMap((duty): ElementShift[] => {
    const { upshift } = duty
    if (!element || !upshift?.coming.includes(load.id)) return []
    const [was, is] = [gearing.get(upshift.fromRangeId), gearing.get(duty.rangeId)]
    const slip = was && relativeSpeed(was, element.a, element.b)
    const perInput = Math.abs(is?.torques[load.id] ?? 0)
    if (!is || !slip || perInput === 0) return []
    const holdsAt = capacityAt(input, station, friction, duty, is)
    const share = dynamicShare(friction.lining)
    const dropRadPerS = upshift.fromRadPerS - upshift.toRadPerS
    const slipRadPerS = Math.abs(slip) * upshift.fromRadPerS
    const inputNm = scale * (duty.shift.made?.engineNm ?? duty.shift.torqueNm)
    const plateau = input.unit.accumulators?.find(({ into }) => into === duty.rangeId) ?? USUAL_PLATEAU
    const atLine = holdsAt(duty.linePressurePa)
    const result = shiftTime({
      inertiaKgM2: upshift.inertiaKgM2,
      dropRadPerS,
      inputNm,
      clutchNm: (timeS) => share * holdsAt(plateauPressure(plateau, duty.linePressurePa, timeS)),
      steadyAfterS: plateau.travelS,
      inputPerClutch: 1 / perInput,
      slipRadPerS,
    })
    const shifting = { askedNm: perInput * torqueAt(duty.shift, scale), capacityNm: share * atLine }
    const holding = {
      askedNm: perInput * askedOf({ ...duty.turbine, torqueNm: inputNm }, { factor: duty.factors.friction, shock: 'friction' }),
      capacityNm: atLine,
    }
    const ranges = { caseId: duty.id, fromRange: upshift.fromRangeId, toRange: duty.rangeId }
    return [{ ...ranges, dropRadPerS, slipRadPerS, perInput, shifting, holding, result }]
  })
}

/** Static capacity of an element in a case, as a function of line pressure. */
function capacityAt(
  { unit, rules }: SpecInput,
  station: Station,
  friction: FrictionElement,
  duty: DutyCase,
  range: RangeSolution,
): (linePressurePa: number) => number {
  const oil = oilOf(duty, drumState(unit, station, range))
  return (linePressurePa) => friction.capacityNm({ ...oil, linePressurePa }, rules.frictionRadius)
}

/** The sense in which the hub of an element turns against its drum as it comes on in an upshift. Undefined if it comes on at rest. */
export function hubTurns({ train }: Unit, station: Station): 'forward' | 'backward' | undefined {
  if (station.load.at !== 'link') return undefined
  const { id } = station.load
  const element = train.elements.find((each) => each.id === id)
  const forward = train.ranges.filter((range) => !range.reverse)
  const into = forward.findIndex((range, i) => i > 0 && range.on.includes(id) && !forward[i - 1]?.on.includes(id))
  const was = gearingOf(train).get(forward[into - 1]?.id ?? '')
  if (!element || !was) return undefined
  // The drum carries the piston; the hub is the other side. A brake's drum is the case.
  const drumIsA = element.pistonOn === element.a
  const slip = relativeSpeed(was, drumIsA ? element.b : element.a, drumIsA ? element.a : element.b)
  return slip === undefined || slip === 0 ? undefined : slip > 0 ? 'forward' : 'backward'
}
