import { fromSi, isOneOf, keysOf, toSi, UNITS, type UnitName, type UnitOfMeasure } from '@plucky/core'

/** Units in which figures are only shown, never typed or written to a file. Factors: lb-ft, in and hp as in the core. */
const FT_LB_J = toSi(1, 'lb-ft')
const SHOWN_ONLY = {
  J: { toSi: 1 },
  kJ: { toSi: 1000 },
  'ft-lb': { toSi: FT_LB_J },
  'J/mm²': { toSi: 1e6 },
  'ft-lb/in²': { toSi: FT_LB_J / toSi(1, 'in²') },
  'W/mm²': { toSi: 1e6 },
  'hp/in²': { toSi: toSi(1, 'hp') / toSi(1, 'in²') },
  'MPa·m/s': { toSi: 1e6 },
  'psi·ft/min': { toSi: (toSi(1, 'psi') * toSi(1, 'ft/s')) / 60 },
} as const

export type ShownUnit = UnitName | keyof typeof SHOWN_ONLY

export const UNIT_SYSTEMS = ['us', 'metric'] as const
export type UnitSystem = (typeof UNIT_SYSTEMS)[number]

interface Kind {
  readonly word: string
  /** Units of the US and the metric system that stand for each other. The first pair that has a unit counts. */
  readonly pairs: readonly (readonly [us: ShownUnit, metric: ShownUnit])[]
}

/** Quantities for which a person chooses the system. Speed in rpm, angles and times are the same in both. */
const KINDS = {
  power: {
    word: 'Power',
    pairs: [
      ['hp', 'kW'],
      ['hp', 'W'],
    ],
  },
  torque: {
    word: 'Torque',
    pairs: [
      ['lb-ft', 'N·m'],
      ['lb-in', 'N·m'],
      ['rpm/√lb-ft', 'rpm/√N·m'],
    ],
  },
  pressure: {
    word: 'Pressure and stress',
    pairs: [
      ['psi', 'bar'],
      ['ksi', 'MPa'],
      ['inHg', 'hPa'],
      ['psi·ft/min', 'MPa·m/s'],
    ],
  },
  length: {
    word: 'Length, area, volume',
    pairs: [
      ['in', 'mm'],
      ['in²', 'cm²'],
      ['in³', 'cm³'],
      ['in²', 'm²'],
      ['DP', 'mm module'],
      ['tpi', 'mm pitch'],
    ],
  },
  force: {
    word: 'Force',
    pairs: [
      ['lbf', 'N'],
      ['lbf/in', 'N/mm'],
    ],
  },
  mass: {
    word: 'Weight',
    pairs: [
      ['lb', 'kg'],
      ['lb·in²', 'kg·m²'],
    ],
  },
  travel: {
    word: 'Road and sliding speed',
    pairs: [
      ['mph', 'km/h'],
      ['ft/s', 'm/s'],
    ],
  },
  temperature: { word: 'Temperature', pairs: [['°F', '°C']] },
  flow: {
    word: 'Oil flow',
    pairs: [
      ['gpm', 'L/min'],
      ['gpm', 'l/min'],
    ],
  },
  heat: {
    word: 'Heat',
    pairs: [
      ['ft-lb', 'kJ'],
      ['ft-lb', 'J'],
      ['ft-lb/in²', 'J/mm²'],
      ['hp/in²', 'W/mm²'],
    ],
  },
} as const satisfies Record<string, Kind>

export type ShownKind = keyof typeof KINDS
export const SHOWN_KINDS = keysOf(KINDS)
/** Name of a kind of quantity, with a unit of each system as an example. */
export const kindWords = (kind: ShownKind): string => KINDS[kind].word
export const kindUnit = (kind: ShownKind, system: UnitSystem): string => KINDS[kind].pairs[0][system === 'us' ? 0 : 1]

/** Units in which a person reads figures: one system, but for the kinds that are chosen otherwise. */
export interface UnitChoice {
  readonly base: UnitSystem
  readonly except: Partial<Record<ShownKind, UnitSystem>>
}

export const US_UNITS: UnitChoice = { base: 'us', except: {} }

/** A choice as text for an address or a store: "us", "metric", "us;length=metric". */
export const unitChoiceText = ({ base, except }: UnitChoice): string =>
  [base, ...SHOWN_KINDS.filter((kind) => except[kind] && except[kind] !== base).map((kind) => `${kind}=${except[kind]}`)].join(';')

/** Reads a choice; `undefined` if the text is none. */
export function readUnitChoice(text: string): UnitChoice | undefined {
  const [base, ...more] = text.split(';')
  const pairs = more.map((each) => each.split('='))
  const known = pairs.every(([kind, system, ...rest]) => Object.hasOwn(KINDS, kind ?? '') && isSystem(system) && rest.length === 0)
  // Keys and values were checked above.
  return isSystem(base) && known ? { base, except: Object.fromEntries(pairs) as UnitChoice['except'] } : undefined
}

const isSystem = (text: string | undefined): text is UnitSystem => isOneOf(UNIT_SYSTEMS, text)

/** Currencies that a shop can keep its prices in (ISO 4217). Prices are never converted. */
export const CURRENCIES = ['USD', 'CAD', 'MXN', 'EUR', 'GBP', 'AUD', 'NZD', 'JPY', 'SEK', 'NOK', 'CHF', 'BRL', 'ZAR'] as const
export type Currency = (typeof CURRENCIES)[number]

export interface Shown {
  readonly units: UnitChoice
  readonly currency: Currency
}

/** What figures are shown in at present. Set once in a browser; on a server, for the time in which one text is made. */
let shown: Shown = { units: US_UNITS, currency: 'USD' }

export const setShown = (change: Partial<Shown>): void => void (shown = { ...shown, ...change })
export const shownCurrency = (): Currency => shown.currency

/** Makes texts in the given units and currency. `make` must not wait for anything. */
export function shownIn<T>(change: Partial<Shown>, make: () => T): T {
  const before = shown
  setShown(change)
  try {
    return make()
  } finally {
    shown = before
  }
}

const COUNTERPARTS = new Map<ShownUnit, { readonly kind: ShownKind; readonly us: ShownUnit; readonly metric: ShownUnit }>()
for (const kind of SHOWN_KINDS)
  for (const [us, metric] of KINDS[kind].pairs)
    for (const unit of [us, metric]) if (!COUNTERPARTS.has(unit)) COUNTERPARTS.set(unit, { kind, us, metric })

/**
 * The unit in which a figure of this unit is shown: the unit itself, or its counterpart in the other system.
 * @example shownUnit('mm') // → 'in'
 * @example shownIn({ units: { base: 'metric', except: {} } }, () => shownUnit('lb-ft')) // → 'N·m'
 */
export function shownUnit(unit: ShownUnit): ShownUnit {
  const pair = COUNTERPARTS.get(unit)
  return pair ? pair[shown.units.except[pair.kind] ?? shown.units.base] : unit
}

const isReciprocal = (unit: ShownUnit) => unit === 'DP' || unit === 'tpi'

const of = (unit: ShownUnit): UnitOfMeasure | { readonly toSi: number } =>
  // Every other unit is in UNITS.
  unit in SHOWN_ONLY ? SHOWN_ONLY[unit as keyof typeof SHOWN_ONLY] : UNITS[unit as UnitName]

const from = (valueSi: number, unit: ShownUnit): number =>
  // Every other unit is in UNITS.
  unit in SHOWN_ONLY ? valueSi / of(unit).toSi : fromSi(valueSi, unit as UnitName)

/** An SI value as a number in the shown unit. */
export const toShown = (valueSi: number, unit: ShownUnit): number => from(valueSi, shownUnit(unit))

/** A number in the shown unit, in SI. */
export function ofShown(value: number, unit: ShownUnit): number {
  const read = shownUnit(unit)
  // Every other unit is in UNITS.
  return read in SHOWN_ONLY ? value * of(read).toSi : toSi(value, read as UnitName)
}

/** Digits after the point with which a figure is shown in the shown unit about as finely as with `digits` in its own. */
export function shownDigits(unit: ShownUnit, digits: number): number {
  const read = shownUnit(unit)
  if (read === unit) return digits
  if (isReciprocal(read) !== isReciprocal(unit)) return digits
  const finer = digits + Math.log10(of(read).toSi / of(unit).toSi)
  return Math.min(6, Math.max(0, COUNTERPARTS.get(unit)?.kind === 'length' ? Math.ceil(finer - 1e-9) : Math.round(finer - 0.16)))
}
