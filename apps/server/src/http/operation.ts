import { applyDecorators } from '@nestjs/common'
import { ApiOperation, ApiResponse, refs } from '@nestjs/swagger'
import type { Dto } from '@plucky/contract'

/** What an operation answers: data in the shape of a DTO or a list of them, data in words, a file of a media type, or nothing. */
export type Answers = Dto | readonly [Dto] | string | { readonly file: string } | null

/** Why an operation refuses, by status. */
const REFUSALS = {
  400: 'The body is not JSON.',
  404: 'What the address names is not there.',
  409: 'It was changed elsewhere, is in use, or exists already.',
  413: 'The body is too large.',
  422: 'The values are refused; every problem has its code, path and sentence.',
  503: 'The database does not answer; try again.',
  507: 'The disk is full.',
} as const

type Status = keyof typeof REFUSALS

/** Every operation reads the database. */
const ALWAYS: readonly Status[] = [503]
/** What every operation that stores something can be refused for. */
export const STORES: readonly Status[] = [400, 413, 422, 507]

/** Describes an operation on the page of the API: what it does, what it answers, and for which reasons it refuses. */
export function Operation(summary: string, answers: Answers, ...refusals: readonly Status[]): MethodDecorator {
  return applyDecorators(
    ApiOperation({ summary }),
    ApiResponse({ status: '2XX', ...described(answers) }),
    ...[...new Set([...refusals, ...ALWAYS])].map((status) =>
      ApiResponse({
        status,
        description: REFUSALS[status],
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      }),
    ),
  )
}

function described(answers: Answers): { description: string; content?: Record<string, { schema: object }> } {
  const json = (schema: object) => ({ 'application/json': { schema } })
  if (answers === null) return { description: 'Done; there is nothing to answer.' }
  if (typeof answers === 'string') return { description: answers, content: json({ description: answers }) }
  if (typeof answers === 'function') return { description: 'As stored.', content: json(refTo(answers)) }
  if ('file' in answers) return { description: 'The file.', content: { [answers.file]: { schema: { type: 'string', format: 'binary' } } } }
  return { description: 'As stored.', content: json({ type: 'array', items: refTo(answers[0]) }) }
}

const refTo = (dto: Dto): object => ({ ...refs(dto)[0] })

/** Schema of problem details, the body of every refusal (RFC 9457). */
export const PROBLEM_SCHEMA = {
  type: 'object',
  description: 'Problem details (RFC 9457). The first problem stands beside the status; `errors` has all of them.',
  required: ['type', 'title', 'status', 'errors'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'Sentence of the first problem' },
    instance: { type: 'string', description: 'Id of the request, as in the log' },
    code: { type: 'string' },
    path: { type: 'string' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        properties: { code: { type: 'string' }, path: { type: 'string' }, sentence: { type: 'string' } },
      },
    },
  },
}
