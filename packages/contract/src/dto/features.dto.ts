import type { Donor, KnownStrength, Need } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, Shape, Shapes, Slug, Slugs } from './decorators.js'
import { Figure } from './figure.js'

export class NeedDto implements Need {
  @Slug('Station') stationId!: string
  @Slug('Feature') feature!: string
  @Label('Why', 160) why!: string
}

export class DonorDto implements Donor {
  @Label('Source', 120) from!: string
  @Label('Findings', 240) found!: string
}

export class KnownStrengthDto implements KnownStrength {
  @Figure({ label: 'Strength over calculated', from: 0.3, to: 3 }) factor!: number
  @Figure({ label: 'Healthy parts', from: 0, to: 100000, whole: true }) healthy!: number
  @Figure({ label: 'Broken parts', from: 0, to: 100000, whole: true }) broken!: number
}

/** How an item goes together with its neighbours. */
export class FeaturesDto {
  @IsOptional() @Slugs('Provides', { most: 20 }) offers?: string[]
  @IsOptional() @Shapes('Requirements', () => NeedDto, { most: 20 }) needs?: NeedDto[]
  @IsOptional() @Shapes('Conflicts', () => NeedDto, { most: 20 }) clashes?: NeedDto[]
}

/** Compatibility of a part, the variants it fits, the origin of a used one, a recall, and its strength in this shop. */
export class PartFeaturesDto extends FeaturesDto {
  @IsOptional() @Slugs('Variants', { most: 20 }) variantIds?: string[]
  @IsOptional() @Shape('Donor', () => DonorDto) donor?: DonorDto
  @IsOptional() @Label('Recalled because', 240) recall?: string
  @IsOptional() @Shape('Strength in this shop', () => KnownStrengthDto) inShop?: KnownStrengthDto
}
