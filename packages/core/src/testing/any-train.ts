import fc from 'fast-check'
import { assemblyIssues } from '../gearing/assembly.js'
import { CASE, type GearTrain, type PlanetarySet, type RigidJoint, type ShiftElement } from '../gearing/train.js'

/** Teeth and pinions of a set that can be built, of either kind. */
const buildable = fc
  .record({
    kind: fc.constantFrom('simple' as const, 'simple' as const, 'double-pinion' as const),
    sunTeeth: fc.integer({ min: 20, max: 60 }),
    pinion: fc.integer({ min: 12, max: 36 }),
    pinions: fc.integer({ min: 1, max: 6 }),
  })
  .map(({ kind, sunTeeth, pinion, pinions }) => ({ kind, sunTeeth, ringTeeth: sunTeeth + 2 * pinion, pinions }))
  .filter((teeth) => assemblyIssues({ ...teeth, id: 's', sun: 'a', ring: 'b', carrier: 'c' }, 's').length === 0)

/** Trains of any topology: buildable sets hung on a few members at random, members joined and elements put between them at random. */
export const anyTrain = fc
  .record({
    members: fc.integer({ min: 4, max: 9 }),
    sets: fc.array(fc.record({ at: fc.tuple(fc.nat(), fc.nat(), fc.nat()), teeth: buildable }), { minLength: 1, maxLength: 3 }),
    joints: fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 2 }),
    elements: fc.array(
      fc.record({ at: fc.tuple(fc.nat(), fc.nat()), kind: fc.constantFrom('clutch', 'clutch', 'one-way'), holds: fc.boolean() }),
      { minLength: 1, maxLength: 5 },
    ),
  })
  .map(({ members, sets, joints, elements }): GearTrain => {
    const names = Array.from({ length: members }, (_, i) => `m${i}`)
    const two = (a: number, b: number): [string, string] => {
      const first = a % members
      return [names[first] as string, names[(first + 1 + (b % (members - 1))) % members] as string]
    }
    const made = sets.map(({ at: [a, b, c], teeth }, i): PlanetarySet => {
      const [sun, ring] = two(a, b)
      const rest = names.filter((name) => name !== sun && name !== ring)
      return { ...teeth, id: `set${i}`, sun, ring, carrier: rest[c % rest.length] as string }
    })
    const joined = joints.map(([a, b], i): RigidJoint => {
      const [one, other] = two(a, b)
      return { id: `j${i}`, a: one, b: other }
    })
    const between = elements.map(({ at: [a, b], kind, holds }, i): ShiftElement => {
      const [one, other] = two(a, b)
      const ends = { a: one, b: b % 3 === 0 ? CASE : other }
      return {
        id: `e${i}`,
        ...ends,
        ...(kind === 'clutch' ? { kind } : { kind: 'one-way', holds: holds ? 'forward' : 'backward' }),
      } as ShiftElement
    })
    return {
      members: names,
      sets: made,
      joints: joined,
      elements: between,
      input: 'm0',
      output: names[members - 1] as string,
      ranges: [{ id: '1', name: 'first', on: between.map((e) => e.id), reverse: false, lockup: false }],
    }
  })
