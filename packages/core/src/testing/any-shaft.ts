import fc from 'fast-check'
import { STEELS } from '../material/steels.js'
import { shaftIssues, shaftLength, type CrossHole, type Groove, type ShaftGeometry } from '../parts/shaft/shaft.js'

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const section = fc.record(
  {
    outerDiameterM: between(0.02, 0.04),
    boreDiameterM: between(0, 0.012),
    lengthM: between(0.01, 0.08),
    spline: fc.record({
      teeth: fc.integer({ min: 24, max: 40 }),
      moduleM: fc.constant(0.0008),
      root: fc.constantFrom('fillet' as const, 'flat' as const),
    }),
    crossHoleDiameterM: between(0.002, 0.005),
    idle: fc.constant(true),
  },
  { requiredKeys: ['outerDiameterM', 'boreDiameterM', 'lengthM'] },
)

/** Any shaft that can be, with holes and grooves anywhere, also across steps and on one another. */
export const anyShaft: fc.Arbitrary<ShaftGeometry> = fc
  .record({
    steelId: fc.constantFrom(...STEELS.map(({ id }) => id)),
    caseDepthM: fc.constantFrom(0, 0.002),
    sections: fc.array(section, { minLength: 1, maxLength: 5 }),
    holes: fc.array(fc.record({ share: between(0, 1), diameterM: between(0.001, 0.006), drillings: fc.integer({ min: 1, max: 2 }) }), {
      maxLength: 3,
    }),
    grooves: fc.array(
      fc.record({
        share: between(0, 1),
        widthM: between(0.001, 0.006),
        bottomDiameterM: between(0.016, 0.036),
        radiusM: between(1e-4, 1e-3),
      }),
      { maxLength: 3 },
    ),
  })
  .map(({ sections, holes, grooves, ...rest }): ShaftGeometry => {
    const named = sections.map((s, i) => ({ ...s, name: `s${i}` }))
    const length = shaftLength({ sections: named })
    return {
      ...rest,
      sections: named,
      holes: holes.map(({ share, ...h }, i): CrossHole => ({ ...h, name: `h${i}`, fromFrontM: share * length })),
      grooves: grooves.map(({ share, ...g }, i): Groove => ({ ...g, name: `g${i}`, fromFrontM: share * length })),
    }
  })
  .filter((shaft) => shaft.sections.some((s) => !s.idle) && shaftIssues(shaft).length === 0)
