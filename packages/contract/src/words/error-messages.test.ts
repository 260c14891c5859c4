import type { Issue } from '@plucky/core'
import { problem, PROBLEM_CODES, toProblem, type ProblemCode } from './error-messages.js'

/** Answers every value that a sentence may ask for. That a code is raised with them all is a matter of the types. */
const anyValues: object = new Proxy({}, { get: () => 1 })

describe('problems', () => {
  it.each(PROBLEM_CODES)('%s is a sentence with its values', (code) => {
    const { sentence } = toProblem({ code, path: 'at', values: anyValues } as Issue)
    expect(sentence).toMatch(/^["“A-Z1].{10,}/)
    expect(sentence).not.toMatch(/NaN|undefined|\[object/)
  })

  it('are asked for the values of their code by the compiler', () => {
    expect(problem('job-unknown', 'number', { job: 7 }).sentence).toBe('There is no job 7.')
    // @ts-expect-error A sentence without its value would say "undefined".
    expect(problem('job-unknown', 'number', {}).sentence).toContain('undefined')
    // @ts-expect-error A number where the sentence names a part.
    expect(problem('part-unknown', 'at', { part: 4 }).path).toBe('at')
    // @ts-expect-error An unknown code has no sentence.
    expect(() => problem('no-such' as const satisfies ProblemCode, 'at')).toThrow()
  })
})
