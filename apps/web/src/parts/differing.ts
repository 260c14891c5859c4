import type { Dimension, Drawing } from './drawing.js'

/** Dimensions that differ between two drawings; all of them where there is nothing to compare with. */
export function differing(own: Drawing, other: Drawing | undefined): readonly Dimension[] {
  if (!other) return own.dimensions.filter(({ aside }) => !aside)
  const theirs = new Map(other.dimensions.map((d) => [d.name, d.text]))
  return own.dimensions.filter((d) => theirs.get(d.name) !== d.text)
}
