import { gearingOf } from '../gearing/solve.js'
import { asFound, readHardness, type HardnessRead } from '../material/hardness.js'
import { splineDifferences, type SplineDifference } from '../joint/mating.js'
import { oilWay, type OilWay } from '../parts/shaft/oil-way.js'
import type { ShaftGeometry, ShaftSection } from '../parts/shaft/shaft.js'
import type { Spline } from '../joint/spline.js'
import { shaftLife, type ShaftLife } from '../parts/shaft/shaft-life.js'
import { breakTorque, shaftLimits, shaftSteel, sliceYield, weakestPlace, type ShaftLimit } from '../parts/shaft/shaft-limits.js'
import { shaftStiffness, spinShock, storedEnergy } from '../parts/shaft/shaft-spring.js'
import { slicesOf } from '../parts/shaft/slices.js'
import { allowedStress, splineWearTorque, splineWorkingTorque, type Allowable } from '../joint/spline-stress.js'
import { toSi } from '../quantity/units.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Answer } from './answer.js'
import { lockedOil } from '../judge/duty.js'
import { launchShock, type LaunchShock } from '../judge/launch-shock.js'
import { caseLoads, type CaseLoad } from '../judge/life-held.js'
import { loadTorque } from '../judge/demand.js'
import type { Part } from '../model/part.js'
import { hubFor } from '../judge/spline-stops.js'

/** Shear along a shaft at a torque, stretch by stretch. */
export interface StressStretch {
  readonly fromM: number
  readonly toM: number
  readonly shearPa: number
  /** At which the stretch begins to yield; of a hard case the torque decides, so it is the nominal stress at that torque. */
  readonly yieldPa: number
}

/** Nominal shear along a shaft at a torque, front to rear; nothing over sections that carry none. The geometry must be valid. */
export function stressAlong(shaft: ShaftGeometry, torqueNm: number): StressStretch[] {
  const steel = shaftSteel(shaft)
  return slicesOf(shaft).map((slice) => ({
    fromM: slice.fromM,
    toM: slice.toM,
    shearPa: slice.section.idle ? 0 : torqueNm / slice.modulusM3,
    yieldPa: sliceYield(slice, steel, shaft.caseDepthM) / slice.modulusM3,
  }))
}

/** A spline of the shaft and the hub that it mates with. */
export interface SplineMate {
  readonly section: string
  readonly mateId: string
  /** True if the mating part states its spline. */
  readonly known: boolean
  readonly differences: readonly SplineDifference[]
}

export interface ShaftReport {
  readonly limits: readonly ShaftLimit[]
  readonly weakest: ShaftLimit
  /** Begins to yield, once; the figure that counts. */
  readonly yieldNm: number
  /** Twists off. */
  readonly breakNm: number
  /** Handbook working torque of its splines for ten thousand cycles. Absent without a spline. */
  readonly workingNm: number | null
  /** The same for a spline that floats in its hub, by wear over a million turns under load. */
  readonly wearNm: number | null
  readonly stiffnessNmPerRad: number
  readonly loads: readonly CaseLoad[]
  /** At the greatest static torque. */
  readonly most: CaseLoad | null
  readonly twistRad: number
  readonly energyJ: number
  readonly life: ShaftLife | null
  /** Launch shock in the torque path of the shaft. `null` if a launch does not load it. */
  readonly shock: LaunchShock | null
  /** Torque at this shaft from a sudden stop of 100 rpm turbine overspeed. */
  readonly caughtNm: number | null
  readonly oil: OilWay | null
  readonly oilPressurePa: number
  readonly hardness: HardnessRead | null
  /** Yield torque as soft as the reading says. */
  readonly asFoundNm: number | null
  readonly mates: readonly SplineMate[]
}

const CAUGHT = toSi(100, 'rpm')

/** Report of a shaft in this job. `null` if the station has no shaft. */
export function shaftReport(input: SpecInput, answer: Answer, stationId: string): ShaftReport | null {
  const station = input.unit.stations.find(({ id }) => id === stationId)
  const part = input.fitted.get(stationId)
  if (!station || part?.kind !== 'shaft') return null
  const shaft = part.geometry
  const gearing = gearingOf(input.unit.train)
  const limits = shaftLimits(shaft)
  const weakest = weakestPlace(shaft)
  if (!weakest) return null
  const loads = caseLoads(station.load, answer.cases, gearing)
  const most = loads.reduce<CaseLoad | null>((top, load) => (top && top.staticNm >= load.staticNm ? top : load), null)
  const stiffnessNmPerRad = shaftStiffness(shaft)
  const launch = answer.cases.find(({ kind }) => kind === 'launch')
  const range = launch && gearing.get(launch.rangeId)
  const share = launch && range ? loadTorque(station.load, launch, range) / launch.turbine.torqueNm : 0
  const swings = share > 0 && station.load.at !== 'stator'
  const shock = (swings && range && launchShock(input, range)) || null
  const read = shaft.hardness ? readHardness(shaft.hardness, shaftSteel(shaft), shaft.caseDepthM) : null
  const oilPressurePa = lockedOil(answer.cases).applyPa
  return {
    limits,
    weakest,
    yieldNm: weakest.torqueNm,
    breakNm: breakTorque(shaft),
    workingNm: handbookLimit(shaft, (s, allowed) => splineWorkingTorque(s.spline, s.lengthM, s.boreDiameterM, allowed)),
    wearNm: handbookLimit(shaft, (s, allowed) => splineWearTorque(s.spline, s.lengthM, allowed)),
    stiffnessNmPerRad,
    loads,
    most,
    twistRad: (most?.staticNm ?? 0) / stiffnessNmPerRad,
    energyJ: storedEnergy(most?.staticNm ?? 0, stiffnessNmPerRad),
    life: shaftLife(shaft, loads) ?? null,
    shock,
    caughtNm: shock ? share * spinShock(CAUGHT, shock.stiffnessNmPerRad, shock.inertiaKgM2) : null,
    // Oil runs round the input shaft inside a support, not along its bore.
    oil: station.load.at === 'stator' ? null : oilWay(shaft, oilPressurePa),
    oilPressurePa,
    hardness: read,
    asFoundNm: read?.verdict === 'too-soft' && read.highPa !== null ? softerYield(shaft, read.highPa) : null,
    mates: matesOf(input, stationId, part),
  }
}

/** The least of its splines by the handbook. */
function handbookLimit(
  shaft: ShaftGeometry,
  of: (section: ShaftSection & { readonly spline: Spline }, allowed: Allowable) => number,
): number | null {
  const steel = shaftSteel(shaft)
  const allowed = allowedStress(steel.ultimatePa, shaft.caseDepthM > 0 && steel.caseYieldPa !== undefined)
  const each = shaft.sections.flatMap(({ spline, ...s }) => (spline && !s.idle ? of({ ...s, spline }, allowed) : []))
  return each.length > 0 ? Math.min(...each) : null
}

/** Yield torque of the shaft if its strength is that of its hardness reading. */
function softerYield(shaft: ShaftGeometry, tensilePa: number): number | null {
  const { yieldPa, ultimatePa } = asFound(shaftSteel(shaft), tensilePa)
  return weakestPlace({ ...shaft, certified: { certificate: 'hardness', yieldPa, ultimatePa } })?.torqueNm ?? null
}

function matesOf({ fitted }: SpecInput, stationId: string, part: Extract<Part, { kind: 'shaft' }>): SplineMate[] {
  return part.geometry.sections.flatMap(({ name, spline, lengthM }): SplineMate[] => {
    if (spline?.mate === undefined) return []
    const hub = hubFor(fitted, spline.mate, stationId)
    return [
      { section: name, mateId: spline.mate, known: hub !== undefined, differences: hub ? splineDifferences(spline, lengthM, hub) : [] },
    ]
  })
}
