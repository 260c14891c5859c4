import fc from 'fast-check'
import { fromSi, toSi } from '../../quantity/units.js'
import { linePressure, oilBalance, type OilCircuit, type OilDemand, type ValvesGeometry } from './line-pressure.js'
import { lubeFlows, spinHead, type LubeCircuit } from './lubrication.js'
import { pumpIntake, pumpLeak, pumpTorque } from '../pump/pump.js'
import { regulatedPressure, regulatorIssues, reliefOpening } from './regulator.js'
import { oilViscosity } from '../../fluid/oil.js'

const valves: ValvesGeometry = {
  landDiameterM: 0.014,
  springRateNPerM: 3400,
  springCompressionM: 0.036,
  boostDiameterM: 0.0115,
  reverseDiameterM: 0.0075,
  lowDiameterM: 0.006,
  signalIdlePa: 0,
  signalFullPa: toSi(88, 'psi'),
  reliefSeatDiameterM: 0.008,
  reliefRateNPerM: 13000,
  reliefCompressionM: 0.0075,
  leakDiameterM: 0.0014,
  converterFeedDiameterM: 0.004,
  converterLimitPa: toSi(95, 'psi'),
  coolerDiameterM: 0.0031,
  coolerInto: 'front',
  passageDiameterM: 0.0026,
  lubes: [
    { name: 'support', branchesAt: 'front', diameterM: 0.0015, needPerTurnM3: 1e-7 },
    { name: 'gears', branchesAt: 'centre', diameterM: 0.0017, member: 'carrier', radiusM: 0.024, needPerTurnM3: 3e-7 },
    { name: 'bushing', branchesAt: 'centre', diameterM: 0.001, member: 'output', radiusM: 0.014, needPerTurnM3: 5e-8 },
  ],
}
const circuit: OilCircuit = { pump: { displacementM3: toSi(1.35, 'in³'), sideClearanceM: toSi(0.0015, 'in') }, valves }
const demand = (change: Partial<OilDemand> = {}): OilDemand => ({
  commandedPa: toSi(190, 'psi'),
  pumpRadPerS: toSi(750, 'rpm'),
  kelvin: toSi(250, '°F'),
  ringLeakDiameterM: 0.001,
  ...change,
})
const psi = (pa: number) => fromSi(pa, 'psi')

describe('regulator (balance of forces on the valve, by hand)', () => {
  // A_land 153.938 mm², spring 122.4 N, A_boost 103.869 mm², A_reverse 44.179 mm², A_low 28.274 mm², signal 606,739 Pa
  it('is spring force over land area with the throttle closed', () =>
    expect(regulatedPressure(valves, 'drive', 0)).toBeCloseTo(122.4 / 153.938e-6, -2))
  it('rises with the throttle signal on the boost valve', () =>
    expect(psi(regulatedPressure(valves, 'drive', 1))).toBeCloseTo((122.4 + 606739 * 103.869e-6) / 153.938e-6 / 6894.757, 2))
  it('is multiplied in reverse and in manual low by their land area against that of the regulator', () => {
    for (const throttle of [0, 0.4, 1]) {
      const drive = regulatedPressure(valves, 'drive', throttle)
      expect(regulatedPressure(valves, 'reverse', throttle) / drive).toBeCloseTo(153.938 / (153.938 - 44.179), 4)
      expect(regulatedPressure(valves, 'low', throttle) / drive).toBeCloseTo(153.938 / (153.938 - 28.274), 4)
    }
  })
  it('cannot have a signal above line pressure, and is unlimited if the reverse land equals that of the regulator', () => {
    const soft = { ...valves, springCompressionM: 0.002, signalFullPa: toSi(150, 'psi') }
    const pa = regulatedPressure(soft, 'drive', 1)
    expect(pa).toBeLessThan(soft.signalFullPa)
    expect(pa * (153.938e-6 - 103.869e-6)).toBeCloseTo(6.8, 3) // p·A_land = F + p·A_boost
    expect(regulatedPressure({ ...soft, reverseDiameterM: 0.014 }, 'reverse', 1)).toBe(Infinity)
    expect(regulatorIssues({ ...valves, reverseDiameterM: 0.014 }).map((f) => f.path)).toEqual(['geometry.reverseDiameterM'])
  })
  it('rises with every knob that a builder turns', () => {
    const knob = fc.constantFrom('springRateNPerM', 'springCompressionM', 'boostDiameterM', 'signalFullPa', 'reverseDiameterM')
    fc.assert(
      fc.property(
        knob,
        fc.double({ min: 1.01, max: 1.1, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (key, more, throttle) => {
          const turned = { ...valves, [key]: (valves[key] as number) * more }
          expect(regulatedPressure(turned, 'reverse', throttle)).toBeGreaterThan(regulatedPressure(valves, 'reverse', throttle))
        },
      ),
    )
  })
})

describe('relief valve', () => {
  it('opens at spring over seat', () => expect(reliefOpening(valves)).toBeCloseTo(97.5 / (Math.PI * 0.004 ** 2), 3))
  it('changes with a shim by rate × thickness / area, from any value', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 3e-3, noNaN: true }),
        fc.double({ min: 1000, max: 40000, noNaN: true }),
        fc.double({ min: 0.004, max: 0.02, noNaN: true }),
        (shim, rate, seat) => {
          const plain = { reliefSeatDiameterM: seat, reliefRateNPerM: rate, reliefCompressionM: 0.008 }
          const moved = reliefOpening({ ...plain, reliefShimM: shim }) - reliefOpening(plain)
          expect(moved / ((rate * shim) / ((Math.PI * seat ** 2) / 4))).toBeCloseTo(1, 9)
        },
      ),
    )
  })
  it('limits line pressure, and says so', () => {
    const asked = demand({ commandedPa: reliefOpening(valves) + 1e5, pumpRadPerS: 400 })
    const open = reliefOpening(valves)
    expect(linePressure(circuit, asked)).toEqual({ commandedPa: asked.commandedPa, madePa: open, linePa: open, state: 'relief-open' })
    expect(linePressure(circuit, { ...asked, mostPa: 9e5 })).toMatchObject({ madePa: open, linePa: 9e5, state: 'relief-open' })
  })
})

describe('pump', () => {
  it('moves its displacement every turn', () =>
    expect(pumpIntake(circuit.pump, toSi(1000, 'rpm')) * 60).toBeCloseTo(1.35 * 1.6387064e-5 * 1000, 9))
  it('loses most when hot: viscosity by ASTM D341 through the points of a usual fluid, steeply falling', () => {
    // 34 and 7.3 mm²/s at 850 kg/m³
    expect(oilViscosity(313.15)).toBeCloseTo(34e-6 * 850, 6)
    expect(oilViscosity(373.15)).toBeCloseTo(7.3e-6 * 850, 7)
    expect(oilViscosity(toSi(85, '°F')) / oilViscosity(toSi(250, '°F'))).toBeGreaterThan(8)
    expect(pumpLeak(circuit.pump, 1e6, 400)).toBeGreaterThan(pumpLeak(circuit.pump, 1e6, 350))
  })
  it('uses the power given to the oil, and that of friction', () => {
    const power = pumpTorque(circuit.pump, 1e6) * 100
    expect((1e6 * pumpIntake(circuit.pump, 100)) / power).toBeCloseTo(0.85, 9)
  })
  it('worn and hot at idle it is below demand: at line pressure all delivered oil leaks', () => {
    const worn = { ...circuit, pump: { ...circuit.pump, sideClearanceM: toSi(0.0042, 'in') } }
    const { linePa, state } = linePressure(worn, demand())
    const { intakeM3PerS, pumpLeakM3PerS, valvesLeakM3PerS, ringLeakM3PerS, spareM3PerS, chargePa } = oilBalance(worn, demand(), {})
    expect(state).toBe('short-of-oil')
    expect(linePa).toBeLessThan(demand().commandedPa)
    expect((pumpLeakM3PerS + valvesLeakM3PerS + ringLeakM3PerS) / intakeM3PerS).toBeCloseTo(1, 6)
    expect([spareM3PerS, chargePa].map((x) => Math.round(x * 1e9))).toEqual([0, 0])
    expect(linePressure(worn, demand({ kelvin: toSi(85, '°F') })).state).toBe('as-commanded')
  })
})

describe('oil paths', () => {
  const speeds = { carrier: 300, output: 200 }
  it('is all accounted for at any speed, heat and pressure, and every node is balanced', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 800, noNaN: true }),
        fc.double({ min: 280, max: 420, noNaN: true }),
        fc.double({ min: 20, max: 300, noNaN: true }),
        fc.constantFrom('front' as const, 'centre' as const),
        (rad, kelvin, asked, coolerInto) => {
          const led = { ...circuit, valves: { ...valves, coolerInto } }
          const b = oilBalance(led, demand({ pumpRadPerS: rad, kelvin, commandedPa: toSi(asked, 'psi') }), speeds)
          const out = b.pumpLeakM3PerS + b.valvesLeakM3PerS + b.ringLeakM3PerS + b.converterM3PerS + b.returnedM3PerS
          expect(out / b.intakeM3PerS).toBeCloseTo(1, 6)
          expect(b.returnedM3PerS).toBeGreaterThanOrEqual(0)
          expect(b.lube.branchesM3PerS.reduce((sum, flow) => sum + flow, 0)).toBeCloseTo(b.converterM3PerS, 9)
          expect(b.chargePa).toBeLessThanOrEqual(Math.min(b.linePa, valves.converterLimitPa) + 1)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('orifices in series divide the pressure as 1/A², parallel ones add up (by hand)', () => {
    const plain: LubeCircuit = {
      coolerDiameterM: 0.003,
      coolerInto: 'front',
      passageDiameterM: 0,
      lubes: [2, 2].map((d, i) => ({ name: `${i}`, branchesAt: 'front', diameterM: d / 1000, needPerTurnM3: 0 })),
    }
    const { frontPa, totalM3PerS } = lubeFlows(plain, 3e5, {})
    expect(frontPa).toBeCloseTo(3e5 / (1 + (8 / 9) ** 2), 0)
    expect(totalM3PerS).toBeCloseTo(0.7 * ((Math.PI / 4) * 8e-6) * Math.sqrt((2 * frontPa) / 850), 9)
  })
  it('a spinning branch draws by ½ρω²r², at the cost of its neighbor', () => {
    expect(spinHead(300, 0.024)).toBeCloseTo(0.5 * 850 * (300 * 0.024) ** 2, 6)
    const [still, spun] = [lubeFlows(valves, 4e5, {}), lubeFlows(valves, 4e5, { carrier: 900 })]
    expect(spun.branchesM3PerS[1]).toBeGreaterThan(still.branchesM3PerS[1] as number)
    expect(spun.branchesM3PerS[2]).toBeLessThan(still.branchesM3PerS[2] as number)
  })
  it('a larger hole increases the flow of its branch and of no other; a return to the center feeds the center', () => {
    const base = lubeFlows(valves, 4e5, speeds).branchesM3PerS
    const drilled = lubeFlows(
      { ...valves, lubes: valves.lubes.map((l) => (l.name === 'gears' ? { ...l, diameterM: 0.0026 } : l)) },
      4e5,
      speeds,
    ).branchesM3PerS
    expect(drilled.map((flow, i) => flow > (base[i] as number))).toEqual([false, true, false])
    const led = lubeFlows({ ...valves, coolerInto: 'centre' }, 4e5, speeds).branchesM3PerS
    expect(led.map((flow, i) => flow > (base[i] as number))).toEqual([false, true, true])
  })
})
