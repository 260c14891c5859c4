import type { GearTrain, PlanetarySet, ShiftElement } from '../gearing/train.js'

const set = (
  id: string,
  sun: string,
  ring: string,
  carrier: string,
  sunTeeth: number,
  ringTeeth: number,
  kind: PlanetarySet['kind'] = 'simple',
): PlanetarySet => ({
  id,
  kind,
  sun,
  ring,
  carrier,
  sunTeeth,
  ringTeeth,
  pinions: 2,
})
const brake = (id: string, a: string): ShiftElement => ({ id, kind: 'brake', a, b: 'case' })
const clutch = (id: string, a: string, b: string): ShiftElement => ({ id, kind: 'clutch', a, b })
const ranges = (table: Record<string, string[]>) =>
  Object.entries(table).map(([id, on]) => ({ id, name: id, on, reverse: id === 'R', lockup: false }))

/** Two sets with joined suns, ring 1 driven through the forward clutch, carrier 1 and ring 2 at the output. */
export const simpson = (s1: number, r1: number, s2: number, r2: number): GearTrain => ({
  members: ['in', 'ring1', 'suns', 'out', 'carrier2'],
  sets: [set('front', 'suns', 'ring1', 'out', s1, r1), set('rear', 'suns', 'out', 'carrier2', s2, r2)],
  joints: [],
  elements: [clutch('F', 'in', 'ring1'), clutch('D', 'in', 'suns'), brake('I', 'suns'), brake('L', 'carrier2')],
  input: 'in',
  output: 'out',
  ranges: ranges({ '1': ['F', 'L'], '2': ['F', 'I'], '3': ['F', 'D'], R: ['D', 'L'] }),
})

/** Two sets cross-coupled: carrier 1 with ring 2 = output, ring 1 with carrier 2. */
export const crossCoupled = (s1: number, r1: number, s2: number, r2: number): GearTrain => ({
  members: ['in', 'sun1', 'sun2', 'cross', 'out'],
  sets: [set('one', 'sun1', 'cross', 'out', s1, r1), set('two', 'sun2', 'out', 'cross', s2, r2)],
  joints: [],
  elements: [clutch('A', 'in', 'sun1'), clutch('B', 'in', 'cross'), clutch('C', 'in', 'sun2'), brake('H2', 'sun2'), brake('HX', 'cross')],
  input: 'in',
  output: 'out',
  ranges: ranges({ '1': ['A', 'HX'], '3': ['A', 'B'], '4': ['B', 'H2'], R: ['C', 'HX'] }),
})

/** A compound set: two suns, long and short pinions on one carrier, one ring. */
export const compound = (largeSun: number, smallSun: number, ring: number): GearTrain => ({
  members: ['in', 'large', 'small', 'carrier', 'ring'],
  sets: [
    set('simple', 'large', 'ring', 'carrier', largeSun, ring),
    set('double', 'small', 'ring', 'carrier', smallSun, ring, 'double-pinion'),
  ],
  joints: [],
  elements: [clutch('A', 'in', 'small'), clutch('B', 'in', 'large'), brake('HL', 'large'), brake('HC', 'carrier')],
  input: 'in',
  output: 'ring',
  ranges: ranges({ '1': ['A', 'HC'], '2': ['A', 'HL'], '3': ['A', 'B'], R: ['B', 'HC'] }),
})
