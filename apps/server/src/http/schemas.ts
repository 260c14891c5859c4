import {
  BriefDto,
  GEOMETRY_DTOS,
  ImportPartsDto,
  JobContentDto,
  KitDto,
  NewRevisionDto,
  OperationDto,
  PartDto,
  SaveItemDto,
  SaveJobDto,
  UnitDto,
  type Span,
} from '@plucky/contract'
import { toSi } from '@plucky/core'
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js'
import { getMetadataStorage } from 'class-validator'

type Dto = new () => object

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
  NewRevisionDto,
  PartDto,
  OperationDto,
  KitDto,
  SaveItemDto,
  ImportPartsDto,
  UnitDto,
  ...Object.values(GEOMETRY_DTOS),
]

/** JSON schemas of the DTOs, derived from the rules that check them, so that page and checks cannot drift apart. */
export function dtoSchemas(roots: readonly Dto[] = ROOTS): Record<string, ObjectSchema> {
  const reached = new Set<Dto>()
  const reach = (dto: Dto): void => {
    if (reached.has(dto)) return
    reached.add(dto)
    for (const property of propertiesOf(dto).keys()) {
      const nested = nestedDto(dto, property)
      if (nested) reach(nested)
    }
  }
  roots.forEach(reach)
  return Object.fromEntries([...reached].map((dto) => [dto.name, objectSchema(dto)]))
}

type Rule = ReturnType<ReturnType<typeof getMetadataStorage>['getTargetValidationMetadatas']>[number]

/** The rules of a class, property by property. */
function propertiesOf(dto: Dto): Map<string, Rule[]> {
  const rules = getMetadataStorage().getTargetValidationMetadatas(dto, '', false, false)
  const names = [...new Set(rules.map((rule) => rule.propertyName))]
  return new Map(names.map((name) => [name, rules.filter((rule) => rule.propertyName === name)]))
}

function objectSchema(dto: Dto): ObjectSchema {
  const properties = [...propertiesOf(dto)]
  return {
    type: 'object',
    additionalProperties: false,
    properties: Object.fromEntries(properties.map(([name, rules]) => [name, propertySchema(dto, name, rules)])),
    required: properties.filter(([, rules]) => !rules.some((rule) => rule.type === 'conditionalValidation')).map(([name]) => name),
  }
}

function propertySchema(dto: Dto, property: string, rules: readonly Rule[]): object {
  const named = (name: string) => rules.find((rule) => rule.name === name)
  const figure = named('figure')
  if (figure) return figureSchema(figure.constraints[0] as Span)
  const nested = nestedDto(dto, property)
  const inner = nested ? { $ref: `#/components/schemas/${nested.name}` } : {}
  if (named('isArray')) return { type: 'array', items: nested ? inner : { type: 'string' } }
  if (named('isObject'))
    return property === 'geometry'
      ? { oneOf: Object.values(GEOMETRY_DTOS).map((g) => ({ $ref: `#/components/schemas/${g.name}` })) }
      : nested
        ? inner
        : { type: 'object' }
  if (named('isBoolean')) return { type: 'boolean' }
  if (named('slugOrNull')) return { type: 'string', nullable: true }
  const choices = named('isIn')
  return choices ? { type: 'string', enum: choices.constraints[0] } : { type: 'string' }
}

function nestedDto(dto: Dto, property: string): Dto | undefined {
  const type = defaultMetadataStorage.findTypeMetadata(dto, property)
  const nested = type?.typeFunction?.({ newObject: {}, object: {}, property }) as Dto | undefined
  return nested && propertiesOf(nested).size > 0 ? nested : undefined
}

function figureSchema(span: Span): object {
  const si = (value: number) => (span.unit ? toSi(value, span.unit) : value)
  const description = span.unit ? `${span.label}; SI on the wire, ${span.from} to ${span.to} ${span.unit} allowed` : span.label
  const least = span.above ? { exclusiveMinimum: si(span.from) } : { minimum: si(span.from) }
  return {
    type: span.whole ? 'integer' : 'number',
    ...least,
    maximum: si(span.to),
    description,
    ...(span.nullable ? { nullable: true } : {}),
  }
}
