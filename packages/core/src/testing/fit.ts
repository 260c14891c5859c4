import { toSi } from '../quantity/units.js'
import { simpson } from './trains.js'
import type { ConverterFront } from '../parts/converter/front.js'
import type { FitInput } from '../fitup/facts.js'
import type { MotorPlateGeometry } from '../parts/motor-plate/geometry.js'
import type { PilotGeometry } from '../parts/pilot/geometry.js'
import type { EngineRear, UnitFit } from '../model/unit-fit.js'
import type { FlexPlateGeometry } from '../parts/flex-plate/plate.js'
import type { BoltSetGeometry } from '../joint/bolt.js'
import { defaultStations } from '../model/default-stations.js'
import type { Part } from '../model/part.js'
import { DEFAULT_RULES, type FitLimits } from '../model/rules.js'

const inch = (value: number) => toSi(value, 'in')

/** Everything that can be changed of a made-up fit. */
export interface FitCase {
  readonly rear: EngineRear
  readonly fit: UnitFit
  readonly front: ConverterFront
  readonly plate: FlexPlateGeometry
  readonly crankBolts: BoltSetGeometry
  readonly converterBolts: BoltSetGeometry
  readonly motorPlate?: MotorPlateGeometry
  readonly pilot?: PilotGeometry
  readonly limits: FitLimits
}

const joint = { bolts: 6, boltDiameterM: inch(0.4375), tighteningTorqueNm: 90, nutFactor: 0.2, faceFriction: 0.15 }
const bolts = {
  pieces: 6,
  diameterM: inch(0.4375),
  pitchM: inch(1 / 20),
  gradeId: 'sae-8',
  headHeightM: inch(0.3),
  tighteningTorqueNm: 90,
  nutFactor: 0.2,
}

/** A fit in which everything is as it should be. */
export const GOOD_FIT: FitCase = {
  rear: {
    faceToBlockM: inch(0.4),
    boreDiameterM: inch(1.702),
    boreDepthM: inch(1),
    bolts: 6,
    circleDiameterM: inch(3.5),
    boltDiameterM: inch(0.4375),
    threadDepthM: inch(1.1),
    pattern: 'a',
  },
  fit: {
    pattern: 'a',
    pumpSeatM: inch(6.555),
    pumpBoreM: inch(1.878),
    pumpDriveLeastM: inch(0.3),
    inputTipM: inch(1.6),
    supportTipM: inch(2.6),
    lengthM: inch(24),
    clearances: [],
  },
  front: {
    bolts: 6,
    circleDiameterM: inch(11),
    boltDiameterM: inch(0.4375),
    threadDepthM: inch(0.62),
    pilotDiameterM: inch(1.7),
    pilotAheadM: inch(1.3),
    pilotMake: 'standard',
    heightM: inch(5.8),
    coverBehindM: inch(0.2),
    coverThicknessM: inch(0.35),
    hubDiameterM: inch(1.875),
    pumpDriveM: inch(0.6),
    turbineMouthM: inch(2.9),
    statorMouthM: inch(3.6),
    floorM: inch(0.5),
  },
  plate: {
    plateClass: 'stock',
    thicknessM: inch(0.125),
    diameterM: inch(13.5),
    padRunOutM: inch(0.004),
    depthM: inch(1),
    crankJoint: { ...joint, circleDiameterM: inch(3.5) },
    converterJoint: { ...joint, circleDiameterM: inch(11) },
  },
  crankBolts: { ...bolts, joint: 'crank', lengthM: inch(1) },
  converterBolts: { ...bolts, joint: 'converter', lengthM: inch(0.65), pieces: 6 },
  limits: DEFAULT_RULES.fit,
}

const train = simpson(40, 68, 40, 68)
const stations = defaultStations(train)
const about = { maker: 'm', unitIds: ['u'], price: 0, hours: 0, stock: true, stated: [] }
const part = (kind: Part['kind'], stationId: string, geometry: unknown) =>
  [stationId, { ...about, id: stationId, name: stationId, kind, stationIds: [stationId], geometry } as unknown as Part] as const

/** Splines that mate, with how far each begins from the tip of its shaft. */
export const NOSE_M = { input: inch(0.3), support: 0 }
const spline = (teeth: number, mate: string) => ({ teeth, moduleM: 0.0008, root: 'fillet' as const, mate })
const shaft = (noseM: number, mate: string) => ({
  steelId: '4340-200',
  caseDepthM: 0,
  sections: [
    ...(noseM > 0 ? [{ name: 'nose', outerDiameterM: 0.02, boreDiameterM: 0, lengthM: noseM, idle: true }] : []),
    { name: 'spline', outerDiameterM: 0.026, boreDiameterM: 0, lengthM: inch(1.3), spline: spline(32, mate) },
  ],
})
const hubSpline = (mate: string) => ({ name: mate, mate, teeth: 32, moduleM: 0.0008, lengthM: inch(1.2) })

/** What the fit of a case rests on. */
export function fitInput(of: FitCase, book: FitInput['book'] = { readings: {} }): FitInput {
  const { motorPlate, pilot } = of
  return {
    unit: { id: 'u', name: 'U', train, stations, fit: of.fit },
    brief: {
      engine: {
        kind: 'petrol',
        form: 'headline',
        headline: {
          peakTorqueNm: 600,
          peakTorqueSpeedRadPerS: 450,
          peakPowerW: 380e3,
          peakPowerSpeedRadPerS: 680,
          idleSpeedRadPerS: 90,
          redlineRadPerS: 750,
        },
      },
      openQuestion: true,
      use: 'road',
      launch: 'rolling',
      upperRangeStart: 'after-shift',
      reverseThrottle: 0.5,
      vehicleMassKg: null,
      budget: null,
      rear: of.rear,
    },
    pressure: { drivePa: 1e6, reversePa: 1e6, knobs: { converterLimitPa: toSi(100, 'psi') } },
    rules: { ...DEFAULT_RULES, fit: of.limits },
    book: book ?? { readings: {} },
    fitted: new Map([
      part('flex-plate', 'flex-plate', of.plate),
      part('converter', 'converter', {
        diameterM: 0.26,
        stall: { speedRadPerS: 300, referenceTorqueNm: 500 },
        stallTorqueRatio: 2,
        lockup: false,
        front: of.front,
        splines: [hubSpline('stator-support')],
      }),
      part('hub', 'turbine-hub', { steelId: '4340-200', outerDiameterM: 0.05, lengthM: 0.03, splines: [hubSpline('input-shaft')] }),
      part('shaft', 'input-shaft', shaft(NOSE_M.input, 'turbine-hub')),
      part('shaft', 'stator-support', shaft(NOSE_M.support, 'converter')),
      part('bolts', 'crank-bolts', of.crankBolts),
      part('bolts', 'converter-bolts', of.converterBolts),
      ...(motorPlate ? [part('motor-plate', 'motor-plate', motorPlate)] : []),
      ...(pilot ? [part('pilot', 'pilot', pilot)] : []),
    ]),
  }
}
