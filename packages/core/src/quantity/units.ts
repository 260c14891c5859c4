/** What a unit of the trade measures, the factor that turns it into SI, and the SI value of its zero where that is not zero. */
export interface UnitOfMeasure {
  readonly dimension: Dimension
  readonly toSi: number
  readonly zeroSi?: number
  /** The unit counts how many go into a length: SI value = factor / figure. */
  readonly reciprocal?: true
}

export type Dimension =
  | 'torque'
  | 'power'
  | 'pressure'
  | 'length'
  | 'speed'
  | 'force'
  | 'mass'
  | 'time'
  | 'area'
  | 'volume'
  | 'angle'
  | 'temperature'
  | 'inertia'
  | 'velocity'
  | 'k-factor'
  | 'stiffness'
  | 'flow'

const INCH_M = 0.0254
const POUND_FORCE_N = 4.4482216152605
const RPM_RAD_PER_S = (2 * Math.PI) / 60

/**
 * Units known at the edges. Inside the core everything is SI.
 * Exact by definition (inch, pound, standard gravity: NIST SP 811, appendix B); hp is the mechanical 550 ft·lbf/s.
 */
export const UNITS = {
  'N·m': { dimension: 'torque', toSi: 1 },
  'lb-ft': { dimension: 'torque', toSi: POUND_FORCE_N * 12 * INCH_M },
  'lb-in': { dimension: 'torque', toSi: POUND_FORCE_N * INCH_M },
  W: { dimension: 'power', toSi: 1 },
  kW: { dimension: 'power', toSi: 1000 },
  hp: { dimension: 'power', toSi: 550 * POUND_FORCE_N * 12 * INCH_M },
  Pa: { dimension: 'pressure', toSi: 1 },
  bar: { dimension: 'pressure', toSi: 1e5 },
  MPa: { dimension: 'pressure', toSi: 1e6 },
  psi: { dimension: 'pressure', toSi: POUND_FORCE_N / INCH_M ** 2 },
  ksi: { dimension: 'pressure', toSi: (1000 * POUND_FORCE_N) / INCH_M ** 2 },
  m: { dimension: 'length', toSi: 1 },
  mm: { dimension: 'length', toSi: 1e-3 },
  in: { dimension: 'length', toSi: INCH_M },
  /** Tooth size: module in millimeters, or diametral pitch in teeth per inch of pitch diameter. */
  'mm module': { dimension: 'length', toSi: 1e-3 },
  DP: { dimension: 'length', toSi: INCH_M, reciprocal: true },
  /** Thread pitch in millimeters, or threads per inch. */
  'mm pitch': { dimension: 'length', toSi: 1e-3 },
  tpi: { dimension: 'length', toSi: INCH_M, reciprocal: true },
  'rad/s': { dimension: 'speed', toSi: 1 },
  rpm: { dimension: 'speed', toSi: RPM_RAD_PER_S },
  N: { dimension: 'force', toSi: 1 },
  lbf: { dimension: 'force', toSi: POUND_FORCE_N },
  kg: { dimension: 'mass', toSi: 1 },
  lb: { dimension: 'mass', toSi: 0.45359237 },
  'm²': { dimension: 'area', toSi: 1 },
  'cm²': { dimension: 'area', toSi: 1e-4 },
  'in²': { dimension: 'area', toSi: INCH_M ** 2 },
  'm³': { dimension: 'volume', toSi: 1 },
  'cm³': { dimension: 'volume', toSi: 1e-6 },
  'in³': { dimension: 'volume', toSi: INCH_M ** 3 },
  rad: { dimension: 'angle', toSi: 1 },
  deg: { dimension: 'angle', toSi: Math.PI / 180 },
  s: { dimension: 'time', toSi: 1 },
  h: { dimension: 'time', toSi: 3600 },
  K: { dimension: 'temperature', toSi: 1 },
  '°C': { dimension: 'temperature', toSi: 1, zeroSi: 273.15 },
  '°F': { dimension: 'temperature', toSi: 5 / 9, zeroSi: 273.15 - (32 * 5) / 9 },
  'kg·m²': { dimension: 'inertia', toSi: 1 },
  'lb·in²': { dimension: 'inertia', toSi: 0.45359237 * INCH_M ** 2 },
  'm/s': { dimension: 'velocity', toSi: 1 },
  mph: { dimension: 'velocity', toSi: (5280 * 12 * INCH_M) / 3600 },
  'ft/s': { dimension: 'velocity', toSi: 12 * INCH_M },
  'km/h': { dimension: 'velocity', toSi: 1 / 3.6 },
  /** K-factor of a converter, speed over the root of torque (SAE J643). */
  'rad/s/√N·m': { dimension: 'k-factor', toSi: 1 },
  'rpm/√lb-ft': { dimension: 'k-factor', toSi: RPM_RAD_PER_S / Math.sqrt(POUND_FORCE_N * 12 * INCH_M) },
  'rpm/√N·m': { dimension: 'k-factor', toSi: RPM_RAD_PER_S },
  'N/m': { dimension: 'stiffness', toSi: 1 },
  'N/mm': { dimension: 'stiffness', toSi: 1000 },
  'lbf/in': { dimension: 'stiffness', toSi: POUND_FORCE_N / INCH_M },
  inHg: { dimension: 'pressure', toSi: 3386.389 },
  hPa: { dimension: 'pressure', toSi: 100 },
  'm³/s': { dimension: 'flow', toSi: 1 },
  'l/min': { dimension: 'flow', toSi: 1e-3 / 60 },
  'L/min': { dimension: 'flow', toSi: 1e-3 / 60 },
  /** US gallon of 231 in³. */
  gpm: { dimension: 'flow', toSi: (231 * INCH_M ** 3) / 60 },
  kPa: { dimension: 'pressure', toSi: 1000 },
} as const satisfies Record<string, UnitOfMeasure>

export type UnitName = keyof typeof UNITS

/**
 * Turns a figure in a unit of the trade into SI.
 * @example toSi(1, 'lb-ft') // → 1.35581795
 * @example toSi(1, 'hp') // → 745.69987
 * @example toSi(1, 'psi') // → 6894.757
 * @example toSi(77, '°F') // → 298.15
 */
export function toSi(value: number, unit: UnitName): number {
  const { toSi: factor, zeroSi, reciprocal }: UnitOfMeasure = UNITS[unit]
  if (reciprocal) return factor / value
  return zeroSi === undefined ? value * factor : value * factor + zeroSi
}

/**
 * Turns an SI figure into a unit of the trade.
 * @example fromSi(toSi(5252.113, 'rpm') * toSi(1, 'lb-ft'), 'hp') // → 1
 * @example fromSi(0.0254 / 24, 'DP') // → 24
 */
export function fromSi(valueSi: number, unit: UnitName): number {
  const { toSi: factor, zeroSi, reciprocal }: UnitOfMeasure = UNITS[unit]
  if (reciprocal) return factor / valueSi
  return zeroSi === undefined ? valueSi / factor : (valueSi - zeroSi) / factor
}

/** True if the text is the name of a unit of measure. */
export function isUnitName(text: string): text is UnitName {
  return Object.hasOwn(UNITS, text)
}

/** Standard gravity, m/s² (ISO 80000-3). */
export const GRAVITY = 9.80665
