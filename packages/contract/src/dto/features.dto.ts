import type { Donor, Need } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, Shape, Shapes, Slug, Slugs } from './decorators.js'

export class NeedDto implements Need {
  @Slug('Station') stationId!: string
  @Slug('Feature') feature!: string
  @Label('Why', 160) why!: string
}

export class DonorDto implements Donor {
  @Label('Source', 120) from!: string
  @Label('Findings', 240) found!: string
}

/** How an item goes together with its neighbours. */
export class FeaturesDto {
  @IsOptional() @Slugs('Provides', { most: 20 }) offers?: string[]
  @IsOptional() @Shapes('Requirements', () => NeedDto, { most: 20 }) needs?: NeedDto[]
  @IsOptional() @Shapes('Conflicts', () => NeedDto, { most: 20 }) clashes?: NeedDto[]
}

/** A part's way with its neighbours, the variants it fits, and where a used one comes from. */
export class PartFeaturesDto extends FeaturesDto {
  @IsOptional() @Slugs('Variants', { most: 20 }) variantIds?: string[]
  @IsOptional() @Shape('Donor', () => DonorDto) donor?: DonorDto
}
