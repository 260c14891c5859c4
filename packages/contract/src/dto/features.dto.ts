import type { Donor, Need } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, Shape, Shapes, Slug, Slugs } from './decorators.js'

export class NeedDto implements Need {
  @Slug('Station') stationId!: string
  @Slug('Feature') feature!: string
  @Label('Why', 160) why!: string
}

export class DonorDto implements Donor {
  @Label('Where it comes from', 120) from!: string
  @Label('What was found', 240) found!: string
}

/** How an item goes together with its neighbours. */
export class FeaturesDto {
  @IsOptional() @Slugs('Offers', { most: 20 }) offers?: string[]
  @IsOptional() @Shapes('Needs', () => NeedDto, { most: 20 }) needs?: NeedDto[]
  @IsOptional() @Shapes('Clashes', () => NeedDto, { most: 20 }) clashes?: NeedDto[]
}

/** A part's way with its neighbours, the variants it fits, and where a used one comes from. */
export class PartFeaturesDto extends FeaturesDto {
  @IsOptional() @Slugs('Variants', { most: 20 }) variantIds?: string[]
  @IsOptional() @Shape('Donor', () => DonorDto) donor?: DonorDto
}
