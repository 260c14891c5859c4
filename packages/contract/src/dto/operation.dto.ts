import { PART_KINDS, SKILLS, type Kit, type Operation, type PartKind, type Skill } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, Named, OneOf, Shapes, Slug, Slugs, YesNo } from './decorators.js'
import { problem } from '../words/error-messages.js'
import { checkShape, type Checked } from './check.js'
import { FeaturesDto } from './features.dto.js'
import { SKILL_WORDS } from '../words/option-labels.js'
import { PART_KIND_WORDS } from '../parts/part-words.js'
import { Figure } from './figure.js'
import { GEOMETRY_DTOS } from '../parts/geometry-dtos.js'
import { StatedLimitDto } from './part.dto.js'

export class OperationDto extends FeaturesDto implements Operation {
  @Slug('Operation id') id!: string
  @Label('Name') name!: string
  @Slugs('Transmissions', { least: 1, most: 40 }) unitIds!: string[]
  @Slugs('Stations', { least: 1, most: 40 }) stationIds!: string[]
  @OneOf('Part type', PART_KINDS, PART_KIND_WORDS) kind!: PartKind
  @IsOptional() @Slugs('Parts', { least: 1, most: 100 }) partIds?: string[]
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @Figure({ label: 'Labor hours', from: 0, to: 1000 }) hours!: number
  @OneOf('Skill', SKILLS, SKILL_WORDS) skill!: Skill
  @Label('Caution', 240) caution!: string
  @IsOptional() @YesNo('In stock') inStock?: boolean
  @IsOptional() @Figure({ label: 'Lead time', from: 0, to: 1000, whole: true }) leadDays?: number
  @IsOptional() @YesNo('Visible from outside') visible?: boolean
  @IsOptional() @Slugs('Removes features', { most: 20 }) removes?: string[]
  @Named('Geometry after the operation') becomes!: object
  @Shapes('Stated limits', () => StatedLimitDto, { most: 20 }) stated!: StatedLimitDto[]
}

export class KitDto implements Kit {
  @Slug('Kit id') id!: string
  @Label('Name') name!: string
  @Label('Manufacturer') maker!: string
  @Slugs('Transmissions', { least: 1, most: 40 }) unitIds!: string[]
  @Named('Kit parts') parts!: Record<string, string>
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @Figure({ label: 'Labor hours', from: 0, to: 1000 }) hours!: number
  @IsOptional() @YesNo('In stock') inStock?: boolean
  @IsOptional() @Figure({ label: 'Lead time', from: 0, to: 1000, whole: true }) leadDays?: number
  @IsOptional() @YesNo('Visible from outside') visible?: boolean
}

/** Checks an operation; what it changes of the geometry is held against the same rules as the geometry itself. */
export function checkOperation(plain: unknown): Checked<Operation> {
  const shape = checkShape(OperationDto, plain)
  if (!shape.ok) return shape
  const changed = checkShape<object>(GEOMETRY_DTOS[shape.value.kind], shape.value.becomes, { partly: true })
  if (!changed.ok) return { ok: false, problems: changed.problems.map((p) => ({ ...p, path: `becomes.${p.path}` })) }
  return { ok: true, value: shape.value }
}

/** Checks a kit: at least two stations, each with the id of a part. */
export function checkKit(plain: unknown): Checked<Kit> {
  const shape = checkShape(KitDto, plain)
  if (!shape.ok) return shape
  const named = Object.entries(shape.value.parts)
  if (named.length < 2 || named.some(([, id]) => typeof id !== 'string'))
    return { ok: false, problems: [problem('kit-too-small', 'parts', { count: named.length })] }
  return { ok: true, value: shape.value }
}
