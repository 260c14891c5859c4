import { HttpException } from '@nestjs/common'
import { capped, toProblem, type Problem } from '@plucky/contract'
import { fault, type Fault } from '@plucky/core'

/** A request that is refused, with every problem in words. */
export class Refusal extends HttpException {
  readonly problems: readonly Problem[]

  constructor(status: number, problems: readonly Problem[]) {
    super({ errors: problems }, status)
    this.problems = capped(problems)
  }
}

export const refuse = (status: number, code: string, path = '', values: Fault['values'] = {}): Refusal =>
  new Refusal(status, [toProblem(fault(code, path, values))])

/** The value of a check, or a refusal with its problems. */
export function accepted<T>(checked: { ok: true; value: T } | { ok: false; problems: readonly Problem[] }): T {
  if (checked.ok) return checked.value
  throw new Refusal(422, checked.problems)
}
