import fc from 'fast-check'
import type { Engine } from '../engine/boost.js'
import { engineWith } from '../engine/boost.js'
import { valueOf } from '../quantity/issue.js'
import { fromSi, toSi } from '../quantity/units.js'
import { engineOf, flatEngine } from '../testing/engines.js'
import { engineTorqueLine, lineEnd, linePoint, linePoints, stallOnLine, type EngineLine } from './boosted-line.js'
import { characteristic } from './characteristic.js'
import { cruisePoint } from './cruise.js'
import { flashProblem, flashStall, timeToThreshold, type FlashInput } from './flash-stall.js'
import {
  converterCharacteristic,
  converterIssues,
  inAnotherCore,
  impellerInertia,
  oilVolume,
  type ConverterGeometry,
} from '../parts/converter/geometry.js'
import { brakeStall } from './operating-point.js'
import { capacityFromStall, kFactorRpm } from './stall-rating.js'
import { tableCharacteristic, tableIssues, type TableRow } from './table.js'
import { wantedCore } from './wanted-stall.js'

const K = (trade: number) => toSi(trade, 'rpm/√lb-ft')
const row = (speedRatio: number, torqueRatio: number, k: number): TableRow => ({ speedRatio, torqueRatio, kFactorRadPerSPerRootNm: K(k) })
const TABLE = [row(0, 2.1, 148), row(0.3, 1.74, 147), row(0.6, 1.38, 156), row(0.8, 1.12, 182), row(0.9, 0.99, 230), row(0.96, 0.985, 345)]
const geometry = (change: Partial<ConverterGeometry> = {}): ConverterGeometry => ({
  diameterM: 0.26,
  stall: { speedRadPerS: toSi(3200, 'rpm'), referenceTorqueNm: toSi(450, 'lb-ft') },
  stallTorqueRatio: 2,
  lockup: false,
  ...change,
})
const rpm = (w: number) => fromSi(w, 'rpm')
const stallOf = (of: ConverterGeometry, engine = flatEngine(toSi(400, 'lb-ft'))) => {
  const match = brakeStall(engine, converterCharacteristic(of))
  return match.outcome === 'matched' ? rpm(match.point.engineSpeedRadPerS) : NaN
}

describe('a converter’s own table', () => {
  it('stalls as calculated by hand: N = K·√T', () => {
    expect(
      stallOf(geometry({ table: TABLE, stall: { speedRadPerS: toSi(148, 'rpm') * 20, referenceTorqueNm: toSi(400, 'lb-ft') } })),
    ).toBeCloseTo(148 * Math.sqrt(400), 6)
    const shape = tableCharacteristic(TABLE)
    for (const { speedRatio, torqueRatio, kFactorRadPerSPerRootNm } of TABLE) {
      expect(shape.torqueRatio(speedRatio)).toBeCloseTo(torqueRatio, 9)
      expect(kFactorRpm(shape.capacity(speedRatio))).toBeCloseTo(kFactorRadPerSPerRootNm / K(1), 6)
    }
    expect(shape.capacity(1)).toBeCloseTo(0, 15)
    expect([shape.stallTorqueRatio, shape.couplingSpeedRatio]).toEqual([2.1, 0.9])
  })

  it('agrees with the published shape that it was read from', () => {
    const shape = characteristic(0.008, 2)
    const read = Array.from({ length: 50 }, (_, i) => i * 0.0198).map((sr): TableRow => ({
      speedRatio: sr,
      torqueRatio: shape.torqueRatio(sr),
      kFactorRadPerSPerRootNm: shape.capacity(sr) ** -0.5,
    }))
    const table = tableCharacteristic(read)
    for (let sr = 0.01; sr < 0.96; sr += 0.013) {
      expect(table.capacity(sr) / shape.capacity(sr)).toBeCloseTo(1, 2)
      expect(table.torqueRatio(sr)).toBeCloseTo(shape.torqueRatio(sr), 2)
    }
  })

  it('is refused with an efficiency above 1, without a row at stall, and against its rating', () => {
    const faults = (rows: readonly TableRow[]) => tableIssues(rows).map((f) => `${f.path} ${f.code}`)
    expect(faults(TABLE)).toEqual([])
    expect(faults([row(0, 2, 150), row(0.6, 1.8, 150), row(0.9, 1, 200)])).toEqual(['table.1.torqueRatio more-out-than-in'])
    expect(faults([row(0.1, 2, 150), row(0.05, 1.5, 150), row(1, 0, -1)])).toEqual([
      'table.0.speedRatio table-without-stall',
      'table.1.speedRatio speed-ratio-not-rising',
      'table.2.speedRatio speed-ratio-outside',
      'table.2.torqueRatio torque-ratio-not-positive',
      'table.2.kFactorRadPerSPerRootNm k-factor-not-positive',
    ])
    expect(faults(TABLE.slice(0, 2))).toEqual(['table table-too-short'])
    expect(
      converterIssues(geometry({ table: TABLE, stall: { speedRadPerS: toSi(4000, 'rpm'), referenceTorqueNm: toSi(400, 'lb-ft') } })).map(
        (f) => f.code,
      ),
    ).toEqual(['rating-against-table'])
  })
})

describe('one family in another size', () => {
  it('has (290/230)^2.5 in K, rated or measured, and no stated oil and inertia', () => {
    for (const small of [
      geometry({ diameterM: 0.23 }),
      geometry({ diameterM: 0.23, table: TABLE, oilVolumeM3: 1, impellerInertiaKgM2: 1 }),
    ]) {
      const large = inAnotherCore(small, 0.29)
      const k = (g: ConverterGeometry) => kFactorRpm(converterCharacteristic(g).stallCapacity)
      expect(k(small) / k(large)).toBeCloseTo((290 / 230) ** 2.5, 9)
      expect(k(small) / k(large)).toBeCloseTo(1.785, 3)
      expect([oilVolume(large), impellerInertia(large)]).toEqual([0.0048 * (0.29 / 0.3) ** 3, 0.16 * (0.29 / 0.3) ** 5])
    }
  })

  it('has the wanted stall with any engine, or reports an earlier crossing', () => {
    const torques = fc.array(fc.integer({ min: 150, max: 900 }), { minLength: 3, maxLength: 7 })
    fc.assert(
      fc.property(torques, fc.integer({ min: 900, max: 6500 }), fc.boolean(), (ts, wanted, measured) => {
        const engine = engineOf(ts.map((t, i) => [800 + 1000 * i, t] as const))
        const found = wantedCore(geometry(measured ? { table: TABLE } : {}), engine, toSi(wanted, 'rpm'))
        if (found.outcome === 'found') return expect(stallOf(found.geometry, engine)).toBeCloseTo(wanted, 1)
        if (wanted > 800 + 1000 * (ts.length - 1)) return undefined
        const w = toSi(wanted, 'rpm')
        const capacity = engine.torqueNm(w) / w ** 2
        const earlier = Array.from({ length: 4000 }, (_, i) => toSi(800 + ((wanted - 800) * i) / 4000, 'rpm')).some(
          (x) => engine.torqueNm(x) <= capacity * x * x * (1 + 1e-6),
        )
        return expect(earlier).toBe(true)
      }),
      { numRuns: 150, examples: [[[150, 150, 150, 150], 3800, false]] },
    )
  })
})

/** A turbo engine, its converter, and a threshold. */
const turbo = (thresholdRpm: number): Engine =>
  valueOf(
    engineWith(
      engineOf([
        [900, 320],
        [2500, 560],
        [4500, 950],
        [7000, 800],
      ]),
      { thresholdRadPerS: toSi(thresholdRpm, 'rpm'), lagS: 0.5, offShare: 0.5 },
    ),
  )
const loose = characteristic(capacityFromStall({ speedRadPerS: toSi(3300, 'rpm'), referenceTorqueNm: toSi(480, 'lb-ft') }), 1.9)
const lineOf = (engine: Engine) => engineTorqueLine(engine, loose) as EngineLine

describe('boost that has to build', () => {
  it('builds on the brake where the stall without it reaches the threshold, and on the move where the climbing crossing does', () => {
    const off = rpm(lineOf(turbo(4000)).off?.points[0]?.engineSpeedRadPerS ?? NaN)
    expect(lineOf(turbo(off - 1)).boostTurbineRadPerS).toBe(0)
    expect(stallOnLine(lineOf(turbo(off - 1)))).toEqual(lineOf(turbo(off - 1)).on.points[0])
    const later = lineOf(turbo(off + 400))
    expect(later.boostTurbineRadPerS).toBeGreaterThan(0)
    expect(rpm(stallOnLine(later).engineSpeedRadPerS)).toBeCloseTo(off, 6)
    const before = linePoint(later, later.boostTurbineRadPerS * (1 - 1e-9))
    expect(rpm(before.engineSpeedRadPerS)).toBeCloseTo(off + 400, 2)
    expect(linePoint(later, later.boostTurbineRadPerS).turbineTorqueNm).toBeGreaterThan(1.3 * before.turbineTorqueNm)
    expect(
      lineOf({ ...turbo(4000), boost: { thresholdRadPerS: toSi(6999.9, 'rpm'), lagS: 1, offShare: 0.5 } }).boostTurbineRadPerS,
    ).toBeGreaterThan(later.boostTurbineRadPerS)
  })

  it('leaves one line, turbine speed rising, that balances engine and impeller everywhere', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2200, max: 6900 }), fc.double({ min: 0, max: 500, noNaN: true }), (threshold, from) => {
        const line = lineOf(turbo(threshold))
        const points = linePoints(line, from)
        points.forEach((p, i) => {
          expect(p.turbineSpeedRadPerS).toBeGreaterThan(points[i - 1]?.turbineSpeedRadPerS ?? from)
          expect((loose.capacity(p.speedRatio) * p.engineSpeedRadPerS ** 2) / p.engineTorqueNm).toBeCloseTo(1, 5)
          const boosted = p.turbineSpeedRadPerS >= line.boostTurbineRadPerS * (1 - 1e-6)
          expect(p.engineTorqueNm).toBeCloseTo((boosted ? line.on : (line.off as typeof line.on)).curve.torqueNm(p.engineSpeedRadPerS), 6)
        })
        if (points.length > 0) expect(points.at(-1)).toEqual(lineEnd(line))
      }),
      { numRuns: 60 },
    )
  })
})

/** What is used of the general solver, whose sources do not pass the rules of this project. */
interface Odex {
  Solver: new (unknowns: number) => {
    denseOutput: boolean
    absoluteTolerance: number
    relativeTolerance: number
    grid(step: number, seen: (t: number, y: number[]) => void): unknown
    solve(derivative: (t: number, y: number[]) => number[], from: number, start: number[], to: number, out: unknown): unknown
  }
}
const { Solver } = jest.requireActual<Odex>('odex')

/** The flattest rise of engine speed by a general solver (Hairer's ODEX), found on its dense output by second differences. */
function flattest(input: FlashInput, untilS: number): number {
  const problem = flashProblem(input)
  const solver = new Solver(3)
  solver.denseOutput = true
  solver.absoluteTolerance = solver.relativeTolerance = 1e-11
  const [speeds, step] = [[] as number[], 2e-4]
  const derivative = (t: number, y: number[]) => [...problem.derivative(t, y)]
  solver.solve(
    derivative,
    0,
    [...problem.start],
    untilS,
    solver.grid(step, (_t, y) => void speeds.push(y[0] as number)),
  )
  const rise = speeds.slice(1).map((w, i) => w - (speeds[i] as number))
  let falling = false
  for (let i = 1; i < rise.length; i++) {
    const change = (rise[i] as number) - (rise[i - 1] as number)
    if (change < 0) falling = true
    else if (falling && change > 0) return rpm(speeds[i] as number)
  }
  return NaN
}

describe('flash stall', () => {
  it('agrees with an independent integrator within 5 rpm, with boost and without', () => {
    const cases = fc.record({
      boosted: fc.boolean(),
      engineKgM2: fc.double({ min: 0.2, max: 0.6, noNaN: true }),
      turbineKgM2: fc.double({ min: 1, max: 12, noNaN: true }),
      dragNm: fc.double({ min: 0, max: 60, noNaN: true }),
    })
    fc.assert(
      fc.property(cases, ({ boosted, engineKgM2, turbineKgM2, dragNm }) => {
        const engine = boosted ? turbo(2600) : { on: turbo(2600).on }
        const input = { engine, converter: loose, engineInertiaKgM2: engineKgM2, turbineInertiaKgM2: turbineKgM2, dragNm }
        const flash = flashStall(input)
        if (flash.outcome !== 'flashed') throw new Error(flash.outcome)
        expect(Math.abs(rpm(flash.speedRadPerS) - flattest(input, flash.timeS + 0.05))).toBeLessThan(5)
      }),
      { numRuns: 12 },
    )
  })

  it('of a very heavy vehicle is the stall on the brake, and is lower for a lighter one', () => {
    const at = (turbineInertiaKgM2: number) => {
      const flash = flashStall({ engine: { on: turbo(2600).on }, converter: loose, engineInertiaKgM2: 0.3, turbineInertiaKgM2, dragNm: 0 })
      return flash.outcome === 'flashed' ? rpm(flash.speedRadPerS) : NaN
    }
    const stall = rpm((lineOf({ on: turbo(2600).on }) as EngineLine).on.points[0]?.engineSpeedRadPerS ?? NaN)
    expect(Math.abs(at(400) - stall)).toBeLessThan(0.01 * stall)
    expect(at(2)).toBeLessThan(at(10))
    expect(at(10)).toBeLessThan(at(400) + 1)
  })

  it('with the output held waits for boost, which takes about three of its lags, and stays off boost below the threshold', () => {
    const held = (threshold: number) =>
      flashStall({ engine: turbo(threshold), converter: loose, engineInertiaKgM2: 0.3, turbineInertiaKgM2: Infinity, dragNm: 0 })
    const [high, low] = [lineOf(turbo(2200)), held(2200)]
    if (low.outcome !== 'flashed') throw new Error(low.outcome)
    expect(low.speedRadPerS / stallOnLine(high).engineSpeedRadPerS).toBeGreaterThan(0.96)
    expect(low.timeS).toBeGreaterThan(1.4)
    const never = held(4500)
    expect(never).toMatchObject({ outcome: 'flashed', boostShare: 0 })
    const until = (threshold: number) =>
      timeToThreshold({ engine: turbo(threshold), converter: loose, engineInertiaKgM2: 0.3, turbineInertiaKgM2: Infinity, dragNm: 0 })
    expect(until(2200)).toBeGreaterThan(0.05)
    expect(until(2200)).toBeLessThan(low.timeS - 2 * 0.5)
    expect([until(4500), until(2600)]).toEqual([null, expect.any(Number)])
  })

  it('reports an engine that can’t turn the converter at idle, or passes redline', () => {
    const on = flatEngine(300, 800, 7000)
    const flash = (capacity: number) =>
      flashStall({
        engine: { on },
        converter: characteristic(capacity, 2),
        engineInertiaKgM2: 0.3,
        turbineInertiaKgM2: Infinity,
        dragNm: 0,
      }).outcome
    expect([flash(1), flash(1e-5)]).toEqual(['held-at-idle', 'past-redline'])
  })
})

describe('cruise', () => {
  it('passes the demanded torque, with more slip for more torque', () => {
    fc.assert(
      fc.property(fc.double({ min: 100, max: 400, noNaN: true }), fc.double({ min: 20, max: 300, noNaN: true }), (turbine, torque) => {
        const point = cruisePoint(loose, turbine, torque)
        if (!point) return
        const { speedRatio, engineSpeedRadPerS, engineTorqueNm, lostShare } = point
        expect(loose.capacity(speedRatio) * engineSpeedRadPerS ** 2).toBeCloseTo(engineTorqueNm, 4)
        expect(engineTorqueNm * loose.torqueRatio(speedRatio)).toBeCloseTo(torque, 6)
        expect((1 - lostShare) * engineTorqueNm * engineSpeedRadPerS).toBeCloseTo(torque * turbine, 3)
        expect(cruisePoint(loose, turbine, 1.2 * torque)?.speedRatio ?? 0).toBeLessThan(speedRatio)
      }),
    )
  })
})
