import {
  comparison,
  contentOf,
  jobFileOf,
  evaluateJob,
  partsList,
  readPartsCsv,
  revisionWords,
  sheetOf,
  sheetRevision,
  writePartsCsv,
  type JobContent,
  type JobFile,
  type Revision,
} from '@plucky/contract'
import { toSi, withPart, withWorks, type Part } from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { shelf, kits, jobs, lookup } = demoShop()
const [weak, balanced] = jobs as [JobContent, JobContent]
const fileOf = (job: JobContent): JobFile => jobFileOf(job, lookup, kits)
const head = { number: 1, revision: 'no revision saved yet' }

describe('two states side by side', () => {
  it('show the differences, and the gain of the step', () => {
    const { headline, stations, held, others } = comparison(evaluateJob(fileOf(weak)), evaluateJob(fileOf(balanced)))
    expect(headline.find((row) => row.name === 'Weakest link')).toMatchObject({ was: 'input shaft', is: 'intermediate one-way clutch' })
    expect(headline.find((row) => row.name === 'Price')?.step).toBe('+$4,031')
    const differing = Object.keys(weak.spec.fits).filter(
      (id) => weak.spec.fits[id] !== balanced.spec.fits[id] || (balanced.spec.works[id] ?? []).length > 0,
    )
    expect(stations).toHaveLength(differing.length)
    expect(stations.find((row) => row.name === 'Forward clutch')?.is).toBe(
      'Six plates, full thickness + Main shaft hub broached to 35 teeth',
    )
    expect(held.length).toBeGreaterThan(5)
    expect(others.map((row) => row.name)).toContain('Line pressure, drive')
  })
  it('are empty without differences, and name a figure that has changed on the shelf', () => {
    const file = fileOf(weak)
    const same = comparison(evaluateJob(file), evaluateJob(structuredClone(file)))
    expect([same.stations, same.held, same.others]).toEqual([[], [], []])
    const id = weak.spec.fits['input-shaft'] as string
    const dearer = { ...file, parts: file.parts.map((part) => (part.id === id ? { ...part, price: part.price + 5 } : part)) }
    expect(comparison(evaluateJob(file), evaluateJob(dearer)).others).toEqual([
      { name: 'Shelf part Alloy shaft, same size: Price', was: '390', is: '395', step: '' },
    ])
  })
  it('show brief and rules by their names, in their units', () => {
    const mass = toSi(1800, 'lb')
    const job = {
      ...weak,
      brief: { ...weak.brief, launch: 'rolling', vehicleMassKg: mass },
      rules: { ...weak.rules, lockupFactor: 1.5 },
    } as const
    const { others } = comparison(evaluateJob(fileOf(weak)), evaluateJob(fileOf(job)))
    expect(others.map(({ name, was, is }) => [name, was, is])).toEqual([
      ['Launch', 'wheelspin, then regrip', 'rolling start, no stall'],
      ['Weight', '2100 lb', '1800 lb'],
      ['House rule: Service factor, converter locked', '1.25', '1.5'],
    ])
  })
})

describe('a revision', () => {
  const revision = (number: number, job: JobContent): Revision => ({
    number,
    name: 'x',
    by: 'M',
    savedAt: '2026-11-02T10:00:00Z',
    file: JSON.parse(JSON.stringify(fileOf(job))) as JobFile,
  })
  it('is recognized in any order of its fields; a change of the job or of its parts is a change', () => {
    const shuffled = Object.fromEntries(Object.entries(contentOf(weak)).reverse()) as unknown as JobContent
    const fits = Object.fromEntries(Object.entries(weak.spec.fits).reverse())
    const again = fileOf({ ...shuffled, spec: { ...weak.spec, fits } })
    expect(revisionWords(again, [revision(2, balanced), revision(1, weak)])).toBe('revision 1 “x”')
    expect(sheetRevision(again, [revision(1, weak)], undefined)).toBe('revision 1 “x”, 2026-11-02, M')
    const file = fileOf(weak)
    const parts = file.parts.map((part, i) => (i === 0 ? { ...part, hours: 9 } : part))
    expect(revisionWords({ ...file, parts }, [revision(1, weak)])).toBe('revision 1 “x” plus later changes')
    expect(revisionWords(file, [])).toBe('no revision saved yet')
  })
})

describe('the sheet', () => {
  it('names every station front to rear with part, operations, reason and mating parts', () => {
    const sheet = sheetOf(fileOf(balanced), head)
    expect(sheet.stations.map((s) => s.part)).toEqual(
      fileOf(balanced).unit.stations.map(({ id }) => lookup.part(balanced.spec.fits[id] ?? '')?.name ?? 'none installed'),
    )
    const forward = sheet.stations.find((s) => s.name === 'Forward clutch')
    expect(forward).toMatchObject({ works: ['Main shaft hub broached to 35 teeth'], changed: true })
    expect(forward?.reason).toContain('the main shaft needs 35 teeth here')
    expect(sheet.stations.find((s) => s.name === 'Stator support')?.reason).toContain('the input shaft needs a 1.103 in bore here')
    expect(sheet.together).toContain('Input shaft, oil journal of 1.100 in, runs in the stator support front bushing of 1.103 in.')
    expect(sheet.together).toContain('Input shaft, turbine spline (35 teeth) mates with the turbine hub bore.')
    expect(sheet.work.join()).toContain('machine shop')
    expect(sheet.rules).toEqual([])
  })
  it('warns of conflicting parts, and has the cautions of the work', () => {
    const spec = withPart(weak.spec, 'input-shaft', 'input-300m-35')
    expect(sheetOf(fileOf({ ...weak, spec }), head).warnings.join()).toMatch(
      /input shaft’s turbine spline does not mate with the turbine hub bore: 35 teeth against 32/,
    )
    const stock = { ...weak, brief: { ...weak.brief, launch: 'rolling' }, spec: { ...weak.spec, fits: weak.arrived, works: {} } } as const
    expect(sheetOf(fileOf(stock), head).cautions).toHaveLength(1)
  })
  it('adds up: lines, total and the columns of the parts list agree, for any parts', () => {
    const stations = Object.keys(weak.spec.fits)
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...stations), fc.nat(20)), { maxLength: 8 }), fc.boolean(), (swaps, worked) => {
        const swapped = swaps.reduce((spec, [station, n]) => {
          const fitting = shelf.filter((part) => part.stationIds.includes(station))
          return withPart(spec, station, fitting[n % fitting.length]?.id ?? null)
        }, weak.spec)
        const file = fileOf({ ...weak, spec: worked ? withWorks(swapped, 'flex-plate', ['op-true-pads']) : swapped })
        const { cost } = evaluateJob(file)
        const rows = partsList(file, head)
          .trim()
          .split('\r\n')
          .slice(1)
          .map((line) => line.match(/("(?:[^"]|"")*"|[^,]*)(,|$)/g)?.map((cell) => cell.replace(/,$/, '')) ?? [])
        expect(rows.reduce((sum, row) => sum + Number(row[8]), 0)).toBeCloseTo(cost.price, 6)
        expect(rows.reduce((sum, row) => sum + Number(row[9]), 0)).toBeCloseTo(cost.hours, 6)
      }),
      { numRuns: 60 },
    )
  })
})

describe('a table of parts', () => {
  const text = writePartsCsv(shelf)
  const plain = (parts: readonly Part[]) => JSON.parse(JSON.stringify(parts)) as unknown
  const parts = (csv: string) => readPartsCsv(csv).rows.flatMap((row) => (row.ok ? [row.part] : []))
  it('has the complete shelf and is read back unchanged', () => {
    expect(plain(parts(text))).toEqual(plain(shelf))
    expect(writePartsCsv(parts(text))).toBe(text)
  })
  it('keeps any name, also one like a spreadsheet formula', () => {
    fc.assert(
      fc.property(
        fc
          .string({ minLength: 1, maxLength: 60 })
          .map((s) => s.trim())
          .filter((s) => s !== ''),
        (name) => {
          const part = { ...(shelf[0] as Part), name }
          const csv = writePartsCsv([part])
          expect(parts(csv)[0]?.name).toBe(name)
          expect(csv.split('\r\n')[1]).not.toMatch(/^[^,]*,"?[=+@-]/)
        },
      ),
      { examples: [['"||'], [';;;;']] },
    )
  })
  it('names the line of a fault at any row, with line breaks in cells, semicolons and decimal commas', () => {
    const rows = shelf
      .filter((part) => part.kind === 'shell')
      .flatMap((part) => [0, 1, 2, 3].map((n) => ({ ...part, id: `${part.id}-${n}`, maker: n === 2 ? 'two\nlines' : part.maker })))
    fc.assert(
      fc.property(fc.nat(rows.length - 1), fc.boolean(), (bad, european) => {
        const csv = writePartsCsv(rows).replace(new RegExp(`(\r\n${rows[bad]?.id},)(.*?)(,shell,)`, 's'), '$1$2,shelf,')
        const written = european
          ? csv.replace(/("(?:[^"]|"")*")|,|(\d)\.(\d)/g, (all, quoted, a, b) => (quoted ? all : a ? `${a},${b}` : ';'))
          : csv
        const table = readPartsCsv(written)
        const faulty = table.rows.filter((row) => !row.ok)
        expect(faulty).toHaveLength(1)
        const before = rows.slice(0, bad)
        expect(faulty[0]?.line).toBe(2 + before.length + before.filter((part) => part.maker.includes('\n')).length)
        expect(plain(table.rows.flatMap((row) => (row.ok ? [row.part] : [])))).toEqual(plain(rows.filter((_, i) => i !== bad)))
      }),
      { numRuns: 40 },
    )
  })
  it('reports a wrong column, a wrong unit, a repeated row, and a table without rows', () => {
    const [header = '', row = ''] = text.split('\r\n')
    const sentence = (csv: string) => {
      const { rows, problems } = readPartsCsv(csv)
      return [...problems, ...rows.flatMap((r) => (r.ok ? [] : r.problems))].map((p) => p.sentence).join(' ')
    }
    expect(sentence(`${header},colour\n${row},red`)).toContain('no field "colour"')
    expect(sentence(`${header}\n${row.replace('0.096 in,', '0.096 psi,')}`)).toContain('can’t use the unit in "0.096 psi"')
    expect(sentence(`${header}\n${row.replace('13.4 in', '13.4')}`)).toContain('needs a number with a unit')
    expect(sentence(`${header}\n${row}\n${row}`)).toContain('is already on line 2')
    expect(sentence(`${header}\n`)).toContain('no rows below')
    expect(sentence('name,kind\nx,shaft')).toContain('"id" is missing')
    expect(sentence(`${header}\n${row},more`)).toContain('cells')
    const twice = sentence(`${header}\n${row.replace('485 lb-ft', 'much').replace('13.4 in', '90 in')}`)
    expect(twice).toContain('(got "much")')
    expect(twice).toContain('Diameter must be')
    expect(twice).not.toContain('one quantity')
  })
})
