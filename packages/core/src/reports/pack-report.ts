import { LINING_CLASSES, PACK_LININGS, type LiningClass, type PackLining } from '../friction/lining.js'
import { plateGainOptions, type Gain } from '../parts/pack/gain-plate.js'
import { frictionFaces, packCapacity, packForce, pistonTravel, sweptVolume, type PackForce, type PackGeometry } from '../parts/pack/pack.js'
import { annulusArea } from '../friction/piston.js'
import { packHeat, type PackHeat } from '../parts/pack/pack-heat.js'
import { mends, stackClearance, stackWrongs, wantedClearance, type Mend, type StackWrong } from '../parts/pack/stack.js'
import { relativeSpeed } from '../gearing/motion.js'
import { gearingOf } from '../gearing/solve.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from './answer.js'
import { engineOfBrief } from '../model/brief.js'
import { drumState, oilOf } from '../judge/station-case.js'
import { elementShifts, frictionElementAt, hubTurns, type ElementShift } from '../judge/element-shifts.js'
import { leastStated } from '../model/stated.js'
import type { Station } from '../model/unit.js'

/** The pack pressed together in one case. */
export interface PackAt {
  readonly caseId: string
  readonly rangeId: string
  readonly areaM2: number
  readonly force: PackForce
  readonly unitPressurePa: number
  readonly capacityNm: number
}

/** An upshift with what it does to the plates. */
export interface HeatedShift extends ElementShift {
  readonly heat: PackHeat
}

/** Which lining a duty asks for, and why. */
export interface LiningAdvice {
  readonly lining: PackLining
  readonly why: 'at-rest' | 'rocked' | 'on-the-fly' | 'beyond-all' | 'does-not-complete'
  /** What decides on the fly: the greatest of its uses of energy, power and pressure. */
  readonly energyJPerM2: number
}

/** A released piston that its spinning oil would still press on. */
export interface Residual {
  readonly rangeId: string
  readonly spinN: number
  readonly springsN: number
}

export interface PackReport {
  readonly faces: number
  readonly clearance: { readonly isM: number; readonly leastM: number; readonly mostM: number } | null
  readonly wrongs: readonly StackWrong[]
  readonly mends: readonly Mend[]
  readonly gains: readonly Gain[]
  readonly travelM: number
  readonly pressed: readonly PackAt[]
  readonly sweptM3: readonly { readonly rangeId: string; readonly m3: number }[]
  /** Greatest speed at the outer edge of the linings as the pack comes on; 0 where that is at rest. */
  readonly rubsMPerS: number
  /** The same while it is open, at redline. */
  readonly rubbing: { readonly mPerS: number; readonly rangeId: string } | null
  /** Drum speed at redline, and its limit. */
  readonly drum: { readonly radPerS: number; readonly rangeId: string; readonly mostRadPerS: number | null } | null
  readonly shifts: readonly HeatedShift[]
  readonly bears: LiningClass | null
  readonly advice: LiningAdvice
  readonly residual: Residual | null
}

/** Report of a clutch pack in this job. `null` if the station has no pack. */
export function packReport(input: SpecInput, answer: Answer, stationId: string): PackReport | null {
  const station = input.unit.stations.find(({ id }) => id === stationId)
  const part = input.fitted.get(stationId)
  const friction = station && frictionElementAt(input, station)
  const engine = engineOfBrief(input.brief.engine)
  if (!station || !friction || part?.kind !== 'pack' || !engine.ok) return null
  const pack = part.geometry
  const { stack, lining } = pack
  const redline = engine.value.on.maxSpeedRadPerS
  const shifts = elementShifts(input, answer.cases, station, friction).map((shift) => ({ ...shift, heat: packHeat(pack, shift.result) }))
  const pressed = pressedIn(input, answer, station, pack)
  const drumMost = leastStated(part.stated, 'speedRadPerS') ?? null
  return {
    faces: frictionFaces(pack),
    clearance: stack ? { isM: stackClearance(stack), ...wantedClearance(stack) } : null,
    wrongs: stack ? stackWrongs(stack, hubTurns(input.unit, station)) : [],
    mends: stack ? mends(stack) : [],
    gains: plateGainOptions(pack),
    travelM: pistonTravel(pack),
    pressed,
    sweptM3: onIn(input, station).map((rangeId) => ({ rangeId, m3: sweptVolume(pack, rangeId) })),
    rubsMPerS: Math.max(0, ...shifts.map(({ slipRadPerS }) => slipRadPerS * pack.liningOuterRadiusM)),
    rubbing: rubbingOf(input, station, redline, pack.liningOuterRadiusM),
    drum: drumOf(input, station, redline, drumMost),
    shifts,
    bears: lining ? LINING_CLASSES[lining] : null,
    advice: adviceFor(input, station, shifts, pressed),
    residual: residualOf(input, station, pack, redline),
  }
}

/** Ranges in which the element of a station is on. */
const onIn = ({ unit }: Pick<SpecInput, 'unit'>, { load }: Station): string[] =>
  load.at === 'link' ? unit.train.ranges.flatMap(({ id, on }) => (on.includes(load.id) ? [id] : [])) : []

const faceArea = ({ liningInnerRadiusM, liningOuterRadiusM }: PackGeometry): number => annulusArea(liningInnerRadiusM, liningOuterRadiusM)

function pressedIn(input: SpecInput, answer: Answer, station: Station, pack: PackGeometry): PackAt[] {
  const gearing = gearingOf(input.unit.train)
  const on = onIn(input, station)
  return answer.cases.flatMap((duty): PackAt[] => {
    const range = gearing.get(duty.rangeId)
    if (!range || !on.includes(duty.rangeId)) return []
    const oil = oilOf(duty, drumState(input.unit, station, range))
    const force = packForce(pack, oil)
    const fed = pack.chambers.filter(({ fedIn }) => !fedIn || fedIn.includes(duty.rangeId))
    const areaM2 = fed.reduce((sum, c) => sum + annulusArea(c.innerRadiusM, c.outerRadiusM), 0)
    const capacityNm = packCapacity(pack, oil, input.rules.frictionRadius)
    return [{ caseId: duty.id, rangeId: duty.rangeId, areaM2, force, unitPressurePa: Math.max(0, force.netN) / faceArea(pack), capacityNm }]
  })
}

function rubbingOf(input: SpecInput, { load }: Station, redline: number, radiusM: number): PackReport['rubbing'] {
  const element = load.at === 'link' ? input.unit.train.elements.find(({ id }) => id === load.id) : undefined
  const gearing = gearingOf(input.unit.train)
  if (!element) return null
  let most: PackReport['rubbing'] = null
  for (const [rangeId, range] of gearing) {
    const mPerS = Math.abs(relativeSpeed(range, element.a, element.b) ?? 0) * redline * radiusM
    if (mPerS > (most?.mPerS ?? 0)) most = { mPerS, rangeId }
  }
  return most
}

function drumOf(input: SpecInput, station: Station, redline: number, mostRadPerS: number | null): PackReport['drum'] {
  const gearing = gearingOf(input.unit.train)
  let most: PackReport['drum'] = null
  for (const [rangeId, range] of gearing) {
    const radPerS = Math.abs(drumState(input.unit, station, range).drumPerInput) * redline
    if (radPerS > (most?.radPerS ?? 0)) most = { radPerS, rangeId, mostRadPerS }
  }
  return most
}

/** In a range in which the pack is off its drum may still spin: what the oil left in it would press, against the springs. */
function residualOf(input: SpecInput, station: Station, pack: PackGeometry, redline: number): Residual | null {
  const gearing = gearingOf(input.unit.train)
  const on = onIn(input, station)
  let most: Residual | null = null
  for (const [rangeId, range] of gearing) {
    if (on.includes(rangeId) || range.outcome !== 'driven') continue
    const drumSpeedRadPerS = drumState(input.unit, station, range).drumPerInput * redline
    const { centrifugalN, springsN } = packForce(
      { ...pack, chambers: pack.chambers.map((c) => ({ innerRadiusM: c.innerRadiusM, outerRadiusM: c.outerRadiusM })) },
      { linePressurePa: 0, drumSpeedRadPerS, rangeId },
    )
    if (centrifugalN > (most?.spinN ?? 0)) most = { rangeId, spinN: centrifugalN, springsN }
  }
  return most
}

/** Uses in which a stuck vehicle is rocked between drive and reverse. */
const ROCKED = new Set(['off-road', 'work', 'tow'])

/** The lining that a duty asks for: little at rest, one that stands rocking for reverse, on the fly the least that bears the shift. */
function adviceFor(input: SpecInput, station: Station, shifts: readonly HeatedShift[], pressed: readonly PackAt[]): LiningAdvice {
  const energyJPerM2 = Math.max(0, ...shifts.map(({ heat }) => heat.energyJPerM2))
  const powerWPerM2 = Math.max(0, ...shifts.map(({ heat }) => heat.powerWPerM2))
  const pressure = Math.max(0, ...pressed.map(({ unitPressurePa }) => unitPressurePa))
  const bears = (lining: PackLining) => {
    const limit = LINING_CLASSES[lining]
    return energyJPerM2 <= limit.energyJPerM2 && powerWPerM2 <= limit.powerWPerM2 && pressure <= limit.unitPressurePa
  }
  if (shifts.some(({ result }) => result.outcome === 'does-not-complete'))
    return { lining: 'high-energy', why: 'does-not-complete', energyJPerM2 }
  if (shifts.length > 0) {
    const least = FOR_PACKS.find(bears)
    return { lining: least ?? 'high-energy', why: least ? 'on-the-fly' : 'beyond-all', energyJPerM2 }
  }
  const reverse = input.unit.train.ranges.some((range) => range.reverse && onIn(input, station).includes(range.id))
  if (reverse && ROCKED.has(input.brief.use)) return { lining: 'graphitic', why: 'rocked', energyJPerM2 }
  return { lining: FOR_PACKS.find(bears) ?? 'high-energy', why: 'at-rest', energyJPerM2 }
}

/** Linings for packs, from the plainest on. */
const FOR_PACKS = PACK_LININGS.filter((lining) => lining === 'paper' || lining === 'high-energy' || lining === 'graphitic')
