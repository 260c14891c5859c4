import fc from 'fast-check'
import { fromSi, toSi } from '../quantity/units.js'
import { engineOf, flatEngine } from '../testing/engines.js'
import { characteristic, couplingSpeedRatio, withCapacity } from './characteristic.js'
import { fullThrottleLine, pointAtTurbineSpeed } from './full-throttle-line.js'
import { kotwickiCapacity, kotwickiTorqueRatio } from './generic-characteristic.js'
import { brakeStall, greatestStrength, operatingPoint, type Match } from './operating-point.js'
import { soldRating } from './sold-stall.js'
import { capacityFromStall, kFactorRpm, scaleCapacity } from './stall-rating.js'
import { curveFromHeadline } from '../engine/headline.js'
import { ENGINE_KINDS, typicalPeaksFor } from '../engine/template.js'

const rated = (rpm: number, lbft: number) => capacityFromStall({ speedRadPerS: toSi(rpm, 'rpm'), referenceTorqueNm: toSi(lbft, 'lb-ft') })
const stallRpm = (match: Match) => (match.outcome === 'matched' ? fromSi(match.point.engineSpeedRadPerS, 'rpm') : match.outcome)

describe('converter shape (Kotwicki, SAE 820393, coefficients from memory)', () => {
  it.each([
    [0.5, 1.006],
    [0.8, 1.232],
    [0.9, 1.469],
    [0.96, 2.226],
  ])('K over its stall value at SR %f is %f', (sr, ratio) => expect(kotwickiCapacity(sr) ** -0.5).toBeCloseTo(ratio, 3))
  it.each([
    [0, 1.68],
    [0.5, 1.345],
    [0.8, 1.121],
    [0.95, 1],
  ])('torque ratio at SR %f is %f', (sr, tr) => expect(kotwickiTorqueRatio(sr)).toBeCloseTo(tr, 3))
  it.each([
    [1.9, 0.883],
    [2.2, 0.838],
    [2.5, 0.791],
  ])('coupling point at stall torque ratio %f is %f', (str, sc) => expect(couplingSpeedRatio(str)).toBeCloseTo(sc, 3))

  it('keeps efficiency under 1, torque ratio at 1 or above, and capacity falling to nothing near SR 1', () => {
    fc.assert(
      fc.property(fc.double({ min: 1.2, max: 3.5, noNaN: true }), fc.double({ min: 0, max: 0.99, noNaN: true }), (str, sr) => {
        const shape = characteristic(0.01, str)
        expect(shape.torqueRatio(0)).toBeCloseTo(str, 6)
        expect(shape.torqueRatio(sr)).toBeGreaterThanOrEqual(1)
        expect(sr * shape.torqueRatio(sr)).toBeLessThan(1)
        expect(Math.abs(shape.capacity(1))).toBeLessThan(0.002 * shape.capacity(0)) // what the published coefficients leave over
      }),
    )
  })
})

describe('stall behind an engine', () => {
  it('is kept with its rating torque', () => {
    const converter = characteristic(rated(3100, 380), 2)
    expect(kFactorRpm(converter.stallCapacity)).toBeCloseTo(159.0, 1)
    expect(stallRpm(brakeStall(flatEngine(toSi(380, 'lb-ft')), converter))).toBeCloseTo(3100, 3)
    expect(stallRpm(brakeStall(flatEngine(toSi(560, 'lb-ft')), converter))).toBeCloseTo(3763, 0)
  })

  it('rises with the fifth power of the size in capacity, so with −2.5 in K', () => {
    const [small, large] = [kFactorRpm(scaleCapacity(0.01, 0.265, 0.23)), kFactorRpm(scaleCapacity(0.01, 0.265, 0.29))]
    expect(small / large).toBeCloseTo((290 / 230) ** 2.5, 9)
  })

  it('uses the first crossing above idle on a two-step curve', () => {
    const engine = engineOf([[800, 300], [2500, 310], [3000, 320], [3800, 700], [6500, 650]]) // prettier-ignore
    const converter = characteristic(310 / toSi(2700, 'rpm') ** 2, 2)
    const stall = stallRpm(brakeStall(engine, converter)) as number
    expect(stall).toBeLessThan(3000)
    expect(engine.torqueNm(toSi(stall, 'rpm'))).toBeCloseTo(converter.capacity(0) * toSi(stall, 'rpm') ** 2, 6)
    expect(engine.torqueNm(toSi(3800, 'rpm'))).toBeGreaterThan(converter.capacity(0) * toSi(3800, 'rpm') ** 2) // another crossing lies beyond
  })

  it('is the first crossing on any curve (against a plain scan)', () => {
    const torques = fc.array(fc.integer({ min: 100, max: 900 }), { minLength: 3, maxLength: 9 })
    fc.assert(
      fc.property(torques, fc.integer({ min: 1500, max: 5000 }), (ts, stallOf500) => {
        const engine = engineOf(ts.map((t, i) => [800 + 800 * i, t] as const))
        const converter = characteristic(500 / toSi(stallOf500, 'rpm') ** 2, 2)
        const spare = (rpm: number) => engine.torqueNm(toSi(rpm, 'rpm')) - converter.capacity(0) * toSi(rpm, 'rpm') ** 2
        const last = 800 * ts.length
        let scanned = 800
        while (scanned < last && spare(scanned) > 0) scanned += 1
        const match = brakeStall(engine, converter)
        if (spare(800) <= 0) expect(match.outcome).toBe('held-at-idle')
        else if (match.outcome === 'past-redline') expect(spare(last)).toBeGreaterThan(0)
        else {
          // it is a crossing, and the scan sees none before it; a dip narrower than the scan's step is seen by the search alone
          const stall = stallRpm(match) as number
          expect(stall).toBeLessThanOrEqual(scanned + 1e-6)
          expect(Math.abs(spare(stall))).toBeLessThan(1e-6 * engine.peakTorqueNm)
        }
      }),
      { numRuns: 200, examples: [[[100, 100, 160, 282, 100, 100, 100], 4246]] },
    )
  })

  it('reports a missing stall', () => {
    expect(brakeStall(flatEngine(500), characteristic(10, 2)).outcome).toBe('held-at-idle')
    expect(brakeStall(flatEngine(500), characteristic(1e-5, 2)).outcome).toBe('past-redline')
  })

  it('is found or reported as missing, also exactly at the end of the curve', () => {
    const torques = fc.array(fc.double({ min: 100, max: 900, noNaN: true }), { minLength: 3, maxLength: 8 })
    fc.assert(
      fc.property(torques, fc.double({ min: 0.001, max: 0.05, noNaN: true }), (ts, capacity) => {
        const engine = engineOf(ts.map((t, i) => [800 + 700 * i, t] as const))
        const converter = characteristic(capacity, 2)
        const match = operatingPoint(engine, converter, 0, greatestStrength(engine, converter))
        if (match.outcome === 'matched')
          expect((converter.capacity(0) * match.point.engineSpeedRadPerS ** 2) / match.point.engineTorqueNm).toBeCloseTo(1, 9)
      }),
      { numRuns: 3000 },
    )
  })

  it('reaches redline at the greatest strength, and runs past above it', () => {
    const engine = engineOf([[900, 400], [4500, 900], [7000, 760]]) // prettier-ignore
    const converter = characteristic(rated(3400, 520), 1.9)
    const most = greatestStrength(engine, converter)
    expect(stallRpm(operatingPoint(engine, converter, 0, most * (1 - 1e-9)))).toBeCloseTo(7000, 2)
    expect(operatingPoint(engine, converter, 0, most * (1 + 1e-9)).outcome).toBe('past-redline')
  })

  it('keeps its speed when engine and capacity are scaled alike', () => {
    const engine = engineOf([[900, 400], [4500, 900], [7000, 760]]) // prettier-ignore
    const capacity = rated(3400, 520)
    expect(stallRpm(operatingPoint(engine, characteristic(1.7 * capacity, 1.9), 0, 1.7))).toBeCloseTo(
      stallRpm(brakeStall(engine, characteristic(capacity, 1.9))) as number,
      6,
    )
  })
})

describe('full throttle from stall to redline', () => {
  const engine = engineOf([[900, 400], [4500, 900], [7000, 760]]) // prettier-ignore
  const converter = characteristic(rated(3400, 520), 1.9)
  const line = fullThrottleLine(engine, converter)
  const { points } = line

  it('starts at the stall, ends at redline, turbine speed rising', () => {
    expect(points[0]?.turbineSpeedRadPerS).toBe(0)
    expect(fromSi(points.at(-1)?.engineSpeedRadPerS ?? 0, 'rpm')).toBeCloseTo(7000, 3)
    points.slice(1).forEach((p, i) => expect(p.turbineSpeedRadPerS).toBeGreaterThan(points[i]?.turbineSpeedRadPerS ?? NaN))
  })

  it('a converter that is too tight or too loose stalls at idle or at redline, without a jump on the way', () => {
    const [tight, loose] = [fullThrottleLine(engine, characteristic(10, 1.9)), fullThrottleLine(engine, characteristic(1e-5, 1.9))]
    const stall = (of: typeof line) => fromSi(of.points[0]?.engineSpeedRadPerS ?? 0, 'rpm')
    expect([tight.assumed, loose.assumed, line.assumed]).toEqual(['idle', 'redline', undefined])
    expect([stall(tight), stall(loose)]).toEqual([expect.closeTo(900, 3), expect.closeTo(7000, 3)])
    // the capacity at which it just stalls at redline: a hair to either side is the same line
    const least = characteristic(engine.torqueNm(engine.maxSpeedRadPerS) / engine.maxSpeedRadPerS ** 2, 1.9)
    const [within, beyond] = [1 + 1e-7, 1 - 1e-7].map((times) => fullThrottleLine(engine, withCapacity(least, times))) as [
      typeof line,
      typeof line,
    ]
    expect([within.assumed, beyond.assumed]).toEqual([undefined, 'redline'])
    expect(stall(within) / stall(beyond)).toBeCloseTo(1, 5)
  })

  it('balances engine and impeller at every point, and is solved between them', () => {
    for (const p of points) expect((converter.capacity(p.speedRatio) * p.engineSpeedRadPerS ** 2) / p.engineTorqueNm).toBeCloseTo(1, 6)
    const exact = operatingPoint(engine, converter, 0.651)
    if (exact.outcome !== 'matched') throw new Error(exact.outcome)
    const read = pointAtTurbineSpeed(line, exact.point.turbineSpeedRadPerS)
    expect(read.turbineTorqueNm / exact.point.turbineTorqueNm).toBeCloseTo(1, 6)
    expect(read.speedRatio).toBeCloseTo(0.651, 6)
  })
})

describe('a stall as it is sold', () => {
  it('is that of the converter with its rating engine', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ENGINE_KINDS),
        fc.double({ min: 150, max: 1500, noNaN: true }),
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        (kind, hp, share) => {
          const made = curveFromHeadline(typicalPeaksFor(kind, toSi(hp, 'hp')))
          if (!made.ok) throw new Error(kind)
          const curve = made.value
          const speed = curve.minSpeedRadPerS + share * (curve.peakTorqueSpeedRadPerS - curve.minSpeedRadPerS)
          const rating = soldRating({ kind, peakTorqueNm: curve.peakTorqueNm }, speed)
          if (!rating) throw new Error('an engine that runs has a torque')
          expect(rating.referenceTorqueNm / curve.torqueNm(speed)).toBeCloseTo(1, 9)
          expect(capacityFromStall(rating) * speed ** 2).toBeCloseTo(curve.torqueNm(speed), 6)
        },
      ),
    )
  })

  it('is zero at speeds outside those of the engine', () => {
    expect(soldRating({ kind: 'diesel', peakTorqueNm: 900 }, toSi(7000, 'rpm'))).toBeUndefined()
    expect(soldRating({ kind: 'petrol', peakTorqueNm: 500 }, toSi(100, 'rpm'))).toBeUndefined()
  })
})
