import { memberAt } from '@plucky/core'
import { Body, Query, type PipeTransform } from '@nestjs/common'
import { ApiBody, refs } from '@nestjs/swagger'
import { checkShape, type Problem } from '@plucky/contract'
import { accepted } from './refusal.js'

type Check<T> = (plain: unknown) => { ok: true; value: T } | { ok: false; problems: readonly Problem[] }
type Dto<T> = new () => T

/** Accepts what passes a check, as plain data. Otherwise a refusal with every problem. */
class CheckPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly check: Check<T>) {}

  transform(plain: unknown): T {
    return accepted(this.check(plain))
  }
}

const ofShape = <T extends object>(dto: Dto<T>) => new CheckPipe((plain) => checkShape(dto, plain))

/** Names the shape of a request body on the page that describes the API. */
export const DescribedBody = (dto: Dto<object>): MethodDecorator => ApiBody({ schema: memberAt(refs(dto), 0) })

/** Request body in the shape of a DTO. Described by its schema. */
export const CheckedBody =
  <T extends object>(dto: Dto<T>): ParameterDecorator =>
  (target, method, index) => {
    Body(ofShape(dto))(target, method, index)
    const descriptor = method !== undefined && Object.getOwnPropertyDescriptor(target, method)
    if (descriptor) DescribedBody(dto)(target, method, descriptor)
  }

/** Request body that is an open file, read by its format. */
export const FileBody = <T>(read: Check<T>): ParameterDecorator => Body(new CheckPipe(read))

/** Query in the shape of a DTO. `counts`: keys whose digits are read as a number. */
export const CheckedQuery = <T extends object>(dto: Dto<T>, counts: readonly string[] = []): ParameterDecorator =>
  Query(new CheckPipe((plain) => checkShape(dto, withCounts(plain, counts))))

const withCounts = (query: unknown, counts: readonly string[]): unknown =>
  Object.fromEntries(
    // Express always provides the query as an object.
    Object.entries({ ...(query as object) }).map(([key, text]) => [
      key,
      counts.includes(key) && typeof text === 'string' && /^\d+$/.test(text) ? Number(text) : text,
    ]),
  )
