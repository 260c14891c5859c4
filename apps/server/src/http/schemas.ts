import {
  BriefDto,
  fieldsOf,
  GEOMETRY_DTOS,
  ImportPartsDto,
  JobContentDto,
  KitDto,
  NewQuoteDto,
  NewRevisionDto,
  OperationDto,
  PartDto,
  PatchJobDto,
  ShopSettingsDto,
  SaveMarksDto,
  SignBookDto,
  OpenBookDto,
  SaveStandardsDto,
  PhotoDto,
  SaveItemDto,
  TakePricesDto,
  QuotesOfItemsDto,
  SaveJobDto,
  ReadingDto,
  SignInDto,
  NewPersonDto,
  PatchPersonDto,
  PresentDto,
  NewPasswordDto,
  ConfirmFactorDto,
  ConfirmPasswordDto,
  RemoveFactorDto,
  NewLinkDto,
  UnitDto,
  type Dto,
  type Field,
  type NumberRange,
} from '@plucky/contract'
import { toSi } from '@plucky/core'

interface ObjectSchema {
  readonly type: 'object'
  readonly additionalProperties: false
  readonly properties: Record<string, object>
  readonly required: string[]
}

const ROOTS: readonly Dto[] = [
  BriefDto,
  JobContentDto,
  SaveJobDto,
  NewQuoteDto,
  NewRevisionDto,
  PatchJobDto,
  ShopSettingsDto,
  SaveMarksDto,
  SignBookDto,
  OpenBookDto,
  SaveStandardsDto,
  PartDto,
  OperationDto,
  KitDto,
  SaveItemDto,
  TakePricesDto,
  QuotesOfItemsDto,
  ImportPartsDto,
  UnitDto,
  PhotoDto,
  ReadingDto,
  SignInDto,
  NewPersonDto,
  PatchPersonDto,
  NewPasswordDto,
  ConfirmFactorDto,
  ConfirmPasswordDto,
  RemoveFactorDto,
  NewLinkDto,
  PresentDto,
]

/** JSON schemas of the DTOs, derived from the rules that check them, so that page and checks cannot drift apart. */
export function dtoSchemas(roots: readonly Dto[] = ROOTS): Record<string, ObjectSchema> {
  const reached = new Set<Dto>()
  const reach = (dto: Dto): void => {
    if (reached.has(dto)) return
    reached.add(dto)
    fieldsOf(dto).flatMap(shapesIn).forEach(reach)
  }
  roots.forEach(reach)
  return Object.fromEntries([...reached].map((dto) => [dto.name, objectSchema(dto)]))
}

/** The shapes that a field can hold: a geometry is one of several, by the kind of part that holds it. */
function shapesIn({ key, holds }: Field): readonly Dto[] {
  if (holds.type === 'shapes') return [holds.dto()]
  if (holds.type !== 'shape') return []
  return key === 'geometry' ? Object.values(GEOMETRY_DTOS) : [holds.dto(undefined)]
}

function objectSchema(dto: Dto): ObjectSchema {
  const fields = fieldsOf(dto)
  return {
    type: 'object',
    additionalProperties: false,
    properties: Object.fromEntries(fields.map((field) => [field.key, fieldSchema(field)])),
    required: fields.filter((field) => !field.optional).map((field) => field.key),
  }
}

function fieldSchema(field: Field): object {
  const { holds, label } = field
  const refs = shapesIn(field).map((dto) => ({ $ref: `#/components/schemas/${dto.name}` }))
  switch (holds.type) {
    case 'figure':
      return figureSchema(holds.span)
    case 'choice':
      return { type: 'string', enum: holds.choices, description: label }
    case 'yes-no':
      return { type: 'boolean', description: label }
    case 'id':
      return { type: 'string', description: label, ...(holds.nullable ? { nullable: true } : {}) }
    case 'text':
      return { type: 'string', description: label, maxLength: holds.most, ...(holds.nullable ? { nullable: true } : {}) }
    case 'ids':
      return { type: 'array', items: { type: 'string' }, description: label }
    case 'shapes':
      return { type: 'array', items: refs[0], maxItems: holds.most, description: label }
    case 'shape':
      return refs.length > 1 ? { oneOf: refs } : (refs[0] ?? {})
    case 'named':
      return { type: holds.list ? 'array' : 'object', description: label }
  }
}

function figureSchema(span: NumberRange): object {
  const si = (value: number) => (span.unit ? toSi(value, span.unit) : value)
  const description = span.unit ? `${span.label}; SI in the API, allowed ${span.from} to ${span.to} ${span.unit}` : span.label
  const least = span.above ? { exclusiveMinimum: si(span.from) } : { minimum: si(span.from) }
  return {
    type: span.whole ? 'integer' : 'number',
    ...least,
    maximum: si(span.to),
    description,
    ...(span.nullable ? { nullable: true } : {}),
  }
}
