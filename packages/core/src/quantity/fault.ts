import type { FaultValues, NoValues } from './fault-values.js'

export type FaultCode = keyof FaultValues

/** One code of an invalid input, where it is, and the values that its sentence needs. */
export interface FaultOf<C extends FaultCode> {
  readonly code: C
  readonly path: string
  readonly values: FaultValues[C]
}

/**
 * An invalid input: what is wrong, where, and with which figures. The core gives a code, a path into the input and values; the sentence is
 * made where it is shown.
 */
export type Fault = { readonly [C in FaultCode]: FaultOf<C> }[FaultCode]

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] }

export const good = <T>(value: T): Result<T> => ({ ok: true, value })
export const bad = <T>(...faults: Fault[]): Result<T> => ({ ok: false, faults })

/** The values that a code is raised with, as rest parameters; none for a code without values. */
export type ValuesOf<V> = V extends NoValues ? [] : [values: V]

/** An invalid input. The compiler asks for the values of its code. */
export function fault<C extends FaultCode>(code: C, path: string, ...[values]: ValuesOf<FaultValues[C]>): Fault {
  // The code and its values belong together by the parameter types; the compiler does not carry that into the union.
  return { code, path, values: values ?? {} } as Fault
}

/** The same fault at another path. */
export const faultAt = (found: Fault, path: string): Fault => ({ ...found, path })

/** Gives the value of a result that is known to be good; throws with the faults named otherwise. */
export function valueOf<T>(result: Result<T>): T {
  if (result.ok) return result.value
  throw new Error(result.faults.map((f) => `${f.path}: ${f.code} ${JSON.stringify(f.values)}`).join('; '))
}
