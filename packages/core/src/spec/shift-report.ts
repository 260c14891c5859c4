import { bandCapacity } from '../band/band.js'
import { packCapacity } from '../clutch/pack.js'
import { DYNAMIC_SHARE, LINING_CLASSES, type PackLining } from '../clutch/lining.js'
import { plateauPressure, shiftTime, USUAL_PLATEAU, type ShiftOutcome } from '../clutch/shift-time.js'
import { engineLine, lineEnd } from '../converter/boosted-line.js'
import { converterCharacteristic, turbineInertia } from '../converter/geometry.js'
import { relativeSpeed } from '../gearing/motion.js'
import { solveTrain } from '../gearing/solve.js'
import type { GearRange } from '../gearing/train.js'
import type { SpecInput } from './answer.js'
import { engineOfBrief } from './brief.js'
import { engineInertia, fittedConverter } from './fitted.js'
import { drumState } from './judge.js'
import { lineOil } from './line-oil.js'
import type { Part } from './part.js'
import { DEFAULT_RULES } from './rules.js'
import type { Station } from './unit.js'

/** An upshift at redline, full throttle, by the element that comes on in it. */
export interface Upshift {
  readonly fromRange: string
  readonly toRange: string
  readonly dropRadPerS: number
  /** Of the element as it begins to hold: hub against drum, or drum against case. */
  readonly slipRadPerS: number
  /** Of the element for 1 N·m at the input, in the range that it makes. */
  readonly perInput: number
  readonly result: ShiftOutcome
}

type Friction = Extract<Part, { kind: 'pack' | 'band' }>

const dynamicShare = (lining: PackLining | undefined) => (lining ? LINING_CLASSES[lining].dynamicShare : DYNAMIC_SHARE)

/** Torque of an element while it slips, at a line pressure at its piston. */
function slipping({ unit, rules = DEFAULT_RULES }: SpecInput, station: Station, part: Friction, range: GearRange, inputRadPerS: number) {
  const solved = solveTrain(unit.train).get(range.id)
  if (!solved) return () => 0
  const { drumPerInput, dragSense } = drumState(unit, station, solved)
  const dynamic = dynamicShare(part.geometry.lining)
  return (linePressurePa: number): number => {
    const oil = { linePressurePa, rangeId: range.id, dragSense, drumSpeedRadPerS: drumPerInput * inputRadPerS }
    const held = part.kind === 'band' ? bandCapacity(part.geometry, oil) : packCapacity(part.geometry, oil, rules.frictionRadius)
    return dynamic * held
  }
}

/** The upshifts at redline in which the element of a station comes on, with time and heat of each; nothing where there is no engine's line. */
export function upshiftsOf(input: SpecInput, station: Station, part: Friction): Upshift[] {
  const engine = engineOfBrief(input.brief.engine)
  const converter = fittedConverter(input)
  const line = engine.ok && converter ? engineLine(engine.value, converterCharacteristic(converter)) : undefined
  if (!line || !converter || station.load.at !== 'link') return []
  const { id } = station.load
  const element = input.unit.train.elements.find((each) => each.id === id)
  const gearing = input.gearing ?? solveTrain(input.unit.train)
  const end = lineEnd(line)
  const oil = lineOil(input)
  const inertiaKgM2 = engineInertia(input) + turbineInertia(converter)
  const forward = input.unit.train.ranges.filter((range) => !range.reverse && gearing.get(range.id)?.outcome === 'driven')
  return forward.flatMap((range, i): Upshift[] => {
    const below = forward[i - 1]
    const [was, is] = [below && gearing.get(below.id), gearing.get(range.id)]
    if (!below || !was || !is || !element || !range.on.includes(id) || below.on.includes(id)) return []
    const slip = relativeSpeed(was, element.a, element.b)
    const perInput = Math.abs(is.torques[id] ?? 0)
    if (slip === undefined || slip === 0 || perInput === 0) return []
    const top = end.turbineSpeedRadPerS
    const dropRadPerS = top * (1 - is.ratio / was.ratio)
    const { linePa } = oil.at({ range, throttle: 1, engineRadPerS: end.engineSpeedRadPerS })
    const torqueAt = slipping(input, station, part, range, top * (is.ratio / was.ratio))
    const slipRadPerS = Math.abs(slip) * top
    const result = shiftTime({
      inertiaKgM2,
      dropRadPerS,
      inputNm: end.turbineTorqueNm,
      clutchNm: (timeS) => torqueAt(plateauPressure(USUAL_PLATEAU, linePa, timeS)),
      inputPerClutch: 1 / perInput,
      slipRadPerS,
    })
    return [{ fromRange: below.id, toRange: range.id, dropRadPerS, slipRadPerS, perInput, result }]
  })
}

/** The sense in which the hub of an element turns against its drum as it comes on in an upshift; nothing where it comes on at rest. */
export function hubTurns(input: Pick<SpecInput, 'unit' | 'gearing'>, station: Station): 'forward' | 'backward' | undefined {
  if (station.load.at !== 'link') return undefined
  const { id } = station.load
  const element = input.unit.train.elements.find((each) => each.id === id)
  const gearing = input.gearing ?? solveTrain(input.unit.train)
  const forward = input.unit.train.ranges.filter((range) => !range.reverse)
  const into = forward.findIndex((range, i) => i > 0 && range.on.includes(id) && !forward[i - 1]?.on.includes(id))
  const was = gearing.get(forward[into - 1]?.id ?? '')
  if (!element || !was) return undefined
  // The drum carries the piston; the hub is the other side. A brake's drum is the case.
  const drumIsA = element.pistonOn === element.a
  const slip = relativeSpeed(was, drumIsA ? element.b : element.a, drumIsA ? element.a : element.b)
  return slip === undefined || slip === 0 ? undefined : slip > 0 ? 'forward' : 'backward'
}
