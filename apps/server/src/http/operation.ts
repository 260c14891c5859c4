import { applyDecorators } from '@nestjs/common'
import { ApiOperation, ApiResponse, refs } from '@nestjs/swagger'
import type { Dto } from '@plucky/contract'

/** Response of an operation: a DTO, a list of DTOs, JSON described by a text, a file by media type, or no content. */
export type Answers = Dto | readonly [Dto] | string | { readonly file: string } | null

/** Description of each error status. */
const REFUSALS = {
  400: 'The body is not valid JSON.',
  401: 'Sign in first.',
  403: 'The role of the person does not allow this.',
  404: 'Not found.',
  409: 'Changed elsewhere, in use, or already exists.',
  413: 'The body is too large.',
  422: 'Invalid values. `errors` lists every problem with code, path and sentence.',
  429: 'Too many requests or attempts. Try again later.',
  503: 'The database does not respond. Try again.',
  507: 'The disk is full.',
} as const

type Status = keyof typeof REFUSALS

/** Error statuses that every operation can return: a shop with accounts may refuse it, and every operation uses the database. */
const ALWAYS: readonly Status[] = [401, 403, 429, 503]
/** Error statuses of every operation that writes. */
export const STORES: readonly Status[] = [400, 413, 422, 507]

/** Adds an operation to the API documentation: summary, response and possible errors. */
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
  if (answers === null) return { description: 'No content.' }
  if (typeof answers === 'string') return { description: answers, content: json({ description: answers }) }
  if (typeof answers === 'function') return { description: 'The object.', content: json(refTo(answers)) }
  if ('file' in answers) return { description: 'The file.', content: { [answers.file]: { schema: { type: 'string', format: 'binary' } } } }
  return { description: 'All objects.', content: json({ type: 'array', items: refTo(answers[0]) }) }
}

const refTo = (dto: Dto): object => ({ ...refs(dto)[0] })

/** JSON schema of problem details (RFC 9457), the body of every error response. */
export const PROBLEM_SCHEMA = {
  type: 'object',
  description: 'Problem details (RFC 9457). `detail`, `code` and `path` describe the first problem. `errors` lists all problems.',
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
