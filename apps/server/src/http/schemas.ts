import { BoltedJointDto, BriefDto, ConverterDto, FlexPlateDto, GEOMETRY_DTOS, JobContentDto, PartDto, SaveJobDto, UnitDto, type Span } from '@plucky/contract'
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

type Schemas = Record<string, ObjectSchema>

/** JSON schemas of the DTOs, derived from the rules that check them, so that page and checks cannot drift apart. */
export function dtoSchemas(roots: readonly Dto[] = [BriefDto, JobContentDto, SaveJobDto, PartDto, UnitDto, ConverterDto, FlexPlateDto, BoltedJointDto, ...Object.values(GEOMETRY_DTOS)]): Schemas {
  const schemas: Schemas = {}
  for (const dto of roots) describe(dto, schemas)
  return schemas
}

function describe(dto: Dto, schemas: Schemas): void {
  if (schemas[dto.name]) return
  const schema: ObjectSchema = { type: 'object', additionalProperties: false, properties: {}, required: [] }
  schemas[dto.name] = schema
  const rules = getMetadataStorage().getTargetValidationMetadatas(dto, '', false, false)
  for (const property of new Set(rules.map((rule) => rule.propertyName))) {
    const own = rules.filter((rule) => rule.propertyName === property)
    if (!own.some((rule) => rule.type === 'conditionalValidation')) schema.required.push(property)
    schema.properties[property] = propertySchema(dto, property, own, schemas)
  }
}

function propertySchema(dto: Dto, property: string, rules: readonly { name?: string | undefined; constraints: unknown[] }[], schemas: Schemas): object {
  const named = (name: string) => rules.find((rule) => rule.name === name)
  const figure = named('figure')
  if (figure) return figureSchema(figure.constraints[0] as Span)
  const nested = nestedDto(dto, property)
  const inner = nested ? { $ref: `#/components/schemas/${nested.name}` } : {}
  if (nested) describe(nested, schemas)
  if (named('isArray')) return { type: 'array', items: nested ? inner : { type: 'string' } }
  if (named('isObject')) return property === 'geometry' ? { oneOf: Object.values(GEOMETRY_DTOS).map((g) => ({ $ref: `#/components/schemas/${g.name}` })) } : nested ? inner : { type: 'object' }
  if (named('isBoolean')) return { type: 'boolean' }
  const choices = named('isIn')
  return choices ? { type: 'string', enum: choices.constraints[0] } : { type: 'string' }
}

function nestedDto(dto: Dto, property: string): Dto | undefined {
  const type = defaultMetadataStorage.findTypeMetadata(dto, property)
  const nested = type?.typeFunction?.({ newObject: {}, object: {}, property }) as Dto | undefined
  return nested && getMetadataStorage().getTargetValidationMetadatas(nested, '', false, false).length > 0 ? nested : undefined
}

function figureSchema(span: Span): object {
  const si = (value: number) => (span.unit ? toSi(value, span.unit) : value)
  const description = span.unit ? `${span.label}; SI on the wire, ${span.from} to ${span.to} ${span.unit} allowed` : span.label
  const least = span.above ? { exclusiveMinimum: si(span.from) } : { minimum: si(span.from) }
  return { type: span.whole ? 'integer' : 'number', ...least, maximum: si(span.to), description, ...(span.nullable ? { nullable: true } : {}) }
}
