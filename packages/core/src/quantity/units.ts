/** What a unit of the trade measures, and the factor that turns it into SI. */
export interface UnitOfMeasure {
  readonly dimension: Dimension
  readonly toSi: number
}

export type Dimension = 'torque' | 'power' | 'pressure' | 'length' | 'speed' | 'force' | 'mass' | 'time' | 'area' | 'volume' | 'angle'

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
  'rad/s': { dimension: 'speed', toSi: 1 },
  rpm: { dimension: 'speed', toSi: RPM_RAD_PER_S },
  N: { dimension: 'force', toSi: 1 },
  lbf: { dimension: 'force', toSi: POUND_FORCE_N },
  kg: { dimension: 'mass', toSi: 1 },
  lb: { dimension: 'mass', toSi: 0.45359237 },
  'm²': { dimension: 'area', toSi: 1 },
  'in²': { dimension: 'area', toSi: INCH_M ** 2 },
  'm³': { dimension: 'volume', toSi: 1 },
  'in³': { dimension: 'volume', toSi: INCH_M ** 3 },
  rad: { dimension: 'angle', toSi: 1 },
  deg: { dimension: 'angle', toSi: Math.PI / 180 },
  s: { dimension: 'time', toSi: 1 },
  h: { dimension: 'time', toSi: 3600 },
} as const satisfies Record<string, UnitOfMeasure>

export type UnitName = keyof typeof UNITS

/**
 * Turns a figure in a unit of the trade into SI.
 * @example toSi(1, 'lb-ft') // → 1.35581795
 * @example toSi(1, 'hp') // → 745.69987
 * @example toSi(1, 'psi') // → 6894.757
 */
export function toSi(value: number, unit: UnitName): number {
  return value * UNITS[unit].toSi
}

/**
 * Turns an SI figure into a unit of the trade.
 * @example fromSi(toSi(5252.113, 'rpm') * toSi(1, 'lb-ft'), 'hp') // → 1
 */
export function fromSi(valueSi: number, unit: UnitName): number {
  return valueSi / UNITS[unit].toSi
}

export function isUnitName(text: string): text is UnitName {
  return Object.hasOwn(UNITS, text)
}
