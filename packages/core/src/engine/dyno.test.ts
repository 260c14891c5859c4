import fc from 'fast-check'
import { normal, seeded } from '../numeric/seeded.js'
import { valueOf } from '../quantity/issue.js'
import { fromSi, toSi } from '../quantity/units.js'
import { engineCurve, engineOfBrief, type BriefEngine } from '../model/brief.js'
import { engineOf } from '../testing/engines.js'
import { offBoostCurve } from './boost.js'
import { dryPressure, flywheelFactor, j1349Factor, J1349_AIR, OLDER_OVER_J1349, type Measurement } from './correction.js'
import { dynoPull } from './dyno-cell.js'
import { boostFor, typicalPeaksFor } from './template.js'
import { MOST_SWEEP_POINTS, sweepPoints } from './sweep.js'

const codes = (measured: Measurement, kind: BriefEngine['kind'] = 'petrol') => {
  const made = flywheelFactor(measured, kind)
  return made.ok ? [] : made.issues.map((f) => `${f.path} ${f.code}`)
}

describe('figures of a dyno sheet', () => {
  it('are unchanged in the standard air of SAE J1349, and about 4 % higher by the older convention', () => {
    expect(j1349Factor(J1349_AIR.dryPa, 298)).toBeCloseTo(1, 12)
    expect(OLDER_OVER_J1349).toBeCloseTo(1.04, 3)
    // by hand: 960 hPa with 60 % humidity at 30 °C: saturation 42.4 hPa, dry 934.6 hPa, 1.176 × 1.0593 × 1.00861 − 0.176
    const air = { barometerPa: toSi(960, 'hPa'), humidity: 0.6, temperatureK: toSi(30, '°C') }
    expect(fromSi(dryPressure(air), 'hPa')).toBeCloseTo(934.6, 1)
    expect(valueOf(flywheelFactor({ at: 'flywheel', correction: 'observed', air: { ...air, humidity: 0 } }, 'petrol'))).toBeCloseTo(
      1.176 * (990 / 960) * Math.sqrt(303.15 / 298) - 0.176,
      9,
    )
    expect(codes({ at: 'flywheel', correction: 'observed', air })).toEqual(['measured.air correction-too-large'])
  })

  it('are never corrected for a boosted engine or a diesel, and name missing figures', () => {
    for (const kind of ['petrol-turbo', 'petrol-supercharged', 'petrol-centrifugal', 'diesel'] as const)
      for (const correction of ['older', 'observed'] as const)
        expect(codes({ at: 'flywheel', correction }, kind)).toEqual(['measured.correction correction-not-for-kind'])
    expect(codes({ at: 'wheels', correction: 'none' })).toEqual(['measured.lossShare loss-not-stated'])
    expect(codes({ at: 'flywheel', correction: 'observed' })).toEqual(['measured.air air-not-stated'])
    expect(codes({ at: 'flywheel', correction: 'factor' }, 'diesel')).toEqual(['measured.factor factor-not-stated'])
  })

  it('are converted from the wheels to the flywheel in the brief, as points and as headline figures', () => {
    const measured = { at: 'wheels', lossShare: 0.2, correction: 'factor', factor: 1.05 } as const
    const points = [
      [1500, 300],
      [4500, 500],
      [6500, 420],
    ].map(([rpm, nm]) => ({ speedRadPerS: toSi(rpm as number, 'rpm'), torqueNm: nm as number }))
    expect(valueOf(engineCurve({ kind: 'petrol-turbo', form: 'points', points, measured })).peakTorqueNm).toBeCloseTo(500 / 0.8 / 1.05, 9)
    const headline = typicalPeaksFor('petrol', toSi(400, 'hp'))
    expect(valueOf(engineCurve({ kind: 'petrol', form: 'headline', headline, measured })).peakPowerW).toBeCloseTo(toSi(400, 'hp') / 0.84, 6)
  })
})

describe('a pull', () => {
  it('of few rising rows is unchanged; many rows are averaged against noise, in any order', () => {
    const curve = engineOf([[1500, 400], [3000, 640], [4500, 700], [6000, 620], [7000, 500]]) // prettier-ignore
    const quiet = { rows: 60, lossShare: 0, factor: 1, torqueNoise: 0, speedNoiseRadPerS: 0 }
    expect(sweepPoints(dynoPull(curve, quiet, seeded(1)))).toEqual({ points: dynoPull(curve, quiet, seeded(99)), binRadPerS: null })
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const rows = dynoPull(curve, { ...quiet, rows: 20000, torqueNoise: 0.03, speedNoiseRadPerS: 2 }, seeded(seed))
        const { points, binRadPerS } = sweepPoints(rows)
        expect(points.length).toBeLessThanOrEqual(MOST_SWEEP_POINTS + 1)
        for (const p of points.slice(2, -2)) expect(Math.abs(p.torqueNm / curve.torqueNm(p.speedRadPerS) - 1)).toBeLessThan(0.015)
        const turned = sweepPoints([...rows].reverse())
        expect(turned.binRadPerS).toBe(binRadPerS)
        turned.points.forEach((p, i) => expect(p.torqueNm).toBeCloseTo(points[i]?.torqueNm ?? NaN, 6))
      }),
      { numRuns: 5 },
    )
  })

  it('is the same for the same seed, and another for another', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, (_, i) => normal(seeded(seed + i)))
    expect(draw(3)).toEqual(draw(3))
    expect(draw(3)).not.toEqual(draw(4))
    const many = Array.from(
      { length: 4000 },
      (() =>
        (
          (random) => () =>
            normal(random)
        )(seeded(5)))(),
    )
    expect(Math.abs(many.reduce((a, b) => a + b) / many.length)).toBeLessThan(0.06)
    expect(many.reduce((a, b) => a + b * b) / many.length).toBeCloseTo(1, 0)
  })
})

describe('an engine without its boost', () => {
  const on = engineOf([[900, 300], [2500, 520], [4500, 900], [7000, 760]]) // prettier-ignore
  it('never exceeds the torque with boost, and has its share of the peak if possible', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (offShare, at) => {
        const off = valueOf(offBoostCurve(on, { thresholdRadPerS: 300, lagS: 1, offShare }))
        const w = on.minSpeedRadPerS + at * (on.maxSpeedRadPerS - on.minSpeedRadPerS)
        expect(off.torqueNm(w)).toBeLessThanOrEqual(on.torqueNm(w) + 1e-9)
        const share = w <= on.peakTorqueSpeedRadPerS ? offShare * on.peakTorqueNm : offShare * on.torqueNm(w)
        expect(off.torqueNm(w)).toBeCloseTo(Math.min(on.torqueNm(w), share), 9)
      }),
    )
  })

  it('reports an impossible threshold and an impossible measured curve; a driven blower needs neither', () => {
    const engine = (boost: object) =>
      engineOfBrief({ kind: 'diesel', form: 'headline', headline: typicalPeaksFor('diesel', toSi(300, 'hp')), boost } as BriefEngine)
    const boost = { thresholdRadPerS: 10, lagS: 1, offShare: 0.5 }
    const faults = (of: object) => ((made) => (made.ok ? [] : made.issues.map((f) => `${f.path} ${f.code}`)))(engine(of))
    expect(faults(boost)).toEqual(['engine.boost.thresholdRadPerS threshold-outside-curve'])
    expect(
      faults({
        ...boost,
        thresholdRadPerS: 150,
        offPoints: [
          { speedRadPerS: 100, torqueNm: 0 },
          { speedRadPerS: 90, torqueNm: 5 },
        ],
      }),
    ).toEqual(['engine.boost.offPoints.0.torqueNm torque-not-positive', 'engine.boost.offPoints.1.speedRadPerS curve-speed-not-rising'])
    expect([boostFor('petrol', 400), boostFor('petrol-supercharged', 400)]).toEqual([undefined, undefined])
  })
})
