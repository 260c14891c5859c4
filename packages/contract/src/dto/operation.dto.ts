import { fault, PART_KINDS, SKILLS, type Kit, type Operation, type PartKind, type Skill } from '@plucky/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsObject, IsOptional, ValidateNested } from 'class-validator'
import { worded } from '../words/faults.js'
import { checkShape, type Checked } from './check.js'
import { Label, OneOf, Slug } from './decorators.js'
import { FeaturesDto } from './features.dto.js'
import { Figure } from './figure.js'
import { GEOMETRY_DTOS } from './geometry.dto.js'
import { StatedLimitDto } from './part.dto.js'

export class OperationDto extends FeaturesDto {
  @Slug('Operation id') id!: string
  @Label('Name') name!: string
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @Slug('Unit', true) unitIds!: string[]
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @Slug('Station', true) stationIds!: string[]
  @OneOf('Kind of part', PART_KINDS) kind!: PartKind
  @IsOptional() @IsArray() @ArrayMinSize(1) @ArrayMaxSize(100) @Slug('Part', true) partIds?: string[]
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @Figure({ label: 'Hours', from: 0, to: 1000 }) hours!: number
  @OneOf('Skill', SKILLS) skill!: Skill
  @Label('Caution', 240) caution!: string
  @IsOptional() @IsArray() @ArrayMaxSize(20) @Slug('Feature', true) removes?: string[]
  @IsObject({ message: 'Say what of the geometry changes; an empty object where nothing does.' }) becomes!: object
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => StatedLimitDto) stated!: StatedLimitDto[]
}

export class KitDto {
  @Slug('Kit id') id!: string
  @Label('Name') name!: string
  @Label('Maker') maker!: string
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @Slug('Unit', true) unitIds!: string[]
  @IsObject({ message: 'A kit names its parts by station.' }) parts!: Record<string, string>
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @Figure({ label: 'Hours', from: 0, to: 1000 }) hours!: number
}

/** Checks an operation; what it changes of the geometry is held against the same rules as the geometry itself. */
export function checkOperation(plain: unknown): Checked<Operation> {
  const shape = checkShape(OperationDto, plain)
  if (!shape.ok) return shape
  const changed = checkShape<object>(GEOMETRY_DTOS[shape.value.kind], shape.value.becomes, { partly: true })
  if (!changed.ok) return { ok: false, problems: changed.problems.map((p) => ({ ...p, path: `becomes.${p.path}` })) }
  return { ok: true, value: JSON.parse(JSON.stringify(shape.value)) as Operation }
}

/** Checks a kit: at least two stations, each with the id of a part. */
export function checkKit(plain: unknown): Checked<Kit> {
  const shape = checkShape(KitDto, plain)
  if (!shape.ok) return shape
  const named = Object.entries(shape.value.parts)
  if (named.length < 2 || named.some(([, id]) => typeof id !== 'string'))
    return { ok: false, problems: [worded(fault('kit-too-small', 'parts', { count: named.length }))] }
  return { ok: true, value: JSON.parse(JSON.stringify(shape.value)) as Kit }
}
