import { toSi, UNITS, isUnitName, type Dimension } from '@plucky/core'

/** Ending that a field's name takes once its figure is SI. */
const ENDING: Record<Dimension, string> = {
  torque: 'Nm',
  power: 'W',
  pressure: 'Pa',
  length: 'M',
  speed: 'RadPerS',
  force: 'N',
  mass: 'Kg',
  time: 'S',
  area: 'M2',
  volume: 'M3',
}

const FIGURE = /^([-+]?\d[\d,]*\.?\d*)\s*(\S+)$/

/** Reads "0.31 in" or "1,200 lb-ft"; nothing where the text is not a figure with a known unit. */
export function readQuantity(text: string): { valueSi: number; dimension: Dimension } | undefined {
  const [, digits, unit] = FIGURE.exec(text.trim()) ?? []
  if (digits === undefined || unit === undefined || !isUnitName(unit)) return undefined
  return { valueSi: toSi(Number(digits.replaceAll(',', '')), unit), dimension: UNITS[unit].dimension }
}

/** Fields that hold words, whatever they look like. */
const WORDS = new Set(['id', 'name', 'maker', 'code'])

/** In a file a figure and its unit stand apart, so that a grade like "300m" stays a word. */
const figureIn = (inner: unknown) => (typeof inner === 'string' && /\s/.test(inner.trim()) ? readQuantity(inner) : undefined)

/**
 * Turns the figures of an open file into the fields of the contract: `"boreDiameter": "0.31 in"` becomes `boreDiameterM: 0.007874`.
 * Everything else is passed through unchanged.
 */
export function decodeQuantities(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(decodeQuantities)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => {
      const read = WORDS.has(key) ? undefined : figureIn(inner)
      return read ? [key + ENDING[read.dimension], read.valueSi] : [key, decodeQuantities(inner)]
    }),
  )
}
