import type { Kit, Operation, Part, Unit } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, Named, NamedEach, Shapes } from './decorators.js'
import { Figure, MOST_VERSION } from './figure.js'

/** An item of the shelf as it is saved over the state that was seen. */
export class SaveItemDto {
  @Named('Item') item!: object
  @Figure({ label: 'Version', from: 1, to: MOST_VERSION, whole: true }) version!: number
}

/** Parts of a list to be taken at once. */
export class ImportPartsDto {
  @NamedEach('Added parts', 2000) added!: object[]
  @Shapes('Changed parts', () => SaveItemDto, { most: 2000 }) changed!: SaveItemDto[]
}

export class NewRevisionDto {
  @Label('Revision name', 60) name!: string
  /** Person who saved the revision, if given. */
  @IsOptional() @Label('Saved by', 40) by?: string
  @Figure({ label: 'Version', from: 1, to: MOST_VERSION, whole: true }) version!: number
}

/** Units and shelf as the server gives them: each item with the number of its last save. */
export interface ShelfContent {
  /** False if the shelf has items that were not asked for. */
  readonly whole: boolean
  readonly units: readonly { readonly item: Unit; readonly version: number }[]
  readonly parts: readonly { readonly item: Part; readonly version: number }[]
  readonly operations: readonly { readonly item: Operation; readonly version: number }[]
  readonly kits: readonly { readonly item: Kit; readonly version: number }[]
}
