import { IsOptional } from 'class-validator'
import { Label, Note, Shapes, Texts } from '../dto/decorators.js'
import { Figure } from '../dto/figure.js'

/** Most builds of a quote. */
export const MOST_OFFERED = 3

/** Longest texts of a build of a quote. */
export const [MOST_TITLE, MOST_PURPOSE] = [30, 160] as const

/** A build of a quote that is being written: the first one of the parts plan that holds a power. */
export class DraftBuildDto {
  @Label('Heading', MOST_TITLE) title!: string
  @Note('Purpose', MOST_PURPOSE) purpose!: string
  @Figure({ label: 'Power', unit: 'hp', from: 0, to: 20000 }) powerW!: number
}

/** Texts of a quote that is being written; absent ones are the usual ones. */
export class QuoteTextsDto {
  @IsOptional() @Note('Vehicle', 120) vehicle?: string
  @IsOptional() @Note('Message', 600) message?: string
  /** Conditions that make the figures void. */
  @IsOptional() @Texts('Conditions', { most: 20 }) conditions?: string[]
}

/** A quote that is being written. */
export class QuoteDraftDto extends QuoteTextsDto {
  @IsOptional() @Shapes('Builds', () => DraftBuildDto, { least: 1, most: MOST_OFFERED }) builds?: DraftBuildDto[]
}

export type DraftBuild = Readonly<DraftBuildDto>
export type QuoteDraft = Readonly<Omit<QuoteDraftDto, 'builds'>> & { readonly builds?: readonly DraftBuild[] }
