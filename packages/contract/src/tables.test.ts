import { brakeStall, curveFromPoints, dynoPull, fromSi, seeded, tableCharacteristic, toSi, valueOf, type TableRow } from '@plucky/core'
import fc from 'fast-check'
import { readConverterTable, readDyno, writeConverterTable, writeDynoCsv, type DynoDialect, type DynoReading } from './index.js'

const curve = valueOf(
  curveFromPoints(
    [
      [1500, 400],
      [3000, 640],
      [4500, 700],
      [6000, 620],
      [7000, 500],
    ].map(([rpm, torqueNm]) => ({ speedRadPerS: toSi(rpm as number, 'rpm'), torqueNm: torqueNm as number })),
  ),
)
const pull = (rows: number, seed = 1) =>
  dynoPull(curve, { rows, lossShare: 0, factor: 1, torqueNoise: 0.002, speedNoiseRadPerS: 0 }, seeded(seed))
const points = (reading: DynoReading) => reading.sweep?.points ?? []
const ids = (reading: DynoReading) => reading.doubts.map((doubt) => doubt.id)
const at = (reading: DynoReading, i: number) => [fromSi(points(reading)[i]?.speedRadPerS ?? NaN, 'rpm'), points(reading)[i]?.torqueNm]

const dialects: fc.Arbitrary<DynoDialect> = fc
  .record({
    delimiter: fc.constantFrom(',' as const, ';' as const, '\t' as const),
    decimal: fc.constantFrom('.' as const, ',' as const),
    torque: fc.constantFrom('N·m' as const, 'lb-ft' as const),
    quoted: fc.boolean(),
  })
  // A decimal comma between commas stands in quotes.
  .map((dialect) => (dialect.delimiter === ',' && dialect.decimal === ',' ? { ...dialect, quoted: true } : dialect))

describe('a dyno file', () => {
  it('is read in any dialect that the dyno cell writes, without a doubt', () => {
    fc.assert(
      fc.property(dialects, fc.integer({ min: 3, max: 100 }), (dialect, rows) => {
        const made = pull(rows)
        const reading = readDyno(writeDynoCsv(made, dialect))
        expect([reading.doubts, reading.table.bad, reading.table.decimal]).toEqual([[], [], dialect.decimal])
        expect(points(reading)).toHaveLength(rows)
        points(reading).forEach((p, i) => {
          expect(Math.abs(fromSi(p.speedRadPerS - (made[i]?.speedRadPerS ?? NaN), 'rpm'))).toBeLessThan(0.051)
          expect(Math.abs(p.torqueNm - (made[i]?.torqueNm ?? NaN))).toBeLessThan(0.01)
        })
      }),
      { numRuns: 60 },
    )
  })

  it('with one fault in 20,000 rows names that row, and has no result until it is decided', () => {
    const faults = ['', 'n/a', '"open', '-12', '3 10 4x', '99999999']
    const text = new Map<string, string[]>()
    fc.assert(
      fc.property(dialects, fc.integer({ min: 0, max: 19999 }), fc.constantFrom(...faults), (dialect, row, fault) => {
        const key = JSON.stringify(dialect)
        const lines = text.get(key) ?? writeDynoCsv(pull(20000), dialect).trimEnd().split('\r\n')
        text.set(key, lines)
        const [speed] = (lines[row + 1] as string).split(new RegExp(`${dialect.quoted ? '(?<=")' : ''}${dialect.delimiter}`))
        const broken = [...lines.slice(0, row + 1), `${speed}${dialect.delimiter}${fault}`, ...lines.slice(row + 2)].join('\r\n')
        const reading = readDyno(broken)
        expect(reading.table.bad.map(({ line }) => line)).toEqual([row + 2])
        expect(reading.table.bad[0]?.sentence).toContain(`Line ${row + 2}:`)
        expect([ids(reading), reading.sweep]).toEqual([['bad-rows'], undefined])
        expect(readDyno(broken, { leaveOut: true }).table.rows).toHaveLength(19999)
      }),
      { numRuns: 3 },
    )
  })

  it('asks for a missing unit, for one of two columns, and for the meaning of a comma', () => {
    expect(ids(readDyno('rpm,torque\n2000,300\n3000,350\n'))).toEqual(['unit:torque'])
    expect(at(readDyno('rpm,torque\n2000,300\n3000,350\n', { units: { torque: 'lb-ft' } }), 1)[1]).toBeCloseTo(toSi(350, 'lb-ft'), 9)
    const two = 'rpm;Torque 1 (Nm);Torque 2 (Nm)\n2000;300;310\n3000;350;360\n'
    expect(ids(readDyno(two))).toEqual(['column:torque'])
    expect(at(readDyno(two, { columns: { torque: 2 } }), 0)).toEqual([expect.closeTo(2000, 6), 310])
    const thousands = 'rpm;Nm\n2000;12,500\n3000;13,500\n'
    expect(ids(readDyno(thousands))).toEqual(['decimal'])
    expect([at(readDyno(thousands, { decimal: ',' }), 0)[1], at(readDyno(thousands, { decimal: '.' }), 0)[1]]).toEqual([12.5, 12500])
    expect(ids(readDyno('2000;300\n3000;350\n'))).toEqual(['column:speed', 'column:torque'])
  })

  it('tells thousands from decimals if only one is possible, and the torque unit from the power', () => {
    expect(at(readDyno('rpm;Nm\n"2,500";310\n"3,000";350\n'), 0)).toEqual([expect.closeTo(2500, 6), 310])
    expect(at(readDyno('1/min;Drehmoment [Nm]\n2.500,5;310,25\n3.000,5;350,25\n'), 0)).toEqual([expect.closeTo(2500.5, 6), 310.25])
    const both = 'Engine rpm,Torque,Power (hp)\n2626.0565,400,200\n5252.113,500,500\n'
    expect(readDyno(both).table.units['torque']).toBe('lb-ft')
    expect(readDyno(both).remark).toBe('')
    expect(readDyno('rpm,Torque (lb-ft),Power (hp)\n2626,400,240\n5252,500,590\n').remark).toContain('17%')
    expect(at(readDyno('rpm,Power (kW)\n3000,100\n6000,180\n'), 0)[1]).toBeCloseTo(100000 / toSi(3000, 'rpm'), 9)
  })

  it('reads past a preamble, a line of units and a head on two lines, and hears wheels and corrections in it', () => {
    const sheet = 'Cell 2, run 14, uncorrected\n\n"Engine\nspeed";"Wheel torque"\n1/min;Nm\n2000;300\n3000;350\n'
    const reading = readDyno(sheet)
    expect(reading.table.heads).toEqual(['Engine speed 1/min', 'Wheel torque Nm'])
    expect([reading.doubts, reading.hints, points(reading).length]).toEqual([[], { atWheels: true, corrected: 'none' }, 2])
    expect(readDyno('rpm,Nm\n2000,300\nbad,350\n3000,360\n').table.bad[0]?.sentence).toBe('Line 3: engine speed: not a number: “bad”.')
    expect(at(readDyno('rpm\tkgf·m\n2500\t30\n3000\t32\n'), 0)[1]).toBeCloseTo(30 * 9.80665, 9)
    expect(readDyno('no figures here\nat all').table.problems[0]?.code).toBe('no-figures')
  })
})

describe('a converter’s table', () => {
  const rows: TableRow[] = [
    [0, 2.1, 148],
    [0.5, 1.5, 152],
    [0.85, 1.05, 196],
    [0.95, 0.98, 310],
  ].map(([sr, tr, k]) => ({
    speedRatio: sr as number,
    torqueRatio: tr as number,
    kFactorRadPerSPerRootNm: toSi(k as number, 'rpm/√lb-ft'),
  }))

  it('is exported and imported unchanged, in either unit of K, and asks for a unit that the heading lacks', () => {
    const text = writeConverterTable(rows)
    readConverterTable(text).rows?.forEach((row, i) =>
      expect(row).toEqual({ ...rows[i], kFactorRadPerSPerRootNm: expect.closeTo(rows[i]?.kFactorRadPerSPerRootNm ?? NaN, 9) }),
    )
    expect(readConverterTable(text).rows).toHaveLength(4)
    const bare = readConverterTable('SR,TR,K\n0,2,150\n0.5,1.4,155\n0.9,1,220\n')
    expect([bare.doubts.map(({ id }) => id), bare.rows]).toEqual([['unit:kFactor'], undefined])
    const metric = readConverterTable('SR,TR,K\n0,2,150\n0.5,1.4,155\n0.9,1,220\n', { units: { kFactor: 'rpm/√N·m' } })
    expect(metric.rows?.[0]?.kFactorRadPerSPerRootNm).toBeCloseTo(toSi(150, 'rpm'), 9)
  })

  it('that is imported stalls as calculated by hand: 148 × √400 = 2960 rpm at 400 lb-ft', () => {
    const { rows = [] } = readConverterTable('SR;TR;K [rpm/√lb-ft]\n0;2,1;148\n0,5;1,5;152\n0,85;1,05;196\n')
    const flat = valueOf(curveFromPoints([1000, 6000].map((rpm) => ({ speedRadPerS: toSi(rpm, 'rpm'), torqueNm: toSi(400, 'lb-ft') }))))
    const stall = brakeStall(flat, tableCharacteristic(rows))
    if (stall.outcome !== 'matched') throw new Error(stall.outcome)
    expect(fromSi(stall.point.engineSpeedRadPerS, 'rpm')).toBeCloseTo(2960, 6)
    expect(fromSi(stall.point.turbineTorqueNm, 'lb-ft')).toBeCloseTo(2.1 * 400, 6)
  })

  it('is refused completely with an impossible or unreadable row, which is named', () => {
    const more = readConverterTable('SR;TR;K (rpm/√lb-ft)\n0;2,1;148\n0,6;1,7;155\n0,9;1;220\n')
    expect([more.rows, more.problems.map((p) => p.sentence)]).toEqual([
      undefined,
      [expect.stringContaining('Row 2: speed ratio 0.6 times torque ratio 1.7 is 1.020')],
    ])
    const unread = readConverterTable('SR,TR,K (rpm/√lb-ft)\n0,2.1,148\n0.6,x,155\n0.9,1,220\n')
    expect(unread.problems.map((p) => p.sentence)).toEqual(['Line 3: torque ratio: not a number: “x”.'])
  })
})

describe('foreign dyno files', () => {
  const rpm = (value: number) => toSi(value, 'rpm')
  /** First and last row read, or the codes of problems and doubts. */
  const ends = (reading: DynoReading) => {
    const rows = reading.table.rows.map(({ values }) => [values['speed'], values['torque'] ?? values['power']])
    return rows.length === 0 ? [reading.table.problems.map(({ code }) => code), reading.doubts.map(({ id }) => id)] : [rows[0], rows.at(-1)]
  }
  const close = (...rows: [number, number][]) => rows.map(([speed, of]) => [expect.closeTo(speed, 6), expect.closeTo(of, 6)])
  const sheet = (...lines: string[]) => lines.join('\r\n')
  it.each([
    [
      'a line of units with other channels in it',
      sheet('Speed;Torque;Boost;Oil;Lambda', 'rpm;Nm;mbar;°C;-', '2000;300;120;90;0.9', '3000;350;900;92;0.88', '4000;340;950;95;0.86'),
      close([rpm(2000), 300], [rpm(4000), 340]),
    ],
    [
      'a serial number and a date above',
      sheet('Pull 12, 2024', 'Cell;3;2024', 'rpm;Nm', '2000;300', '3000;350', '4000;340'),
      close([rpm(2000), 300], [rpm(4000), 340]),
    ],
    [
      'columns parted by spaces',
      sheet('Speed rpm      Torque Nm', ' 2000          300.5', ' 3000          350.5', ' 4000          340.0'),
      close([rpm(2000), 300.5], [rpm(4000), 340]),
    ],
    [
      'one space between, decimal commas',
      sheet('rpm Nm', '2000,5 300,25', '3000,5 350,25', '4000,5 340,25'),
      close([rpm(2000.5), 300.25], [rpm(4000.5), 340.25]),
    ],
    ['thousands of revolutions', sheet('krpm,Nm', '2.5,300', '3.0,320', '3.5,330'), close([rpm(2500), 300], [rpm(3500), 330])],
    ['min^-1', sheet('n [min^-1];M [Nm]', '2500;300', '3000;320', '3500;330'), close([rpm(2500), 300], [rpm(3500), 330])],
    ['tr/min', sheet('Régime (tr/min);Couple (N.m)', '2500;300', '3000;320', '3500;330'), close([rpm(2500), 300], [rpm(3500), 330])],
    ['metre-kilopond', sheet('rpm\tmkp', '2500\t30', '3000\t32', '3500\t31'), close([rpm(2500), 30 * 9.80665], [rpm(3500), 31 * 9.80665])],
    ['watts', sheet('rpm,Power (W)', '2500,80000', '3000,100000', '3500,120000'), close([rpm(2500), 80000], [rpm(3500), 120000])],
    [
      'units in every cell',
      sheet('Speed;Torque', '2500 rpm;300 Nm', '3000 rpm;320 Nm', '3500 rpm;330 Nm'),
      close([rpm(2500), 300], [rpm(3500), 330]),
    ],
    ['rows for columns', sheet('rpm;2500;3000;3500;4000', 'Torque Nm;300;320;330;325'), close([rpm(2500), 300], [rpm(4000), 325])],
    [
      'power of no known unit beside torque',
      sheet('rpm;Torque [Nm];Power', '2500;300;105', '3000;320;134', '3500;330;162'),
      close([rpm(2500), 300], [rpm(3500), 330]),
    ],
    [
      'two powers beside torque',
      sheet('rpm;Torque [Nm];Power [hp];Power [kW]', '2500;300;105;79', '3000;320;135;101', '3500;330;162;121'),
      close([rpm(2500), 300], [rpm(3500), 330]),
    ],
  ])('%s', (_what, text, rows) => expect(ends(readDyno(text))).toEqual(rows))

  it('that are JSON, or no table at all, are refused in a sentence with the way on', () => {
    expect(readDyno('{"rpm": [2000, 3000], "torque": [300, 320]}').table.problems).toMatchObject([
      { code: 'json-table', sentence: expect.stringContaining('Export the pull as CSV') as string },
    ])
    expect(readDyno('Run 4 aborted\nno data').table.problems[0]?.sentence).toContain('The file begins “Run 4 aborted”')
  })

  it('name their place of measurement by the column, and their correction', () => {
    const hints = (...lines: string[]) => readDyno(sheet(...lines)).hints
    const rows = ['2500;300;100', '3000;320;130', '3500;330;160']
    expect(hints('rpm;Engine torque [Nm];Wheel power [hp]', ...rows).atWheels).toBe(false)
    expect(hints('rpm;Wheel torque [Nm];Power [hp]', ...rows).atWheels).toBe(true)
    expect(hints('Roller dyno 4', 'rpm;Torque [Nm];Power [hp]', ...rows).atWheels).toBe(true)
    expect(hints('Correction: SAE', 'rpm;Torque [Nm];Power [hp]', ...rows).corrected).toBe('j1349')
    expect(hints('rpm;Torque uncorr. [Nm];Power [hp]', ...rows).corrected).toBe('none')
  })

  it('a bad row among the first is a bad row, never a part of the preamble', () => {
    const reading = readDyno(sheet('rpm;Nm', '2000;300', 'x;y', '3000;350', '4000;340'), { leaveOut: true })
    expect([reading.table.count, reading.table.rows.length, reading.table.bad.length]).toEqual([4, 3, 1])
  })
})
