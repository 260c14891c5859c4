import fc from 'fast-check'
import { toSi } from '../../quantity/units.js'
import { plainPack } from '../../testing/pack.js'
import { heatedSteel, plateGainOptions, withOneMore } from './gain-plate.js'
import { frictionFaces, packCapacity, packIssues, pistonTravel, sweptVolume, type PackGeometry } from './pack.js'
import { mends, rubbingFaces, stackClearance, stackWrongs, wantedClearance, type PackStack, type Plate } from './stack.js'

const mm = (x: number) => x / 1000
const lined: Plate = { kind: 'lined', thicknessM: mm(1.8) }
const steel: Plate = { kind: 'steel', thicknessM: mm(2.2) }
const backing: Plate = { kind: 'backing', thicknessM: mm(5) }
const plates = (count: number): Plate[] => [...Array.from({ length: count }, () => [steel, lined]).flat(), backing]
const stackOf = (change: Partial<PackStack> = {}): PackStack => ({
  plates: plates(5),
  drumDepthM: mm(42),
  pistonHeightM: mm(14.13),
  pistonLeastHeightM: mm(9),
  ringThicknessM: mm(1.6),
  ringGrooveM: mm(2),
  selectiveRings: [1.3, 1.6, 1.9].map((x) => ({ thicknessM: mm(x) })),
  selectiveBackings: [4.6, 5.8].map((x) => ({ thicknessM: mm(x) })),
  ...change,
})
const packOf = (stack: PackStack, change: Partial<PackGeometry> = {}): PackGeometry =>
  plainPack({ linedPlates: stack.plates.filter((p) => p.kind === 'lined').length, platesThicknessM: mm(1.8), stack, ...change })
const codes = (stack: PackStack, turns?: 'forward' | 'backward') => stackWrongs(stack, turns).map(({ code, plate }) => `${code} ${plate}`)
const held = (pack: PackGeometry) => packCapacity(pack, { linePressurePa: toSi(190, 'psi'), drumSpeedRadPerS: 300, rangeId: '1' })

describe('a stack in its drum', () => {
  it('has the clearance that is left of its depth, and wants about ten thousandths a lined plate', () => {
    // 42 − 14.13 − (5·1.8 + 5·2.2 + 5) − 1.6
    expect(stackClearance(stackOf()) * 1000).toBeCloseTo(1.27, 9)
    const { leastM, mostM } = wantedClearance(stackOf())
    expect(toSi(0.05, 'in')).toBeGreaterThan(leastM)
    expect(toSi(0.05, 'in')).toBeLessThan(mostM)
    expect(codes(stackOf())).toEqual([])
  })
  it('agrees with torque, piston travel and fill volume of the clutch', () => {
    const pack = packOf(stackOf())
    expect([frictionFaces(pack), pistonTravel(pack) * 1000]).toEqual([10, expect.closeTo(1.27, 9)])
    expect(sweptVolume(pack, '1')).toBeCloseTo(Math.PI * (0.078 ** 2 - 0.036 ** 2) * 1.27e-3, 12)
    expect(held(pack)).toBeCloseTo(held(packOf(stackOf(), { stack: undefined } as object)), 9)
    expect(packIssues(packOf(stackOf(), { linedPlates: 6 })).map((f) => f.code)).toEqual(['stack-of-other-count'])
  })
  it('six plates for five are a fifth more at one force; single-sided plates count a face each', () => {
    expect(held(packOf(stackOf({ plates: plates(6) }))) / held(packOf(stackOf()))).toBeCloseTo(1.2, 12)
    const single: Plate[] = [
      ...Array.from({ length: 5 }, () => [
        { ...steel, lining: 'ring' as const },
        { ...lined, lining: 'ring' as const },
      ]).flat(),
      backing,
    ]
    expect(rubbingFaces(stackOf({ plates: single }))).toBe(10)
    expect(codes(stackOf({ plates: single, drumDepthM: mm(42.7) }))).toEqual([])
  })
  it('a steel doubled up adds no face; steels in pairs are one thicker steel', () => {
    expect(rubbingFaces(stackOf({ plates: [steel, steel, lined, steel, steel, lined, backing] }))).toBe(4)
  })
})

describe('a wrong stack is explained at the plate', () => {
  it.each<[string, PackStack, string[]]>([
    ['no room', stackOf({ drumDepthM: mm(40) }), ['no-room null']],
    ['too tight', stackOf({ pistonHeightM: mm(15) }), ['clearance-small null']],
    ['too loose', stackOf({ pistonHeightM: mm(12.5) }), ['clearance-large null']],
    ['a ring that does not fit', stackOf({ ringThicknessM: mm(2.3), drumDepthM: mm(42.7) }), ['ring-too-thick null']],
    [
      'two lined plates that meet',
      stackOf({ plates: [steel, lined, lined, steel, lined, backing], pistonHeightM: mm(24.8) }),
      ['lining-idle 1'],
    ],
    ['lining on the piston', stackOf({ plates: [lined, ...plates(4)], pistonHeightM: mm(16.3) }), ['lining-on-piston 0']],
    ['lining on the ring', stackOf({ plates: [...plates(4), lined], pistonHeightM: mm(16.3) }), ['lining-on-ring 9']],
    [
      'a single-sided plate facing wrong',
      stackOf({ plates: [steel, { ...lined, lining: 'piston' }, ...plates(4)] }),
      ['bare-faces-meet 1'],
    ],
    [
      'plates that all turn together',
      stackOf({ plates: [{ ...lined, turnsWith: 'drum' }, backing], pistonHeightM: mm(33.35) }),
      ['lining-on-piston 0', 'lining-idle 0', 'no-faces null'],
    ],
    ['lining against lining', stackOf({ plates: [{ ...steel, lining: 'ring' }, lined, ...plates(4)] }), ['linings-meet 0']],
  ])('%s', (_what, stack, wrong) => expect(codes(stack)).toEqual(wrong))
  it('grooves that face the wrong way for the sense in which the hub turns', () => {
    const stack = stackOf({ plates: [steel, { ...lined, grooves: 'backward' }, ...plates(4)] })
    expect([codes(stack, 'forward'), codes(stack, 'backward'), codes(stack)]).toEqual([['grooves-wrong-way 1'], [], []])
  })
})

describe('corrections', () => {
  it('every recommended ring or backing plate brings the clearance into the wanted range, and fits its groove', () => {
    fc.assert(
      fc.property(fc.double({ min: 12, max: 16, noNaN: true }), fc.double({ min: 1.4, max: 2.1, noNaN: true }), (height, groove) => {
        const stack = stackOf({ pistonHeightM: mm(height), ringGrooveM: mm(groove) })
        for (const { what, toM, clearanceM } of mends(stack)) {
          const mended =
            what === 'ring'
              ? { ...stack, ringThicknessM: toM }
              : { ...stack, plates: stack.plates.map((p) => (p.kind === 'backing' ? { ...p, thicknessM: toM } : p)) }
          expect(stackClearance(mended)).toBeCloseTo(clearanceM, 12)
          expect(codes(mended).filter((code) => !/^ring/.test(code) || what === 'ring')).toEqual([])
        }
      }),
    )
    expect(mends(stackOf({ pistonHeightM: mm(13.4) })).map(({ what, toM }) => `${what} ${toM * 1000}`)).toEqual(['backing 5.8', 'ring 1.9'])
  })
})

describe('ways to gain a plate', () => {
  const ways = new Map(plateGainOptions(packOf(stackOf())).map((gain) => [gain.way, gain]))
  it('each allows one more plate and the required clearance, at its own cost', () => {
    for (const gain of ways.values()) {
      expect(gain.facesShare).toBeCloseTo(1.2, 12)
      if (gain.blocked) continue
      const { leastM, mostM } = wantedClearance(gain.pack.stack as PackStack)
      expect(gain.clearanceM).toBeCloseTo((leastM + mostM) / 2, 9)
      expect(packIssues(gain.pack)).toEqual([])
    }
    expect(ways.get('piston')).toMatchObject({ blocked: null, flexShare: 1 })
    expect(ways.get('piston')?.heatShare).toBeGreaterThan(1)
    expect(ways.get('steels')?.heatShare).toBeLessThan(1)
    expect(ways.get('backing')).toMatchObject({ blocked: 'too-thin' })
    expect(ways.get('cushion')?.blocked).toBe('nothing-there')
  })
  it('a thinner backing plate bends by the cube; a piston that would be too short is reported', () => {
    const deep = plateGainOptions(
      packOf(stackOf({ plates: [...plates(5).slice(0, -1), { kind: 'backing', thicknessM: mm(9) }], drumDepthM: mm(46) })),
    )
    const gain = deep.find(({ way }) => way === 'backing')
    expect(gain?.blocked).toBeNull()
    expect(gain?.flexShare).toBeCloseTo((9 / ((gain?.toM ?? 0) * 1000)) ** 3, 9)
    expect(plateGainOptions(packOf(stackOf({ pistonLeastHeightM: mm(12) }))).find(({ way }) => way === 'piston')?.blocked).toBe(
      'piston-too-short',
    )
  })
  it('steels heated from one side count half: between piston and backing as many as there are lined plates', () => {
    expect(heatedSteel(stackOf()) * 1000).toBeCloseTo(4 * 2.2 + 2.2 / 2 + 5 / 2, 9)
    expect(withOneMore(stackOf()).plates).toHaveLength(13)
  })
})
