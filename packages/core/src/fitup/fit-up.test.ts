import fc from 'fast-check'
import { fromSi, toSi } from '../quantity/units.js'
import { fitInput, GOOD_FIT, NOSE_M, type FitCase } from '../testing/fit.js'
import { coverBallooningM } from '../parts/converter/front.js'
import { practiceReading } from './calliper.js'
import type { FitEntry, LengthEntry } from './entry.js'
import { fitUp } from './fit-up.js'
import { judgeSpan } from './judge-span.js'
import { CHAIN_DIMENSIONS, type LinkId } from './chain-dimensions.js'
import type { Book, Reading } from '../model/reading.js'
import { RESOLUTION_M, TOOLS_FOR } from '../model/tool.js'
import { seeded } from '../numeric/seeded.js'

const inch = (value: number) => toSi(value, 'in')
/** The book as it is kept: every reading with the parts that it was taken of. */
const kept = (of: FitCase, { readings }: Book): Book => {
  const keys = new Map(fitUp(fitInput(of)).entries.map(({ id, key }) => [id, key]))
  return { readings: Object.fromEntries(Object.entries(readings).map(([id, reading]) => [keys.get(id) ?? id, reading])) }
}
const report = (of: FitCase, book?: Book) => new Map(fitUp(fitInput(of, book && kept(of, book))).entries.map((entry) => [entry.id, entry]))
const lengthOf = (entries: ReadonlyMap<string, FitEntry>, id: string) => entries.get(id) as LengthEntry
const read = (toolId: Reading['toolId'], ...values: number[]): Reading => ({ toolId, values: values.map((valueM) => ({ valueM })) })
const bookOf = (readings: Record<string, Reading>): Book => ({ readings })
const measured = (id: string, reading: Reading, of: FitCase = GOOD_FIT) => lengthOf(report(of, bookOf({ [id]: reading })), id)

describe('pilot engagement after a motor plate', () => {
  // Every figure of the grid is whole in thousandths of an inch or of a millimetre, so that the sum is exact in whole numbers.
  const grid = { in: { pilots: [1060, 1125, 1250, 1251, 1375], plates: [0, 125, 126, 187, 250], leasts: [62, 125, 188, 250] }, mm: { pilots: [27000, 30000, 31750, 35000], plates: [0, 1500, 3000, 3175, 6000], leasts: [2000, 3000, 3175, 5000] } } as const // prettier-ignore
  it.each(['in', 'mm'] as const)('is refused if and only if it is under the minimum, with the extension to order (%s)', (unit) => {
    const { pilots, plates, leasts } = grid[unit]
    const m = (thousandths: number) => toSi(thousandths / 1000, unit)
    const depth = unit === 'in' ? 1000 : 25000
    let refused = 0
    for (const pilot of pilots)
      for (const plate of plates)
        for (const least of leasts) {
          const of: FitCase = {
            ...GOOD_FIT,
            front: { ...GOOD_FIT.front, pilotAheadM: m(pilot) },
            plate: { ...GOOD_FIT.plate, depthM: m(depth) },
            limits: { ...GOOD_FIT.limits, pilotEngagementLeastM: m(least) },
            motorPlate: { thicknessM: m(plate) },
          }
          const { verdict, order, specifiedM } = lengthOf(report(of), 'pilot-engagement')
          const left = pilot - depth - plate
          expect(fromSi(specifiedM as number, unit)).toBeCloseTo(left / 1000, 9)
          expect(verdict.word).toBe(left < least ? 'refused' : 'fits')
          if (left >= least) expect(order).toBeNull()
          else expect(fromSi(order?.byM as number, unit)).toBeCloseTo((least - left) / 1000, 9)
          refused += left < least ? 1 : 0
        }
    const all = pilots.length * plates.length * leasts.length
    expect(refused).toBeGreaterThan(all / 5)
    expect(refused).toBeLessThan((all * 4) / 5)
  })
  it('requires a longer pilot of its kind; a custom one is part of the cover', () => {
    const short = { ...GOOD_FIT, motorPlate: { thicknessM: inch(0.25) } }
    expect(lengthOf(report(short), 'pilot-engagement').order?.code).toBe('pilot-engagement')
    const custom = { ...short, front: { ...short.front, pilotMake: 'custom' as const } }
    expect(lengthOf(report(custom), 'pilot-engagement').order?.code).toBe('custom-pilot')
    const tight = (pilotWallM?: number) =>
      lengthOf(
        report({
          ...GOOD_FIT,
          front: { ...GOOD_FIT.front, pilotDiameterM: inch(1.71), ...(pilotWallM === undefined ? {} : { pilotWallM }) },
        }),
        'pilot-fit',
      ).order?.code
    expect([tight(), tight(inch(0.08)), tight(inch(0.2))]).toEqual(['pilot-fit', 'pilot-fit', 'turn-pilot'])
    const { order } = lengthOf(report(short), 'pilot-engagement')
    const longer = {
      ...short,
      pilot: { form: 'replaces' as const, diameterM: GOOD_FIT.front.pilotDiameterM, extensionM: order?.byM as number },
    }
    expect(lengthOf(report(longer), 'pilot-engagement').verdict.word).toBe('fits')
  })
  it('does not move the pads without spacers: then the converter is too far forward', () => {
    const bare = report({ ...GOOD_FIT, motorPlate: { thicknessM: inch(0.25), padSpacerM: 0 } })
    expect(lengthOf(bare, 'pilot-engagement').verdict.word).toBe('fits')
    expect(lengthOf(bare, 'pull-forward').verdict).toMatchObject({ word: 'refused', side: 'most' })
  })
})

/** Where everything stands along the axis, from the crank's face: the same fit, laid out instead of summed. */
function laidOut({ rear, fit, front, plate, motorPlate, pilot, crankBolts, converterBolts }: FitCase) {
  const ring = plate.spacerRingM ?? 0
  const padsAt = ring + (plate.depthM as number) + (motorPlate ? (motorPlate.padSpacerM ?? motorPlate.thicknessM) : 0)
  const caseAt = (rear.faceToBlockM as number) + (motorPlate?.thicknessM ?? 0)
  const tipAt = padsAt - front.pilotAheadM - (pilot?.extensionM ?? 0)
  const hubAt = padsAt + front.heightM
  const homePadsAt = caseAt + fit.pumpSeatM - front.heightM
  const headsAt = ring + plate.thicknessM + crankBolts.headHeightM
  const swollen = coverBallooningM(front, { chargePa: toSi(100, 'psi'), speedRadPerS: 750 }, plate.crankJoint.circleDiameterM / 2) as number
  const inCrank = crankBolts.lengthM - plate.thicknessM - ring
  const inPads = converterBolts.lengthM - plate.thicknessM - (padsAt - ring - (plate.depthM as number))
  return {
    'pilot-engagement': -tipAt,
    'pilot-bottom': tipAt + (rear.boreDepthM as number),
    'pilot-fit': (rear.boreDiameterM as number) - (pilot?.diameterM ?? front.pilotDiameterM),
    'pull-forward': homePadsAt - padsAt,
    'pump-drive-left': front.pumpDriveM - (caseAt + fit.pumpSeatM - hubAt),
    'turbine-spline': padsAt + (front.turbineMouthM as number) - (caseAt + fit.inputTipM + NOSE_M.input),
    'stator-spline': padsAt + (front.statorMouthM as number) - (caseAt + fit.supportTipM + NOSE_M.support),
    'shaft-room': caseAt + fit.inputTipM - (homePadsAt + (front.floorM as number)),
    'head-room': padsAt + front.coverBehindM - swollen - headsAt,
    'crank-thread': inCrank,
    'crank-thread-room': (rear.threadDepthM as number) - inCrank,
    'converter-thread': inPads,
    'converter-thread-room': front.threadDepthM - inPads,
    'hub-fit': fit.pumpBoreM - front.hubDiameterM,
  }
}

/** A way to change one length of a case, and which link of the chain that is. */
const CHANGES: readonly [LinkId, (of: FitCase, byM: number) => FitCase][] = [
  ['face-to-block', (of, m) => ({ ...of, rear: { ...of.rear, faceToBlockM: (of.rear.faceToBlockM as number) + m } })],
  ['bore-diameter', (of, m) => ({ ...of, rear: { ...of.rear, boreDiameterM: (of.rear.boreDiameterM as number) + m } })],
  ['bore-depth', (of, m) => ({ ...of, rear: { ...of.rear, boreDepthM: (of.rear.boreDepthM as number) + m } })],
  ['crank-thread-depth', (of, m) => ({ ...of, rear: { ...of.rear, threadDepthM: (of.rear.threadDepthM as number) + m } })],
  ['plate-thickness', (of, m) => ({ ...of, plate: { ...of.plate, thicknessM: of.plate.thicknessM + m } })],
  ['plate-depth', (of, m) => ({ ...of, plate: { ...of.plate, depthM: (of.plate.depthM as number) + m } })],
  ['spacer-ring', (of, m) => ({ ...of, plate: { ...of.plate, spacerRingM: (of.plate.spacerRingM ?? 0) + Math.abs(m) } })],
  ['crank-bolt-length', (of, m) => ({ ...of, crankBolts: { ...of.crankBolts, lengthM: of.crankBolts.lengthM + m } })],
  ['crank-bolt-head', (of, m) => ({ ...of, crankBolts: { ...of.crankBolts, headHeightM: of.crankBolts.headHeightM + m } })],
  ['converter-bolt-length', (of, m) => ({ ...of, converterBolts: { ...of.converterBolts, lengthM: of.converterBolts.lengthM + m } })],
  ['pilot-ahead', (of, m) => ({ ...of, front: { ...of.front, pilotAheadM: of.front.pilotAheadM + m } })],
  ['cover-behind', (of, m) => ({ ...of, front: { ...of.front, coverBehindM: of.front.coverBehindM + m } })],
  ['converter-height', (of, m) => ({ ...of, front: { ...of.front, heightM: of.front.heightM + m } })],
  ['hub-diameter', (of, m) => ({ ...of, front: { ...of.front, hubDiameterM: of.front.hubDiameterM + m } })],
  ['pump-drive', (of, m) => ({ ...of, front: { ...of.front, pumpDriveM: of.front.pumpDriveM + m } })],
  ['turbine-mouth', (of, m) => ({ ...of, front: { ...of.front, turbineMouthM: (of.front.turbineMouthM as number) + m } })],
  ['stator-mouth', (of, m) => ({ ...of, front: { ...of.front, statorMouthM: (of.front.statorMouthM as number) + m } })],
  ['converter-floor', (of, m) => ({ ...of, front: { ...of.front, floorM: (of.front.floorM as number) + m } })],
  ['pad-thread-depth', (of, m) => ({ ...of, front: { ...of.front, threadDepthM: of.front.threadDepthM + m } })],
  ['pump-seat', (of, m) => ({ ...of, fit: { ...of.fit, pumpSeatM: of.fit.pumpSeatM + m } })],
  ['pump-bore', (of, m) => ({ ...of, fit: { ...of.fit, pumpBoreM: of.fit.pumpBoreM + m } })],
  ['input-tip', (of, m) => ({ ...of, fit: { ...of.fit, inputTipM: of.fit.inputTipM + m } })],
  ['support-tip', (of, m) => ({ ...of, fit: { ...of.fit, supportTipM: of.fit.supportTipM + m } })],
]

const anyMm = fc
  .double({ min: 0.05, max: 4, noNaN: true })
  .chain((mm) => fc.constantFrom(mm, -mm))
  .map((mm) => mm / 1000)
const anyFit = fc
  .array(fc.tuple(fc.nat(CHANGES.length - 1), anyMm), { maxLength: 6 })
  .chain((changes) =>
    fc
      .option(fc.record({ thicknessM: anyMm.map(Math.abs), padSpacerM: anyMm.map(Math.abs) }), { nil: undefined })
      .map((motorPlate) => ({ changes, motorPlate })),
  )
  .map(({ changes, motorPlate }) =>
    changes.reduce((of, [i, m]) => (CHANGES[i] as (typeof CHANGES)[number])[1](of, m), motorPlate ? { ...GOOD_FIT, motorPlate } : GOOD_FIT),
  )

describe('the chain from the crank to the output', () => {
  it('fits with all lengths in order', () =>
    expect([...report(GOOD_FIT).values()].filter(({ verdict }) => verdict.word === 'refused')).toEqual([]))
  it('equals the clearance of the same parts laid out along the axis', () =>
    fc.assert(
      fc.property(anyFit, (of) => {
        const entries = report(of)
        for (const [id, leftM] of Object.entries(laidOut(of))) expect(lengthOf(entries, id).specifiedM).toBeCloseTo(leftM, 9)
      }),
      { numRuns: 80 },
    ))
  it('moves every entry that depends on a length, and no other, when that length changes, by the sheet or by a reading', () =>
    fc.assert(
      fc.property(anyFit, fc.constantFrom(...CHANGES), anyMm, fc.boolean(), (of, [link, changed], byM, byReading) => {
        const before = report(of)
        const nominalM = CHAIN_DIMENSIONS.find(({ id }) => id === link)?.nominalM(fitUp(fitInput(of)).facts, fitInput(of)) ?? 0
        const after = byReading ? report(of, bookOf({ [link]: read('eye', nominalM + byM, nominalM + byM) })) : report(changed(of, byM))
        const laid = [laidOut(of), laidOut(changed(of, link === 'spacer-ring' ? Math.abs(byM) : byM))] as const
        fc.pre(!(byReading && (link === 'spacer-ring' || Math.abs(byM) < 1e-5)))
        for (const id of Object.keys(laid[0]) as (keyof (typeof laid)[0])[]) {
          const [was, is] = [before, after].map((entries) => lengthOf(entries, id)) as [LengthEntry, LengthEntry]
          const moved = Math.abs(laid[1][id] - laid[0][id]) > 1e-9
          const isM = is.measured?.lowM ?? is.specifiedM
          expect([id, Math.abs((isM as number) - (was.specifiedM as number)) > 1e-9]).toEqual([id, moved])
          if (!moved) expect({ ...is, reading: null }).toEqual({ ...was, reading: null })
        }
      }),
      { numRuns: 150 },
    ))
  it('names unknown lengths, and does not judge figures that need them', () => {
    const { boreDepthM: _, ...rear } = GOOD_FIT.rear
    void _
    const entry = lengthOf(report({ ...GOOD_FIT, rear }), 'pilot-bottom')
    expect([entry.verdict.word, entry.missing]).toEqual(['unknown', ['bore-depth']])
    const known = lengthOf(report({ ...GOOD_FIT, rear }, bookOf({ 'bore-depth': read('calliper', inch(1)) })), 'pilot-bottom')
    expect(known.verdict.word).toBe('fits')
  })
})

describe('a cover under pressure', () => {
  const cover = { pilotDiameterM: 0.045, circleDiameterM: 0.276, coverThicknessM: 0.008 }
  const grows = (change: object, oil: { chargePa: number; speedRadPerS: number }) =>
    coverBallooningM({ ...cover, ...change }, oil, 0.045) as number
  it('swells with the pressure and with one over the cube of its thickness, most at its pilot and not at its pads', () => {
    const at = { chargePa: 7e5, speedRadPerS: 0 }
    expect(grows({}, { ...at, chargePa: 14e5 }) / grows({}, at)).toBeCloseTo(2, 9)
    expect(grows({ coverThicknessM: 0.004 }, at) / grows({}, at)).toBeCloseTo(8, 9)
    expect(coverBallooningM(cover, at, 0.138)).toBeCloseTo(0, 12)
    expect(coverBallooningM(cover, at, 0.0225) as number).toBeGreaterThan(grows({}, at))
  })
  it('spinning oil presses with ½·ρ·ω²·r²: twice the speed, four times as far; as far as its mean over the area at least where that lies outside', () => {
    const spun = grows({}, { chargePa: 0, speedRadPerS: 700 })
    expect(grows({}, { chargePa: 0, speedRadPerS: 1400 }) / spun).toBeCloseTo(4, 9)
    const [a, b] = [0.0225, 0.138]
    const meanPa = ((850 / 2) * 700 ** 2 * (b ** 4 - a ** 4)) / 2 / (b ** 2 - a ** 2)
    // The same load spread evenly sits further in, where the plate gives more.
    expect(spun).toBeLessThan(grows({}, { chargePa: meanPa, speedRadPerS: 0 }))
    expect(spun).toBeGreaterThan(0.5 * grows({}, { chargePa: meanPa, speedRadPerS: 0 }))
  })
  it('is unknown without the cover thickness, as are the bolt heads under it', () => {
    const { coverThicknessM: _, ...front } = GOOD_FIT.front
    void _
    expect(lengthOf(report({ ...GOOD_FIT, front }), 'head-room')).toMatchObject({ verdict: { word: 'unknown' }, missing: ['swelling'] })
  })
})

describe('a reading near a limit', () => {
  it('is never passed or refused nearer than the tool can be trusted, nor held back further off', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.constantFrom(...TOOLS_FOR.length, ...TOOLS_FOR.play),
        fc.boolean(),
        (steps, tool, upper) => {
          const openM = RESOLUTION_M[tool]
          const limitM = 0.004
          const valueM = limitM + steps * openM
          const verdict = judgeSpan(
            { lowM: valueM, highM: valueM, openM },
            upper ? { leastM: null, mostM: limitM } : { leastM: limitM, mostM: null },
          )
          const inside = upper ? -steps : steps
          fc.pre(Math.abs(Math.abs(steps) - 1) > 1e-3)
          expect(verdict.word).toBe(Math.abs(inside) < 1 ? 'measure-again' : inside < 0 ? 'refused' : 'fits')
        },
      ),
    ))
  it('names the tool, and the first length of a sum', () => {
    const least = GOOD_FIT.limits.pilotEngagementLeastM
    const ahead = (GOOD_FIT.plate.depthM as number) + least
    const near = lengthOf(
      report(GOOD_FIT, bookOf({ 'pilot-ahead': read('rule', ahead + inch(0.004)), 'plate-depth': read('calliper', inch(1)) })),
      'pilot-engagement',
    )
    expect(near.verdict.word).toBe('measure-again')
    expect(near.again).toEqual({ linkId: 'pilot-ahead', toolId: 'calliper', settles: true })
    const nearer = lengthOf(report(GOOD_FIT, bookOf({ 'pilot-ahead': read('calliper', ahead + inch(0.0001)) })), 'pilot-engagement')
    expect(nearer.again).toEqual({ linkId: 'pilot-ahead', toolId: 'depth-micrometer', settles: false })
    expect(measured('pull-forward', read('feelers', GOOD_FIT.limits.pullForwardMostM - inch(0.0005)))).toMatchObject({
      verdict: { word: 'measure-again', side: 'most' },
      again: { linkId: null },
    })
  })
  it('requires a second angle of a round part, and reports an oval one', () => {
    expect(measured('bore-diameter', read('bore-gauge', inch(1.702))).verdict.word).toBe('second-angle')
    expect(measured('bore-diameter', read('bore-gauge', inch(1.702), inch(1.7022))).verdict.word).toBe('taken')
    expect(measured('bore-diameter', read('bore-gauge', inch(1.702), inch(1.704))).verdict).toMatchObject({ word: 'out-of-round' })
    expect(measured('bore-diameter', read('calliper', inch(1.702), inch(1.7025)))).toMatchObject({
      verdict: { word: 'measure-again' },
      again: { toolId: 'bore-gauge', settles: true },
    })
  })
  it('holds an oval bore to its narrow side for the slip and to its wide side for the play', () => {
    const oval = bookOf({ 'bore-diameter': read('bore-gauge', inch(1.7003), inch(1.7058)) })
    expect(lengthOf(report(GOOD_FIT, oval), 'pilot-fit')).toMatchObject({ verdict: { word: 'refused', side: 'most' } })
    expect(lengthOf(report(GOOD_FIT, oval), 'pilot-fit').measured?.lowM).toBeCloseTo(inch(0.0003), 9)
  })
})

describe('patterns, splines, clearances', () => {
  it('match where every thread finds a hole of its size on its circle', () => {
    const word = (change: Partial<FitCase['front']>) => report({ ...GOOD_FIT, front: { ...GOOD_FIT.front, ...change } }).get('pad-pattern')
    expect(word({})?.verdict.word).toBe('fits')
    expect(word({ bolts: 3 })?.verdict.word).toBe('fits')
    expect(word({ bolts: 4 })).toMatchObject({ verdict: { word: 'differs' }, pair: { differences: ['number'] } })
    expect(word({ circleDiameterM: inch(11.5), boltDiameterM: inch(0.375) })).toMatchObject({ pair: { differences: ['circle', 'bolt'] } })
    expect(report({ ...GOOD_FIT, rear: { ...GOOD_FIT.rear, pattern: 'b' } }).get('case-pattern')?.verdict.word).toBe('differs')
  })
  it('a clearance out of range has the number of steps that correct it', () => {
    const of = {
      ...GOOD_FIT,
      fit: {
        ...GOOD_FIT.fit,
        clearances: [
          {
            id: 'box',
            name: 'input shaft end play',
            kind: 'end-play',
            station: 'output-shaft',
            leastM: inch(0.006),
            mostM: inch(0.024),
            stepM: inch(0.01),
          },
        ],
      },
    } as const
    const entry = lengthOf(report(of, bookOf({ 'clearance box': read('dial', inch(0.035)) })), 'clearance box')
    expect([entry.verdict.word, entry.order?.steps]).toEqual(['refused', 2])
  })
  it('a spline with another tooth count than its drawing is a stop', () => {
    const id = 'spline input-shaft spline'
    const counted = (count: number) => report(GOOD_FIT, bookOf({ [id]: { toolId: 'eye', values: [], count } })).get(id)?.verdict.word
    expect([counted(32), counted(35)]).toEqual(['fits', 'differs'])
  })
  it('the simulated tool has the resolution of the real one, and the same readings for the same seed', () => {
    const entry = lengthOf(report(GOOD_FIT), 'bore-diameter')
    const shown = practiceReading(entry, 'bore-gauge', seeded(3)) as number[]
    expect(shown).toEqual(practiceReading(entry, 'bore-gauge', seeded(3)))
    expect(shown).toHaveLength(2)
    for (const m of shown) expect(Math.abs(m / RESOLUTION_M['bore-gauge'] - Math.round(m / RESOLUTION_M['bore-gauge']))).toBeLessThan(1e-6)
  })
})
