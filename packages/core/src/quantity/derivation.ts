import { entriesOf, mapRecord } from '../numeric/records.js'
import type { UnitName } from './units.js'

/** Where an input of a working comes from. */
export type InputOrigin = 'computed' | 'measured' | 'broken' | 'maker' | 'thumb' | 'part' | 'brief' | 'rule' | 'spec' | 'unit' | 'constant'

/** One input of a formula: its symbol, what it is, its SI value, the unit in which people read it, and where it comes from. */
export interface DerivationInput {
  readonly symbol: string
  readonly name: string
  readonly valueSi: number
  /** None for a plain number. */
  readonly unit: UnitName | null
  readonly origin: InputOrigin
  /** How this input came about in its turn. */
  readonly working?: Derivation
}

/** The derivation of a figure: what it is, the formula in symbols, every input, and the source of the formula. */
export interface Derivation {
  readonly name: string
  readonly valueSi: number
  readonly unit: UnitName | null
  readonly formula: string
  readonly source: string
  readonly inputs: readonly DerivationInput[]
}

/** An input without its symbol, which is the key that it stands under. */
export type InputValue = Omit<DerivationInput, 'symbol'>

type About = Pick<Derivation, 'name' | 'unit' | 'formula' | 'source'>

/**
 * A working whose value is what its formula gives for its inputs, so that the two cannot part.
 * @example derive({ name: 'area', unit: null, formula: 'b·h', source: '' }, { b: inputValue('width', 2, null, 'part'), h: inputValue('height', 3, null, 'part') }, ({ b, h }) => b * h).valueSi // → 6
 */
export function derive<K extends string>(
  about: About,
  inputs: Readonly<Record<K, InputValue>>,
  of: (values: Readonly<Record<K, number>>) => number,
): Derivation {
  const entries = entriesOf(inputs)
  const values = mapRecord(inputs, ({ valueSi }) => valueSi)
  return { ...about, valueSi: of(values), inputs: entries.map(([symbol, input]) => ({ symbol, ...input })) }
}

/**
 * A working whose value comes from a numerical solution. The solution is listed among the inputs as "found by solving".
 * @example solved({ name: 'x', unit: null, formula: 'x = cos x', source: '' }, {}, 0.739).valueSi // → 0.739
 */
export function solved(about: About, inputs: Readonly<Record<string, InputValue>>, valueSi: number): Derivation {
  const found = inputValue('found by solving', valueSi, about.unit, 'computed')
  return derive<string>(about, { ...inputs, '→': found }, (v) => v['→'] ?? valueSi)
}

/** Input value of a derivation, SI. */
export const inputValue = (name: string, valueSi: number, unit: UnitName | null, origin: InputOrigin): InputValue => ({
  name,
  valueSi,
  unit,
  origin,
})

/** An input that was worked out itself. */
export const fromDerivation = (working: Derivation): InputValue => ({
  name: working.name,
  valueSi: working.valueSi,
  unit: working.unit,
  origin: 'computed',
  working,
})

/** The same working of a piece that was measured here: what came from the part was measured. */
export function measuredHere(working: Derivation): Derivation {
  const inputs = working.inputs.map(({ origin, working: inner, ...input }): DerivationInput => ({
    ...input,
    origin: origin === 'part' ? 'measured' : origin,
    ...(inner ? { working: measuredHere(inner) } : {}),
  }))
  return { ...working, inputs }
}
