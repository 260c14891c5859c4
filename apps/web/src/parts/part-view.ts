import type { JobContent } from '@plucky/contract'
import type { ClosingId, Geometries, Part, PartKind, PartOf, StationVerdict, Unit } from '@plucky/core'
import type { ComponentType } from 'react'
import type { JobViewId } from '../app/views.js'
import type { DraftItem } from '../shelf/draft-item.js'
import type { Drawing } from './drawing.js'
import type { Glyph } from './glyph.js'

/** Page for editing a part kind, and the label of its button. */
export interface PartPage {
  readonly to: JobViewId
  readonly words: string
}

/** A part kind on the screen. Each property that is absent does not apply to the kind. */
export interface PartView<K extends PartKind> {
  readonly Glyph: Glyph
  /** Drawing to scale, in mm. */
  readonly draw: (geometry: Geometries[K], part: PartOf<K>, unit: Unit) => Drawing
  /** What a drawing cannot show. The manufacturer, if absent. */
  readonly caption?: (part: PartOf<K>) => string
  readonly page?: PartPage
  /** Fit-up clearances that depend on this part kind. */
  readonly closings?: readonly ClosingId[]
  /** Details of the station under the comparison. */
  readonly Details?: ComponentType<{ readonly content: JobContent; readonly unit: Unit }>
  /** A note on what the rating rests on. */
  readonly note?: (installed: PartOf<K>, asReceived: Part | undefined, verdict: StationVerdict) => string
  /** Updates figures of a copied part that depend on an edited field, unless the user has typed them. */
  readonly followsEdit?: (basis: PartOf<K>, item: DraftItem, touched: ReadonlySet<string>) => DraftItem
}
