import { solveTrain, type RangeSolution } from '../gearing/solve.js'
import { simpson } from '../testing/trains.js'
import { loadShare } from './load.js'

/** Suns of 36 and 30, rings of 72 and 70 teeth. */
const [S1, R1, S2, R2] = [36, 72, 30, 70]
const train = simpson(S1, R1, S2, R2)
const gearing = solveTrain(train)
const range = (id: string) => gearing.get(id) as RangeSolution

describe('the share of a torque at a place', () => {
  it('in the second range of a Simpson train is by hand: ring to the front set, its sun held by the brake', () => {
    // Ring 1 takes the input; sun and ring carry torque as their teeth (Müller, Epicyclic Drive Trains).
    expect(loadShare({ at: 'link', id: 'F' }, range('2'))).toEqual({ source: 'turbine', share: expect.closeTo(1, 9) as number })
    expect(loadShare({ at: 'link', id: 'I' }, range('2')).share).toBeCloseTo(S1 / R1, 9)
    expect(loadShare({ at: 'sets', ids: ['front'] }, range('2')).share).toBeCloseTo(S1 / R1, 9)
    expect(loadShare({ at: 'output' }, range('2')).share).toBeCloseTo(1 + S1 / R1, 9)
  })

  it('in reverse is through the rear set only: ratio and brake by its teeth', () => {
    expect(loadShare({ at: 'output' }, range('R')).share).toBeCloseTo(R2 / S2, 9)
    expect(loadShare({ at: 'link', id: 'L' }, range('R')).share).toBeCloseTo(1 + R2 / S2, 9)
    expect(loadShare({ at: 'sets', ids: ['front'] }, range('R')).share).toBe(0)
  })

  it('of torques before the gear train is the full torque', () => {
    for (const at of ['engine', 'stator', 'lockup'] as const) expect(loadShare({ at }, range('1'))).toEqual({ source: at, share: 1 })
    expect(loadShare({ at: 'turbine' }, range('1'))).toEqual({ source: 'turbine', share: 1 })
    expect(loadShare({ at: 'none' }, range('1')).share).toBe(0)
  })

  it('of a released element is exactly zero, and of an upshift is against its own torque', () => {
    expect(loadShare({ at: 'link', id: 'D' }, range('2')).share).toBe(0)
    expect(loadShare({ at: 'shift', id: 'I' }, range('2'))).toEqual({ source: 'shift', share: expect.closeTo(S1 / R1, 9) as number })
  })

  it('balances: what brakes hold to the case is output less input', () => {
    for (const { id } of train.ranges) {
      const held = ['I', 'L'].reduce((sum, brake) => sum + loadShare({ at: 'link', id: brake }, range(id)).share, 0)
      const out = range(id).outputTorque
      expect(held).toBeCloseTo(Math.abs(out - 1) < 1e-9 ? 0 : Math.abs(Math.abs(out) - Math.sign(range(id).ratio ?? 1)), 6)
    }
  })
})
