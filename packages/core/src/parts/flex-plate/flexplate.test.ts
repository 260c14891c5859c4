import { DEFAULT_RULES } from '../../model/rules.js'
import { fromSi, toSi } from '../../quantity/units.js'
import { boltGradeById, stressArea } from '../../joint/bolt.js'
import {
  boltClamp,
  boltedJointIssues,
  boltState,
  patternWorth,
  slipTorque,
  torqueForClamp,
  withBolts,
  type BoltedJoint,
} from '../../joint/bolted-joint.js'
import { certificateVerdict, type RuleBook } from './certificate.js'
import { CENTRINGS, PLATE_CLASSES, unratedPlateTorque, type FlexPlateGeometry } from './plate.js'
import { stationLimits } from '../registry.js'
import { fitInput, GOOD_FIT } from '../../testing/fit.js'
import fc from 'fast-check'

const joint: BoltedJoint = {
  bolts: 6,
  circleDiameterM: toSi(3.5, 'in'),
  boltDiameterM: toSi(7 / 16, 'in'),
  tighteningTorqueNm: toSi(75, 'lb-ft'),
  nutFactor: 0.2,
  faceFriction: 0.15,
}

describe('bolted joint (Shigley, section 8-8)', () => {
  it('slips as calculated by hand: F = 75·12/(0.2·0.4375) lbf per bolt, 6·0.15·F·1.75 in', () => {
    const clamp = (75 * 12) / (0.2 * 0.4375)
    expect(fromSi(slipTorque(joint), 'lb-ft')).toBeCloseTo((6 * 0.15 * clamp * 1.75) / 12, 6)
  })
  it('carries with bolts, clamp and radius alike', () => {
    expect(slipTorque({ ...joint, bolts: 12 }) / slipTorque(joint)).toBeCloseTo(2, 12)
    expect(slipTorque({ ...joint, circleDiameterM: 2 * joint.circleDiameterM }) / slipTorque(joint)).toBeCloseTo(2, 12)
  })
  it('refuses more bolts than the circle has room for', () =>
    expect(boltedJointIssues({ ...joint, bolts: 24 }, 'crankJoint')[0]?.code).toBe('bolts-do-not-fit-circle'))
})

describe('published examples (from memory)', () => {
  it('Shigley, example 8-3: 25 kip in a 3/4 in bolt wants 3,750 lbf·in at K = 0.2', () => {
    const [clampN, d] = [toSi(25000, 'lbf'), toSi(0.75, 'in')]
    expect(fromSi(torqueForClamp(clampN, 0.2, d), 'lb-in')).toBeCloseTo(3750, 6)
    expect(fromSi(boltClamp(toSi(3750, 'lb-in'), 0.2, d), 'lbf')).toBeCloseTo(25000, 6)
  })
  it('VDI 2230, example B2: twelve bolts on 258 mm, 55,990 N each at μ = 0.15, pass 13,000 N·m', () => {
    const clampN = 55990
    const flange: BoltedJoint = {
      bolts: 12,
      circleDiameterM: 0.258,
      boltDiameterM: 0.016,
      nutFactor: 0.2,
      tighteningTorqueNm: torqueForClamp(clampN, 0.2, 0.016),
      faceFriction: 0.15,
    }
    expect(slipTorque(flange) / 13000).toBeCloseTo(1, 3)
  })
  it('Shigley, tables 8-1 and 8-2: tensile stress areas of M10 × 1.5, M12 × 1.75, 7/16-20 and 1/2-13', () => {
    const inches = (d: number, threads: number) => stressArea(toSi(d, 'in'), toSi(1 / threads, 'in')) / toSi(1, 'in²')
    expect(1e6 * stressArea(0.01, 0.0015)).toBeCloseTo(58, 1)
    expect(1e6 * stressArea(0.012, 0.00175)).toBeCloseTo(84.3, 1)
    // Unified threads are tabled by a formula of their own, about a hundredth lower.
    for (const [is, tabled] of [
      [inches(7 / 16, 20), 0.1187],
      [inches(1 / 2, 13), 0.1419],
    ] as const)
      expect(Math.abs(is / tabled - 1)).toBeLessThan(0.015)
  })
})

describe('bolts of a joint', () => {
  const threaded: BoltedJoint = { ...joint, pitchM: toSi(1 / 20, 'in'), gradeId: 'sae-8' }
  it('tightened with the proper torque have three quarters of their proof load', () => {
    const properNm = boltState(threaded).properTorqueNm as number
    const state = boltState({ ...threaded, tighteningTorqueNm: properNm })
    expect(state.proofShare).toBeCloseTo(0.75, 9)
    expect(Math.abs(state.clampN / (toSi(120, 'ksi') * toSi(0.1187, 'in²')) / 0.75 - 1)).toBeLessThan(0.015)
  })
  it('shear after the joint slips, and have no figure without thread or grade', () => {
    expect(boltState(threaded).shearNm as number).toBeGreaterThan(2 * slipTorque(threaded))
    expect(boltState(joint)).toMatchObject({ proofShare: null, shearNm: null, properTorqueNm: null })
    expect(boltGradeById('sae-8')?.proofPa).toBe(toSi(120, 'ksi'))
  })
  it('of a second pattern add the torque of their circle, and save a plate with oval holes in the first', () => {
    const two = { ...joint, second: { bolts: 6, circleDiameterM: 2 * joint.circleDiameterM } }
    const { firstNm, bothNm, secondNm } = patternWorth(two)
    expect([bothNm / firstNm, secondNm / firstNm].map((x) => Number(x.toFixed(9)))).toEqual([3, 2])
    expect(slipTorque(two)).toBeCloseTo(firstNm, 9)
    const set = {
      joint: 'converter',
      diameterM: joint.boltDiameterM,
      pitchM: 0.00127,
      gradeId: 'sae-8',
      lengthM: 0.02,
      headHeightM: 0.008,
      tighteningTorqueNm: joint.tighteningTorqueNm,
      nutFactor: 0.2,
    } as const
    expect(slipTorque(withBolts(two, { ...set, pieces: 12 }))).toBeCloseTo(bothNm, 9)
    expect(slipTorque(withBolts(two, { ...set, pieces: 11 }))).toBeCloseTo(firstNm, 9)
    expect(slipTorque(withBolts(two, { ...set, pieces: 4 })) / firstNm).toBeCloseTo(4 / 6, 9)
  })
})

describe('requirements of a class for a plate', () => {
  const book: RuleBook = { elapsedS: 9.4, certifiedFromS: 10.5, grade: 'basic', yearsGood: 2, raceDay: '2026-08-01' }
  it.each([
    ['basic', '2025-01-31', {}, 'good'],
    ['basic', '2024-08-01', {}, 'good'],
    ['basic', '2024-07-31', {}, 'run-out'],
    ['basic', '2026-08-02', {}, 'not-yet-issued'],
    ['basic', '2025-01-31', { grade: 'heavy' }, 'lesser-grade'],
    ['heavy', '2025-01-31', {}, 'good'],
    ['basic', '2020-01-31', { elapsedS: 10.51 }, 'not-asked'],
    ['basic', '2025-01-31', { elapsedS: 10.5 }, 'good'],
  ] as const)('%s of %s under %j: %s', (grade, issued, change, verdict) =>
    expect(certificateVerdict({ grade, issued }, { ...book, ...change })).toBe(verdict),
  )
  it('a plate without one is rejected if one is required', () => {
    expect(certificateVerdict(undefined, book)).toBe('none')
    expect(certificateVerdict(undefined, { ...book, elapsedS: 12 })).toBe('not-asked')
  })
})

it('the capacity of an unrated sheet depends on class and pads only, never on the shear strength of its steel', () =>
  fc.assert(
    fc.property(
      fc.record({
        plateClass: fc.constantFrom(...PLATE_CLASSES),
        thicknessM: fc.double({ min: 0.002, max: 0.012, noNaN: true }),
        diameterM: fc.double({ min: 0.2, max: 0.5, noNaN: true }),
        depthM: fc.double({ min: 0.01, max: 0.05, noNaN: true }),
        centring: fc.constantFrom(...CENTRINGS),
        circle: fc.double({ min: 0.07, max: 0.12, noNaN: true }),
      }),
      ({ circle, ...any }) => {
        const crooked = (padRunOutM: number): FlexPlateGeometry => ({
          ...any,
          padRunOutM,
          crankJoint: { ...joint, circleDiameterM: circle },
          converterJoint: joint,
        })
        const sheet = (geometry: FlexPlateGeometry) => {
          const { unit, fitted } = fitInput({ ...GOOD_FIT, plate: geometry })
          const station = unit.stations.find(({ id }) => id === 'flex-plate') as (typeof unit.stations)[number]
          const part = fitted.get('flex-plate') as Parameters<typeof stationLimits>[2]
          const { limits } = stationLimits(unit, station, part, { engineKind: 'petrol', rules: DEFAULT_RULES })
          return limits.find(({ place }) => place.feature === 'sheet')?.fixedNm
        }
        const byClass = { stock: 500, 'stamped-heavy': 900, 'double-or-machined': 1400 }[any.plateClass]
        expect(fromSi(sheet(crooked(toSi(0.01, 'in'))) as number, 'lb-ft')).toBeCloseTo(byClass, 6)
        expect(fromSi(sheet(crooked(toSi(0.0101, 'in'))) as number, 'lb-ft')).toBeCloseTo(byClass / 2, 6)
      },
    ),
    { numRuns: 60 },
  ))

it('a plate nobody rated is trusted by class, and half as far with crooked pads (from memory)', () => {
  const plate = {
    plateClass: 'stamped-heavy',
    thicknessM: 0.004,
    diameterM: 0.34,
    padRunOutM: 0.0001,
    crankJoint: joint,
    converterJoint: joint,
  } as const
  expect(fromSi(unratedPlateTorque(plate), 'lb-ft')).toBeCloseTo(900, 6)
  expect(fromSi(unratedPlateTorque({ ...plate, padRunOutM: toSi(0.011, 'in') }), 'lb-ft')).toBeCloseTo(450, 6)
})
