/**
 * What is wrong with an input, where, and with which figures. The words live in one place, at the edge that speaks to people;
 * the core gives a stable code, a path into the input and the values that the sentence needs.
 */
export interface Fault {
  readonly code: string
  readonly path: string
  readonly values: Readonly<Record<string, number | string>>
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] }

export const good = <T>(value: T): Result<T> => ({ ok: true, value })
export const bad = <T>(...faults: Fault[]): Result<T> => ({ ok: false, faults })
export const fault = (code: string, path: string, values: Fault['values'] = {}): Fault => ({ code, path, values })

/** Gives the value of a result that is known to be good; throws with the faults named otherwise. */
export function valueOf<T>(result: Result<T>): T {
  if (result.ok) return result.value
  throw new Error(result.faults.map((f) => `${f.path}: ${f.code} ${JSON.stringify(f.values)}`).join('; '))
}
