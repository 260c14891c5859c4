import type { Donor, Need } from '@plucky/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, IsArray, IsObject, IsOptional, ValidateNested } from 'class-validator'
import { Label, Slug } from './decorators.js'

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
  @IsOptional() @IsArray() @ArrayMaxSize(20) @Slug('Feature', true) offers?: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => NeedDto) needs?: NeedDto[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => NeedDto) clashes?: NeedDto[]
}

/** A part's way with its neighbours, the variants it fits, and where a used one comes from. */
export class PartFeaturesDto extends FeaturesDto {
  @IsOptional() @IsArray() @ArrayMaxSize(20) @Slug('Variant', true) variantIds?: string[]
  @IsOptional() @IsObject() @ValidateNested() @Type(() => DonorDto) donor?: DonorDto
}
