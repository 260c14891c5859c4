import fc from 'fast-check'
import { fromSi, toSi } from '../quantity/units.js'
import { valueOf } from '../quantity/issue.js'
import { engineOf } from '../testing/engines.js'
import { curveFromPoints } from './curve.js'
import { curveFromHeadline, headlineIssues, type Headline } from './headline.js'
import { ENGINE_KINDS, typicalPeaksFor } from './template.js'
import { monotoneCubic } from './monotone-cubic.js'

/** Headline figures that agree with each other: the torque peak anywhere between the torque of the power peak and its power at the torque peak. */
const headlines = fc
  .record({
    torquePeakRpm: fc.integer({ min: 1500, max: 5000 }),
    spanRpm: fc.integer({ min: 400, max: 4000 }),
    powerHp: fc.integer({ min: 50, max: 2000 }),
    between: fc.double({ min: 0.02, max: 0.98, noNaN: true }),
  })
  .map(({ torquePeakRpm, spanRpm, powerHp, between }): Headline => {
    const [wt, wp] = [toSi(torquePeakRpm, 'rpm'), toSi(torquePeakRpm + spanRpm, 'rpm')]
    const tp = toSi(powerHp, 'hp') / wp
    return {
      peakTorqueNm: tp * (1 + (between * (wp - wt)) / wt),
      peakTorqueSpeedRadPerS: wt,
      peakPowerW: tp * wp,
      peakPowerSpeedRadPerS: wp,
      idleSpeedRadPerS: toSi(800, 'rpm'),
      redlineRadPerS: wp * 1.05,
    }
  })

describe('engine from headline figures', () => {
  it('passes through both peaks and never above either', () => {
    fc.assert(
      fc.property(headlines, fc.double({ min: 0, max: 1, noNaN: true }), (h, at) => {
        const curve = valueOf(curveFromHeadline(h))
        const w = h.idleSpeedRadPerS + at * (h.redlineRadPerS - h.idleSpeedRadPerS)
        expect(curve.torqueNm(h.peakTorqueSpeedRadPerS)).toBeCloseTo(h.peakTorqueNm, 8)
        expect(curve.torqueNm(h.peakPowerSpeedRadPerS) * h.peakPowerSpeedRadPerS).toBeCloseTo(h.peakPowerW, 4)
        expect(curve.torqueNm(w)).toBeLessThanOrEqual(h.peakTorqueNm * (1 + 1e-12))
        expect(curve.torqueNm(w) * w).toBeLessThanOrEqual(h.peakPowerW * (1 + 1e-9))
      }),
    )
  })

  it('falls gently past the power peak, by 1/10 of T_p in the next 1/10 of speed, and ends before torque is gone', () => {
    fc.assert(
      fc.property(headlines, fc.double({ min: 1, max: 3, noNaN: true }), (h, beyond) => {
        const curve = valueOf(curveFromHeadline({ ...h, redlineRadPerS: beyond * h.peakPowerSpeedRadPerS }))
        const tp = h.peakPowerW / h.peakPowerSpeedRadPerS
        const at = Math.min(1.1, beyond)
        expect(curve.torqueNm(at * h.peakPowerSpeedRadPerS) / tp).toBeCloseTo(2 - at, 9)
        expect(curve.torqueNm(curve.maxSpeedRadPerS)).toBeGreaterThan(0)
      }),
    )
    // 500 lb-ft at 3,000, 560 hp at 6,000, redline 6,600: the law between the peaks would be at 377 lb-ft there, and at −66 by 8,000
    const steep = valueOf(
      curveFromHeadline({
        peakTorqueNm: toSi(500, 'lb-ft'),
        peakTorqueSpeedRadPerS: toSi(3000, 'rpm'),
        peakPowerW: toSi(560, 'hp'),
        peakPowerSpeedRadPerS: toSi(6000, 'rpm'),
        idleSpeedRadPerS: toSi(800, 'rpm'),
        redlineRadPerS: toSi(6600, 'rpm'),
      }),
    )
    expect(fromSi(steep.torqueNm(toSi(6600, 'rpm')), 'lb-ft')).toBeCloseTo(0.9 * 490.2, 0)
  })

  it('accepts a diesel of flat torque: torque falls from its peak, power rises to its peak', () => {
    const diesel: Headline = {
      peakTorqueNm: toSi(1150, 'lb-ft'),
      peakTorqueSpeedRadPerS: toSi(1900, 'rpm'),
      peakPowerW: toSi(470, 'hp'),
      peakPowerSpeedRadPerS: toSi(2900, 'rpm'),
      idleSpeedRadPerS: toSi(700, 'rpm'),
      redlineRadPerS: toSi(3200, 'rpm'),
    }
    const curve = valueOf(curveFromHeadline(diesel))
    const at = Array.from({ length: 101 }, (_, i) => diesel.peakTorqueSpeedRadPerS + (i / 100) * toSi(1000, 'rpm'))
    at.slice(1).forEach((w, i) => {
      const before = at[i] as number
      expect(curve.torqueNm(w)).toBeLessThan(curve.torqueNm(before))
      expect(curve.torqueNm(w) * w).toBeGreaterThan(curve.torqueNm(before) * before)
    })
    const impossible = headlineIssues({ ...diesel, peakTorqueNm: toSi(1310, 'lb-ft') }) // 474 hp already at 1,900 rpm
    expect(impossible[0]?.code).toBe('headline-inconsistent')
  })

  it('refuses peaks that contradict each other, and names the possible torques', () => {
    const good = typicalPeaksFor('petrol', toSi(500, 'hp'))
    const tooLow = headlineIssues({ ...good, peakTorqueNm: 0.99 * (good.peakPowerW / good.peakPowerSpeedRadPerS) })
    const tooHigh = headlineIssues({ ...good, peakTorqueNm: 2 * good.peakTorqueNm })
    for (const [issue] of [tooLow, tooHigh]) {
      if (issue?.code !== 'headline-inconsistent') throw new Error(issue?.code)
      const middle = (issue.values.aboveNm + issue.values.belowNm) / 2
      expect(headlineIssues({ ...good, peakTorqueNm: middle })).toEqual([])
    }
    expect(headlineIssues({ ...good, redlineRadPerS: good.peakPowerSpeedRadPerS - 1 })[0]?.code).toBe('headline-speeds-out-of-order')
    expect(headlineIssues({ ...good, idleTorqueNm: good.peakTorqueNm * 1.1 })[0]?.code).toBe('idle-torque-out-of-range')
  })

  it.each(ENGINE_KINDS)('has a template for %s that agrees with itself', (kind) =>
    expect(headlineIssues(typicalPeaksFor(kind, toSi(400, 'hp')))).toEqual([]),
  )
})

describe('engine from points', () => {
  it('never leaves the span of two neighbouring points (Fritsch–Carlson)', () => {
    const steps = fc.array(fc.tuple(fc.double({ min: 1, max: 500, noNaN: true }), fc.double({ min: 1, max: 2000, noNaN: true })), {
      minLength: 2,
      maxLength: 12,
    })
    fc.assert(
      fc.property(steps, fc.double({ min: 0, max: 1, noNaN: true }), (points, t) => {
        const xs = points.reduce<number[]>((all, [dx]) => [...all, (all.at(-1) ?? 0) + dx], [])
        const ys = points.map(([, y]) => y)
        const f = monotoneCubic(xs, ys)
        for (let k = 0; k + 1 < xs.length; k++) {
          const [y0, y1] = [ys[k] as number, ys[k + 1] as number]
          const y = f((xs[k] as number) + t * ((xs[k + 1] as number) - (xs[k] as number)))
          const dust = 1e-9 * Math.max(y0, y1)
          expect(y).toBeGreaterThanOrEqual(Math.min(y0, y1) - dust)
          expect(y).toBeLessThanOrEqual(Math.max(y0, y1) + dust)
        }
      }),
    )
  })

  it('finds the peaks of a measured curve', () => {
    const curve = engineOf([[1500, 400], [3000, 640], [4500, 700], [6000, 620], [7000, 500]]) // prettier-ignore
    expect(fromSi(curve.peakTorqueSpeedRadPerS, 'rpm')).toBeCloseTo(4500, 6)
    expect(curve.peakTorqueNm).toBeCloseTo(700, 9)
    const finest = Math.max(
      ...Array.from({ length: 55001 }, (_, i) => toSi(1500 + i / 10, 'rpm') * curve.torqueNm(toSi(1500 + i / 10, 'rpm'))),
    )
    expect(curve.peakPowerW).toBeGreaterThanOrEqual(finest * (1 - 1e-9))
  })

  it('refuses one point, rpm that does not rise, and torque that is not above zero', () => {
    const point = (speedRadPerS: number, torqueNm = 500) => ({ speedRadPerS, torqueNm })
    const codes = (...points: ReturnType<typeof point>[]) => {
      const made = curveFromPoints(points)
      return made.ok ? [] : made.issues.map((f) => `${f.path} ${f.code}`)
    }
    expect(codes(point(100))).toEqual(['points curve-too-few-points'])
    expect(codes(point(100), point(300), point(200))).toEqual(['points.2.speedRadPerS curve-speed-not-rising'])
    expect(codes(point(100), point(200, -5))).toEqual(['points.1.torqueNm torque-not-positive'])
    expect(codes(point(0), point(200, NaN))).toEqual(['points.0.speedRadPerS speed-not-positive', 'points.1.torqueNm torque-not-positive'])
  })
})
