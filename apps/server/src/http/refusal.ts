import { HttpException } from '@nestjs/common'
import { capped, problem, type Problem, type ProblemCode, type ProblemValues } from '@plucky/contract'
import type { ValuesOf } from '@plucky/core'

/** A request that is refused, with every problem in words. */
export class Refusal extends HttpException {
  readonly problems: readonly Problem[]

  constructor(status: number, problems: readonly Problem[]) {
    super({ errors: problems }, status)
    this.problems = capped(problems)
  }
}

/** A refused request with one problem. The compiler asks for the values of its code. */
export const refuse = <C extends ProblemCode>(status: number, code: C, path = '', ...values: ValuesOf<ProblemValues[C]>): Refusal =>
  new Refusal(status, [problem(code, path, ...values)])

/** The value of a check, or a refusal with its problems. */
export function accepted<T>(checked: { ok: true; value: T } | { ok: false; problems: readonly Problem[] }): T {
  if (checked.ok) return checked.value
  throw new Refusal(422, checked.problems)
}
