import { entriesOf, fromSi, isUnitName, toSi, UNITS, type Dimension, type UnitName } from '@plucky/core'

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
  angle: 'Rad',
  temperature: 'K',
  inertia: 'KgM2',
  velocity: 'MPerS',
  'k-factor': 'RadPerSPerRootNm',
  stiffness: 'NPerM',
  flow: 'M3PerS',
}

/** Units in which a figure of a file is written: the first that says it exactly and shortest; the last, SI, always does. */
const WRITTEN: Record<Dimension, readonly UnitName[]> = {
  torque: ['lb-ft', 'N·m'],
  power: ['hp', 'W'],
  pressure: ['psi', 'Pa'],
  length: ['in', 'mm', 'm'],
  speed: ['rpm', 'rad/s'],
  force: ['N'],
  mass: ['lb', 'kg'],
  time: ['s'],
  area: ['in²', 'm²'],
  volume: ['in³', 'm³'],
  angle: ['deg', 'rad'],
  temperature: ['°F', 'K'],
  inertia: ['kg·m²'],
  velocity: ['mph', 'm/s'],
  'k-factor': ['rpm/√lb-ft', 'rad/s/√N·m'],
  stiffness: ['N/mm', 'N/m'],
  flow: ['l/min', 'm³/s'],
}

/** A number; commas part thousands, and ".060" is one. "8,5" is none: it may mean 8.5, and is not guessed. */
export const NUMBER = String.raw`[-+]?(?:(?:\d{1,3}(?:,\d{3})+|\d+)\.?\d*|\.\d+)(?:e[-+]?\d+)?`
const FIGURE = new RegExp(String.raw`^(${NUMBER})\s*(\S+)$`, 'i')
const BARE = new RegExp(String.raw`^${NUMBER}$`, 'i')

/** Reads "1,200.5"; `undefined` if the text is not a number. */
export const readNumber = (text: string): number | undefined => (BARE.test(text) ? Number(text.replaceAll(',', '')) : undefined)

/** Reads "0.31 in" or "1,200 lb-ft". `undefined` if the text is not a figure with a known unit. */
export function readQuantity(text: string): { valueSi: number; dimension: Dimension } | undefined {
  const [, digits, unit] = FIGURE.exec(text.trim()) ?? []
  if (digits === undefined || unit === undefined || !isUnitName(unit)) return undefined
  return { valueSi: toSi(Number(digits.replaceAll(',', '')), unit), dimension: UNITS[unit].dimension }
}

/** Writes an SI figure so that reading it gives the very same number: in the trade's unit where that is exact, in SI otherwise. */
export function writeQuantity(valueSi: number, dimension: Dimension): string {
  const texts = WRITTEN[dimension].flatMap((unit) => exactly(valueSi, unit))
  return texts.reduce((best, text) => (text.length < best.length ? text : best))
}

const MOST_DIGITS = 17

function exactly(valueSi: number, unit: UnitName): string[] {
  const value = fromSi(valueSi, unit)
  for (let digits = 1; digits <= MOST_DIGITS; digits++) {
    const number = Number(value.toPrecision(digits))
    if (toSi(number, unit) === valueSi) return [`${number} ${unit}`]
  }
  return []
}

/** Fields that hold words, whatever they look like. */
const WORDS = new Set(
  'id name maker code note tell why from found sun ring carrier a b input output pistonOn speedOf set at caution certificate member place failure sign cause text noRepair work withFeature feeds'.split(
    ' ',
  ),
)

/** Fields that may hold nothing: without a figure the file's name of the field does not tell what it measures. */
const NULLABLE: Readonly<Record<string, string>> = { vehicleMass: 'vehicleMassKg' }

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
      if (inner === null) return [NULLABLE[key] ?? key, null]
      return read ? [key + ENDING[read.dimension], read.valueSi] : [key, decodeQuantities(inner)]
    }),
  )
}

const DIMENSIONS = entriesOf(ENDING).toSorted(([, a], [, b]) => b.length - a.length)

/** The name of a field without its unit suffix, and its dimension. `undefined` if the name has no unit suffix. */
export function splitName(key: string): { name: string; dimension: Dimension } | undefined {
  const found = DIMENSIONS.find(([, ending]) => key.endsWith(ending) && /[a-z0-9]$/.test(key.slice(0, -ending.length)))
  return found && { name: key.slice(0, -found[1].length), dimension: found[0] }
}

/** The way back: fields of the contract as an open file writes them, the figures with their units. */
export function encodeQuantities(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(encodeQuantities)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => {
      const split = splitName(key)
      if (!split || (typeof inner !== 'number' && inner !== null)) return [key, encodeQuantities(inner)]
      return inner === null ? [split.name, null] : [split.name, writeQuantity(inner, split.dimension)]
    }),
  )
}

/** A path into the contract as it reads in a file: without the endings of units. */
export const filePath = (path: string): string =>
  path
    .split('.')
    .map((key) => splitName(key)?.name ?? key)
    .join('.')
