import {
  OFTEN,
  PORT_FACES,
  REMEDY_KINDS,
  USES,
  type AirPort,
  type FaultFrequency,
  type PortFace,
  type Remedy,
  type RemedyKind,
  type ShopStandard,
  type Use,
  type WeakPlace,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OFTEN_WORDS, PORT_FACE_WORDS, REMEDY_KIND_WORDS, USE_WORDS } from '../words/option-labels.js'
import { problem } from '../words/error-messages.js'
import { checkShape, type Checked } from './check.js'
import { Choices, Label, OneOf, Shapes, Slug, Slugs, Texts, YesNo } from './decorators.js'
import { Figure, MOST_VERSION } from './figure.js'

export class RemedyDto implements Remedy {
  @OneOf('Remedy', REMEDY_KINDS, REMEDY_KIND_WORDS) by!: RemedyKind
  @IsOptional() @Slug('Part or operation') itemId?: string
  @Label('What is done and why', 240) text!: string
}

/** Conditions of a weak place or of a shop standard. */
class ConditionsDto {
  @IsOptional() @Figure({ label: 'Matters from engine power', unit: 'hp', from: 1, to: 5000 }) fromPowerW?: number
  @IsOptional() @Choices('Matters for uses', USES, USE_WORDS) uses?: Use[]
}

export class WeakPlaceDto extends ConditionsDto implements WeakPlace {
  @Slug('Weak place id') id!: string
  @IsOptional() @Slug('Station') stationId?: string
  @Label('Place', 60) place!: string
  @Label('What happens', 240) failure!: string
  @Label('Symptom', 240) sign!: string
  @Label('Cause', 240) cause!: string
  @OneOf('Frequency', OFTEN, OFTEN_WORDS) often!: FaultFrequency
  @IsOptional() @Slugs('Only in variants', { least: 1, most: 20 }) variants?: string[]
  @IsOptional() @Slug('Only with feature') withFeature?: string
  @IsOptional() @Texts('Faults of the diagnosis', { most: 12 }) faults?: string[]
  @IsOptional() @Label('No repair, because', 240) noRepair?: string
  @Shapes('Remedies', () => RemedyDto, { most: 8 }) remedies!: RemedyDto[]
}

export class AirPortDto implements AirPort {
  @Slug('Port id') id!: string
  @Label('Name', 60) name!: string
  @OneOf('Face', PORT_FACES, PORT_FACE_WORDS) face!: PortFace
  @Figure({ label: 'Position from the left, share of the face', from: 0, to: 1 }) x!: number
  @Figure({ label: 'Position from the top, share of the face', from: 0, to: 1 }) y!: number
  @Label('Feeds', 40) feeds!: string
  @IsOptional() @YesNo('Feeds the second piston area') second?: boolean
}

export class ShopStandardDto extends ConditionsDto implements ShopStandard {
  @Slug('Standard id') id!: string
  @Label('What is done', 120) work!: string
  @Label('Why', 240) why!: string
  @IsOptional() @Slugs('Only for transmissions', { least: 1, most: 60 }) unitIds?: string[]
  @IsOptional() @Slug('Part or operation') itemId?: string
}

/** The standards of the shop as they are saved over the state that was seen. */
export class SaveStandardsDto {
  @Shapes('Shop standards', () => ShopStandardDto, { most: 80 }) standards!: ShopStandardDto[]
  @Figure({ label: 'Version', from: 0, to: MOST_VERSION, whole: true }) version!: number
}

/** Standards of the shop, with the number of their last save. */
export interface ShopStandards {
  readonly standards: readonly ShopStandard[]
  readonly version: number
}

/** Checks the standards of a shop: their shape, and that no id is repeated. */
export function checkStandards(plain: unknown): Checked<ShopStandards> {
  const shape = checkShape(SaveStandardsDto, plain)
  if (!shape.ok) return shape
  const ids = shape.value.standards.map(({ id }) => id)
  const problems = ids.flatMap((id, i) => (ids.indexOf(id) === i ? [] : [problem('standard-repeated', `standards.${i}.id`, { id })]))
  return problems.length === 0 ? { ok: true, value: shape.value } : { ok: false, problems }
}
