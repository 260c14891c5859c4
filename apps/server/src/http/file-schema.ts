import {
  FORMAT_VERSION,
  JOB_FORMAT,
  JobContentDto,
  KitDto,
  NUMBER,
  OperationDto,
  PartDto,
  PHOTO_TYPES,
  SHELF_FORMAT,
  splitName,
  UNIT_FORMAT,
  UnitDto,
  type Dto,
} from '@plucky/contract'
import { dtoSchemas } from './schemas.js'

type Schema = Record<string, unknown>

/** Text that holds a figure and its unit: "0.31 in". */
const QUANTITY = { type: 'string', pattern: String.raw`^${NUMBER}\s+\S+$` }

/** The DTOs that are reached from some, as they read in a file. */
const definitions = (roots?: readonly Dto[]) =>
  // Treated as plain JSON from here on.
  Object.fromEntries(Object.entries(dtoSchemas(roots)).map(([name, schema]) => [name, inFile(name, schema as unknown as Schema)]))

/** First keys of every file schema. `$id` is a URN of format and version, because the server address varies. */
const envelope = (format: string) => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: `urn:${format}:${FORMAT_VERSION}`,
})

/** Properties of every open file. `$schema` tells an editor the address of the schema. */
const head = (format: string) => ({
  $schema: { type: 'string', description: 'Where an editor finds this schema. Ignored.' },
  format: { const: format },
  version: { const: FORMAT_VERSION },
})

const listOf = (dto: string) => ({ type: 'array', items: { $ref: `#/$defs/${dto}` } })

/** JSON Schema of the open shelf file, derived from the DTO rules. */
export function shelfFileSchema(): Schema {
  return {
    ...envelope(SHELF_FORMAT),
    title: 'Plucky Ratio parts shelf',
    description: 'Parts, operations and kits of a shop. Figures with a unit are text.',
    type: 'object',
    additionalProperties: false,
    properties: { ...head(SHELF_FORMAT), parts: listOf('PartDto'), operations: listOf('OperationDto'), kits: listOf('KitDto') },
    required: ['format', 'version', 'parts'],
    $defs: definitions([PartDto, OperationDto, KitDto]),
  }
}

/** JSON Schema of the open unit file, made from the rules that check it. */
export function unitFileSchema(): Schema {
  const $defs = definitions([UnitDto])
  // Schemas of objects have properties.
  const unit = $defs['UnitDto'] as { properties: Schema; required: string[] }
  return {
    ...envelope(UNIT_FORMAT),
    title: 'Plucky Ratio transmission',
    description:
      'A transmission family: gear train, stations front to rear, variants, thrust surfaces and known faults. Figures with a unit are text.',
    type: 'object',
    additionalProperties: false,
    properties: { ...head(UNIT_FORMAT), ...unit.properties },
    required: ['format', 'version', ...unit.required],
    $defs,
  }
}

/** JSON Schema of the open job file, made from the rules that check it. */
export function jobFileSchema(): Schema {
  const $defs = definitions([JobContentDto, UnitDto, PartDto, OperationDto, KitDto])
  // Schemas of objects have properties.
  const job = $defs['JobContentDto'] as { properties: Schema; required: string[] }
  return {
    ...envelope(JOB_FORMAT),
    title: 'Plucky Ratio job',
    description:
      'A job with its brief, spec and house rules; its transmission, parts, operations and kits are referenced by id or included. Values with units are text.',
    type: 'object',
    additionalProperties: false,
    properties: {
      ...head(JOB_FORMAT),
      ...job.properties,
      unit: { $ref: '#/$defs/UnitDto' },
      parts: listOf('PartDto'),
      operations: listOf('OperationDto'),
      kits: listOf('KitDto'),
      photos: {
        type: 'array',
        items: { type: 'object', properties: { id: { type: 'string' }, type: { enum: PHOTO_TYPES }, data: { type: 'string' } } },
      },
      marks: {
        type: 'array',
        description: 'Fields of the build book, each with its writer and time. Figures are SI.',
        items: {
          type: 'object',
          properties: {
            name: { type: 'string' },
            value: { type: ['string', 'number', 'boolean', 'array'] },
            by: { type: 'string' },
            at: { type: 'string', format: 'date-time' },
          },
          required: ['name', 'value', 'by', 'at'],
        },
      },
    },
    required: ['format', 'version', ...job.required],
    $defs,
  }
}

/** Fields that a file may leave unsaid: they stand as by default. */
const unsaid = (dto: string, name: string) =>
  dto === 'HouseRulesDto' ||
  (dto === 'JobContentDto' && ['rules', 'variantId', 'teardown', 'book', 'arrivedPressure'].includes(name)) ||
  (dto === 'SpecDto' && name === 'works') ||
  (dto === 'UnitDto' && name === 'stations') ||
  (dto === 'GearTrainDto' && name === 'joints') ||
  (dto === 'GearRangeDto' && ['reverse', 'lockup'].includes(name))

/** A schema of the wire as it reads in a file: fields without the endings of units, figures as text with theirs. */
function inFile(dto: string, schema: Schema): Schema {
  // Built by dtoSchemas.
  const properties = Object.entries((schema['properties'] ?? {}) as Record<string, Schema>)
  const renamed = (name: string) => splitName(name)?.name ?? name
  return {
    ...schema,
    properties: Object.fromEntries(properties.map(([name, inner]) => [renamed(name), propertyInFile(name, inner)])),
    // Built by dtoSchemas.
    required: ((schema['required'] ?? []) as string[]).filter((name) => !unsaid(dto, name)).map(renamed),
  }
}

function propertyInFile(name: string, schema: Schema): unknown {
  const text = JSON.stringify(schema).replaceAll('#/components/schemas/', '#/$defs/')
  // Copy of a schema.
  if (!splitName(name) || (schema['type'] !== 'number' && schema['type'] !== 'integer')) return nullable(JSON.parse(text) as Schema)
  const description = String(schema['description'] ?? '').replace('SI on the wire, ', '')
  return nullable({ ...QUANTITY, description, nullable: schema['nullable'] })
}

/** "nullable" as JSON Schema says it. */
function nullable({ nullable: may, ...schema }: Schema): Schema {
  return may === true ? { ...schema, type: [schema['type'], 'null'] } : schema
}
