import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import * as core from './index.js'
import * as engines from './testing/engines.js'

interface Example {
  readonly where: string
  readonly code: string
  readonly expected: string
}

const files = readdirSync(__dirname, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.ts') && !f.includes('test'))
const examples = files.flatMap((where): Example[] => {
  const text = readFileSync(join(__dirname, where), 'utf8')
  return [...text.matchAll(/@example (.+?) \/\/ → (\S+)/g)].map(([, code, expected]) => ({
    where,
    code: code as string,
    expected: expected as string,
  }))
})

/** Half a unit of the last digit that the doc block gives. */
const halfDigit = (text: string) => 0.5 * 10 ** -(text.split('.')[1]?.length ?? 0)

describe('examples in the doc blocks', () => {
  const scope = { ...core, ...engines }
  it.each(examples)('$where: $code', ({ code, expected }) => {
    const value = new Function(...Object.keys(scope), `return ${code}`)(...Object.values(scope)) as number
    expect(Math.abs(value - Number(expected))).toBeLessThanOrEqual(halfDigit(expected))
  })

  it('are there', () => expect(examples.length).toBeGreaterThan(30))
})
