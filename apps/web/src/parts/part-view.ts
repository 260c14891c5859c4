import type { JobContent } from '@plucky/contract'
import type { Geometries, Part, PartKind, PartOf, StationVerdict, Unit } from '@plucky/core'
import type { ComponentType } from 'react'
import type { JobViewId } from '../app/views.js'
import type { DraftItem } from '../shelf/draft-item.js'
import type { Drawing } from './drawing.js'
import type { Glyph } from './glyph.js'

/** A page where parts of a kind are worked on, and the words of the button that opens it. */
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
  /** Closings of the fit-up chain that a part of the kind changes. */
  readonly closings?: readonly string[]
  /** Details of the station under the comparison. */
  readonly Details?: ComponentType<{ readonly content: JobContent; readonly unit: Unit }>
  /** A note on what the rating rests on. */
  readonly note?: (installed: PartOf<K>, asReceived: Part | undefined, verdict: StationVerdict) => string
  /** Updates figures of a copied part that depend on an edited field, unless the user has typed them. */
  readonly followsEdit?: (basis: PartOf<K>, item: DraftItem, touched: ReadonlySet<string>) => DraftItem
}
