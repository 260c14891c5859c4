import fc from 'fast-check'
import { fromSi, toSi } from '../../quantity/units.js'
import { plainPack as pack } from '../../testing/pack.js'
import { packCapacity, packIssues, packForce, type PackGeometry } from './pack.js'
import { OIL } from '../../fluid/oil.js'
import { centrifugalForce } from '../../friction/piston.js'
import { packTorque, pressureRadius, wearRadius } from '../../friction/friction.js'

const mm = (x: number) => x / 1000
const still = (psi: number) => ({ linePressurePa: toSi(psi, 'psi'), drumSpeedRadPerS: 0, rangeId: '1' })
const lbft = (p: PackGeometry, psi: number) => fromSi(packCapacity(p, still(psi)), 'lb-ft')

describe('pack capacity (Shigley, ch. 16), against hand calculations', () => {
  it.each([
    [120, 719],
    [200, 1260],
    [230, 1463],
  ])('five plates at %d psi hold %d lb-ft', (psi, held) => expect(Math.abs(lbft(pack(), psi) - held)).toBeLessThan(1))
  it('a sixth plate adds a fifth to five', () => expect(lbft(pack({ linedPlates: 6 }), 200) / lbft(pack(), 200)).toBeCloseTo(1.2, 9))
  it('single-sided plates count once', () => expect(lbft(pack({ facesPerPlate: 1 }), 200) / lbft(pack(), 200)).toBeCloseTo(0.5, 9))
  it('holds no torque while the springs are stronger', () => expect(packCapacity(pack(), still(13))).toBe(0))

  it('feeds only the piston faces of the range', () => {
    const dual = pack({
      chambers: [
        { innerRadiusM: mm(50), outerRadiusM: mm(70) },
        { innerRadiusM: mm(36), outerRadiusM: mm(50), fedIn: ['R'] },
      ],
      returnSpringN: 0,
      ringLossPa: 0,
    })
    const force = (rangeId: string) => packForce(dual, { ...still(100), rangeId }).appliedN
    expect(force('R') / force('3')).toBeCloseTo((70 ** 2 - 36 ** 2) / (70 ** 2 - 50 ** 2), 9)
  })

  it('rises with pressure once it holds at all', () => {
    fc.assert(
      fc.property(fc.double({ min: 40, max: 300, noNaN: true }), fc.double({ min: 1, max: 50, noNaN: true }), (psi, more) => {
        expect(lbft(pack(), psi + more)).toBeGreaterThan(lbft(pack(), psi))
      }),
    )
  })

  it('wear and pressure radius agree for narrow linings and differ by under 1 % here', () => {
    expect(pressureRadius(mm(75.9), mm(76)) / wearRadius(mm(75.9), mm(76))).toBeCloseTo(1, 6)
    expect(pressureRadius(mm(60), mm(76)) / wearRadius(mm(60), mm(76)) - 1).toBeLessThan(0.01)
  })
})

describe('effective radius against worked examples (Khurmi & Gupta, Theory of Machines, ch. 10, from memory)', () => {
  it('uniform wear: a single plate clutch of 300 and 200 mm, both sides, 3142 N, μ 0.3: 235.65 N·m, 61.7 kW at 2500 rpm', () => {
    const torque = packTorque(0.3, 2, 3142, wearRadius(0.1, 0.15))
    expect(torque).toBeCloseTo(235.65, 2)
    expect((torque * toSi(2500, 'rpm')) / 1000).toBeCloseTo(61.7, 1)
  })
  it('uniform pressure: collars of 400 and 250 mm under 150 kN, μ 0.05: 1240 N·m, 13.64 kW at 105 rpm', () => {
    const torque = packTorque(0.05, 1, 150000, pressureRadius(0.125, 0.2))
    expect(torque).toBeCloseTo(1240, -1)
    expect((torque * toSi(105, 'rpm')) / 1000).toBeCloseTo(13.64, 1)
  })
})

describe('centrifugal oil', () => {
  it('is 4,649 N on 75/45 mm at 7,000 rpm', () => expect(centrifugalForce(mm(45), mm(75), mm(45), toSi(7000, 'rpm'))).toBeCloseTo(4649, 0))

  it('equals the pressure ½ρω²(r² − r_s²) summed over the annulus', () => {
    const [inner, outer, fill, w, n] = [mm(40), mm(80), mm(33), 600, 20000]
    const dr = (outer - inner) / n
    const sum = Array.from({ length: n }, (_, i) => inner + (i + 0.5) * dr).reduce(
      (s, r) => s + 0.5 * OIL.densityKgPerM3 * w * w * (r * r - fill * fill) * 2 * Math.PI * r * dr,
      0,
    )
    expect(centrifugalForce(inner, outer, fill, w) / sum).toBeCloseTo(1, 7)
  })

  it('is added while the drum turns, and cancelled by a balance dam', () => {
    const turning = { ...still(150), drumSpeedRadPerS: 500 }
    const [plain, dammed] = [packForce(pack(), turning), packForce(pack({ balanced: true }), turning)]
    expect(plain.netN - packForce(pack(), still(150)).netN).toBeCloseTo(centrifugalForce(mm(36), mm(78), mm(36), 500), 6)
    expect(dammed.centrifugalN).toBe(0)
  })
})

it('refuses crossed radii and a pack without a piston', () => {
  const codes = (change: Partial<PackGeometry>) => packIssues(pack(change)).map((f) => f.code)
  expect(codes({})).toEqual([])
  expect(codes({ liningInnerRadiusM: mm(76) })).toEqual(['lining-radii-crossed'])
  expect(codes({ chambers: [] })).toEqual(['pack-without-piston'])
  expect(codes({ chambers: [{ innerRadiusM: mm(80), outerRadiusM: mm(78) }] })).toEqual(['piston-radii-crossed'])
  expect(codes({ oilFillRadiusM: mm(40) })).toEqual(['oil-fill-above-piston'])
})
